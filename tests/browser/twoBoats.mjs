import { until } from './harness.mjs'

const moving = (name, values) => ({
  name,
  kind: 'box',
  channels: {
    'position.x': { keys: values.map(([frame, value]) => ({ frame, value })) },
    'position.y': { value: 1 },
  },
})

/** A ferry with four keys, two of them close together, and a barge with one. */
export const twoBoats = {
  format: 'zesty-scene',
  version: 2,
  name: 'Harbour keys',
  rate: '24',
  range: [1, 100],
  objects: [
    moving('Ferry', [
      [10, 0],
      [20, 4],
      [40, 2],
      [41, 3],
    ]),
    moving('Barge', [[60, 1]]),
  ],
}

/** The frames on which a channel has keys; ticks of those between frames. */
export const framesOf = async (desk, object, channel) =>
  (await desk.keys(object, channel)).map(({ frame, tick }) => frame ?? `tick ${tick}`)

/** Waits until a channel has its keys on some frames, and the page has heard of it. */
export async function becomes(desk, object, channel, wanted) {
  await until(
    () => framesOf(desk, object, channel),
    (now) => JSON.stringify(now) === JSON.stringify(wanted),
    `${object} ${channel} at ${wanted}`,
  )
  await desk.heard()
}
