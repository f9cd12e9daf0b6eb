import CameraControls from 'camera-controls'
import { Matrix4, PerspectiveCamera, Quaternion, Vector3 } from 'three'

/** How long after the last turn of the wheel or press of a key, in milliseconds, the hand has let go. */
const restAfter = 300
const scratch = new Vector3()

/** What a hand does to the camera object that a view looks through. */
export interface CameraMoves {
  /** How far in front of the camera, in units, lies what it turns about. */
  distance(): number
  /** Where the camera is to stand in the world. */
  moved(world: Matrix4): void
  ended(): void
}

/** A hand in a view through a camera object: it orbits, pans and dollies that camera as it does a free view. */
export class CameraHand {
  readonly controls: CameraControls
  private readonly carried = new PerspectiveCamera()
  /** How the camera is turned about the way it looks, which a hand does not change. */
  private readonly roll = new Quaternion()
  private isHeld = false
  private isMoving = false
  private resting: ReturnType<typeof setTimeout> | undefined

  /** @param filmed What the view is seen with. */
  constructor(
    private readonly element: HTMLElement,
    private readonly filmed: PerspectiveCamera,
    readonly moves: CameraMoves,
    private readonly stirred: () => void,
  ) {
    this.controls = new CameraControls(this.carried, element)
    this.controls.smoothTime = this.controls.draggingSmoothTime = 0
    this.controls.infinityDolly = true
    this.controls.minDistance = 0.5
    this.controls.addEventListener('controlstart', () => {
      this.take()
      this.isHeld = true
    })
    this.controls.addEventListener('control', () => {
      this.isMoving = true
      if (!this.isHeld) this.endSoon()
      this.stirred()
    })
    this.controls.addEventListener('controlend', () => this.end())
    // The wheel has no beginning of its own, and what it does is done when it is told of: the camera is taken before.
    element.addEventListener('wheel', this.takeForWheel, { capture: true })
  }

  get isDragged(): boolean {
    return this.isMoving
  }

  /** @returns whether the hand has moved the camera. */
  step(seconds: number): boolean {
    if (!this.isMoving) return false
    this.controls.update(seconds)
    const turn = this.carried.quaternion.clone().multiply(this.roll)
    this.moves.moved(new Matrix4().compose(this.carried.position, turn, scratch.set(1, 1, 1)))
    return true
  }

  cancel(): void {
    clearTimeout(this.resting)
    this.isMoving = this.isHeld = false
    this.controls.cancel()
  }

  dispose(): void {
    clearTimeout(this.resting)
    this.element.removeEventListener('wheel', this.takeForWheel, { capture: true })
    this.controls.dispose()
  }

  private readonly takeForWheel = () => {
    if (this.controls.enabled && !this.isHeld && !this.isMoving) this.take()
  }

  /** Turns the camera about what is in front of it, by radians. */
  turnBy(azimuth: number, polar: number): void {
    if (!this.controls.enabled) return
    if (!this.isMoving) this.take()
    void this.controls.rotate(azimuth, polar, false)
    this.isMoving = true
    this.endSoon()
    this.stirred()
  }

  private endSoon(): void {
    clearTimeout(this.resting)
    this.resting = setTimeout(() => this.end(), restAfter)
  }

  private end(): void {
    const hasMoved = this.isMoving
    if (hasMoved) this.step(0)
    clearTimeout(this.resting)
    this.isMoving = this.isHeld = false
    if (hasMoved) this.moves.ended()
  }

  private take(): void {
    const { carried, filmed } = this
    carried.fov = filmed.fov
    carried.aspect = filmed.aspect
    carried.updateProjectionMatrix()
    const from = filmed.position
    const to = scratch.set(0, 0, -this.moves.distance()).applyQuaternion(filmed.quaternion).add(from)
    void this.controls.setLookAt(...from.toArray(), ...to.toArray(), false)
    this.controls.update(0)
    this.roll.copy(carried.quaternion).invert().multiply(filmed.quaternion)
  }
}
