import type { ChannelSpec } from '../api/http'
import type { LaneChannel } from '../desk/lanes'
import { specOf } from '../scene/catalogue'
import type { Colours } from '../styles/scheme'

const others = ['sky', 'sand', 'plum', 'fern', 'rose', 'cream'] as const

/** The colour that a channel's curve is drawn in: its hue in the scheme, paler or duller where others of that hue stand over it. */
export const channelColour = ({ object, name }: LaneChannel, colours: Colours): string =>
  curveColour(specOf(object.kind, name) ?? { hue: 'sky', shade: 'plain' }, colours)

export function curveColour({ hue, shade }: Pick<ChannelSpec, 'hue' | 'shade'>, colours: Colours): string {
  const own = colours[hue]
  if (shade === 'pale') return `color-mix(in oklab, ${own} 45%, ${colours.text})`
  return shade === 'dull' ? `color-mix(in oklab, ${own} 60%, ${colours.ink})` : own
}

/** The colour of an object where several stand over each other. */
export const objectColour = (index: number, colours: Colours): string => colours[others[index % others.length]!]
