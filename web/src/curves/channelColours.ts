import type { ChannelSpec } from '../api/http'
import type { LaneChannel } from '../desk/lanes'
import { specOf } from '../scene/catalogue'
import type { Colours } from '../styles/scheme'

const others = ['sky', 'sand', 'plum', 'fern', 'rose', 'cream'] as const

/** The colour that a channel's curve is drawn in: its hue in the scheme, paler or duller where others of that hue stand over it. */
export const channelColour = ({ object, name, layer }: LaneChannel, colours: Colours): string =>
  layer ? colours[layer.peel] : curveColour(specOf(object, name) ?? { hue: 'sky', shade: 'plain' }, colours)

export function curveColour({ hue, shade }: Pick<ChannelSpec, 'hue' | 'shade'>, colours: Colours): string {
  const own = colours[hue]
  if (shade === 'pale') return `color-mix(in oklab, ${own} 45%, ${colours.text})`
  return shade === 'dull' ? `color-mix(in oklab, ${own} 60%, ${colours.ink})` : own
}

/** The colours of curves that stand over each other: by object where they are all of one channel, else by channel. */
export function inksOf(channels: readonly LaneChannel[], colours: Colours): (channel: LaneChannel) => string {
  const objects = [...new Set(channels.map(({ object }) => object.id))]
  if (objects.length < 2 || channels.some(({ name }) => name !== channels[0]!.name))
    return (channel) => channelColour(channel, colours)
  const places = new Map(objects.map((object, i) => [object, i]))
  return ({ object }) => objectColour(places.get(object.id) ?? 0, colours)
}

/** What a curve is called beside others: what tells it from them. */
export function curveNames(channels: readonly LaneChannel[]): (channel: LaneChannel) => string {
  const several = new Set(channels.map(({ object }) => object.id)).size > 1
  const same = channels.every(({ name }) => name === channels[0]!.name)
  const isLayered = channels.some(({ layer }) => layer)
  return ({ object, name, layer }) => {
    if (isLayered && !several) return layer?.name ?? 'Base'
    const label = specOf(object, name)!.fullName
    return several ? (same ? object.name : `${object.name} ${label}`) : label
  }
}

/** The colour of an object where several stand over each other. */
export const objectColour = (index: number, colours: Colours): string => colours[others[index % others.length]!]
