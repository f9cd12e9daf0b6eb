import { Box3, Frustum, Matrix4, Sphere, Vector3, type Camera } from 'three'
import type { SampleBook } from '../scene/samples'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'
import { reader, type Held } from './reader'
import { shapeOf, shapeScale } from './shapes'
import type { StageScene } from './stageScene'

/** A scene as it stands on the stage. */
export interface Standing {
  stage: StageScene
  model: SceneModel
  book: SampleBook
  frame: number
  held: Held
}

/** What is small or has no size is seen with as much about it. */
const leastRadius = 1.2
/** How much wider the view is than what it looks at. */
const roomy = 1.15

/**
 * What some objects and all below them take up, with some room about it; null where there is nothing.
 * @param ids Without them, all that can be seen and that helps nobody else to be seen.
 */
export function boundsOf(at: Standing, ids?: Iterable<number>): Sphere | null {
  const { stage, model } = at
  const found = ids ? [...ids].flatMap((id) => [...stage.inside(id)]) : [...stage.nodes.values()]
  const objects = found.flatMap((node) => model.objects.get(node.userData.object as number) ?? [])
  const meant = objects.filter(({ id, kind }) =>
    ids ? kind !== 'group' : isLookedAt(kind) && stage.nodes.get(id)!.visible,
  )
  const places = (meant.length ? meant : objects).flatMap((object) => placesOf(object, at))
  if (places.length === 0) return null
  const middle = new Box3().setFromPoints(places).getCenter(new Vector3())
  const ball = new Sphere().setFromPoints(places, middle)
  ball.radius = Math.max(ball.radius * roomy, leastRadius)
  return ball
}

const isLookedAt = (kind: string) => kind !== 'camera' && kind !== 'light' && kind !== 'group'

/** The objects that a camera does not see; those without a shape by where they are. A group has nothing to be seen by. */
export function outside(camera: Camera, at: Standing): number[] {
  camera.updateMatrixWorld()
  const seen = new Frustum().setFromProjectionMatrix(
    new Matrix4().multiplyMatrices(camera.projectionMatrix, camera.matrixWorldInverse),
  )
  return at.model.inOrder().flatMap((object) => {
    if (!at.stage.nodes.has(object.id) || object.kind === 'group') return []
    return seen.intersectsBox(box.setFromPoints(placesOf(object, at))) ? [] : [object.id]
  })
}

/** What an object takes up in the world: its shape, as it is bent, or its path, or else where it is. */
function placesOf(object: SceneObject, { stage, book, frame, held }: Standing): Vector3[] {
  const world = stage.nodes.get(object.id)!.matrixWorld
  const bent = stage.bentPlaces.of(object.id)
  if (bent) return Array.from({ length: bent.length / 3 }, (_, i) => new Vector3().fromArray(bent, i * 3))
  const read = reader(object, book, frame, held)
  const shape = shapeOf(object, read)
  if (shape) {
    const { geometry } = shape
    if (!geometry.boundingBox) geometry.computeBoundingBox()
    placed.makeScale(...shapeScale(object.kind, read, size).toArray()).premultiply(world)
    return cornersOf(geometry.boundingBox!).map((corner) => corner.applyMatrix4(placed))
  }
  if (!object.path) return [new Vector3().setFromMatrixPosition(world)]
  return object.path.points.map(({ at }) => new Vector3().fromArray(at).applyMatrix4(world))
}

const cornersOf = ({ min, max }: Box3) =>
  [min.x, max.x].flatMap((x) => [min.y, max.y].flatMap((y) => [min.z, max.z].map((z) => new Vector3(x, y, z))))

const box = new Box3()
const placed = new Matrix4()
const size = new Vector3()
