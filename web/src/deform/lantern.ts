import {
  BufferGeometry,
  DoubleSide,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  Points,
  PointsMaterial,
  Vector3,
  type Matrix4,
  type Object3D,
  type Scene,
} from 'three'
import type { DeformerMessage } from '../api/messages'
import type { SceneObject } from '../scene/sceneRows'
import { layBending, type Laying } from './bending'
import { bends, bendUniforms } from './bendShader'
import type { BentPlaces } from './bentPlaces'
import { gripIsFree, gripOf, lanternRadius, lanternValues, placeAround, type LanternValues } from './lanternShape'
import { putPlaces } from './putPlaces'
import { roundSpot } from './roundSpot'
import type { Run, Steps } from './steps'

/** Whose lantern is shown. */
export interface LanternWish extends Laying {
  object: SceneObject
  deformer: string
}

/** What the lantern shows of, for the hand that takes hold of it. */
export interface LanternHeld {
  object: SceneObject
  deformer: DeformerMessage
  values: LanternValues
  /** The object's own space, in which hands work. */
  world: Matrix4
}

export type LanternPart = 'grip' | 'foot' | 'head'

const [cream, lemon] = [0xefe6cf, 0xffe14d]
const ribs = 8
/** Parts of a rib, and of a ring. */
const [ribParts, ringParts] = [24, 48]
/** As what the places of its parts are read back. */
const places = { rings: -1, grip: -2 }

/** A see-through lantern about what a deformer bends, bent as that is, with a ring at its foot and its head and a round grip. */
export class Lantern {
  private readonly rings: LineSegments<BufferGeometry, LineBasicMaterial>
  private readonly ribs: LineSegments<BufferGeometry, LineBasicMaterial>
  private readonly paper: Mesh<BufferGeometry, MeshBasicMaterial>
  private readonly grip: Points<BufferGeometry, PointsMaterial>
  private readonly parts: { drawn: Object3D; own: ReturnType<typeof bendUniforms> }[] = []
  private held: LanternHeld | null = null
  /** What the pointer is over. */
  over: LanternPart | null = null

  constructor(
    scene: Scene,
    private readonly steps: Steps,
    private readonly bent: BentPlaces,
  ) {
    this.rings = this.lines(0.9)
    this.ribs = this.lines(0.35)
    const own = bendUniforms()
    this.paper = new Mesh(
      new BufferGeometry(),
      bends(
        new MeshBasicMaterial({ color: cream, transparent: true, opacity: 0.05, side: DoubleSide, depthWrite: false }),
        steps,
        own,
      ),
    )
    this.add(this.paper, own)
    const gripOwn = bendUniforms()
    this.grip = new Points(
      new BufferGeometry(),
      bends(
        new PointsMaterial({
          color: lemon,
          size: 15 * (globalThis.devicePixelRatio ?? 1),
          sizeAttenuation: false,
          transparent: true,
          depthTest: false,
          map: roundSpot(),
        }),
        steps,
        gripOwn,
      ),
    )
    this.add(this.grip, gripOwn)
    for (const {
      drawn,
      own: { bendSize },
    } of this.parts) {
      drawn.frustumCulled = false
      drawn.matrixAutoUpdate = false
      drawn.visible = false
      drawn.renderOrder = drawn === this.grip ? 3 : 2
      bendSize.value.set(1, 1, 1)
      scene.add(drawn)
    }
  }

  /** What stands in the lantern; null while none is shown. */
  get shown(): LanternHeld | null {
    return this.held
  }

