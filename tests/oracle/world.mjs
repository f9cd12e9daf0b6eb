// Step 8 of "The order" in docs/motion.md, with "Paths" and "Aim": where objects are in the world.
import { Matrix4, Quaternion, Vector3 } from 'three'
import { triple, seen } from './order.mjs'
import { bendAt, directionAt, placeAt, pointAt, slopeAt, wayOf } from './paths.mjs'
import { mixed, quaternion } from './rotation.mjs'

const TENTH = Math.sin((0.1 * Math.PI) / 180)
const up = new Vector3(0, 1, 0)

/** An object's matrix in the world. */
export function world(scene, object, t) {
  scene.worlds ??= new Map()
  const key = `${object.name}@${t}`
  if (!scene.worlds.has(key)) scene.worlds.set(key, carried(scene, object, t).multiply(local(scene, object, t)))
  return scene.worlds.get(key)
}

/** Where its origin is in the world, which does not rest on how it is turned. */
export const originOf = (scene, object, t) =>
  new Vector3(...triple(scene, object, 'position', t)).applyMatrix4(carried(scene, object, t))

/** What carries an object: the path that it follows, else its parent. */
export function carried(scene, object, t) {
  if (object.follow) return onPath(scene, object, t)
  return object.parent ? world(scene, scene.byName.get(object.parent), t).clone() : new Matrix4()
}

function local(scene, object, t) {
  const [position, rotation, scale] = ['position', 'rotation', 'scale'].map((group) => triple(scene, object, group, t))
  return new Matrix4()
    .makeTranslation(...position)
    .multiply(aimed(scene, object, t, new Vector3(...position)))
    .multiply(turned(quaternion(rotation, object.rotationOrder)))
    .multiply(new Matrix4().makeScale(...scale))
}

const turned = (by) => new Matrix4().makeRotationFromQuaternion(by)

const direction = (name) => new Vector3().setComponent('xyz'.indexOf(name[1]), name[0] === '-' ? -1 : 1)

/** How an object is turned at what it aims at, before its own rotation. */
function aimed(scene, object, t, position) {
  const { aim } = object
  if (!aim) return new Matrix4()
  const back = carried(scene, object, t).invert()
  const there = originOf(scene, scene.byName.get(aim.at), t).applyMatrix4(back).sub(position)
  if (there.length() <= 1e-12 * (1 + position.length())) return new Matrix4()
  const towards = there.normalize()
  const inside = (v) => v.clone().transformDirection(back)
  const frame = facing(
    direction(aim.axis ?? '-z'),
    direction(aim.up ?? '+y'),
    towards,
    upOf(towards, inside(up), inside(new Vector3(0, 0, 1))),
  )
  return turned(mixed(new Quaternion(), frame, seen(scene, object, 'aim.weight', t)))
}

const upOf = (along, first, second) => (along.clone().cross(first).length() < TENTH ? second : first)

/** The rotation that brings one direction to another, and a second one, across it, as near to a third as that allows. */
function facing(axis, side, along, wanted) {
  const across = wanted.clone().addScaledVector(along, -wanted.dot(along)).normalize()
  const from = new Matrix4().makeBasis(axis, side, axis.clone().cross(side))
  const to = new Matrix4().makeBasis(along, across, along.clone().cross(across))
  return new Quaternion().setFromRotationMatrix(to.multiply(from.transpose()))
}

function onPath(scene, object, t) {
  const { follow } = object
  const path = scene.byName.get(follow.path)
  const way = wayOf(path)
  const place = world(scene, path, t)
  const at = placeAt(way, seen(scene, object, 'follow.travel', t))
  const origin = pointAt(way, at).applyMatrix4(place)
  const frame = follow.facing ? alongPath(follow, way, at, place) : turnOf(place)
  return new Matrix4().makeTranslation(origin.x, origin.y, origin.z).multiply(turned(frame))
}

/** The rotation of a matrix: its axes, made of length 1, x turned about where it mirrors. */
export function turnOf(matrix) {
  const [x, y, z] = [0, 1, 2].map((column) => new Vector3().setFromMatrixColumn(matrix, column).normalize())
  if (matrix.determinant() < 0) x.negate()
  return new Quaternion().setFromRotationMatrix(new Matrix4().makeBasis(x, y, z))
}

const linear = (matrix) => matrix.clone().setPosition(0, 0, 0)

function alongPath(follow, way, at, place) {
  const inWorld = (v) => v.applyMatrix4(linear(place))
  const headingAt = (where) => inWorld(directionAt(way, where)).normalize()
  const along = headingAt(at)
  const frame = facing(direction(follow.facing), direction(follow.up ?? '+y'), along, upAt(way, at, along, headingAt))
  const slope = inWorld(slopeAt(way.segments[at.i], at.u))
  const bend = inWorld(bendAt(way.segments[at.i], at.u))
  // Seen from above, with the bend to the left positive.
  const flat = Math.hypot(slope.x, slope.z)
  const curvature = flat < 1e-12 ? 0 : (slope.z * bend.x - slope.x * bend.z) / flat ** 3
  const lean = Math.min(60, Math.max(-60, (follow.bank ?? 0) * curvature))
  return new Quaternion().setFromAxisAngle(along, (-lean * Math.PI) / 180).multiply(frame)
}

/** The world's up; where the path is upright, that of the nearest of 512 places where it is not, turned along. */
function upAt(way, at, along, direct) {
  if (along.clone().cross(up).length() >= TENTH) return up
  const here = at.i + at.u
  const places = Array.from({ length: 512 }, (_, k) => placeAt({ ...way, closed: false }, k / 511))
    .filter((each) => direct(each).cross(up).length() >= TENTH)
    .sort((a, b) => Math.abs(a.i + a.u - here) - Math.abs(b.i + b.u - here))
  if (places.length === 0) return new Vector3(0, 0, 1)
  const other = direct(places[0])
  const upright = up.clone().addScaledVector(other, -up.dot(other)).normalize()
  return upright.applyQuaternion(new Quaternion().setFromUnitVectors(other, along))
}

/** The lengths of the axes of a matrix, x negative where it mirrors. */
export function scaleOf(matrix) {
  const lengths = [0, 1, 2].map((column) => new Vector3().setFromMatrixColumn(matrix, column).length())
  if (matrix.determinant() < 0) lengths[0] = -lengths[0]
  return lengths
}
