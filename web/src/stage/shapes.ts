import {
  BoxGeometry,
  ConeGeometry,
  CylinderGeometry,
  PlaneGeometry,
  SphereGeometry,
  TorusGeometry,
  type BufferGeometry,
  type Vector3,
} from 'three'

/** Reads a channel of the object being drawn. */
export type Read = (channel: string) => number

const flatPlane = () => new PlaneGeometry(1, 1).rotateX(-Math.PI / 2)
const makers: Record<string, () => BufferGeometry> = {
  box: () => new BoxGeometry(1, 1, 1),
  sphere: () => new SphereGeometry(1, 24, 14),
  cylinder: () => new CylinderGeometry(1, 1, 1, 28),
  cone: () => new ConeGeometry(1, 1, 28),
  plane: flatPlane,
}
const made = new Map<string, BufferGeometry>()

/** Which geometry an object shares with others of its shape; null for kinds that have no shape. */
export function shapeKey(kind: string, read: Read): string | null {
  if (kind === 'torus') {
    // A torus does not scale into another one; those of nearly the same proportion share one.
    const radius = read('shape.radius')
    return `torus:${radius > 0 ? Math.round((read('shape.tube') / radius) * 64) / 64 : 0}`
  }
  return kind in makers ? kind : null
}

export function geometryOf(key: string): BufferGeometry {
  let geometry = made.get(key)
  if (!geometry) {
    const [kind, proportion] = key.split(':')
    geometry = kind === 'torus' ? new TorusGeometry(1, Number(proportion), 12, 36) : makers[kind!]!()
    made.set(key, geometry)
  }
  return geometry
}

/** How the shared geometry, of unit size, is scaled to the object's own measures. */
export function shapeScale(kind: string, read: Read, into: Vector3): Vector3 {
  switch (kind) {
    case 'box':
      return into.set(read('shape.width'), read('shape.height'), read('shape.depth'))
    case 'plane':
      return into.set(read('shape.width'), 1, read('shape.depth'))
    case 'cylinder':
    case 'cone':
      return into.set(read('shape.radius'), read('shape.height'), read('shape.radius'))
    default:
      return into.setScalar(read('shape.radius'))
  }
}
