import {
  MathUtils,
  Matrix4,
  Object3D,
  OrthographicCamera,
  PerspectiveCamera,
  Quaternion,
  Vector2,
  Vector3,
  type Camera,
  type Scene,
} from 'three'
import { TransformControls } from 'three/addons/controls/TransformControls.js'
import type { ChannelValue } from '../api/http'
import type { Tool } from '../scene/selection'
import type { Axes, Centre } from './handling'
import { axisNames, startOf, valuesAt, type Start, type TransformGroup } from './placing'

const modes = { move: 'translate', rotate: 'rotate', scale: 'scale' } as const

/** Pixels along which a hand makes things e times as large. */
const scaleReach = 100

const size = 1.05
/** How far the arrows are drawn, as a part of a handle's own unit. */
const drawnReach = 0.55
/** So near to an arrow, in pixels, it is meant. */
const slack = 9

/** A handle's own unit in the world; it looks equally large from everywhere. */
function unitAt(camera: Camera, at: Vector3): number {
  if (camera instanceof OrthographicCamera) return (((camera.top - camera.bottom) / camera.zoom) * size) / 4
  if (!(camera instanceof PerspectiveCamera)) return 0
  const height = (1.9 * Math.tan(MathUtils.degToRad(camera.fov / 2))) / camera.zoom
  return (at.distanceTo(camera.getWorldPosition(new Vector3())) * Math.min(height, 7) * size) / 4
}

