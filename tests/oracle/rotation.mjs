// "Rotation" of docs/motion.md.
import { Euler, MathUtils, Quaternion } from 'three'
import { valueOf } from './scene.mjs'

const axes = ['x', 'y', 'z']
const orderOf = (object) => object.rotationOrder.toUpperCase()

export const quaternion = (degrees, order) =>
  new Quaternion().setFromEuler(new Euler(...degrees.map(MathUtils.degToRad), order.toUpperCase()))

/** Where rotations interpolate as quaternions: one of the three channels at a source time. */
export function slerped(object, channel, t) {
  const curves = axes.map((axis) => object.curves[`rotation.${axis}`] ?? { still: 0 })
  const own = curves[axes.indexOf(channel.at(-1))]
  const times = [...new Set(curves.flatMap((curve) => curve.keys?.map((key) => key.t) ?? []))].sort((a, b) => a - b)
  const next = times.findIndex((time) => time > t)
  if (next <= 0 || times[next - 1] === t) return valueOf(own, t)
  const [from, to] = [times[next - 1], times[next]]
  const [start, end, now] = [from, to, t].map((time) => curves.map((curve) => valueOf(curve, time)))
  const changes = start.map((value, i) => Math.abs(end[i] - value))
  const most = changes.indexOf(Math.max(...changes))
  const part = changes[most] === 0 ? 0 : (now[most] - start[most]) / (end[most] - start[most])
  const turned = new Euler().setFromQuaternion(
    mixed(quaternion(start, orderOf(object)), quaternion(end, orderOf(object)), part),
    orderOf(object),
  )
  const angles = axes.map((axis) => MathUtils.radToDeg(turned[axis]))
  return nearest(angles, now, object.rotationOrder)[axes.indexOf(channel.at(-1))]
}

/** Of the angles that say the same rotation, those nearest to others. */
function nearest(angles, others, order) {
  const middle = axes.indexOf(order[1])
  const flipped = angles.map((angle, i) => (i === middle ? 180 - angle : angle + 180))
  const [first, second] = [angles, flipped].map((each) =>
    each.map((angle, i) => angle + 360 * Math.round((others[i] - angle) / 360)),
  )
  const far = (each) => each.reduce((sum, angle, i) => sum + Math.abs(angle - others[i]), 0)
  return far(first) <= far(second) ? first : second
}

/** Slerp the shorter way, also for parts beyond 0 and 1. */
export function mixed(a, b, part) {
  let [x, y, z, w] = [b.x, b.y, b.z, b.w]
  let cosine = a.dot(b)
  if (cosine < 0) [x, y, z, w, cosine] = [-x, -y, -z, -w, -cosine]
  const angle = Math.acos(Math.min(1, cosine))
  if (angle < 1e-9) return a.clone()
  const [p, q] = [Math.sin((1 - part) * angle), Math.sin(part * angle)].map((each) => each / Math.sin(angle))
  return new Quaternion(p * a.x + q * x, p * a.y + q * y, p * a.z + q * z, p * a.w + q * w).normalize()
}
