import { http, type ChannelSpec, type ObjectKind } from '../api/http'

const byKind = new Map<string, ChannelSpec[]>()
let kinds: ObjectKind[] = []

/** Fetches, once, what the server knows of kinds and channels. */
export async function loadCatalogue(): Promise<void> {
  if (kinds.length) return
  const entries = await http.catalogue()
  for (const entry of entries) byKind.set(entry.kind, entry.channels)
  kinds = entries.map((entry) => entry.kind)
}

export const allKinds = (): readonly ObjectKind[] => kinds
export const channelsOf = (kind: string): readonly ChannelSpec[] => byKind.get(kind) ?? []
export const specOf = (kind: string, channel: string): ChannelSpec | undefined =>
  channelsOf(kind).find((spec) => spec.name === channel)

/** A channel's full name for people, such as `Move X` or `Glow`. */
export const channelLabel = (spec: ChannelSpec): string =>
  spec.group === 'Attributes' ? spec.label : `${spec.group} ${spec.label}`
