import { MathUtils, type Camera, type Object3D, type Scene } from 'three'
import { TransformControls } from 'three/addons/controls/TransformControls.js'
import type { ChannelValue } from '../api/http'
import type { Tool } from '../scene/choice'

const modes = { move: 'translate', turn: 'rotate', size: 'scale' } as const
const axes = ['x', 'y', 'z'] as const

/** The handles on the chosen object: tells, while they are dragged, which channels get which values. */
export class Handles {
  private readonly controls: TransformControls
  private tool: Tool = 'pick'
  private startTurn = [0, 0, 0]

  constructor(
    camera: Camera,
    element: HTMLElement,
    scene: Scene,
    on: { change(values: ChannelValue[]): void; start(): void; end(): void },
  ) {
    this.controls = new TransformControls(camera, element)
    this.controls.setSize(1.05)
    this.controls.setColors('#ff7a70', '#9bd64e', '#6fb2ff', '#ffe14d')
    scene.add(this.controls.getHelper())
    this.controls.addEventListener('mouseDown', () => {
      const { rotation } = this.controls.object!
      this.startTurn = [rotation.x, rotation.y, rotation.z]
      on.start()
    })
    this.controls.addEventListener('objectChange', () => on.change(this.values()))
    this.controls.addEventListener('mouseUp', on.end)
  }

  get dragging(): boolean {
    return this.controls.dragging
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

  hold(node: Object3D | null, tool: Tool): void {
    this.tool = tool
    if (!node || tool === 'pick') {
      this.controls.detach()
      return
    }
    this.controls.setMode(modes[tool])
    this.controls.setSpace(tool === 'move' ? 'world' : 'local')
    if (this.controls.object !== node) this.controls.attach(node)
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

  private values(): ChannelValue[] {
    const node = this.controls.object!
    const object = node.userData.object as number
    if (this.tool === 'turn') {
      const { rotation } = node
      return axes.map((axis, i) => ({
        object,
        channel: `turn.${axis}`,
        value: rounded(MathUtils.RAD2DEG * nearestWinding(rotation[axis], this.startTurn[i]!)),
      }))
    }
    const from = this.tool === 'size' ? node.scale : node.position
    return axes.map((axis) => ({ object, channel: `${this.tool}.${axis}`, value: rounded(from[axis]) }))
  }
}

// A hand on a handle is no more exact than this, and short numbers are kinder to read.
const rounded = (value: number) => Math.round(value * 1e4) / 1e4

/** The same angle, in radians, as near as can be to where it came from: a handle must not unwind turns. */
function nearestWinding(angle: number, start: number): number {
  return angle + 2 * Math.PI * Math.round((start - angle) / (2 * Math.PI))
}
