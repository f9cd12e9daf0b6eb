// "Loose motion" of docs/motion.md.
import { STEP } from './grid.mjs'
import { SECOND } from './scene.mjs'
import { seen } from './order.mjs'
import { noise, seedOf } from './noise.mjs'
import { lagging } from './lag.mjs'
import { fallen } from './bounce.mjs'

/** What steps 1 to 4 give, with what moves by itself. */
export function loose(scene, object, channel, t, v) {
  const moved = bounced(
    scene,
    object,
    channel,
    t,
    lagged(scene, object, channel, t, swayed(scene, object, channel, t, v)),
  )
  return channel.endsWith('.phase') && channel.startsWith('deform.')
    ? moved + summed(scene, object, channel.replace(/phase$/, 'speed'), t)
    : moved
}

export function swayed(scene, object, channel, t, v) {
  const { sway } = object
  if (!sway || sway.on === false || !sway.channels.includes(channel)) return v
  const group = /^(position|rotation|scale)\./.exec(channel)?.[1] ?? 'other'
  const beats = summed(scene, object, 'sway.pace', t)
  return (
    v +
    seen(scene, object, `sway.${group}`, t) *
      noise(seedOf(sway.seed ?? 1, channel), beats, seen(scene, object, 'sway.roughness', t))
  )
}

export function lagged(scene, object, channel, t, v) {
  const { lag } = object
  if (!lag || lag.on === false || t < scene.first) return v
  const isWorld = lag.world && channel.startsWith('position.')
  return isWorld || lag.channels?.includes(channel) ? lagging(scene, object, channel, t) : v
}

function bounced(scene, object, channel, t, v) {
  const { bounce } = object
  if (!bounce || bounce.on === false || t < scene.first || !channel.startsWith('position.')) return v
  return fallen(scene, object, channel, t, v)
}

/** A channel that is so much a second, summed up since the first frame: by the trapezoidal rule over the places. */
export function summed(scene, object, channel, t) {
  object.sums ??= new Map()
  if (!object.sums.has(channel)) object.sums.set(channel, [0])
  const sums = object.sums.get(channel)
  const value = (at) => seen(scene, object, channel, at)
  const step = (from, to) => (((to - from) / SECOND) * (value(from) + value(to))) / 2
  // Before the first place it goes on as it does there.
  if (t < scene.first) return value(scene.first) * ((t - scene.first) / SECOND)
  const places = Math.floor((t - scene.first) / STEP)
  for (let k = sums.length; k <= places; k++)
    sums.push(sums[k - 1] + step(scene.first + (k - 1) * STEP, scene.first + k * STEP))
  return sums[places] + step(scene.first + places * STEP, t)
}
