import { ferryScene } from './harness.mjs'

/** A ferry with keys on two channels, its cabin, and a buoy beside it. */
export const fewKeys = {
  ...ferryScene('Hands', { 10: 0, 40: 3, 80: 6 }),
  objects: [
    {
      name: 'Ferry',
      kind: 'box',
      channels: {
        'position.x': { keys: [10, 40, 80].map((frame) => ({ frame, value: frame / 10 })) },
        'position.y': { keys: [20, 80].map((frame) => ({ frame, value: 0 })) },
      },
    },
    { name: 'Cabin', kind: 'box', parent: 'Ferry' },
    { name: 'Buoy', kind: 'sphere', channels: { 'position.x': { value: 4 } } },
  ],
}
