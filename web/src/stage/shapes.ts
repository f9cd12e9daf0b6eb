import type { BufferGeometry, Vector3 } from 'three'
import type { MeshMessage, TextMessage } from '../api/messages'
import { Recent } from '../shared/recent'
import { dropEdges } from './edges'
import { fileMeshOf, geometryOfMesh, hasShape, meshIfHere, meshOf, textMeshOf, type Cuts, type Spread } from './meshes'

/** Reads a channel of the object being drawn. */
export type Read = (channel: string) => number

/** The geometry that all objects of the same shape, cut and proportion share; of unit size. */
export interface Shape {
  key: string
  geometry: BufferGeometry
  /** Whether it is cut finely, or would be. */
  isFine: boolean
  /** Whether it is cut more coarsely than it is said to be. */
  isCoarser: boolean
}

/** The channels that say how a kind is cut, by the words in which a mesh is asked for. */
const cutChannels: Record<string, Record<string, string>> = {
  box: { x: 'shape.segmentsX', y: 'shape.segmentsY', z: 'shape.segmentsZ' },
  plane: { x: 'shape.segmentsX', z: 'shape.segmentsZ' },
  sphere: { around: 'shape.around', y: 'shape.segmentsY' },
  cylinder: { around: 'shape.around', y: 'shape.segmentsY' },
  cone: { around: 'shape.around', y: 'shape.segmentsY' },
  torus: { around: 'shape.around', aroundTube: 'shape.aroundTube' },
  mesh: {},
  text: { fineness: 'shape.fineness', x: 'shape.segmentsX', y: 'shape.segmentsY', z: 'shape.segmentsZ' },
}

/** What has a shape: what it is and, of a text, what it says, of a mesh, where its triangles are. */
export interface Shaped {
  id: number
  kind: string
  text?: TextMessage | null
  mesh?: MeshMessage | null
}

/** Who keys a proportion or a cut makes many: so many are kept beside those in use. */
const mostKept = 400
const made = new Recent<Shape>(mostKept, (key, { geometry }) => {
  // Whoever still draws it has it sent to the card again.
  geometry.dispose()
  dropEdges(key)
})
/** What a text looked like last, until that of what it says now comes; by the object's number. */
const shown = new Map<number, Shape>()

/** What is cut into fewer parts than this is quick to draw as it is. */
const fine = 600
/** No round thing is cut into fewer parts about its axis; and along an axis, where waves may run, into no more than so many times fewer. */
const [leastAround, mostAlong] = [8, 2]

const isFinelyCut = (cuts: Cuts) => Object.values(cuts).reduce((all, count) => all * count, 1) >= fine

/** Fewer parts each way; null where there are few anyway. */
export function coarserCuts(cuts: Cuts, times: number): Cuts | null {
  if (times <= 1 || !isFinelyCut(cuts)) return null
  return Object.fromEntries(
    Object.entries(cuts).map(([word, count]) => [
      word,
      word.startsWith('around')
        ? Math.min(count, Math.max(leastAround, Math.ceil(count / times)))
        : Math.ceil(count / Math.min(times, mostAlong)),
    ]),
  )
}

/**
 * The shape of an object; null for kinds that have none, and until the first meshes have come.
 * @param coarser So many times fewer parts each way, where it is cut finely: for drawing that cannot keep up.
 */
export function shapeOf({ id, kind, text, mesh }: Shaped, read: Read, coarser = 1): Shape | null {
  if (!hasShape(kind)) return null
  const cuts: Record<string, number> = {}
  for (const [word, channel] of Object.entries(cutChannels[kind]!)) cuts[word] = Math.round(read(channel))
  if (text) cuts.bevel = Math.round(read('shape.bevel') * 1000)
  const coarse = text ? null : coarserCuts(cuts, coarser)
  const coarseMesh = coarse && meshIfHere(kind, coarse)
  const found = coarseMesh ?? (text ? textMeshOf(text, cuts) : mesh ? fileMeshOf(mesh.asset) : meshOf(kind, cuts))
  if (!found) return shown.get(id) ?? null
  const spread = spreadOf(kind, read)
  const [isCoarser, isFine] = [coarseMesh !== null, !text && isFinelyCut(cuts)]
  const key = `${isFine ? (isCoarser ? 'coarser ' : 'fine ') : ''}${found.key}:${Object.values(spread).join(' ')}`
  let shape = made.get(key)
  if (!shape) {
    made.set(key, (shape = { key, geometry: geometryOfMesh(found.mesh, spread), isFine, isCoarser }))
  }
  if (text) shown.set(id, shape)
  return shape
}

const plain: Spread = { x: 0, y: 0, z: 0, steeper: 1 }

/** What does not come of scaling: the tube of a torus, and the spacing and bevels of letters. */
function spreadOf(kind: string, read: Read): Spread {
  if (kind === 'torus') {
    const radius = read('shape.radius')
    const tube = radius > 0 ? Math.fround(read('shape.tube') / radius) : 0
    return { x: tube, y: tube, z: tube, steeper: 1 }
  }
  if (kind !== 'text') return plain
  const [size, depth, bevel] = [read('shape.size'), read('shape.depth'), read('shape.bevel')]
  const x = Math.fround(read('shape.spacing'))
  if (bevel === 0 || size === 0 || depth === 0) return { ...plain, x }
  // A bevel goes no deeper than to the middle of its letter.
  const deep = Math.min(size, depth / (2 * bevel))
  return { x, y: 0, z: Math.fround(deep / depth), steeper: Math.fround(depth / size) }
}

/** How the shared geometry, of unit size, is scaled to the object's own measures. */
export function shapeScale(kind: string, read: Read, into: Vector3): Vector3 {
  switch (kind) {
    case 'mesh':
      return into.setScalar(1)
    case 'box':
      return into.set(read('shape.width'), read('shape.height'), read('shape.depth'))
    case 'plane':
      return into.set(read('shape.width'), 1, read('shape.depth'))
    case 'cylinder':
    case 'cone':
      return into.set(read('shape.radius'), read('shape.height'), read('shape.radius'))
    case 'text':
      return into.set(read('shape.size'), read('shape.size'), read('shape.depth'))
    default:
      return into.setScalar(read('shape.radius'))
  }
}
