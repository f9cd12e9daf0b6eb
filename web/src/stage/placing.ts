import { aimOf } from './aiming'
import { Euler, MathUtils, Quaternion, Vector3, type EulerOrder, type Matrix4, type Object3D } from 'three'
import type { ChannelValue } from '../api/http'

export const axisNames = ['x', 'y', 'z'] as const
type Axis = (typeof axisNames)[number]
type Turns = Record<Axis, number>
export type TransformGroup = 'position' | 'rotation' | 'scale'

/** What an object was when a hand took hold of it. */
export interface Start {
  object: number
  order: EulerOrder
  world: Matrix4
  parentInverse: Matrix4
  position: Vector3
  turn: Euler
  /** Undoes what it aims at turns it by; null where it aims at nothing. */
  aim: Quaternion | null
  scale: Vector3
}

export const startOf = (node: Object3D, order: string): Start => ({
  object: node.userData.object as number,
  order: order.toUpperCase() as EulerOrder,
  world: node.matrixWorld.clone(),
  parentInverse: node.parent!.matrixWorld.clone().invert(),
  position: node.position.clone(),
  turn: (aimOf(node)?.own ?? node.rotation).clone(),
  aim: aimOf(node)?.turn.clone().invert() ?? null,
  scale: node.scale.clone(),
})

/** The values of an object's own channels that put it where it is to stand in the world. */
export function valuesAt(world: Matrix4, start: Start, groups: readonly TransformGroup[]): ChannelValue[] {
  const [position, quaternion, scale] = [new Vector3(), new Quaternion(), new Vector3()]
  world.clone().premultiply(start.parentInverse).decompose(position, quaternion, scale)
  if (start.aim) quaternion.premultiply(start.aim)
  const rotation = nearestTurns(new Euler().setFromQuaternion(quaternion, start.order), start.turn)
  const degrees = (turns: Turns, axis: Axis) => MathUtils.RAD2DEG * turns[axis]
  const read = {
    position: (axis: Axis) => rounded(position[axis], start.position[axis]),
    rotation: (axis: Axis) => rounded(degrees(rotation, axis), degrees(start.turn, axis)),
    scale: (axis: Axis) => rounded(scale[axis], start.scale[axis]),
  }
  return groups.flatMap((group) =>
    axisNames.map((axis) => ({ object: start.object, channel: `${group}.${axis}`, value: read[group](axis) })),
  )
}

// A hand is no more exact than this, and short numbers are kinder to read. What it has not moved stays as it was.
const rounded = (value: number, was: number) => (Math.abs(value - was) < 5e-5 ? was : Math.round(value * 1e4) / 1e4)

/**
 * The same rotation, in radians, as near as can be to the turns that it came from: a hand must not unwind them.
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
