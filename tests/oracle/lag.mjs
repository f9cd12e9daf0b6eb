// "Lag" of docs/motion.md.
import { Vector3 } from 'three'
import { SECOND } from './scene.mjs'
import { keyed, seen } from './order.mjs'
import { LONGEST, STEP } from './grid.mjs'
import { swayed } from './loose.mjs'
import { carried } from './world.mjs'

const axes = ['x', 'y', 'z']

/** Where a channel that lags is. */
export function lagging(scene, object, channel, t) {
  const target = (name, at) => swayed(scene, object, name, at, keyed(scene, object, name, at))
  if (t > scene.first + LONGEST) return target(channel, t)
  if (!object.lag.world) return follow(scene, object, channel, (at) => target(channel, at), t)
  const place = (at) =>
    new Vector3(...axes.map((axis) => target(`position.${axis}`, at))).applyMatrix4(carried(scene, object, at))
  const there = axes.map((axis) => follow(scene, object, `world.${axis}`, (at) => place(at)[axis], t))
  return new Vector3(...there).applyMatrix4(carried(scene, object, t).invert())[channel.at(-1)]
}

function follow(scene, object, key, target, t) {
  object.springs ??= new Map()
  if (!object.springs.has(key)) {
    const [start, next] = [target(scene.first), target(scene.first + STEP)]
    object.springs.set(key, [{ y: start, speed: ((next - start) / STEP) * SECOND }])
  }
  const states = object.springs.get(key)
  const step = (state, from, to) =>
    to === from ? state : moved(scene, object, state, target(from), target(to), from, to)
  const places = Math.floor((t - scene.first) / STEP)
  for (let k = states.length; k <= places; k++)
    states.push(step(states[k - 1], scene.first + (k - 1) * STEP, scene.first + k * STEP))
  return step(states[places], scene.first + places * STEP, t).y
}

/** The free oscillator about x − 2ζx′/ω. */
function moved(scene, object, { y, speed }, x, next, from, to) {
  const omega = 2 * Math.PI * seen(scene, object, 'lag.frequency', from)
  const zeta = seen(scene, object, 'lag.damping', from)
  const h = (to - from) / SECOND
  const pace = (next - x) / h
  const behind = (2 * zeta * pace) / omega
  const [z, dz] = [y - (x - behind), speed - pace]
  const [a, b] = free(z, dz, omega, zeta, h)
  return { y: a + next - behind, speed: b + pace }
}

function free(z, dz, omega, zeta, h) {
  const root = Math.abs(1 - zeta * zeta)
  if (root < 1e-9) {
    const fall = Math.exp(-omega * h)
    const c = dz + omega * z
    return [(z + c * h) * fall, (c - omega * (z + c * h)) * fall]
  }
  const fall = Math.exp(-zeta * omega * h)
  const w = omega * Math.sqrt(root)
  const c = (dz + zeta * omega * z) / w
  const [sine, cosine] = zeta < 1 ? [Math.sin(w * h), Math.cos(w * h)] : [Math.sinh(w * h), Math.cosh(w * h)]
  const turn = zeta < 1 ? -1 : 1
  const place = fall * (z * cosine + c * sine)
  return [place, -zeta * omega * place + fall * w * (turn * z * sine + c * cosine)]
}
