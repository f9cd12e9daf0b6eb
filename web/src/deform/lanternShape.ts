import { Box3, Matrix4, Vector3 } from 'three'
import type { DeformerMessage } from '../api/messages'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'
import { shapeOf, shapeScale, type Read } from '../stage/shapes'
import { deformerChannel } from '../scene/catalogue'

/** A place as a deformer sees it: from its axis, in degrees about it from direction 0, and along it. */
export interface AroundAxis {
  far: number
  degrees: number
  along: number
}

/** Direction 0 and a quarter turn on from it, right-handed about the axis; see the core's `DeformerPose`. */
const across = {
  x: { zero: new Vector3(0, 1, 0), quarter: new Vector3(0, 0, 1), axis: new Vector3(1, 0, 0) },
  y: { zero: new Vector3(1, 0, 0), quarter: new Vector3(0, 0, -1), axis: new Vector3(0, 1, 0) },
  z: { zero: new Vector3(1, 0, 0), quarter: new Vector3(0, 1, 0), axis: new Vector3(0, 0, 1) },
}

/** A place of the object's own space, given about the axis. */
export function placeAround(axis: 'x' | 'y' | 'z', { far, degrees, along }: AroundAxis): Vector3 {
  const angle = (degrees * Math.PI) / 180
  const { zero, quarter, axis: way } = across[axis]
  return new Vector3()
    .addScaledVector(zero, far * Math.cos(angle))
    .addScaledVector(quarter, far * Math.sin(angle))
    .addScaledVector(way, along)
}

/** The same the other way round. */
export function aroundAxis(axis: 'x' | 'y' | 'z', place: Vector3): AroundAxis {
  const { zero, quarter, axis: way } = across[axis]
  const [a, b] = [place.dot(zero), place.dot(quarter)]
  return { far: Math.hypot(a, b), degrees: (Math.atan2(b, a) * 180) / Math.PI, along: place.dot(way) }
}

/** How wide a lantern stands about what it bends. */
const roomy = 1.3

/** How far the lantern is from the axis: as wide as what it bends at rest, and a little more. */
export function lanternRadius(
  object: SceneObject,
  axis: 'x' | 'y' | 'z',
  model: SceneModel,
  worldOf: (id: number) => Matrix4,
  readOf: (object: SceneObject) => Read,
): number {
  const box = new Box3()
  const inside = worldOf(object.id).clone().invert()
  const take = (thing: SceneObject) => {
    const read = readOf(thing)
    const shape = shapeOf(thing, read)
    if (!shape) return
    const { geometry } = shape
    if (!geometry.boundingBox) geometry.computeBoundingBox()
    const size = shapeScale(thing.kind, read, new Vector3())
    const placed = new Matrix4().makeScale(size.x, size.y, size.z)
    if (thing !== object) placed.premultiply(worldOf(thing.id)).premultiply(inside)
    box.union(geometry.boundingBox!.clone().applyMatrix4(placed))
  }
  if (object.kind === 'group') {
    const below = new Set([object.id])
    for (const each of model.inOrder())
      if (each.parent !== null && below.has(each.parent)) {
        below.add(each.id)
        take(each)
      }
  } else take(object)
  if (box.isEmpty()) return 1
  const { zero, quarter } = across[axis]
  const far = (way: Vector3) => Math.max(Math.abs(box.min.dot(way)), Math.abs(box.max.dot(way)))
  return Math.max(far(zero), far(quarter), 0.05) * roomy
}

/** A deformer's numbers as the lantern shows and changes them. */
export interface LanternValues {
  foot: number
  length: number
  strength: number
  direction: number
  radius: number
}

export function lanternValues(deformer: DeformerMessage, read: Read, radius: number): LanternValues {
  const value = (channel: string) => read(deformerChannel(deformer.name, channel))
  return {
    foot: value('foot'),
    length: value('length'),
    strength: value(deformer.kind === 'wave' || deformer.kind === 'ripple' ? 'amount' : 'strength'),
    direction: 'twist stretch flatten ripple'.includes(deformer.kind) ? 0 : value('direction'),
    radius,
  }
}

/** Where the grip of a kind is before the deformer acts; of waves and rings, after it, since they swing through any place. */
export function gripOf(
  { kind }: DeformerMessage,
  { foot, length, strength, direction, radius }: LanternValues,
): AroundAxis {
  switch (kind) {
    case 'twist':
      return { far: radius, degrees: 0, along: foot + length }
    case 'taper':
      return { far: radius, degrees: direction, along: foot + length }
    case 'bulge':
      return { far: radius, degrees: direction, along: foot + length / 2 }
    case 'wave':
      return { far: strength, degrees: direction, along: foot + length }
    case 'ripple':
      return { far: 0, degrees: 0, along: foot + strength }
    default:
      return { far: 0, degrees: 0, along: foot + length }
  }
}

/** Whether the grip of a kind is where the hand puts it, and not bent by its own deformer. */
export const gripIsFree = ({ kind }: DeformerMessage): boolean => kind === 'wave' || kind === 'ripple'

/** How far an angle is from another, the short way round. */
const between = (to: number, from: number) => ((((to - from) % 360) + 540) % 360) - 180

/**
 * The values that put the grip where the hand is.
 * @param at Where the hand is, as the deformer sees it.
 * @param before The values when the hand took hold.
 * @param from Where the hand was then, or last: turns add up.
 * @param keepsDirection Only the strength changes.
 */
export function pulled(
  { kind }: DeformerMessage,
  at: AroundAxis,
  before: LanternValues,
  from: AroundAxis,
  keepsDirection: boolean,
): { strength?: number; direction?: number } {
  const { foot, length, radius } = before
  const along = at.along - foot
  const turned = between(at.degrees, before.direction)
  /** How far it is along the direction that there was. */
  const aside = at.far * Math.cos((turned * Math.PI) / 180)
  // Past the axis it goes on the other way, rather than turn round.
  const isBehind = Math.abs(turned) > 90
  const away = keepsDirection ? aside : isBehind ? -at.far : at.far
  const direction = keepsDirection
    ? undefined
    : before.direction + (isBehind ? between(at.degrees + 180, before.direction) : turned)
  switch (kind) {
    case 'bend':
      // The way from the foot to the head of an arc is half as far round as the arc.
      return { strength: (2 * Math.atan2(away, along) * 180) / Math.PI, direction }
    case 'shear':
      return { strength: away / length, direction }
    case 'wave':
      return { strength: away, direction }
    case 'twist':
      return { strength: before.strength + between(at.degrees, from.degrees) }
    case 'taper':
    case 'bulge':
      return { strength: aside / radius - 1 }
    case 'stretch':
      return { strength: Math.max(along / length - 1, -0.95) }
    case 'flatten':
      return { strength: Math.min(Math.max(1 - along / length, 0), 1) }
    default:
      return { strength: along }
  }
}
