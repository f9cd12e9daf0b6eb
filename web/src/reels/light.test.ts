import { expect, test } from 'vitest'
import { Color, SRGBColorSpace } from 'three'
import { LightSum } from './light'

const take = (sum: LightSum) => [...sum.take()]

test('each byte comes back as it was', () => {
  for (let byte = 0; byte < 256; byte++) {
    const sum = new LightSum(1, 1, 1)
    for (let i = 0; i < 7; i++) sum.add(Uint8Array.of(byte, 255 - byte, 128, 255))
    expect(take(sum)).toEqual([byte, 255 - byte, 128, 255])
  }
})

test('light and dark come to what three.js takes for the middle of their light', () => {
  const sum = new LightSum(1, 1, 1)
  sum.add(Uint8Array.of(255, 0, 200, 255))
  sum.add(Uint8Array.of(0, 0, 40, 255))
  // three.js keeps colours in linear light.
  const middle = new Color()
    .setRGB(1, 0, 200 / 255, SRGBColorSpace)
    .lerp(new Color().setRGB(0, 0, 40 / 255, SRGBColorSpace), 0.5)
  const { r, g, b } = middle.getRGB({ r: 0, g: 0, b: 0 }, SRGBColorSpace)
  expect(take(sum)).toEqual([r * 255, g * 255, b * 255, 255].map(Math.round))
})

test('pictures are turned the right way up, and four samples become a pixel', () => {
  const [red, blue] = [
    [255, 0, 0, 255],
    [0, 0, 255, 255],
  ]
  const sum = new LightSum(1, 2, 2)
  // Two rows of blue at the bottom, two of red above.
  sum.add(Uint8Array.from([blue, blue, blue, blue, red, red, red, red].flat()))
  expect(take(sum)).toEqual([...red, ...blue])
})

test('what is seen half of the time is half see-through, in its own colour', () => {
  const sum = new LightSum(1, 1, 1)
  sum.add(Uint8Array.of(90, 180, 30, 255))
  sum.add(Uint8Array.of(0, 0, 0, 0))
  expect(take(sum)).toEqual([90, 180, 30, 128])
  // Colour comes times alpha: 64 of 128 is half of the light of 128.
  sum.add(Uint8Array.of(64, 64, 64, 128))
  expect(take(sum)).toEqual([128, 128, 128, 128])
})
