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

// What stands for a warp has one channel: the source frames that it shows. What stands for a placed clip has its rate.
const time = { group: 'Time', choices: [], holdsOnly: false }
const standIns = new Map<string, ChannelSpec[]>([
  ['warp', [{ ...time, name: 'warp', label: 'Source', unit: 'frames', default: 0, least: -1e9, most: 1e9 }]],
  ['rate', [{ ...time, name: 'rate', label: 'Rate', unit: 'factor', default: 1, least: -1e6, most: 1e6 }]],
])

export const channelsOf = (kind: string): readonly ChannelSpec[] => byKind.get(kind) ?? standIns.get(kind) ?? []
export const specOf = (kind: string, channel: string): ChannelSpec | undefined =>
  channelsOf(kind).find((spec) => spec.name === channel)

/** A channel's full name for people, such as `Position X` or `Glow`. */
export const channelLabel = (spec: ChannelSpec): string =>
  spec.group === 'Attributes' || spec.group === 'Time' ? spec.label : `${spec.group} ${spec.label}`
