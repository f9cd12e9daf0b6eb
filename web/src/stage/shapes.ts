import { EdgesGeometry, type BufferGeometry, type Vector3 } from 'three'
import { geometryOfMesh, hasShape, meshOf, type Cuts } from './meshes'

/** Reads a channel of the object being drawn. */
export type Read = (channel: string) => number

/** The geometry that all objects of the same shape, cut and proportion share; of unit size. */
export interface Shape {
  key: string
  geometry: BufferGeometry
}

/** The channels that say how a kind is cut, by the words in which a mesh is asked for. */
const cutChannels: Record<string, Record<string, string>> = {
  box: { x: 'shape.segmentsX', y: 'shape.segmentsY', z: 'shape.segmentsZ' },
  plane: { x: 'shape.segmentsX', z: 'shape.segmentsZ' },
  sphere: { around: 'shape.around', y: 'shape.segmentsY' },
  cylinder: { around: 'shape.around', y: 'shape.segmentsY' },
  cone: { around: 'shape.around', y: 'shape.segmentsY' },
  torus: { around: 'shape.around', aroundTube: 'shape.aroundTube' },
}

const made = new Map<string, Shape>()
const edges = new Map<string, EdgesGeometry>()
/** Who keys a proportion or a cut makes many; the oldest go, and whoever still draws one keeps it. */
const mostKept = 400

/** The shape of an object; null for kinds that have none, and until the first meshes have come. */
export function shapeOf(kind: string, read: Read): Shape | null {
  if (!hasShape(kind)) return null
  const cuts: Record<string, number> = {}
  for (const [word, channel] of Object.entries(cutChannels[kind]!)) cuts[word] = Math.round(read(channel))
  const found = meshOf(kind, cuts as Cuts)
  if (!found) return null
  // A torus does not scale into another one.
  const radius = kind === 'torus' ? read('shape.radius') : 0
  const tube = radius > 0 ? Math.fround(read('shape.tube') / radius) : 0
  const key = `${found.key}:${tube}`
  let shape = made.get(key)
  if (!shape) {
    made.set(key, (shape = { key, geometry: geometryOfMesh(found.mesh, tube) }))
    if (made.size > mostKept) forgetOldest()
  }
  return shape
}

function forgetOldest(): void {
  const [oldest] = made.keys()
  // Whoever still draws it has it sent to the card again.
  made.get(oldest!)!.geometry.dispose()
  edges.get(oldest!)?.dispose()
  made.delete(oldest!)
  edges.delete(oldest!)
}

/** The lines along which a shape is hard. */
export function edgesOf({ key, geometry }: Shape): EdgesGeometry {
  let lines = edges.get(key)
  if (!lines) edges.set(key, (lines = new EdgesGeometry(geometry, 30)))
  return lines
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
