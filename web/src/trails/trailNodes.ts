import { Object3D, Vector3, type Matrix4 } from 'three'
import type { Edit } from '../api/http'
import type { Handled } from '../stage/handles'
import { lengthOf } from './trail'
import type { useTrailEdits } from './trailEdits'
import type { useTrailPicture } from './trailPicture'
import { useTrails } from './trails'

/** Where handles took hold of nodes, and where they have brought them. */
interface Held {
  starts: readonly Matrix4[]
  worlds: readonly Matrix4[]
}

const origin = (world: Matrix4) => new Vector3().setFromMatrixPosition(world)

interface Point {
  object: number
  frame: number
}

/** A node for each selected point of a trail, so that handles move, turn and size them as they do objects. */
export function useTrailNodes(picture: ReturnType<typeof useTrailPicture>, edits: ReturnType<typeof useTrailEdits>) {
  const trails = useTrails()
  const holder = new Object3D()
  let points: Point[] = []
  let nodes: Object3D[] = []

  /** Where a point is drawn; null where it is not. */
  function placeOf({ object, frame }: Point): Vector3 | null {
    const trail = picture.drawn().find((each) => each.object === object)
    const i = trail ? frame - trail.first : -1
    if (!trail || i < 0 || i >= lengthOf(trail) || Number.isNaN(trail.places[i * 3]!)) return null
    return new Vector3().fromArray(trail.places, i * 3)
  }

  /** Puts the nodes where the points are drawn. */
  function place(): void {
    points.forEach((point, i) => {
      const at = placeOf(point)
      if (at) nodes[i]!.position.copy(at)
      nodes[i]!.updateMatrixWorld(true)
    })
  }

  /** What handles are to work on: the selected points that are drawn. */
  function handled(): Handled[] {
    holder.clear()
    points = [...trails.selected]
      .flatMap(([object, frames]) => [...frames].map((frame) => ({ object, frame })))
      .filter((point) => placeOf(point) !== null)
    nodes = points.map(() => new Object3D())
    if (nodes.length) holder.add(...nodes)
    place()
    return nodes.map((node) => ({ node, order: 'xyz' }))
  }

  /** The edit that brings the points to where handles have brought their nodes. */
  const editOf = ({ worlds, starts }: Held): Edit | null =>
    edits.moved(worlds.map((world, i) => ({ ...points[i]!, from: origin(starts[i]!), place: origin(world) })))

  return { place, handled, editOf }
}
