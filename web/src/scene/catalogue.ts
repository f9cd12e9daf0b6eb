import { http, type ChannelSpec, type ObjectKind } from '../api/http'

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
  // What a warp and a placed clip have instead of an object's channels.
  byKind.set('warp', [catalogue.warp])
  byKind.set('rate', [catalogue.rate])
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
export const specOf = (of: Described, channel: string): ChannelSpec | undefined =>
  channelsOf(of).find((spec) => spec.name === channel)

/** Every channel that any object can have. */
export const allChannels = (): readonly ChannelSpec[] => [
  ...kinds.flatMap((kind) => channelsOf({ kind })),
  ...followers,
  ...aimers,
]

/** A channel's full name for people, such as `Position X` or `Opacity`. */
export const channelLabel = (spec: ChannelSpec): string =>
  spec.group === 'Attributes' || spec.group === 'Time' ? spec.label : `${spec.group} ${spec.label}`
