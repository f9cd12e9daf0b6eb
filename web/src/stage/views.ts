import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'

import type { Pose } from './pose'

export type Facing = 'free' | 'top' | 'front' | 'side'
/** Looked at from a side, or through the camera object with this number. */
export type Look = Facing | number
export type Shading = 'shaded' | 'wire' | 'both'

export const facingNames: Record<Facing, string> = { free: 'Free view', top: 'Top', front: 'Front', side: 'Side' }
export const shadingNames: Record<Shading, string> = { shaded: 'Shaded', wire: 'Wire', both: 'Shaded and wire' }

export interface View {
  look: Look
  shading: Shading
  helpers: boolean
  /** Trails, where they are not seen along with helpers. */
  trails?: boolean
}

/** A picture that takes no longer than so many milliseconds is drawn with shadows while it moves, too; one that takes longer than so many never is. */
const [quick, slow] = [6, 200]
const looks: Look[] = ['free', 'top', 'front', 'side']
const fresh = (): View[] => looks.map((look) => ({ look, shading: 'shaded', helpers: true }))

/** How the stage is looked at: one, two or four views, one of them worked in. */
export const useViews = defineStore('views', () => {
  const all = ref<View[]>(fresh())
  const count = useStorage<1 | 2 | 4>('zesty-views', 1)
  /** Which views playback keeps up to date. */
  const updates = useStorage<'active' | 'all'>('zesty-view-updates', 'all')
  /** Whether a hand in a view through a camera object moves that camera. */
  const movesCamera = useStorage('zesty-view-moves-camera', false)
  const activeIndex = ref(0)
  /** Whether the sun throws shadows. */
  const shadows = useStorage('zesty-shadows', true)
  /** When it does, as quickly as pictures are drawn here. */
  const shadowsWhen = computed(() => {
    if (!shadows.value || (isTimeSure.value && drawingTime.value > slow)) return 'never'
    return drawingTime.value > 0 && drawingTime.value <= quick ? 'always' : 'rest'
  })
  /** Whether the stage's tools are folded away. */
  const folded = useStorage('zesty-stage-folded', false)
  /** The background picture that is due in a view and not here. */
  const lateBehind = ref('')
  /** Counts up whenever the selection is to be framed. */
  const frameAsked = ref(0)
  /** Milliseconds that all views together took to draw once at the screen's pixel ratio; 0 until measured. */
  const drawingTime = ref(0)
  /** Whether that was measured often enough: what starts up is slow for reasons of its own. */
  const isTimeSure = ref(false)
  /** The share of the pixels that playback draws just now, and how many times fewer parts finely cut shapes have in it. */
  const pixelShare = ref(1)
  const coarser = ref(1)

  /** Which objects the view worked in does not show, as the stage says it; and how often a view was turned. */
  const outside = shallowRef<() => number[]>(() => [])
  const turned = ref(0)
  /** Where the view worked in stands now, as the stage says it; null while there is no stage. */
  const stand = shallowRef<() => Pose | null>(() => null)

  const active = computed(() => all.value[activeIndex.value]!)
  /** The views on the screen, by their places in `all`. */
  const shown = computed(() =>
    count.value === 1 ? [activeIndex.value] : Array.from({ length: count.value }, (_, i) => i),
  )

  const askFrame = () => frameAsked.value++

  function setCount(wanted: 1 | 2 | 4): void {
    count.value = wanted
    if (wanted > 1 && activeIndex.value >= wanted) activeIndex.value = 0
  }

  /** A scene has been opened: its first camera, if it has one, is looked through. */
  function start(camera: number | null): void {
    all.value = fresh()
    if (camera !== null) all.value[0]!.look = camera
    activeIndex.value = 0
  }

  /** No view looks through a camera that is gone. */
  function forget(isThere: (camera: number) => boolean): void {
    for (const view of all.value) if (typeof view.look === 'number' && !isThere(view.look)) view.look = 'free'
  }

  return {
    all,
    count,
    updates,
    movesCamera,
    folded,
    shadows,
    shadowsWhen,
    lateBehind,
    activeIndex,
    active,
    shown,
    frameAsked,
    drawingTime,
    isTimeSure,
    pixelShare,
    coarser,
    outside,
    turned,
    stand,
    askFrame,
    setCount,
    start,
    forget,
  }
})
