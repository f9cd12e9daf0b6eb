import { Matrix3, Matrix4, Vector3 } from 'three'
import { carrierOf, isBendingGroup, layCarriers } from '../deform/bending'
import type { BentPoints } from '../deform/bentPoints'
import type { Run } from '../deform/steps'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'
import type { WorldPlaces } from './worldPlaces'

/** A place on a frame. */
type Placed = readonly [frame: number, place: Vector3]

/** Frames are worked out so many at once: to ask the graphics card for one is as slow as to ask it for many. */
const together = 64
/** So near, in scene lengths, a place is led back to where it came from; and after so many tries it is left. */
const near = 1e-5
const tries = 12

/** Where things come to lie that are carried by groups which are bent; of all others, where they are. */
export class BentPlaces {
  private readonly known = new Map<number, Map<number, Vector3>>()
  private readonly carried = new Map<number, boolean>()

  constructor(
    private readonly model: SceneModel,
    private readonly world: WorldPlaces,
    /** The present graphics card's; null before there is one. */
    private readonly points: BentPoints | null,
  ) {}

  /** Where an object stands on a frame, as it is seen; null where the samples are not here. */
  at(object: SceneObject, frame: number): Vector3 | null {
    const world = this.world.at(object.id, frame)
    if (!world) return null
    if (!this.isBent(object)) return new Vector3().setFromMatrixPosition(world)
    let frames = this.known.get(object.id)
    if (!frames) this.known.set(object.id, (frames = new Map()))
    if (!frames.has(frame)) this.learn(object, frame, frames)
    return frames.get(frame)?.clone() ?? null
  }

  /** Leads places that an object could have to where it would be seen. */
  bend(object: SceneObject, places: readonly Placed[]): Vector3[] {
    return this.isBent(object) && places.every(([frame]) => this.world.at(object.id, frame))
      ? this.bentAll(object, places)
      : places.map(([, place]) => place)
  }

  /** Leads a place as it is seen back to the one that the object would have to have; null where there is none to be found. */
  straighten(object: SceneObject, frame: number, seen: Vector3): Vector3 | null {
    if (!this.isBent(object)) return seen
    const from = this.world.at(object.id, frame)
    if (!from) return null
    // By Newton's way, with slopes from places a little aside.
    const at = new Vector3().setFromMatrixPosition(from)
    for (let i = 0; i < tries; i++) {
      const asked = [at, ...sides.map((side) => at.clone().addScaledVector(side, aside))]
      const [here, x, y, z] = this.bentAll(
        object,
        asked.map((place) => [frame, place]),
      ) as [Vector3, Vector3, Vector3, Vector3]
      const off = seen.clone().sub(here)
      if (off.length() < near) return at
      const slopes = [x, y, z].map((each) => each.sub(here).divideScalar(aside)) as [Vector3, Vector3, Vector3]
      const [a, b, c] = slopes
      const back = new Matrix3().set(a.x, b.x, c.x, a.y, b.y, c.y, a.z, b.z, c.z)
      if (Math.abs(back.determinant()) < 1e-9) return null
      at.add(off.applyMatrix3(back.invert()))
    }
    return null
  }

  /** Whether anything that carries an object is bent. */
  isBent(object: SceneObject): boolean {
    let is = this.carried.get(object.id)
    if (is === undefined) this.carried.set(object.id, (is = this.points !== null && this.hasBendingCarrier(object)))
    return is
  }

  private hasBendingCarrier(object: SceneObject): boolean {
    for (let id = carrierOf(object); id !== null;) {
      const above = this.model.objects.get(id)
      if (!above) return false
      if (isBendingGroup(above)) return true
      id = carrierOf(above)
    }
    return false
  }

  private learn(object: SceneObject, frame: number, frames: Map<number, Vector3>): void {
    const first = Math.floor(frame / together) * together
    const asked: Placed[] = []
    for (let each = first; each < first + together; each++) {
      const world = frames.has(each) ? null : this.world.at(object.id, each)
      if (world) asked.push([each, new Vector3().setFromMatrixPosition(world)])
    }
    this.bentAll(object, asked).forEach((place, i) => frames.set(asked[i]![0], place))
  }

  private bentAll(object: SceneObject, asked: readonly Placed[]): Vector3[] {
    const points = this.points!
    points.begin()
    const runs = new Map<number, Run>()
    for (const [frame, place] of asked) {
      let run = runs.get(frame)
      if (!run) runs.set(frame, (run = this.layOn(object, frame, points)))
      points.add(place, run)
    }
    return points.read()
  }

  /** What bends an object on a frame, from the world and back into it. */
  private layOn(object: SceneObject, frame: number, { steps }: BentPoints): Run {
    const first = steps.length
    const last = layCarriers(object, inTheWorld, {
      model: this.model,
      worldOf: (id) => this.world.at(id, frame)!,
      readOf: (each) => this.world.reader(each, frame),
      steps,
    })
    if (last !== inTheWorld) steps.lead(last)
    return { first, count: steps.length - first }
  }
}

const inTheWorld = new Matrix4()
const aside = 1e-2
const sides = [new Vector3(1, 0, 0), new Vector3(0, 1, 0), new Vector3(0, 0, 1)]
