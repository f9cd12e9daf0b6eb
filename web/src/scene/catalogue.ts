import { http, type ChannelSpec, type ObjectKind } from '../api/http'
import { ownName } from './layered'

const byKind = new Map<string, ChannelSpec[]>()
let kinds: ObjectKind[] = []
let groups: string[] = []
/** What an object has besides while it follows a path. */
let followers: ChannelSpec[] = []
/** What it has besides while it aims at another one. */
let aimers: ChannelSpec[] = []
/** The channels of a kind, by whether such an object follows a path and aims. */
const byUse = new Map<string, ChannelSpec[]>()
const use = (kind: string, follows: boolean, aims: boolean) => `${kind} ${follows} ${aims}`

/** Fetches, once, what the server knows of kinds and channels. */
export async function loadCatalogue(): Promise<void> {
  if (kinds.length) return
  const catalogue = await http.catalogue()
  followers = catalogue.followers
  aimers = catalogue.aimers
  for (const { kind, channels } of catalogue.kinds) {
    byKind.set(kind, channels)
    for (const follows of [false, true])
      for (const aims of [false, true])
        byUse.set(use(kind, follows, aims), [...(follows ? followers : []), ...(aims ? aimers : []), ...channels])
  }
  groups = [
    ...new Set(
      [...followers, ...aimers, ...catalogue.kinds.flatMap(({ channels }) => channels)].map(({ group }) => group),
    ),
  ]
  kinds = catalogue.kinds.map((entry) => entry.kind)
  // What a warp, a placed clip and a layer have instead of an object's channels.
  byKind.set('warp', [catalogue.warp])
  byKind.set('rate', [catalogue.rate])
  byKind.set('strength', [catalogue.strength])
}

export const allKinds = (): readonly ObjectKind[] => kinds

/** The groups in which objects have channels, such as `Position`, in the order in which they are shown. */
export const allGroups = (): readonly string[] => groups

/** Whether a channel is a part of a colour, which is shown and set as one. */
export const isOfColour = (spec: ChannelSpec): boolean => spec.unit === 'linearLight'

/** What decides which channels something has. */
export interface Described {
  kind: string
  follow?: object | null
  aim?: object | null
}

export const channelsOf = ({ kind, follow, aim }: Described): readonly ChannelSpec[] =>
  (follow || aim ? byUse.get(use(kind, !!follow, !!aim)) : byKind.get(kind)) ?? []

/** What is known of a channel, be it in a layer or not. */
export function specOf(of: Described, channel: string): ChannelSpec | undefined {
  const own = ownName(channel)
  const spec = channelsOf(of).find((each) => each.name === own)
  return spec && own !== channel ? inLayer(spec, channel) : spec
}

const layered = new Map<string, ChannelSpec>()
/** A channel in a layer, where a number may be added to another one. */
function inLayer(spec: ChannelSpec, name: string): ChannelSpec {
  const known = layered.get(name)
  if (known?.label === spec.label) return known
  const holds = spec.unit === 'onOff' || spec.unit === 'choice'
  const made = holds ? { ...spec, name } : { ...spec, name, default: 0, least: -furthest, most: furthest }
  layered.set(name, made)
  return made
}
const furthest = 1e12

/** Every channel that any object can have. */
export const allChannels = (): readonly ChannelSpec[] => [
  ...kinds.flatMap((kind) => channelsOf({ kind })),
  ...followers,
  ...aimers,
]

/** A channel's full name for people, such as `Position X` or `Opacity`. */
export const channelLabel = (spec: ChannelSpec): string =>
  spec.group === 'Attributes' || spec.group === 'Time' ? spec.label : `${spec.group} ${spec.label}`
