// A scene of 300 objects whose nine channels have 40 keys each: 108,000 keys over 2,000 frames.
const [objects, frames, perChannel] = [300, 2000, 40]
const channels = ['position', 'rotation', 'scale'].flatMap((group) => ['x', 'y', 'z'].map((axis) => `${group}.${axis}`))
const part = (seed, i) => ((seed * 7919 + i * 104729) % 1000) / 1000
const valueOf = (channel, seed, i) =>
  channel.startsWith('scale') ? 0.4 + part(seed, i) * 0.4 : (part(seed, i) - 0.5) * (channel.startsWith('p') ? 30 : 360)

export const fullScene = {
  format: 'zesty-scene',
  version: 2,
  name: 'A full desk',
  rate: '24',
  range: [1, frames],
  objects: Array.from({ length: objects }, (_, n) => ({
    name: `Box ${n + 1}`,
    kind: 'box',
    channels: Object.fromEntries(
      channels.map((channel, c) => [
        channel,
        {
          keys: Array.from({ length: perChannel }, (_, i) => ({
            frame: 1 + i * 50 + ((n + c) % 5),
            value: valueOf(channel, n * 31 + c, i),
          })),
        },
      ]),
    ),
  })),
}
