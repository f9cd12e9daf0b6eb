import { Box3, Sphere, Vector3 } from 'three'
import type { StageScene } from './stageScene'

/** What some objects and all below them take up, with some room about it; null where there is nothing. */
export function boundsOf(stage: StageScene, ids: Iterable<number>): Sphere | null {
  const box = new Box3()
  for (const id of ids)
    for (const node of stage.inside(id)) {
      box.expandByPoint(new Vector3().setFromMatrixPosition(node.matrixWorld))
      const bent = stage.bentPlaces.of(node.userData.object as number)
      for (let i = 0; bent && i < bent.length; i += 3) box.expandByPoint(new Vector3().fromArray(bent, i))
    }
  return box.isEmpty() ? null : box.expandByScalar(1.2).getBoundingSphere(new Sphere())
}
