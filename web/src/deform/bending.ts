import { Matrix4 } from 'three'
import { deformerChannel } from '../scene/catalogue'
import type { DeformerMessage } from '../api/messages'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'
import type { Read } from '../stage/shapes'
import type { Pose, Run, Steps } from './steps'

const kinds = ['bend', 'twist', 'taper', 'bulge', 'shear', 'stretch', 'flatten', 'wave', 'ripple']
const axes = ['x', 'y', 'z']
const shares: Record<string, string> = { flatten: 'spread', wave: 'pinned', ripple: 'fade' }

/** A deformer as its channels have it at a moment. */
export function poseOf({ name, kind, axis, within, oneWay }: DeformerMessage, read: Read): Pose {
  const value = (channel: string) => read(deformerChannel(name, channel))
  const turns = kind === 'bend' || kind === 'twist'
  const goes = kind === 'wave' || kind === 'ripple'
  const strength = value(goes ? 'amount' : 'strength')
  return {
    kind: kinds.indexOf(kind),
    axis: axes.indexOf(axis),
    within,
    oneWay,
    foot: value('foot'),
    length: Math.max(value('length'), 1e-6),
    strength: turns ? (strength * Math.PI) / 180 : strength,
    direction:
      kind === 'twist' || kind === 'stretch' || kind === 'flatten' || kind === 'ripple' ? 0 : value('direction'),
    count: goes ? value('count') : 0,
    phase: goes ? value('phase') : 0,
    // What a section becomes: the card's own square roots are not exact enough.
    share: kind === 'stretch' ? 1 / Math.sqrt(1 + strength) : shares[kind] ? value(shares[kind]!) : 0,
  }
}

/** What carries an object: its path where it follows one, else its parent. */
export const carrierOf = ({ follow, parent }: SceneObject): number | null => follow?.path ?? parent

/** How something is bent and faded: where its steps stand, and the space that they end in. */
export interface Bent {
  run: Run
  world: Matrix4
  /** Whether a part of it may be seen less than the rest. */
  fades: boolean
}

/** The objects that are bent or faded, by themselves or by what carries them or they hang below. */
export function bentObjects(model: SceneModel): ReadonlySet<number> {
  const isBending = ({ deformers }: SceneObject) => deformers.some(({ on }) => on)
  const found = new Set<number>()
  if (![...model.objects.values()].some((each) => each.fade || isBending(each))) return found
  const above = (
    id: number | null,
    next: (object: SceneObject) => number | null,
    is: (object: SceneObject) => boolean,
  ) => {
    for (let at = id; at !== null;) {
      const object = model.objects.get(at)
      if (!object) return false
      if (object.kind === 'group' && is(object)) return true
      at = next(object)
    }
    return false
  }
  for (const object of model.objects.values())
    if (
      object.fade ||
      isBending(object) ||
      above(carrierOf(object), carrierOf, isBending) ||
      above(
        object.parent,
        ({ parent }) => parent,
        ({ fade }) => fade !== null,
      )
    )
      found.add(object.id)
  return found
}

/** What steps are laid down from: where things are, and what their channels are at the moment. */
export interface Laying {
  model: SceneModel
  worldOf: (id: number) => Matrix4
  readOf: (object: SceneObject) => Read
  steps: Steps
}

/**
 * Lays down what bends an object: its own deformers from a place in their order on, then, in the space of each group that
 * carries it, those of that. @returns the space that the steps end in.
 */
export function layBending(object: SceneObject, from: number, laying: Laying): Matrix4 {
  layOwn(object, from, laying)
  return layCarriers(object, laying.worldOf(object.id), laying)
}

function layOwn(object: SceneObject, from: number, { readOf, steps }: Laying): void {
  for (const deformer of object.deformers.slice(from)) if (deformer.on) steps.deformer(poseOf(deformer, readOf(object)))
}

/** Whether something is a group that bends what it carries. */
export const isBendingGroup = ({ kind, deformers }: SceneObject) => kind === 'group' && deformers.some(({ on }) => on)

/**
 * Lays down what bends all that an object's carriers carry. @param world The space that places come in. @returns the space
 * that the steps end in.
 */
export function layCarriers(object: SceneObject, world: Matrix4, laying: Laying): Matrix4 {
  const { model, worldOf, steps } = laying
  for (let id = carrierOf(object); id !== null;) {
    const above = model.objects.get(id)
    if (!above) break
    // What is flattened to nothing has no inside that could be bent.
    if (isBendingGroup(above) && worldOf(id).determinant() !== 0) {
      const inside = worldOf(id)
      steps.lead(way.copy(inside).invert().multiply(world))
      layOwn(above, 0, laying)
      world = inside
    }
    id = carrierOf(above)
  }
  return world
}

/** Lays down what bends an object, and what it and the groups that it hangs below fade by, by where it is at rest. */
export function bendingOf(object: SceneObject, laying: Laying): Bent {
  const { model, worldOf, readOf, steps } = laying
  const first = steps.length
  const world = layBending(object, 0, laying)
  let fades = false
  for (
    let at: SceneObject | undefined = object;
    at;
    at = at.parent === null ? undefined : model.objects.get(at.parent)
  ) {
    if (!at.fade || (at !== object && at.kind !== 'group')) continue
    const inside = worldOf(at.id)
    if (at !== object && inside.determinant() === 0) continue
    layFade(at, readOf(at), at === object ? null : way.copy(inside).invert().multiply(worldOf(object.id)), steps)
    fades = true
  }
  return { run: { first, count: steps.length - first }, world, fades }
}

/** Where a step has no soft part, it is this steep. */
const steepest = 1e6

function layFade({ fade }: SceneObject, read: Read, inside: Matrix4 | null, steps: Steps): void {
  const [x, y, z] = fade!.direction as [number, number, number]
  const [edge, softness] = [read('fade.edge'), read('fade.softness')]
  const slope = softness > 0 ? Math.min(1 / softness, steepest) : steepest
  const e = inside?.elements
  const n: [number, number, number] = e
    ? [x * e[0]! + y * e[1]! + z * e[2]!, x * e[4]! + y * e[5]! + z * e[6]!, x * e[8]! + y * e[9]! + z * e[10]!]
    : [x, y, z]
  const c = (e ? x * e[12]! + y * e[13]! + z * e[14]! : 0) - edge
  steps.fade([n[0] * slope, n[1] * slope, n[2] * slope], c * slope, fade!.invert)
}

const way = new Matrix4()
