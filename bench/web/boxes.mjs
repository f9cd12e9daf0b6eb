// Scenes of nothing but boxes, for benches.

/** The nine channels that say where a box is, how it is turned, and how large it is. */
export const transforms = ['position', 'rotation', 'scale'].flatMap((group) =>
  ['x', 'y', 'z'].map((axis) => `${group}.${axis}`),
)

/** A value for a channel, one of those without an order but the same each time. */
export function anyValue(channel, seed, i) {
  const part = ((seed * 7919 + i * 104729) % 1000) / 1000
  return channel.startsWith('scale') ? 0.4 + part * 0.4 : (part - 0.5) * (channel.startsWith('position') ? 30 : 360)
}

/**
 * @param channels the names of those that each box has keys on.
 * @param perChannel how many keys each of them has.
 * @param key says each of them, by the places of the box, the channel and the key.
 */
export const boxes = ({ name, frames, objects, channels, perChannel, key }) => ({
  format: 'zesty-scene',
  version: 2,
  name,
  rate: '24',
  range: [1, frames],
  objects: Array.from({ length: objects }, (_, n) => ({
    name: `Box ${n + 1}`,
    kind: 'box',
    channels: Object.fromEntries(
      channels.map((channel, c) => [channel, { keys: Array.from({ length: perChannel }, (_, i) => key(n, c, i)) }]),
    ),
  })),
})
