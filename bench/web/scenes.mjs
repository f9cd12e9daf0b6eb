// Made-up scenes as scene files.

/** Boxes that all move and turn, keyed ten times on each of six channels. */
export function boxes(count, frames = 240) {
  const keys = (seed, scale) =>
    Array.from({ length: 10 }, (_, i) => ({
      frame: Math.round((i * (frames - 1)) / 9) + 1,
      value: (((seed * 7919 + i * 104729) % 1000) / 1000 - 0.5) * scale,
    }))
  const channels = (n) =>
    Object.fromEntries(
      ['position.x', 'position.y', 'position.z', 'rotation.x', 'rotation.y', 'rotation.z'].map((name, c) => [
        name,
        { keys: keys(n * 31 + c, name.startsWith('position') ? 14 : 360) },
      ]),
    )
  return {
    format: 'zesty-scene',
    version: 2,
    name: `${count} boxes`,
    rate: '24',
    range: [1, frames],
    objects: Array.from({ length: count }, (_, n) => ({
      name: `Box ${n + 1}`,
      kind: 'box',
      channels: channels(n + 1),
    })),
  }
}
