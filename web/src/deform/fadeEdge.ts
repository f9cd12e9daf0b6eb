import {
  BufferGeometry,
  LineBasicMaterial,
  LineSegments,
  Points,
  PointsMaterial,
  Vector3,
  type Matrix4,
  type Scene,
} from 'three'
import type { SceneObject } from '../scene/sceneRows'
import { layBending, type Laying } from './bending'
import { bends, bendUniforms } from './bendShader'
import type { BentPlaces } from './bentPlaces'
import { lanternRadius } from './lanternShape'
import { putPlaces } from './putPlaces'
import { roundSpot } from './roundSpot'
import type { Steps } from './steps'

export interface FadeWish extends Laying {
  object: SceneObject
}

/** What the edge shows, for the hand that takes hold of it. */
export interface FadeHeld {
  object: SceneObject
  direction: Vector3
  edge: number
  softness: number
  /** The object's own space. */
  world: Matrix4
}

export type FadePart = 'edge' | 'end'

const mint = 0x7fd8be
const parts = 32
const placesId = -3

/** Where a fade begins and ends: two rings across its direction, bent as the object is, with a round grip in each. */
export class FadeEdge {
  private readonly rings: LineSegments<BufferGeometry, LineBasicMaterial>
  private readonly grips: Points<BufferGeometry, PointsMaterial>
  private readonly own = [bendUniforms(), bendUniforms()] as const
  private held: FadeHeld | null = null

  constructor(
    scene: Scene,
    private readonly steps: Steps,
    private readonly bent: BentPlaces,
  ) {
    const [rings, grips] = this.own
    const common = { color: mint, transparent: true, depthTest: false }
    this.rings = new LineSegments(
      new BufferGeometry(),
      bends(new LineBasicMaterial({ ...common, opacity: 0.9 }), steps, rings),
    )
    const size = 13 * (globalThis.devicePixelRatio ?? 1)
    this.grips = new Points(
      new BufferGeometry(),
      bends(new PointsMaterial({ ...common, size, sizeAttenuation: false, map: roundSpot() }), steps, grips),
    )
    for (const drawn of [this.rings, this.grips]) {
      drawn.frustumCulled = false
      drawn.matrixAutoUpdate = false
      drawn.visible = false
      drawn.renderOrder = 2
      scene.add(drawn)
    }
    for (const { bendSize } of this.own) bendSize.value.set(1, 1, 1)
  }

  /** What the edge stands for; null while none is shown. */
  get shown(): FadeHeld | null {
    return this.held
  }

  show(wish: FadeWish | null): void {
    this.held = null
    const fade = wish?.object.fade
    if (!wish || !fade) return
    const { object, readOf, worldOf } = wish
    const read = readOf(object)
    const direction = new Vector3().fromArray(fade.direction)
    const [edge, softness] = [read('fade.edge'), read('fade.softness')]
    const first = this.steps.length
    const world = layBending(object, 0, wish)
    const run = { first, count: this.steps.length - first }
    this.held = { object, direction, edge, softness, world: worldOf(object.id).clone() }
    const radius = Math.max(
      ...(['x', 'y', 'z'] as const).map((axis) => lanternRadius(object, axis, wish.model, worldOf, readOf)),
    )
    const [u, v] = across(direction)
    const ring = (far: number) => (i: number) =>
      direction
        .clone()
        .multiplyScalar(far)
        .addScaledVector(u, radius * Math.cos((2 * Math.PI * i) / parts))
        .addScaledVector(v, radius * Math.sin((2 * Math.PI * i) / parts))
    const ends = softness > 0 ? [edge, edge + softness] : [edge]
    putPlaces(
      this.rings.geometry,
      ends.flatMap((far) => Array.from({ length: parts }, (_, i) => [ring(far)(i), ring(far)(i + 1)]).flat()),
    )
    putPlaces(
      this.grips.geometry,
      ends.map((far) => ring(far)(0)),
    )
    for (const [i, drawn] of [this.rings, this.grips].entries()) {
      this.own[i]!.bendRun.value.set(run.first, run.count)
      drawn.matrix.copy(world)
      drawn.matrixWorldNeedsUpdate = true
    }
    this.bent.add({
      id: placesId,
      shape: { key: 'fade', geometry: this.grips.geometry, isFine: false, isCoarser: false },
      size: one,
      run,
      world,
    })
  }

  dress(helpers: boolean): void {
    this.rings.visible = this.grips.visible = helpers && this.held !== null
  }

  /** Where the grip of an end is in the world; none while nothing is shown. */
  placeOf(part: FadePart): Vector3[] {
    const read = this.held && this.bent.of(placesId)
    const at = part === 'edge' ? 0 : 3
    return read && read.length > at ? [new Vector3().fromArray(read, at)] : []
  }

  dispose(): void {
    for (const { geometry, material } of [this.rings, this.grips]) {
      geometry.dispose()
      material.dispose()
    }
  }
}

const one = new Vector3(1, 1, 1)

/** Two ways across a third one, and across each other. */
function across(way: Vector3): [Vector3, Vector3] {
  const aside = Math.abs(way.y) < 0.9 ? new Vector3(0, 1, 0) : new Vector3(1, 0, 0)
  const u = aside.addScaledVector(way, -aside.dot(way)).normalize()
  return [u, new Vector3().crossVectors(way, u)]
}
