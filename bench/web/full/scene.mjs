import { anyValue, boxes, transforms } from '../boxes.mjs'

/** 300 objects whose nine channels have 40 keys each: 108,000 keys over 2,000 frames. */
export const fullScene = boxes({
  name: 'A full desk',
  frames: 2000,
  objects: 300,
  channels: transforms,
  perChannel: 40,
  key: (n, c, i) => ({ frame: 1 + i * 50 + ((n + c) % 5), value: anyValue(transforms[c], n * 31 + c, i) }),
})
