import CameraControls from 'camera-controls'
import {
  Box3,
  Matrix4,
  OrthographicCamera,
  PerspectiveCamera,
  Quaternion,
  Raycaster,
  Sphere,
  Spherical,
  Vector2,
  Vector3,
  Vector4,
  type Object3D,
} from 'three'
import { CameraHand, type CameraMoves } from './cameraHand'
import { filmThrough } from './filming'
import type { Facing, Look } from './views'

// What it works with, and no more: all of three.js would come along otherwise.
CameraControls.install({
  THREE: { Box3, Matrix4, Quaternion, Raycaster, Sphere, Spherical, Vector2, Vector3, Vector4 },
})

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

  private readonly hand: CameraHand
  private isHandFree = false
  private isResting = false

  /**
   * @param moves What becomes of a camera object that a hand moves.
   * @param stirred Called whenever the camera is about to move: from then on it has to be stepped until it rests.
   */
  constructor(
    element: HTMLElement,
    moves: CameraMoves,
    private readonly stirred: () => void,
  ) {
    this.hand = new CameraHand(element, this.filmed, moves, stirred)
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
      controls.addEventListener('controlstart', () => this.note(controls))
      controls.addEventListener('controlend', () => (this.dragged = null))
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

  /** Where a view stood when a hand took hold of it, and its controls. */
  private dragged: { controls: CameraControls; position: Vector3; target: Vector3; zoom: number } | null = null

  private note(controls: CameraControls): void {
    const [position, target] = [controls.getPosition(new Vector3()), controls.getTarget(new Vector3())]
    this.dragged = { controls, position, target, zoom: controls.camera.zoom }
  }

  get isDragged(): boolean {
    return this.dragged !== null || this.hand.isDragged
  }

  /** The hand gives up moving the view: it is as it was. */
  cancel(): void {
    this.hand.cancel()
    if (!this.dragged) return
    const { controls, position, target, zoom } = this.dragged
    this.dragged = null
    controls.cancel()
    void controls.setLookAt(...position.toArray(), ...target.toArray(), false)
    void controls.zoomTo(zoom, false)
    this.stirred()
  }

  /** The hand is elsewhere, say on a handle, and must not move the view as well. */
  set resting(resting: boolean) {
    this.isResting = resting
    this.enable()
  }

  /** Whether a hand moves the camera object that is looked through. */
  set movesCamera(moves: boolean) {
    this.isHandFree = moves
    this.enable()
  }

  get movesCamera(): boolean {
    return this.isHandFree
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
    if (typeof this.look === 'number') return this.hand.step(seconds)
    const movedFree = this.freeControls.update(seconds)
    const movedFlat = this.flatControls.update(seconds)
    return this.look === 'free' ? movedFree : movedFlat
  }

  turnBy(azimuth: number, polar: number): void {
    if (this.look === 'free') void this.freeControls.rotate(azimuth, polar, true)
    else if (typeof this.look === 'number') this.hand.turnBy(azimuth, polar)
  }

  fit(sphere: Sphere): void {
    const controls = this.look === 'free' ? this.freeControls : this.flatControls
    void controls.fitToSphere(sphere, true)
  }

  /** Takes over the place and the lens of a camera object. */
  film(node: Object3D, fieldOfView: number): void {
    filmThrough(this.filmed, node, fieldOfView)
  }

  /** The free view stands where the camera object that is looked through stands now. */
  leaveCamera(): void {
    const { position, quaternion } = this.filmed
    const ahead = scratch.set(0, 0, -this.hand.moves.distance()).applyQuaternion(quaternion).add(position)
    void this.freeControls.setLookAt(...position.toArray(), ...ahead.toArray(), false)
  }

  dispose(): void {
    this.hand.dispose()
    this.freeControls.dispose()
    this.flatControls.dispose()
  }

  private enable(): void {
    const on = !this.isResting
    this.freeControls.enabled = on && this.look === 'free'
    this.flatControls.enabled = on && typeof this.look === 'string' && this.look !== 'free'
    this.hand.controls.enabled = on && typeof this.look === 'number' && this.isHandFree
  }
}
