import type { BounceMessage, LagMessage, SwayMessage } from '../api/messages'
import type { Edit } from '../api/http'
import { holdsOnly, channelsOf } from '../scene/catalogue'
import type { SampleBook } from '../scene/samples'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'

/** The kinds of motion that nobody keyed. */
export const looseKinds = ['sway', 'lag', 'bounce'] as const
export type LooseKind = (typeof looseKinds)[number]

export const looseWords: Record<LooseKind, { does: string; group: string; hint: string }> = {
  sway: { does: 'sways', group: 'Sway', hint: 'Smooth noise is added, as by wind or swell' },
  lag: { does: 'lags', group: 'Lag', hint: 'It follows as if on a spring, and swings over' },
  bounce: { does: 'bounces', group: 'Bounce', hint: 'It falls, bounces and comes to rest' },
}

const place = ['position.x', 'position.y', 'position.z']

/** The channels that loose motion of a kind moves; none where it is off. */
function movedBy(object: SceneObject, kind: LooseKind): readonly string[] {
  const { sway, lag, bounce } = object
  if (kind === 'sway') return sway?.on ? sway.channels : []
  if (kind === 'lag') return !lag?.on ? [] : lag.world ? place : lag.channels
  return bounce?.on ? place : []
}

/** Whether loose motion of a kind moves an object, or one of its channels. */
export const isMovedBy = (kind: LooseKind, object: SceneObject, channel?: string): boolean =>
  channel ? movedBy(object, kind).includes(channel) : movedBy(object, kind).length > 0

/** What moves an object besides keys, in words; empty where nothing loose does. */
export const loosely = (object: SceneObject, channel?: string): string =>
  looseKinds
    .filter((kind) => isMovedBy(kind, object, channel))
    .map((kind) => looseWords[kind].does)
    .join(', ')

/** What drives a channel on a frame so that no value of it can be set, in words with what to do; empty where one can. */
export function driverOf(object: SceneObject, channel: string, book: SampleBook, frame: number): string {
  const does = (word: string) =>
    `${object.name} ${word}, which says where this is. Switch that off to set it, and on again`
  if (movedBy(object, 'bounce').includes(channel) && (book.value(object.id, 'bounce.falling', frame) ?? 1) >= 0.5)
    return does('bounces')
  return movedBy(object, 'lag').includes(channel) ? does('lags') : ''
}

/** The objects that sway, lag or bounce. */
export const looseObjects = (model: SceneModel): SceneObject[] =>
  [...model.objects.values()].filter((object) => loosely(object) !== '')

/** The channels of an object that can sway and lag: its kind or its deformers have them, and something lies between their values. */
export const canBeLoose = ({ kind, deformers }: SceneObject): readonly string[] =>
  channelsOf({ kind, deformers })
    .filter((spec) => !holdsOnly(spec))
    .map(({ name }) => name)

/** What loose motion is to be. */
export type LooseWish =
  | { kind: 'sway'; sway: Partial<SwayMessage> | null }
  | { kind: 'lag'; lag: Partial<LagMessage> | null }
  | { kind: 'bounce'; bounce: Partial<BounceMessage> | null }

/** Gives objects loose motion, sets it or takes it off. */
export function useLoose() {
  const scene = useScene()

  /** The edit that gives objects loose motion; what is left out is as usual. */
  function editOf(objects: number[], wish: LooseWish): Edit {
    if (wish.kind === 'sway') {
      const { sway } = wish
      const channels = sway && (sway.channels ?? ['rotation.x', 'rotation.y', 'rotation.z'])
      return { edit: 'setSway', objects, channels, on: sway?.on ?? true, seed: sway?.seed ?? null }
    }
    if (wish.kind === 'lag') {
      const { lag } = wish
      const world = lag !== null && (lag.world ?? !lag.channels)
      return { edit: 'setLag', objects, channels: world ? null : (lag?.channels ?? null), world, on: lag?.on ?? true }
    }
    return {
      edit: 'setBounce',
      objects,
      against: wish.bounce && (wish.bounce.against ?? []),
      on: wish.bounce?.on ?? true,
    }
  }

  const set = (objects: readonly number[], wish: LooseWish) => scene.edit(editOf([...objects], wish))

  /** Switches it on or off where the first object has it; else all of them get it. */
  async function toggle(objects: readonly number[], kind: LooseKind): Promise<void> {
    const first = scene.model.objects.get(objects[0]!)?.[kind]
    if (first) await scene.edit({ edit: 'switchLoose', objects: [...objects], kind, on: !first.on })
    else await set(objects, { kind, [kind]: {} } as LooseWish)
  }

  const letFall = (objects: readonly number[], at: number) => scene.edit({ edit: 'letFall', objects: [...objects], at })

  return { set, toggle, letFall }
}