export interface Handled {
  node: Object3D
  order: string
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
    on: {
      change(values: ChannelValue[], told: string, moved: Vector3): void
      start(): void
      end(): void
      hover(): void
    },
  ) {
    this.controls = new TransformControls(camera, element)
    this.controls.setSize(size)
    this.controls.setSpace('local')
    this.controls.setColors('#ff7a70', '#9bd64e', '#6fb2ff', '#ffe14d')
    scene.add(this.pivot, this.controls.getHelper())
    for (const event of ['pointerdown', 'pointermove'] as const)
      window.addEventListener(event, this.point, { capture: true })
    this.controls.addEventListener('mouseDown', () => {
      this.take()
      this.grippedAt.copy(this.pointer)
      on.start()
    })
    this.controls.addEventListener('objectChange', () => {
      if (this.tool === 'scale') this.scale()
      on.change(this.values(), this.told(), this.moved())
    })
    this.controls.addEventListener('mouseUp', on.end)
    this.controls.addEventListener('axis-changed', on.hover)
  }

  /** Whether the pointer is over a handle, so that a press there is not a pick. */
  get hovered(): boolean {
    return this.controls.axis !== null
  }

  /**
   * Whether the pointer is over what is drawn of the handle that it would take, and not only within the wider bounds
   * in which handles are taken; what lies there is meant first.
   */
  get isOnDrawn(): boolean {
    const letter = axisNames.find((name) => name.toUpperCase() === this.controls.axis)
    if (!letter || this.tool === 'rotate') return this.hovered
    const { pointer, pivot } = this
    const middle = this.onPage(pivot.position.clone())
    const reach = drawnReach * unitAt(this.controls.camera, pivot.position)
    const arm = new Vector3().setComponent(axisNames.indexOf(letter), reach).applyQuaternion(pivot.quaternion)
    const along = this.onPage(arm.add(pivot.position)).sub(middle)
    const from = pointer.clone().sub(middle)
    // Arrows go both ways.
    const part = Math.min(1, Math.max(-1, along.dot(from) / (along.lengthSq() || 1)))
    return from.distanceTo(along.multiplyScalar(part)) <= slack
  }

  /** Whether the pointer is over the middle of the handles that move. */
  get isOnMiddle(): boolean {
    if (this.tool !== 'move' || !this.hovered) return false
    return this.onPage(this.pivot.position.clone()).distanceTo(this.pointer) <= slack
  }

  /** A place of the world in pixels of the page; the vector is used up. */
  private onPage(at: Vector3): Vector2 {
    const box = this.controls.domElement!.getBoundingClientRect()
    at.project(this.controls.camera)
    return new Vector2(box.left + ((at.x + 1) / 2) * box.width, box.top + ((1 - at.y) / 2) * box.height)
  }

  /** Moves to the view that is worked in. */
  moveTo(camera: Camera, element: HTMLElement): void {
    this.controls.camera = camera
    if (this.controls.domElement !== element) this.controls.connect(element)
  }

  /** Handles are drawn, and sized, for the view that is worked in only. */
  set shown(shown: boolean) {
    this.controls.getHelper().visible = shown && this.controls.object !== undefined
  }

  get isDragging(): boolean {
    return this.controls.dragging
  }

  /** The hand gives up: the pivot is where it was, and what the hand does until it lets go does nothing. */
  cancel(): void {
    const { pivot } = this
    this.controls.dragging = false
    this.controls.axis = null
    this.pivotStart.decompose(pivot.position, pivot.quaternion, pivot.scale)
    pivot.updateMatrixWorld(true)
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

  private readonly pointer = new Vector2()
  private readonly grippedAt = new Vector2()
  private readonly point = ({ clientX: x, clientY: y }: PointerEvent) => this.pointer.set(x, y)

  /**
   * Sizes by as much as the hand has gone along the handle: each `scaleReach` pixels make it e times as large or as
   * small, so that it never passes through nothing.
   */
  private scale(): void {
    const axis = this.controls.axis ?? ''
    const moved = this.pointer.clone().sub(this.grippedAt)
    const letters = axisNames.filter((name) => axis.includes(name.toUpperCase()))
    let way = letters.length === 3 ? { x: 1, y: -1 } : { x: 0, y: 0 }
    if (letters.length < 3)
      for (const letter of letters) {
        const along = this.onScreen(letter)
        way = { x: way.x + along.x, y: way.y + along.y }
      }
    const length = letters.length === 3 ? 1 : Math.hypot(way.x, way.y) || 1
    const factor = Math.exp((moved.x * way.x + moved.y * way.y) / length / scaleReach)
    const step = this.controls.scaleSnap
    const snapped = step ? Math.max(step, Math.round(factor / step) * step) : factor
    this.pivot.scale.set(1, 1, 1)
    for (const letter of letters) this.pivot.scale[letter] = snapped
    this.pivot.updateMatrixWorld(true)
  }

  /** Which way an axis of the pivot points on the screen, as a vector of length 1 or none. */
  private onScreen(axis: 'x' | 'y' | 'z'): { x: number; y: number } {
    const box = this.controls.domElement!.getBoundingClientRect()
    const from = this.pivot.position.clone()
    const to = from
      .clone()
      .add(new Vector3(...axisNames.map((name) => (name === axis ? 0.01 : 0))).applyQuaternion(this.pivot.quaternion))
    from.project(this.controls.camera)
    to.project(this.controls.camera)
    const [x, y] = [(to.x - from.x) * box.width, (from.y - to.y) * box.height]
    const length = Math.hypot(x, y)
    return length > 0 ? { x: x / length, y: y / length } : { x: 0, y: 0 }
  }

  dispose(): void {
    for (const event of ['pointerdown', 'pointermove'] as const)
      window.removeEventListener(event, this.point, { capture: true })
    this.controls.detach()
    this.controls.dispose()
  }

  private take(): void {
    this.pivot.updateMatrixWorld(true)
    this.pivotStart.copy(this.pivot.matrixWorld)
    this.starts = this.handled.map(({ node, order }) => startOf(node, order))
  }

  /** How far the hand has moved it through the world. */
  private moved(): Vector3 {
    return new Vector3().setFromMatrixPosition(this.pivot.matrixWorld).sub(pivotFrom(this.pivotStart))
  }

  private values(): ChannelValue[] {
    this.pivot.updateMatrixWorld(true)
    return this.starts.flatMap((start) => this.valuesOf(start))
  }

  /** Where what the hand holds was when it took hold of it and is now, in the world, in the order in which it was given. */
  get held(): { starts: Matrix4[]; worlds: Matrix4[] } {
    this.pivot.updateMatrixWorld(true)
    return { starts: this.starts.map(({ world }) => world), worlds: this.starts.map((start) => this.worldOf(start)) }
  }

  private valuesOf(start: Start): ChannelValue[] {
    return valuesAt(this.worldOf(start), start, this.groups)
  }

  private worldOf({ world }: Start): Matrix4 {
    const about = scratch.setFromMatrixPosition(
      this.centre === 'each' && this.tool !== 'move' ? world : this.pivotStart,
    )
    const moved = scratchToo.setFromMatrixPosition(this.pivot.matrixWorld).sub(pivotFrom(this.pivotStart))
    // What the pivot did, without where it is: P₁·P₀⁻¹ of their linear parts.
    const did = linear(this.pivot.matrixWorld).multiply(linear(this.pivotStart).invert())
    return new Matrix4()
      .makeTranslation(about.x + moved.x, about.y + moved.y, about.z + moved.z)
      .multiply(did)
      .multiply(new Matrix4().makeTranslation(-about.x, -about.y, -about.z))
      .multiply(world)
  }

  /** What the tool changes: about a common centre, turning and sizing move things as well. */
  private get groups(): TransformGroup[] {
    if (this.tool === 'move') return ['position']
    const own = this.tool === 'rotate' ? 'rotation' : 'scale'
    return this.starts.length === 1 || this.centre === 'each' ? [own] : [own, 'position']
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
