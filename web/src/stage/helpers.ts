import {
  ConeGeometry,
  Mesh,
  MeshBasicMaterial,
  OctahedronGeometry,
  type Object3D,
  type Raycaster,
  type Scene,
} from 'three'
import type { SceneObject } from '../scene/sceneRows'
import { Pool } from './pool'
import type { LineInks } from './stageColours'
import { putAt } from './stageShapes'
import type { View } from './views'

/** The marks by which cameras and lights are seen and taken. */
export class Helpers {
  private readonly pool: Pool<Mesh>
  private readonly camera = new ConeGeometry(0.28, 0.5, 4, 1)
    .rotateY(Math.PI / 4)
    .rotateX(Math.PI / 2)
    .translate(0, 0, -0.2)
  private readonly light = new OctahedronGeometry(0.28)

  constructor(three: Scene) {
    this.pool = new Pool(three, () => new Mesh(undefined, new MeshBasicMaterial({ wireframe: true })))
  }

  begin(): void {
    this.pool.begin()
  }

  add(object: SceneObject, node: Object3D, isSelected: boolean, inks: LineInks): void {
    const helper = this.pool.next()
    helper.geometry = object.kind === 'camera' ? this.camera : this.light
    ;(helper.material as MeshBasicMaterial).color.set(isSelected ? inks.picked : inks.plain)
    putAt(helper, object.id, node.matrixWorld)
  }

  end(): void {
    this.pool.end()
  }

  /** Who looks through a camera does not see its mark. */
  dress({ helpers, look }: View): void {
    for (const helper of this.pool.inUse) helper.visible = helpers && helper.userData.object !== look
  }

  *under(ray: Raycaster): Iterable<{ distance: number; id: number }> {
    for (const { distance, object } of ray.intersectObjects(this.pool.inUse, false))
      yield { distance, id: object.userData.object as number }
  }
}
