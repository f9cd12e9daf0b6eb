import type { Colours } from '../styles/scheme'
import type { LaneChannel } from '../desk/lanes'

const others = ['sky', 'sand', 'plum', 'fern', 'rose', 'cream'] as const
const parts = { 'look.red': 'x', 'look.green': 'y', 'look.blue': 'z', warp: 'mint', rate: 'mint' } as const

/**
 * The colour of a channel's curve: that of its axis, or one of a few by its name. Where position, rotation and
 * scale stand over each other, rotation is paler and scale duller than position.
 */
export function channelColour({ name }: LaneChannel, colours: Colours): string {
  const [, group, axis] = /^(\w+)\.([xyz])$/.exec(name) ?? []
  if (axis) {
    const own = colours[axis as 'x' | 'y' | 'z']
    if (group === 'rotation') return `color-mix(in oklab, ${own} 45%, ${colours.text})`
    return group === 'scale' ? `color-mix(in oklab, ${own} 60%, ${colours.ink})` : own
  }
  return colours[parts[name as keyof typeof parts] ?? others[hash(name) % others.length]!]
}

/** The colour of an object where several stand over each other. */
export const objectColour = (index: number, colours: Colours): string => colours[others[index % others.length]!]

const hash = (text: string) => [...text].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) >>> 0, 7)