  show(wish: LanternWish | null): void {
    const at = wish?.object.deformers.findIndex(({ name }) => name === wish.deformer) ?? -1
    this.held = null
    if (!wish || at < 0) return
    const deformer = wish.object.deformers[at]!
    const radius = lanternRadius(wish.object, deformer.axis, wish.model, wish.worldOf, wish.readOf)
    const values = lanternValues(deformer, wish.readOf(wish.object), radius)
    const run = this.lay(wish, at)
    const free = gripIsFree(deformer) ? this.lay(wish, at + 1) : run
    this.held = { object: wish.object, deformer, values, world: wish.worldOf(wish.object.id).clone() }
    const { foot, length } = values
    const around = (i: number, along: number, far = radius) =>
      placeAround(deformer.axis, { far, degrees: (360 * i) / ringParts, along })
    const heads = [foot, foot + length]
    putPlaces(
      this.rings.geometry,
      heads.flatMap((along) => loop((i) => around(i, along), ringParts)),
    )
    const rib = (i: number) => (part: number) => around((i * ringParts) / ribs, foot + (length * part) / ribParts)
    putPlaces(this.ribs.geometry, Array.from({ length: ribs }, (_, i) => way(rib(i), ribParts)).flat())
    setPaper(this.paper.geometry, (i, part) => around((i * ringParts) / 24, foot + (length * part) / ribParts))
    putPlaces(this.grip.geometry, [placeAround(deformer.axis, gripOf(deformer, values))])
    for (const { drawn, own } of this.parts) {
      const { run: steps, world } = drawn === this.grip ? free : run
      own.bendRun.value.set(steps.first, steps.count)
      drawn.matrix.copy(world)
      drawn.matrixWorldNeedsUpdate = true
    }
    const size = one
    this.bent.add({
      id: places.rings,
      shape: { key: 'lantern', geometry: this.rings.geometry, isFine: false, isCoarser: false },
      size,
      ...run,
    })
    this.bent.add({
      id: places.grip,
      shape: { key: 'grip', geometry: this.grip.geometry, isFine: false, isCoarser: false },
      size,
      ...free,
    })
  }

  dress(helpers: boolean): void {
    for (const { drawn } of this.parts) drawn.visible = helpers && this.held !== null
    this.grip.material.color.set(this.over === 'grip' ? 0xffffff : lemon)
    this.rings.material.color.set(this.over === 'foot' || this.over === 'head' ? lemon : cream)
  }

  /** Where the grip, and the points of a ring, are in the world; none while nothing is shown or can be read. */
  placesOf(part: LanternPart): Vector3[] {
    if (!this.held) return []
    const read = this.bent.of(part === 'grip' ? places.grip : places.rings)
    if (!read) return []
    const all = Array.from({ length: read.length / 3 }, (_, i) => new Vector3().fromArray(read, i * 3))
    return part === 'grip' ? all : part === 'foot' ? all.slice(0, all.length / 2) : all.slice(all.length / 2)
  }

  dispose(): void {
    for (const { drawn } of this.parts) {
      const { geometry, material } = drawn as Mesh<BufferGeometry, MeshBasicMaterial>
      geometry.dispose()
      material.dispose()
    }
  }

  private lay(wish: LanternWish, from: number): { run: Run; world: Matrix4 } {
    const first = this.steps.length
    const world = layBending(wish.object, from, wish)
    return { run: { first, count: this.steps.length - first }, world }
  }

  private lines(opacity: number): LineSegments<BufferGeometry, LineBasicMaterial> {
    const own = bendUniforms()
    const material = bends(
      new LineBasicMaterial({ color: cream, transparent: true, opacity, depthTest: false }),
      this.steps,
      own,
    )
    const drawn = new LineSegments(new BufferGeometry(), material)
    this.add(drawn, own)
    return drawn
  }

  private add(drawn: Object3D, own: ReturnType<typeof bendUniforms>): void {
    this.parts.push({ drawn, own })
  }
}

const one = new Vector3(1, 1, 1)

/** The ends of the lines from place to place. */
const way = (at: (i: number) => Vector3, parts: number): Vector3[] =>
  Array.from({ length: parts }, (_, i) => [at(i), at(i + 1)]).flat()
const loop = (at: (i: number) => Vector3, parts: number) => way((i) => at(i % parts), parts)

function setPaper(geometry: BufferGeometry, at: (i: number, part: number) => Vector3): void {
  const sides = 24
  putPlaces(
    geometry,
    Array.from({ length: ribParts + 1 }, (_, part) => Array.from({ length: sides }, (_, i) => at(i, part))).flat(),
  )
  if (geometry.index) return
  const index: number[] = []
  for (let part = 0; part < ribParts; part++)
    for (let i = 0; i < sides; i++) {
      const [a, b] = [part * sides + i, part * sides + ((i + 1) % sides)]
      index.push(a, b, a + sides, b, b + sides, a + sides)
    }
  geometry.setIndex(index)
}
