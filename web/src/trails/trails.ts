import { useSessionStorage, useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import type { BakeWayMessage } from '../api/messages'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'

/** Which frames a trail has: some about the playhead, those of the work range, or all of the scene. */
export type TrailSpan = 'around' | 'work' | 'all'
/** Where a trail is drawn: in the world, as the camera sees it, or in the space of an object, by its number. */
export type TrailSpace = 'world' | 'camera' | number

export interface TrailSettings {
  span: TrailSpan
  /** How many frames on each side of the playhead. */
  around: number
  /** A dot on every so many frames; 0 for none. */
  every: number
  /** A whole pose on every so many frames from the playhead on; 0 for none. */
  poses: number
  numbers: boolean
  /** In pixels. */
  thickness: number
  keySize: number
  /** Dots tell how fast the object goes there. */
  bySpeed: boolean
}

const usual: TrailSettings = {
  span: 'around',
  around: 10,
  every: 1,
  poses: 0,
  numbers: false,
  thickness: 2,
  keySize: 9,
  bySpeed: false,
}

/** How far apart whole poses stand when they are shown for the first time, in frames. */
const usualPoses = 4

/** Most trails at once. */
export const mostTrails = 40

/** A way through the world that a take has. */
export interface TakenWay {
  frames: readonly number[]
  /** x, y and z of each place. */
  places: Float32Array
  ink: number
  /** Where nothing came. */
  isGap: (frame: number) => boolean
}

/** Which trails are shown on the stage, and how. What is shown is this window's alone. */
export const useTrails = defineStore('trails', () => {
  const scene = useScene()
  const selection = useSelection()
  const isOn = useSessionStorage('zesty-trails-on', false)
  const settings = useStorage<TrailSettings>('zesty-trails', usual, undefined, { mergeDefaults: true })
  const pinned = useStorage<Record<string, number[]>>('zesty-trails-pinned', {})
  const spaces = useStorage<Record<string, TrailSpace>>('zesty-trails-space', {})
  /** The frames of trails that are selected, by object. */
  const selected = shallowRef<ReadonlyMap<number, ReadonlySet<number>>>(new Map())

  const key = () => String(scene.id)
  const pins = computed<ReadonlySet<number>>(() => {
    void scene.structureVersion
    return new Set((pinned.value[key()] ?? []).filter((id) => scene.model.objects.has(id)))
  })
  const space = computed<TrailSpace>({
    get: () => {
      void scene.structureVersion
      const kept = spaces.value[key()] ?? 'world'
      return typeof kept === 'number' && !scene.model.objects.has(kept) ? 'world' : kept
    },
    set: (wanted) => (spaces.value = { ...spaces.value, [key()]: wanted }),
  })
  /** The ways that a bake would sample; they are drawn over the true ones. */
  const sampled = shallowRef<readonly BakeWayMessage[]>([])
  /** The ways that takes have, each in an ink of its own. */
  const ways = shallowRef<readonly TakenWay[]>([])
  /** The objects whose trails are shown. */
  const objects = computed<readonly number[]>(() =>
    isOn.value
      ? [...new Set([...selection.objects, ...pins.value])].slice(0, mostTrails)
      : sampled.value.length
        ? sampled.value.slice(0, mostTrails).map(({ object }) => object)
        : none,
  )

  function pin(ids: Iterable<number>, isPinned: boolean): void {
    const next = new Set(pins.value)
    for (const id of ids)
      if (isPinned) next.add(id)
      else next.delete(id)
    pinned.value = { ...pinned.value, [key()]: [...next] }
  }

  /** The frames that trails have, with the playhead on one. */
  function framesAt(frame: number): [first: number, last: number] {
    const [way] = sampled.value
    // Beside a way that is sampled, the true one is shown as far.
    if (way) return [Math.floor(way.frames[0]!), Math.ceil(way.frames.at(-1)!)]
    const { range, work } = scene.settings
    const { span, around } = settings.value
    if (span === 'all') return [range[0], range[1]]
    if (span === 'work') return [work[0], work[1]]
    const here = Math.round(frame)
    return [Math.max(range[0], here - around), Math.min(range[1], here + around)]
  }

  /** Selects a point of a trail, or one more; a selected one is let go of when one more is meant. */
  function select(object: number, frame: number, more = false): void {
    const frames = new Set(more ? selected.value.get(object) : [])
    if (more && frames.has(frame)) frames.delete(frame)
    else frames.add(frame)
    selected.value = new Map([...(more ? selected.value : []), [object, frames]])
  }

  const isSelected = (object: number, frame: number) => selected.value.get(object)?.has(frame) ?? false
  const letGo = () => void (selected.value.size && (selected.value = new Map()))
  const toggle = () => {
    letGo()
    return (isOn.value = !isOn.value)
  }

  /** Shows whole poses along the trails, which are shown then, or none. */
  function togglePoses(): boolean {
    const wanted = !isOn.value || settings.value.poses === 0
    settings.value.poses = wanted ? settings.value.poses || usualPoses : 0
    if (wanted) isOn.value = true
    return wanted
  }

  // Whoever turns to other objects is done with the points.
  watch(() => selection.objects, letGo)

  return {
    isOn,
    settings,
    pins,
    pin,
    space,
    sampled,
    ways,
    objects,
    framesAt,
    selected,
    select,
    isSelected,
    letGo,
    toggle,
    togglePoses,
  }
})

const none: readonly number[] = []
