import {
  Euler,
  MathUtils,
  Matrix4,
  Object3D,
  Quaternion,
  Vector3,
  type Camera,
  type EulerOrder,
  type Scene,
} from 'three'
import { TransformControls } from 'three/addons/controls/TransformControls.js'
import type { ChannelValue } from '../api/http'
import type { Tool } from '../scene/selection'
import type { Axes, Centre } from './handling'

const modes = { move: 'translate', rotate: 'rotate', scale: 'scale' } as const
const axisNames = ['x', 'y', 'z'] as const

export interface Handled {
  node: Object3D
  order: string
}

/** What a node was when the hand took hold of it. */
interface Start {
  object: number
  order: EulerOrder
  world: Matrix4
  parentInverse: Matrix4
  turn: Euler
}

/**
 * The handles on what is selected. They move a pivot of their own; what the pivot did since the hand took hold of it
 * is then done to each object, about their common centre or about its own.
 */
export class Handles {
  private readonly controls: TransformControls
  private readonly pivot = new Object3D()
  private readonly pivotStart = new Matrix4()
  private tool: Tool = 'select'
  private handled: readonly Handled[] = []
  private starts: Start[] = []
  private axes: Axes = 'world'
  private centre: Centre = 'common'

  constructor(
    camera: Camera,
    element: HTMLElement,
    scene: Scene,
    on: { change(values: ChannelValue[], told: string): void; start(): void; end(): void },
  ) {
    this.controls = new TransformControls(camera, element)
    this.controls.setSize(1.05)
    this.controls.setSpace('local')
    this.controls.setColors('#ff7a70', '#9bd64e', '#6fb2ff', '#ffe14d')
    scene.add(this.pivot, this.controls.getHelper())
    this.controls.addEventListener('mouseDown', () => {
      this.take()
      on.start()
    })
    this.controls.addEventListener('objectChange', () => on.change(this.values(), this.told()))
    this.controls.addEventListener('mouseUp', on.end)
  }

  /** Whether the pointer is over a handle, so that a press there is not a pick. */
  get hovered(): boolean {
    return this.controls.axis !== null
  }

  /** Moves to the view that is worked in. */
  moveTo(camera: Camera, element: HTMLElement): void {
    this.controls.camera = camera
    if (this.controls.domElement !== element) this.controls.connect(element)
  }

  /** Handles are drawn, and sized, for the view that is worked in only. */
  set shown(shown: boolean) {
    this.controls.getHelper().visible = shown
  }

  hold(handled: readonly Handled[], tool: Tool, axes: Axes, centre: Centre): void {
    ;[this.handled, this.tool, this.axes, this.centre] = [handled, tool, axes, centre]
    if (handled.length === 0 || tool === 'select') {
      this.controls.detach()
      return
    }
    this.controls.setMode(modes[tool])
    if (this.controls.object !== this.pivot) this.controls.attach(this.pivot)
    this.place()
  }

  /** Puts the pivot where the objects are now; left alone while a hand holds it. */
  place(): void {
    const last = this.handled.at(-1)?.node
    if (!last || this.controls.dragging) return
    this.pivot.position.set(0, 0, 0)
    for (const { node } of this.handled)
      this.pivot.position.add(scratch.setFromMatrixPosition(node.matrixWorld).divideScalar(this.handled.length))
    // Sizes are an object's own: only along its own axes do they stay sizes.
    const axes = this.tool === 'scale' && this.handled.length === 1 ? 'own' : this.axes
    this.pivot.quaternion.identity()
    const whose = axes === 'own' ? last : axes === 'parent' ? last.parent : null
    whose?.matrixWorld.decompose(scratch, this.pivot.quaternion, scratchToo)
    this.pivot.scale.set(1, 1, 1)
    this.pivot.updateMatrixWorld(true)
  }

  set snapping(on: boolean) {
    this.controls.setTranslationSnap(on ? 0.5 : null)
    this.controls.setRotationSnap(on ? 15 * MathUtils.DEG2RAD : null)
    this.controls.setScaleSnap(on ? 0.1 : null)
  }

  dispose(): void {
    this.controls.detach()
    this.controls.dispose()
  }

  private take(): void {
    this.pivot.updateMatrixWorld(true)
    this.pivotStart.copy(this.pivot.matrixWorld)
    this.starts = this.handled.map(({ node, order }) => ({
      object: node.userData.object as number,
      order: order.toUpperCase() as EulerOrder,
      world: node.matrixWorld.clone(),
      parentInverse: node.parent!.matrixWorld.clone().invert(),
      turn: node.rotation.clone(),
    }))
  }

  private values(): ChannelValue[] {
    this.pivot.updateMatrixWorld(true)
    return this.starts.flatMap((start) => this.valuesOf(start))
  }

