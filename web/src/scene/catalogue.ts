import { http, type ChannelSpec, type DeformerEntry, type ObjectKind, type UseEntry } from '../api/http'
import { ownName } from './layered'

const byKind = new Map<string, ChannelSpec[]>()
let kinds: ObjectKind[] = []
let groups: string[] = []
/** What an object has besides, by what gives it that, in the order in which it is shown. */
let uses: UseEntry[] = []
/** The channels of each kind of deformer, under names that do not say which deformer yet. */
let deformers: DeformerEntry[] = []
/** The group under which the channels of all deformers are known together. */
export const deformersGroup = 'Deformers'
/** The channels of a kind with all that gives it more. */
const byUse = new Map<string, ChannelSpec[]>()
/** What ties an object to others stands before its kind's channels, and loose motion after them. */
const isTie = ({ use }: UseEntry) => use === 'follows' || use === 'aims'

/** Fetches, once, what the server knows of kinds and channels. */
export async function loadCatalogue(): Promise<void> {
  if (kinds.length) return
  const catalogue = await http.catalogue()
  uses = catalogue.uses
  deformers = catalogue.deformers
  for (const { kind, channels } of catalogue.kinds) byKind.set(kind, channels)
  const all = withUses(
    catalogue.kinds.flatMap(({ channels }) => channels),
    uses.map(({ use }) => use),
  )
  groups = [...new Set(all.map(({ group }) => group)), deformersGroup]
  kinds = catalogue.kinds.map((entry) => entry.kind)
  // What a warp, a placed clip, a layer and a sound have instead of an object's channels.
  byKind.set('warp', [catalogue.warp])
  byKind.set('rate', [catalogue.rate])
  byKind.set('strength', [catalogue.strength])
  byKind.set('sound', catalogue.sound)
}

function withUses(channels: readonly ChannelSpec[], given: readonly string[]): ChannelSpec[] {
  const more = (isWanted: boolean) =>
    uses.filter((entry) => isTie(entry) === isWanted && given.includes(entry.use)).flatMap((entry) => entry.channels)
  return [...more(true), ...channels, ...more(false)]
}

export const allKinds = (): readonly ObjectKind[] => kinds

/** The groups in which objects have channels, such as `Position`, in the order in which they are shown. */
export const allGroups = (): readonly string[] => groups

/** Whether a channel is a part of a colour, which is shown and set as one. */
export const isOfColour = (spec: ChannelSpec): boolean => spec.unit === 'linearLight'

/** What decides which channels something has. */
export interface Described {
  kind: string
  /** What gives it more than its kind has. */
  uses?: readonly string[]
  /** What bends it, each with channels of its own. */
  deformers?: readonly { name: string; kind: string }[]
}

/** Whether a name is one of a deformer's channel. */
export const isOfDeformer = (channel: string): boolean => ownName(channel).startsWith('deform.')

/** The name of a deformer's channel. */
export const deformerChannel = (deformer: string, channel: string): string => `deform.${deformer}.${channel}`

/** The group that a channel is known under; those of all deformers together. */
export const groupOf = ({ name, group }: ChannelSpec): string => (isOfDeformer(name) ? deformersGroup : group)

export function channelsOf(of: Described): readonly ChannelSpec[] {
  const own = withoutDeformers(of)
  if (!of.deformers?.length) return own
  let known = bent.get(of.deformers)
  if (known?.own !== own)
    bent.set(of.deformers, (known = { own, all: [...own, ...of.deformers.flatMap(channelsOfDeformer)] }))
  return known.all
}

/** By the very list that a message brought. */
const bent = new WeakMap<readonly object[], { own: readonly ChannelSpec[]; all: ChannelSpec[] }>()

/** The channels that a deformer gives its object. */
const channelsOfDeformer = ({ name, kind }: { name: string; kind: string }): ChannelSpec[] =>
  (deformers.find((entry) => entry.kind === kind)?.channels ?? []).map((spec) => ({
    ...spec,
    name: deformerChannel(name, spec.name),
    group: name,
    fullName: `${name} ${spec.label}`,
  }))

function withoutDeformers({ kind, uses: given }: Described): readonly ChannelSpec[] {
  const own = byKind.get(kind) ?? []
  if (!given?.length) return own
  const key = `${kind} ${given.join(' ')}`
  let all = byUse.get(key)
  if (!all) byUse.set(key, (all = withUses(own, given)))
  return all
}

/** What is known of a channel, be it in a layer or not. */
export function specOf(of: Described, channel: string): ChannelSpec | undefined {
  const own = ownName(channel)
  const spec = channelsOf(of).find((each) => each.name === own)
  return spec && own !== channel ? inLayer(spec, channel) : spec
}

/** Whether nothing lies between a channel's values. */
export const holdsOnly = ({ unit }: ChannelSpec): boolean => unit === 'onOff' || unit === 'choice' || unit === 'count'

const layered = new Map<string, ChannelSpec>()
/** A channel in a layer, where a number may be added to another one. */
function inLayer(spec: ChannelSpec, name: string): ChannelSpec {
  const known = layered.get(name)
  if (known?.label === spec.label) return known
  const made = holdsOnly(spec) ? { ...spec, name } : { ...spec, name, default: 0, least: -furthest, most: furthest }
  layered.set(name, made)
  return made
}
const furthest = 1e12

/** Every channel that any object can have. */
export const allChannels = (): readonly ChannelSpec[] => [
  ...kinds.flatMap((kind) => channelsOf({ kind })),
  ...uses.flatMap(({ channels }) => channels),
]

/** What people call a channel of a deformer, such as `Bend 1 Amount`; undefined where no kind has such a channel. */
export function deformerFullName(deformer: string, channel: string): string | undefined {
  const spec = deformers.flatMap(({ channels }) => channels).find(({ name }) => name === channel)
  return spec && `${deformer} ${spec.label}`
}

/** What people call the channels that files name in two parts, such as `position.x`; not those of deformers. */
export function namedInParts(): ReadonlyMap<string, string> {
  if (inParts.size === 0)
    for (const { name, fullName } of allChannels()) if (name.includes('.')) inParts.set(name, fullName)
  return inParts
}
const inParts = new Map<string, string>()
