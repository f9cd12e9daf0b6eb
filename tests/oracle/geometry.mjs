// "Geometry" of docs/motion.md: where a vertex is, and how much of it is seen.
import { MathUtils, Vector3 } from 'three'
import { seen } from './order.mjs'
import { world } from './world.mjs'

/** A place of an object's rest shape, bent by everything, in the world. */
export function bent(scene, object, t, rest) {
  let place = byOwn(scene, object, t, rest)
  let matrix = world(scene, object, t)
  for (const above of carriers(scene, object)) {
    if (!above.deformers) continue
    const space = world(scene, above, t)
    place = byOwn(scene, above, t, place.applyMatrix4(matrix).applyMatrix4(space.clone().invert()))
    matrix = space
  }
  return place.applyMatrix4(matrix)
}

/** How much is seen of a place of the rest shape. */
export function opacity(scene, object, t, rest) {
  let sum = seen(scene, object, 'look.opacity', t) * faded(scene, object, t, rest)
  for (const above of groups(scene, object)) {
    sum *= seen(scene, above, 'look.opacity', t)
    if (above.fade)
      sum *= faded(
        scene,
        above,
        t,
        rest
          .clone()
          .applyMatrix4(world(scene, object, t))
          .applyMatrix4(world(scene, above, t).clone().invert()),
      )
  }
  return sum
}

/** The groups that carry an object, the nearest first. */
function* carriers(scene, object) {
  for (let name = carrierOf(object); name;) {
    const at = scene.byName.get(name)
    if (at.kind === 'group') yield at
    name = carrierOf(at)
  }
}

const carrierOf = (object) => object.follow?.path ?? object.parent

/** The groups below which an object hangs. */
function* groups(scene, object) {
  for (let at = object; at.parent;) {
    at = scene.byName.get(at.parent)
    if (at.kind === 'group') yield at
  }
}

function faded(scene, object, t, place) {
  if (!object.fade) return 1
  const [around, upwards] = (object.fade.direction ?? [0, 90]).map(MathUtils.degToRad)
  const direction = new Vector3(
    Math.cos(around) * Math.cos(upwards),
    Math.sin(upwards),
    -Math.sin(around) * Math.cos(upwards),
  )
  const beyond = place.dot(direction) - seen(scene, object, 'fade.edge', t)
  const softness = seen(scene, object, 'fade.softness', t)
  const share = softness === 0 ? Number(beyond > 0) : Math.min(1, Math.max(0, beyond / softness))
  return object.fade.invert ? 1 - share : share
}

function byOwn(scene, object, t, rest) {
  let place = rest.clone()
  for (const deformer of object.deformers ?? []) {
    if (deformer.on === false) continue
    const value = (channel) => seen(scene, object, `deform.${deformer.name}.${channel}`, t)
    place = through(deformer, value, place)
  }
  return place
}

const AXES = { x: new Vector3(1, 0, 0), y: new Vector3(0, 1, 0), z: new Vector3(0, 0, 1) }

/** A place after one deformer, by its distance y from the foot, r along the direction and q across. */
function through(deformer, value, place) {
  const axis = AXES[deformer.axis ?? 'y']
  const turn = hasDirection.has(deformer.kind) ? MathUtils.degToRad(value('direction')) : 0
  const along = (deformer.axis === 'x' ? AXES.y : AXES.x).clone().applyAxisAngle(axis, turn)
  const across = axis.clone().cross(along)
  const h = value('length')
  const foot = value('foot')
  const y = place.dot(axis) - foot
  const within = deformer.within ?? true
  const s = within ? Math.min(1, Math.max(0, y / h)) : y / h
  const made = kinds[deformer.kind]({
    y,
    r: place.dot(along),
    q: place.dot(across),
    s,
    h,
    within,
    value,
    oneWay: deformer.oneWay ?? false,
  })
  return axis
    .clone()
    .multiplyScalar(made.y + foot)
    .addScaledVector(along, made.r)
    .addScaledVector(across, made.q)
}

const hasDirection = new Set(['bend', 'taper', 'bulge', 'shear', 'wave'])

const widened = ({ y, r, q, oneWay }, by) => ({ y, r: r * by, q: oneWay ? q : q * by })

const kinds = {
  bend({ y, r, q, h, within, value }) {
    const k = MathUtils.degToRad(value('strength')) / h
    if (Math.abs(k * h) < 1e-12) return { y, r, q }
    const bentTo = within ? Math.min(h, Math.max(0, y)) : y
    const beyond = y - bentTo
    const [sine, cosine] = [Math.sin(k * bentTo), Math.cos(k * bentTo)]
    // Below the foot still, straight on beyond the head.
    return { r: (1 - cosine) / k + r * cosine + beyond * sine, y: sine / k - r * sine + beyond * cosine, q }
  },
  twist({ y, r, q, s, value }) {
    const angle = MathUtils.degToRad(value('strength')) * s
    return { y, r: r * Math.cos(angle) - q * Math.sin(angle), q: r * Math.sin(angle) + q * Math.cos(angle) }
  },
  taper: (at) => widened(at, 1 + at.value('strength') * at.s),
  bulge: (at) => widened(at, 1 + at.value('strength') * 4 * at.s * (1 - at.s)),
  shear: ({ y, r, q, s, h, value }) => ({ y, r: r + value('strength') * h * s, q }),
  stretch({ y, r, q, s, h, value }) {
    const k = value('strength')
    const section = 1 / Math.sqrt(1 + k)
    return { y: y + k * h * s, r: r * section, q: q * section }
  },
  flatten({ y, r, q, s, h, value }) {
    const k = value('strength')
    const section = 1 + k * value('spread') * (1 - s) ** 2
    return { y: y - k * h * s, r: r * section, q: q * section }
  },
  wave({ y, r, q, s, value }) {
    const held = value('pinned')
    return {
      y,
      r: r + value('amount') * (1 - held + held * s) * Math.sin(2 * Math.PI * (value('count') * s - value('phase'))),
      q,
    }
  },
  ripple({ y, r, q, h, value }) {
    const far = Math.hypot(r, q) / h
    return {
      y:
        y +
        value('amount') *
          Math.sin(2 * Math.PI * (value('count') * far - value('phase'))) *
          (1 - value('fade') * Math.min(far, 1)),
      r,
      q,
    }
  },
}