  private valuesOf({ object, order, world, parentInverse, turn }: Start): ChannelValue[] {
    const about = scratch.setFromMatrixPosition(
      this.centre === 'each' && this.tool !== 'move' ? world : this.pivotStart,
    )
    const moved = scratchToo.setFromMatrixPosition(this.pivot.matrixWorld).sub(pivotFrom(this.pivotStart))
    // What the pivot did, without where it is: P₁·P₀⁻¹ of their linear parts.
    const did = linear(this.pivot.matrixWorld).multiply(linear(this.pivotStart).invert())
    const now = new Matrix4()
      .makeTranslation(about.x + moved.x, about.y + moved.y, about.z + moved.z)
      .multiply(did)
      .multiply(new Matrix4().makeTranslation(-about.x, -about.y, -about.z))
      .multiply(world)
      .premultiply(parentInverse)
    const [position, quaternion, scale] = [new Vector3(), new Quaternion(), new Vector3()]
    now.decompose(position, quaternion, scale)
    const rotation = nearestTurns(new Euler().setFromQuaternion(quaternion, order), turn)
    const value = (group: string, axis: 'x' | 'y' | 'z', of: number) => ({
      object,
      channel: `${group}.${axis}`,
      value: rounded(of),
    })
    const isAlone = this.starts.length === 1
    const places = axisNames.map((axis) => value('position', axis, position[axis]))
    if (this.tool === 'move') return places
    const others =
      this.tool === 'rotate'
        ? axisNames.map((axis) => value('rotation', axis, MathUtils.RAD2DEG * rotation[axis]))
        : axisNames.map((axis) => value('scale', axis, scale[axis]))
    // About a common centre, turning and sizing move things as well.
    return isAlone || this.centre === 'each' ? others : [...others, ...places]
  }

  /** What the hand has done so far, in numbers. */
  private told(): string {
    const did = new Matrix4().copy(this.pivotStart).invert().multiply(this.pivot.matrixWorld)
    const [position, quaternion, scale] = [new Vector3(), new Quaternion(), new Vector3()]
    did.decompose(position, quaternion, scale)
    const parts = (of: { x: number; y: number; z: number }, write: (value: number) => string, rest: number) =>
      axisNames
        .filter((axis) => Math.abs(of[axis] - rest) > 5e-3)
        .map((axis) => `${axis.toUpperCase()} ${write(of[axis])}`)
        .join('  ')
    const signed = (value: number) => `${value >= 0 ? '+' : '−'}${Math.abs(value).toFixed(2)}`
    if (this.tool === 'move') return parts(position, signed, 0) || '0'
    if (this.tool === 'scale') return parts(scale, (value) => `×${value.toFixed(2)}`, 1) || '×1'
    const angle = 2 * Math.acos(Math.min(1, Math.abs(quaternion.w))) * MathUtils.RAD2DEG
    const axis = this.controls.axis
    const way = quaternion.w < 0 ? -1 : 1
    const sign =
      axis?.length === 1 && axis !== 'E' ? Math.sign(way * quaternion[axis.toLowerCase() as 'x' | 'y' | 'z']) || 1 : 1
    return `${axis?.length === 1 && axis !== 'E' ? `${axis} ` : ''}${signed(sign * angle)}°`
  }
}

const scratch = new Vector3()
const scratchToo = new Vector3()
const from = new Vector3()
const pivotFrom = (matrix: Matrix4) => from.setFromMatrixPosition(matrix)
const linear = (matrix: Matrix4) => matrix.clone().setPosition(0, 0, 0)

// A hand on a handle is no more exact than this, and short numbers are kinder to read.
const rounded = (value: number) => Math.round(value * 1e4) / 1e4

type Turns = Record<'x' | 'y' | 'z', number>

/**
 * The same rotation, in radians, as near as can be to the turns that it came from: a handle must not unwind them.
 * Three turns say the same as those with the outer two half a round further and the middle one mirrored.
 */
function nearestTurns(rotation: Euler, start: Turns): Turns {
  const middle = rotation.order[1]!.toLowerCase()
  const other = Object.fromEntries(
    axisNames.map((axis) => [axis, axis === middle ? Math.PI - rotation[axis] : rotation[axis] + Math.PI]),
  ) as Turns
  const wound = [rotation, other].map((turns) => {
    const near = (axis: keyof Turns) =>
      turns[axis] + 2 * Math.PI * Math.round((start[axis] - turns[axis]) / (2 * Math.PI))
    return { x: near('x'), y: near('y'), z: near('z') }
  })
  const away = (turns: Turns) => axisNames.reduce((sum, axis) => sum + Math.abs(turns[axis] - start[axis]), 0)
  return away(wound[0]!) <= away(wound[1]!) ? wound[0]! : wound[1]!
}
