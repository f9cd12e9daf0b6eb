import { Plane, Raycaster, Vector2, Vector3, type Camera, type Object3D } from 'three'
import { valuesAt, startOf } from '../stage/placing'
import type { Drives, Reach } from './recordSettings'

const position = ['position.x', 'position.y', 'position.z']

/** What a hand drives, and what it has to know of that. */
export interface Driven {
  object: number
  order: string
  drives: Drives
  /** To the right and upwards, where it drives channels as they are. */
  reaches: readonly [Reach, Reach]
  wheel: Reach
  node: () => Object3D | undefined
  /** What is seen of a channel now, and between what it may lie. */
  value: (channel: string) => number
  limits: (channel: string) => [number, number]
}

/** Where on a view a hand is. */
export interface Spot {
  x: number
  y: number
  width: number
  height: number
  camera: Camera
}

interface Grip {
  spot: Spot
  plane: Plane
  /** Where it took hold in the world, and the object then. */
  from: Vector3
  start: ReturnType<typeof startOf>
  /** The channels as they were. */
  values: number[]
}

/** Leads what a hand does over the stage to values of channels. The hand goes by how far it moves, so that nothing jumps when it takes hold. */
export class HandDrive {
  readonly channels: readonly string[]
  /** The channels as the hand has them; null before it first takes hold. */
  values: number[] | null = null
  private grip: Grip | null = null

  constructor(private readonly driven: Driven) {
    const { drives, reaches, wheel } = driven
    const own =
      drives === 'plane' ? position : drives === 'height' ? ['position.y'] : reaches.map(({ channel }) => channel)
    this.channels = [...new Set([...own, wheel.channel])].filter((channel) => channel !== '')
  }

  get object(): number {
    return this.driven.object
  }

  get isHeld(): boolean {
    return this.grip !== null
  }

  press(spot: Spot): void {
    const { node, order } = this.driven
    const object = node()
    if (!object) return
    this.take()
    const origin = new Vector3().setFromMatrixPosition(object.matrixWorld)
    const ahead = spot.camera.getWorldDirection(new Vector3())
    // Height is read off an upright plane, unless one looks straight down.
    if (this.driven.drives === 'height' && Math.hypot(ahead.x, ahead.z) > 0.1) ahead.setY(0).normalize()
    const plane = new Plane().setFromNormalAndCoplanarPoint(ahead, origin)
    const from = onPlane(spot, plane)
    this.grip = { spot, plane, from: from ?? origin, start: startOf(object, order), values: [...this.values!] }
  }

  move(spot: Spot): void {
    const { grip, driven } = this
    const node = driven.node()
    if (!grip || !node) return
    if (driven.drives === 'plane' || driven.drives === 'height') {
      const at = onPlane(spot, grip.plane)
      if (!at) return
      const by = at.sub(grip.from)
      // What carries it may have moved on since.
      const now = startOf(node, driven.order)
      if (driven.drives === 'plane') {
        const world = grip.start.world.clone()
        world.setPosition(new Vector3().setFromMatrixPosition(world).add(by))
        for (const { channel, value } of valuesAt(world, now, ['position'])) this.put(channel, value!)
      } else {
        // A way of the world as its parent has it: both ends, less what the parent's own place takes off.
        const inParent = by.applyMatrix4(now.parentInverse).sub(new Vector3().applyMatrix4(now.parentInverse))
        this.put('position.y', grip.values[this.channels.indexOf('position.y')]! + inParent.y)
      }
      return
    }
    const moved = [spot.x - grip.spot.x, grip.spot.y - spot.y]
    driven.reaches.forEach(({ channel, by }, i) => {
      const at = this.channels.indexOf(channel)
      if (at >= 0) this.put(channel, grip.values[at]! + (moved[i]! / 100) * by)
    })
  }

  /** @param notches How far the wheel was turned away from the hand. */
  turn(notches: number): boolean {
    const { channel, by } = this.driven.wheel
    if (channel === '') return false
    this.take()
    this.put(channel, this.values![this.channels.indexOf(channel)]! + notches * by)
    return true
  }

  release(): void {
    this.grip = null
  }

  /** Everything it drives is as it is seen, until it takes hold again. */
  rest(): void {
    this.values = null
    this.grip = null
  }

  private take(): void {
    this.values ??= this.channels.map(this.driven.value)
  }

  private put(channel: string, value: number): void {
    const at = this.channels.indexOf(channel)
    const [least, most] = this.driven.limits(channel)
    if (at >= 0) this.values![at] = Math.min(Math.max(Math.round(value * 1e4) / 1e4, least), most)
  }
}

function onPlane({ x, y, width, height, camera }: Spot, plane: Plane): Vector3 | null {
  const ray = new Raycaster()
  ray.setFromCamera(new Vector2((x / width) * 2 - 1, 1 - (y / height) * 2), camera)
  return ray.ray.intersectPlane(plane, new Vector3())
}
