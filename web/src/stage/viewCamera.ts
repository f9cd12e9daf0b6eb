import CameraControls from 'camera-controls'
import { MathUtils, OrthographicCamera, PerspectiveCamera, Sphere, Vector3, type Object3D } from 'three'
import * as THREE from 'three'
import type { Facing, Look } from './views'

CameraControls.install({ THREE })

/** From where a flat view looks at its target. */
const sides: Record<Exclude<Facing, 'free'>, [number, number, number]> = {
  top: [0, 1, 0],
  front: [0, 0, 1],
  side: [1, 0, 0],
}
const [near, far] = [0.05, 2000]
/** Half the height, in units, of what a flat view shows at zoom 1. */
const halfHeight = 9
const flatDistance = 500
const scratch = new Vector3()

/** What one view is seen with: a free camera, a flat one for each side, or the lens of a camera object. */
export class ViewCamera {
  private look: Look = 'free'
  private readonly free = new PerspectiveCamera(40, 1, near, far)
  private readonly flat = new OrthographicCamera(-1, 1, 1, -1, near, far)
  private readonly filmed = new PerspectiveCamera(40, 1, near, far)
  private readonly freeControls: CameraControls
  private readonly flatControls: CameraControls

  /** @param stirred Called whenever the camera is about to move: from then on it has to be stepped until it rests. */
  constructor(
    element: HTMLElement,
    private readonly stirred: () => void,
  ) {
    this.freeControls = new CameraControls(this.free, element)
    void this.freeControls.setLookAt(9, 6, 12, 0, 0.5, 0, false)
    this.flatControls = new CameraControls(this.flat, element)
    void this.flatControls.setTarget(0, 2.5, 0, false)
    // A flat view keeps its side: the hand moves it along and nearer, and never turns it.
    this.flatControls.mouseButtons.left = CameraControls.ACTION.TRUCK
    this.flatControls.touches.one = CameraControls.ACTION.TOUCH_TRUCK
    for (const controls of [this.freeControls, this.flatControls]) {
      controls.dollyToCursor = true
      controls.smoothTime = 0.08
      controls.draggingSmoothTime = 0.04
      for (const event of ['controlstart', 'control', 'transitionstart'] as const)
        controls.addEventListener(event, stirred)
    }
    this.enable()
  }

  get camera(): PerspectiveCamera | OrthographicCamera {
    if (typeof this.look === 'number') return this.filmed
    return this.look === 'free' ? this.free : this.flat
  }

  set looking(look: Look) {
    if (look === this.look) return
    this.look = look
    if (typeof look === 'string' && look !== 'free') {
      this.flatControls.getTarget(scratch)
      const [x, y, z] = sides[look]
      const { x: atX, y: atY, z: atZ } = scratch
      void this.flatControls.setLookAt(
        atX + x * flatDistance,
        atY + y * flatDistance,
        atZ + z * flatDistance,
        atX,
        atY,
        atZ,
        false,
      )
    }
    this.enable()
    this.stirred()
  }

  /** The hand is elsewhere, say on a handle, and must not move the view as well. */
  set resting(resting: boolean) {
    this.enable(!resting)
  }

  set aspect(aspect: number) {
    for (const camera of [this.free, this.filmed]) {
      camera.aspect = aspect
      camera.updateProjectionMatrix()
    }
    Object.assign(this.flat, {
      left: -halfHeight * aspect,
      right: halfHeight * aspect,
      top: halfHeight,
      bottom: -halfHeight,
    })
    this.flat.updateProjectionMatrix()
  }

  /** @returns whether the view has moved. */
  step(seconds: number): boolean {
    const movedFree = this.freeControls.update(seconds)
    const movedFlat = this.flatControls.update(seconds)
    return this.look === 'free' ? movedFree : typeof this.look === 'string' && movedFlat
  }

  turnBy(azimuth: number, polar: number): void {
    if (this.look === 'free') void this.freeControls.rotate(azimuth, polar, true)
  }

  fit(sphere: Sphere): void {
    const controls = this.look === 'free' ? this.freeControls : this.flatControls
    void controls.fitToSphere(sphere, true)
  }

  /** Takes over the place and the lens of a camera object. */
  film(node: Object3D, fieldOfView: number): void {
    node.matrixWorld.decompose(this.filmed.position, this.filmed.quaternion, scratch)
    this.filmed.fov = MathUtils.clamp(fieldOfView, 1, 170)
    this.filmed.updateProjectionMatrix()
    this.filmed.updateMatrixWorld()
  }

  dispose(): void {
    this.freeControls.dispose()
    this.flatControls.dispose()
  }

  private enable(on = true): void {
    this.freeControls.enabled = on && this.look === 'free'
    this.flatControls.enabled = on && typeof this.look === 'string' && this.look !== 'free'
  }
}
