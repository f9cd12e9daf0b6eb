import { Color, LineBasicMaterial, LineSegments, MathUtils, Vector3, type Matrix4, type Scene } from 'three'
import { bendingOf, type Laying } from '../deform/bending'
import { BentGhosts } from '../deform/bentGhosts'
import type { Steps } from '../deform/steps'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'
import { shapeOf, shapeScale, type Read } from '../stage/shapes'
import { solid } from '../stage/stageShapes'
import type { View } from '../stage/views'
import { inkOf, MarkBuffer, type Ink } from './buffers'
import type { PoseAround, PosePicture } from './posesAround'

const past = inkOf(0x6fb7e0)
const ahead = inkOf(0xff9440)
/** How much is seen of the pose nearest to the playhead, and how much less of one that is far away. */
const [nearby, less] = [0.5, 0.36]
/** How much of its own colour is left of it. */
const own = 0.25

/** Whole poses before and after the playhead: clear, what was in blue, what comes in orange. */
export class PoseGhosts {
  private readonly shapes: BentGhosts
  /** What is there now, once more: nothing that was or comes lies over it. */
  private readonly present: BentGhosts
  /** The two ends of each. */
  private readonly bones = new MarkBuffer()
  private readonly lines = new LineSegments(
    this.bones.geometry,
    new LineBasicMaterial({ vertexColors: true, transparent: true, opacity: 0.6 }),
  )

  constructor(
    three: Scene,
    private readonly steps: Steps,
  ) {
    this.shapes = new BentGhosts(three, steps)
    this.present = new BentGhosts(three, steps, true)
    this.lines.frustumCulled = false
    three.add(this.lines)
  }

  /**
   * Between the begin and the end of the steps that bend things in a picture.
   * @param now Where things are on the playhead's frame.
   * @param unseen What this window hides.
   */
  show(picture: PosePicture | null, now: Laying, unseen: ReadonlySet<number>): void {
    this.shapes.begin()
    this.present.begin()
    this.bones.begin(2 * (picture?.poses.length ?? 0) * (picture?.objects.length ?? 0))
    for (const pose of picture?.poses ?? []) this.add(pose, picture!, now.model, unseen)
    if (picture?.poses.length)
      for (const object of picture.objects) if (!unseen.has(object.id)) this.addPresent(object, now)
    this.bones.end()
    this.shapes.end()
    this.present.end()
  }

  /** They are seen where helpers are. */
  dress({ shading, helpers }: View): void {
    this.shapes.dress(shading)
    this.shapes.reveal(helpers)
    this.present.reveal(helpers && shading === 'shaded')
    this.lines.visible = helpers && this.bones.count > 0
  }

  dispose(): void {
    this.shapes.dispose()
    this.present.dispose()
    this.lines.geometry.dispose()
    this.lines.material.dispose()
  }

  private add(pose: PoseAround, picture: PosePicture, model: SceneModel, unseen: ReadonlySet<number>): void {
    const { frame } = pose
    const lead = picture.lead(frame)
    if (!lead) return
    const ink = pose.isPast ? past : ahead
    const strength = nearby - less * pose.far
    const worldOf = (id: number) => picture.worldOf(id, frame)!
    const readOf = (object: SceneObject) => picture.readOf(object, frame)
    const laying = { model, worldOf, readOf, steps: this.steps }
    for (const object of picture.objects) {
      if (unseen.has(object.id) || !picture.worldOf(object.id, frame)) continue
      const left = leftOf(object, model, readOf)
      if (left === 0) continue
      if (object.kind === 'joint') this.bone(object, model, (id) => worldOf(id).clone().premultiply(lead), ink)
      const read = readOf(object)
      const shape = shapeOf(object, read)
      const opacity = shape ? unit(read('look.opacity')) * left * strength : 0
      if (!shape || opacity === 0) continue
      const bent = bendingOf(object, laying)
      colour.setRGB(read('look.red'), read('look.green'), read('look.blue')).lerp(inks.fromArray(ink), 1 - own)
      const size = shapeScale(object.kind, read, scratch)
      this.shapes.add(
        object.id,
        shape,
        size,
        { ...bent, world: bent.world.clone().premultiply(lead) },
        colour,
        opacity,
        false,
      )
    }
  }

  private addPresent(object: SceneObject, now: Laying): void {
    const read = now.readOf(object)
    const shape = shapeOf(object, read)
    if (!shape || read('look.opacity') * leftOf(object, now.model, now.readOf) < solid) return
    const bent = bendingOf(object, now)
    if (bent.fades) return
    colour.setRGB(read('look.red'), read('look.green'), read('look.blue'))
    this.present.add(object.id, shape, shapeScale(object.kind, read, scratch), bent, colour, 1, true)
  }

  private bone(
    { id, parent, follow }: SceneObject,
    model: SceneModel,
    placeOf: (id: number) => Matrix4,
    ink: Ink,
  ): void {
    if (parent === null || follow || model.objects.get(parent)?.kind !== 'joint') return
    for (const end of [parent, id]) {
      const { x, y, z } = place.setFromMatrixPosition(placeOf(end))
      this.bones.add(x, y, z, ink)
    }
  }
}

/** What is left of an object by what it hangs below: nothing where something there is hidden, else what groups leave. */
function leftOf(object: SceneObject, model: SceneModel, readOf: (object: SceneObject) => Read): number {
  let left = 1
  for (
    let at: SceneObject | undefined = object;
    at;
    at = at.parent === null ? undefined : model.objects.get(at.parent)
  ) {
    const read = readOf(at)
    if (read('visible') < 0.5) return 0
    if (at !== object && at.kind === 'group') left *= unit(read('look.opacity'))
  }
  return left
}

const [colour, inks] = [new Color(), new Color()]
const [scratch, place] = [new Vector3(), new Vector3()]
const unit = (value: number) => MathUtils.clamp(value, 0, 1)
