import { Euler, Quaternion, type Object3D } from 'three'
import type { Read } from './shapes'

/** How an object that aims is turned before its own rotation, and its own rotation. */
export interface Aimed {
  turn: Quaternion
  own: Euler
}

/** Turns a node, which has its own rotation, by what it aims at. */
export function aimed(known: Aimed | undefined, node: Object3D, read: Read): Aimed {
  const { turn, own } = known ?? { turn: new Quaternion(), own: new Euler() }
  own.copy(node.rotation)
  turn.set(read('aim.qx'), read('aim.qy'), read('aim.qz'), read('aim.qw')).normalize()
  node.quaternion.premultiply(turn)
  return { turn, own }
}

/** How a node is turned before its own rotation; null where it aims at nothing. */
export const aimOf = (node: Object3D): Aimed | null => (node.userData.aimed as Aimed | undefined) ?? null
