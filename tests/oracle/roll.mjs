// "Rolling" of docs/motion.md.
import { Vector3 } from 'three'
import { carried } from './world.mjs'
import { keyed } from './order.mjs'
import { quaternion } from './rotation.mjs'
import { loose } from './loose.mjs'

const axes = ['x', 'y', 'z']

/** How far a wheel has turned, in degrees, from frame 0 on; of any other channel nothing. */
export function rolled(scene, object, channel, t) {
  const { roll } = object
  if (!roll || channel !== `rotation.${roll.axle}`) return 0
  const quarter = scene.frame / 4
  const whole = Math.floor(t / quarter)
  object.ways ??= new Map([[0, 0]])
  const way = upTo(scene, object, whole, quarter) + stepOf(scene, object, whole * quarter, t)
  return ((way / roll.radius) * 180) / Math.PI
}

function upTo(scene, object, whole, quarter) {
  const sign = Math.sign(whole)
  for (let k = 0; k !== whole; k += sign) {
    if (object.ways.has(k + sign)) continue
    object.ways.set(k + sign, object.ways.get(k) + stepOf(scene, object, k * quarter, (k + sign) * quarter))
  }
  return object.ways.get(whole)
}

/** The way in the direction in which the wheel rolls. */
function stepOf(scene, object, from, to) {
  if (from === to) return 0
  const [start, end] = [from, to].map((t) => placeOf(scene, object, t))
  const way = end.at.clone().sub(start.at)
  const heading = level(start.heading.clone().add(end.heading))
  const flat = Math.hypot(way.x, way.z)
  // What goes up more steeply is lifted.
  if (flat * 1e6 <= Math.abs(way.y)) return 0
  return ((way.x * heading.x + way.z * heading.z) / flat) * way.length()
}

/** Of length 1; an upright axle has no heading. */
const level = (heading) => (heading.length() < 1e-9 ? new Vector3() : heading.normalize())

function placeOf(scene, object, t) {
  object.places ??= new Map()
  if (!object.places.has(t)) object.places.set(t, placed(scene, object, t))
  return object.places.get(t)
}

/** Where the wheel is in the world, and the level direction in which it rolls. */
function placed(scene, object, t) {
  const { axle } = object.roll
  const carrier = carried(scene, object, t)
  const own = (group) => axes.map((axis) => before(scene, object, `${group}.${axis}`, t))
  // Rotations that come after that about the axle do not turn it.
  const order = object.rotationOrder
  const outer = own('rotation').map((angle, i) => (order.indexOf(axes[i]) < order.indexOf(axle) ? angle : 0))
  const direction = new Vector3()
    .setComponent(axes.indexOf(axle), 1)
    .applyQuaternion(quaternion(outer, order))
    .applyMatrix4(carrier.clone().setPosition(0, 0, 0))
  return {
    at: new Vector3(...own('position')).applyMatrix4(carrier),
    heading: level(direction.cross(new Vector3(0, 1, 0))),
  }
}

/** What is seen of a channel but for rolling. */
function before(scene, object, channel, t) {
  return loose(scene, object, channel, t, keyed(scene, object, channel, t))
}
