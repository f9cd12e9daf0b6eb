import { MathUtils, Object3D, type EulerOrder } from 'three'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'
import { aimed, type Aimed } from './aiming'
import type { Read } from './shapes'

/**
 * An empty node for each object: where it is, and what moves with it. They are not drawn: a chain of parents may be
 * deeper than a renderer calls itself.
 */
export class StageNodes {
  readonly all = new Map<number, Object3D>()
  private readonly root = new Object3D()
  /** What a follower's own transform lies inside: its frame on the path. */
  private readonly frames = new Map<number, Object3D>()

  /** Takes over which objects there are, and what moves with what. */
  arrange(model: SceneModel, gone: (id: number) => void): void {
    for (const [id, node] of this.all) {
      if (model.objects.has(id)) continue
      gone(id)
      node.removeFromParent()
      this.all.delete(id)
      this.frames.delete(id)
    }
    for (const object of model.objects.values()) if (!this.all.has(object.id)) this.all.set(object.id, new Object3D())
    for (const object of model.objects.values()) {
      const above = (object.parent !== null && this.all.get(object.parent)) || this.root
      const parent = object.follow ? this.frameOf(object.id, above) : above
      const node = this.all.get(object.id)!
      if (!object.follow) this.frames.delete(object.id)
      if (node.parent !== parent) parent.add(node)
      node.userData.object = object.id
    }
  }

  /** Puts an object where it is; what it moves with has been put before. */
  place(object: SceneObject, read: Read): void {
    const node = this.all.get(object.id)!
    node.position.set(read('position.x'), read('position.y'), read('position.z'))
    node.rotation.set(
      read('rotation.x') * MathUtils.DEG2RAD,
      read('rotation.y') * MathUtils.DEG2RAD,
      read('rotation.z') * MathUtils.DEG2RAD,
      object.rotationOrder.toUpperCase() as EulerOrder,
    )
    // What it aims at turns it before its own rotation, which a hand that turns it goes on from.
    node.userData.aimed = object.aim ? aimed(node.userData.aimed as Aimed | undefined, node, read) : undefined
    node.scale.set(read('scale.x'), read('scale.y'), read('scale.z'))
    const parent = node.parent!
    if (object.follow) placeFrame(parent, read)
    node.visible = parent.visible && read('visible') >= 0.5
    node.updateMatrix()
    node.matrixWorld.multiplyMatrices(parent.matrixWorld, node.matrix)
  }

  /** An object's node and those of all that move with it. */
  *inside(id: number): Iterable<Object3D> {
    const waiting = [this.all.get(id)]
    for (let node = waiting.pop(); node; node = waiting.pop()) {
      yield node
      waiting.push(...node.children)
    }
  }

  /** The node of a follower's frame, which is seen as long as what is above the follower is. */
  private frameOf(id: number, above: Object3D): Object3D {
    let frame = this.frames.get(id)
    if (!frame) this.frames.set(id, (frame = new Object3D()))
    frame.userData.above = above
    return frame
  }
}

function placeFrame(frame: Object3D, read: Read): void {
  frame.visible = (frame.userData.above as Object3D).visible
  frame.position.set(read('path.x'), read('path.y'), read('path.z'))
  frame.quaternion.set(read('path.qx'), read('path.qy'), read('path.qz'), read('path.qw')).normalize()
  frame.updateMatrix()
  frame.matrixWorld.copy(frame.matrix)
}
