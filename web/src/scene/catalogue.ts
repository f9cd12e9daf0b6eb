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
// What stands for a warp has one channel: the source frames that it shows.
const warpChannels: ChannelSpec[] = [
  {
    name: 'warp',
    label: 'Source',
    group: 'Time',
    unit: 'frames',
    default: 0,
    least: -1e9,
    most: 1e9,
    choices: [],
    holdsOnly: false,
  },
]

export const channelsOf = (kind: string): readonly ChannelSpec[] =>
  kind === 'warp' ? warpChannels : (byKind.get(kind) ?? [])
export const specOf = (kind: string, channel: string): ChannelSpec | undefined =>
  channelsOf(kind).find((spec) => spec.name === channel)

/** A channel's full name for people, such as `Move X` or `Glow`. */
export const channelLabel = (spec: ChannelSpec): string =>
  spec.group === 'Attributes' || spec.group === 'Time' ? spec.label : `${spec.group} ${spec.label}`
