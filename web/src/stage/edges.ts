import { Box3, BoxGeometry, BufferGeometry, EdgesGeometry, Float32BufferAttribute, Vector3 } from 'three'
import type { Shape } from './shapes'

/** Where two faces meet at a wider angle than this, in degrees, a shape is hard. */
const hard = 30
/** A sphere or a torus whose faces meet at wider ones is seen as what it is cut into. */
const coarse = 40
/** A circle is drawn as so many lines. */
const round = 64

const known = new Map<string, BufferGeometry>()

/** The lines that stand for a shape: along its hard edges, or around one that has none. */
export function edgesOf({ key, geometry }: Shape): BufferGeometry {
  let lines = known.get(key)
  if (!lines) known.set(key, (lines = linesOf(key, geometry)))
  return lines
}

/** Lets go of the lines of a shape that is not kept any more. */
export function dropEdges(key: string): void {
  known.get(key)?.dispose()
  known.delete(key)
}

function linesOf(key: string, geometry: BufferGeometry): BufferGeometry {
  geometry.computeBoundingBox()
  const box = geometry.boundingBox!
  const kind = /^(?:fine |coarser )?(sphere|torus)\b/.exec(key)?.[1]
  if (kind && isEmpty(new EdgesGeometry(geometry, coarse)))
    return circles(kind === 'torus' ? circlesOfTorus(box) : axes.map((axis) => ({ axis, radius: box.max[axis] })))
  const edges = new EdgesGeometry(geometry, hard)
  return isEmpty(edges) && !box.isEmpty() ? around(box) : edges
}

const isEmpty = (lines: BufferGeometry) => lines.getAttribute('position').count === 0

type Axis = 'x' | 'y' | 'z'
const axes: readonly Axis[] = ['x', 'y', 'z']

interface Circle {
  /** What it goes around. */
  axis: Axis
  radius: number
  /** Its middle; the shape's, when left out. */
  at?: Vector3
}

/** The outermost and the innermost circle of a torus, and four around its tube. */
function circlesOfTorus({ max }: Box3): Circle[] {
  const axis = axes.reduce((least, each) => (max[each] < max[least] ? each : least))
  const [one, other] = axes.filter((each) => each !== axis) as [Axis, Axis]
  const tube = max[axis]
  const middle = max[one] - tube
  const tubes = [one, other].flatMap((way, i) =>
    [-middle, middle].map((to) => ({
      axis: i === 0 ? other : one,
      radius: tube,
      at: new Vector3().setComponent(axes.indexOf(way), to),
    })),
  )
  return [{ axis, radius: middle + tube }, { axis, radius: Math.abs(middle - tube) }, ...tubes]
}

function circles(all: readonly Circle[]): BufferGeometry {
  const places: number[] = []
  for (const { axis, radius, at } of all) {
    const [a, b] = axes.filter((each) => each !== axis) as [Axis, Axis]
    for (let i = 0; i < round; i++)
      for (const step of [i, i + 1]) {
        const angle = (step / round) * 2 * Math.PI
        const place = new Vector3()
        place[a] = Math.cos(angle) * radius
        place[b] = Math.sin(angle) * radius
        places.push(...place.add(at ?? origin).toArray())
      }
  }
  return new BufferGeometry().setAttribute('position', new Float32BufferAttribute(places, 3))
}

/** The edges of the box that a smooth shape fills. */
function around(box: Box3): BufferGeometry {
  const [size, centre] = [box.getSize(new Vector3()), box.getCenter(new Vector3())]
  const filled = new BoxGeometry(size.x, size.y, size.z).translate(centre.x, centre.y, centre.z)
  const edges = new EdgesGeometry(filled)
  filled.dispose()
  return edges
}

const origin = new Vector3()
