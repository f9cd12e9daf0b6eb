import { http, type ChannelSpec, type ObjectKind } from '../api/http'

const byKind = new Map<string, ChannelSpec[]>()
let kinds: ObjectKind[] = []
let groups: string[] = []

/** Fetches, once, what the server knows of kinds and channels. */
export async function loadCatalogue(): Promise<void> {
  if (kinds.length) return
  const catalogue = await http.catalogue()
  for (const entry of catalogue.kinds) byKind.set(entry.kind, entry.channels)
  groups = [...new Set(catalogue.kinds.flatMap((entry) => entry.channels.map((spec) => spec.group)))]
  kinds = catalogue.kinds.map((entry) => entry.kind)
  // What a warp and a placed clip have instead of an object's channels.
  byKind.set('warp', [catalogue.warp])
  byKind.set('rate', [catalogue.rate])
}

export const allKinds = (): readonly ObjectKind[] => kinds

/** The groups in which objects have channels, such as `Position`, in the order in which they are shown. */
export const allGroups = (): readonly string[] => groups

/** Whether a channel is a part of a colour, which is shown and set as one. */
export const isOfColour = (spec: ChannelSpec): boolean => spec.unit === 'linearLight'

export const channelsOf = (kind: string): readonly ChannelSpec[] => byKind.get(kind) ?? []
export const specOf = (kind: string, channel: string): ChannelSpec | undefined =>
  channelsOf(kind).find((spec) => spec.name === channel)

/** A channel's full name for people, such as `Position X` or `Opacity`. */
export const channelLabel = (spec: ChannelSpec): string =>
  spec.group === 'Attributes' || spec.group === 'Time' ? spec.label : `${spec.group} ${spec.label}`
