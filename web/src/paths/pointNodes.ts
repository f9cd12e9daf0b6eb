import { Object3D } from 'three'
import type { Handled } from '../stage/handles'
import { usePathPoints } from './pathPoints'
import type { Ropes } from './ropes'

/** A node for each selected point of a path, so that handles work on them as on objects. */
export function usePointNodes(ropes: Ropes) {
  const points = usePathPoints()
  const holder = new Object3D()
  let nodes = new Map<number, Object3D>()

  /** Puts the nodes where the points are drawn. */
  function place(): void {
    for (const [point, node] of nodes) {
      const at = points.path && ropes.placeOf(points.path.id, point)
      if (at) node.position.copy(at)
      node.updateMatrixWorld(true)
    }
  }

  /** What handles are to work on. */
  function handled(): Handled[] {
    holder.clear()
    nodes = new Map([...points.points].map((point) => [point, new Object3D()]))
    for (const node of nodes.values()) holder.add(node)
    place()
    return [...nodes.values()].map((node) => ({ node, order: 'xyz' }))
  }

  return { place, handled }
}
