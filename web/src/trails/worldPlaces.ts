import { Euler, MathUtils, Matrix4, Quaternion, Vector3, type EulerOrder } from 'three'
import type { SampleBook } from '../scene/samples'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'
import { reader, type Held } from '../stage/reader'

/** What stands in for samples on the frame on which a hand holds something. */
export interface HeldOn {
  frame: number
  held: Held
}

/**
 * Where objects are in the world on any frame, put together from samples as the stage does it for the frame that it
 * shows. Each is worked out once for as long as the samples are the same.
 */
export class WorldPlaces {
  private readonly known = new Map<number, Map<number, Matrix4>>()

  constructor(
    private readonly model: SceneModel,
    private readonly book: SampleBook,
    private readonly now: HeldOn,
  ) {}

  /** An object's transform in the world; null where the samples are not here. */
  at(id: number, frame: number): Matrix4 | null {
    let frames = this.known.get(id)
    if (!frames) this.known.set(id, (frames = new Map()))
    const there = frames.get(frame)
    if (there !== undefined) return there
    const object = this.model.objects.get(id)
    const made = object && this.book.isHere(frame) ? this.made(object, frame) : null
    // What is not here yet may come.
    if (made) frames.set(frame, made)
    return made
  }

  /** What an object's own position lies inside. */
  around(object: SceneObject, frame: number): Matrix4 | null {
    if (object.follow) return this.onPath(object, frame)
    return object.parent === null ? identity : this.at(object.parent, frame)
  }

  private made(object: SceneObject, frame: number): Matrix4 | null {
    const outer = this.around(object, frame)
    if (!outer) return null
    const read = this.reader(object, frame)
    position.set(read('position.x'), read('position.y'), read('position.z'))
    euler.set(
      read('rotation.x') * MathUtils.DEG2RAD,
      read('rotation.y') * MathUtils.DEG2RAD,
      read('rotation.z') * MathUtils.DEG2RAD,
      object.rotationOrder.toUpperCase() as EulerOrder,
    )
    turn.setFromEuler(euler)
    if (object.aim)
      turn.premultiply(aim.set(read('aim.qx'), read('aim.qy'), read('aim.qz'), read('aim.qw')).normalize())
    scale.set(read('scale.x'), read('scale.y'), read('scale.z'))
    return new Matrix4().compose(position, turn, scale).premultiply(outer)
  }

  private onPath(object: SceneObject, frame: number): Matrix4 | null {
    if (!this.book.isHere(frame)) return null
    const read = this.reader(object, frame)
    position.set(read('path.x'), read('path.y'), read('path.z'))
    turn.set(read('path.qx'), read('path.qy'), read('path.qz'), read('path.qw')).normalize()
    return new Matrix4().compose(position, turn, one)
  }

  /** The values of an object's channels on a frame. */
  reader(object: SceneObject, frame: number): (channel: string) => number {
    return reader(object, this.book, frame, frame === this.now.frame ? this.now.held : null)
  }
}

const identity = new Matrix4()
const one = new Vector3(1, 1, 1)
const [position, scale, euler, turn, aim] = [
  new Vector3(),
  new Vector3(),
  new Euler(),
  new Quaternion(),
  new Quaternion(),
]
