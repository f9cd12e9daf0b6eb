import { useIntervalFn, usePreferredReducedMotion } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { useDesk } from '../desk/deskStore'
import { useSelection } from '../scene/selection'
import { useViews } from './views'

/** How long one blink lasts, in milliseconds, and how many there are. */
const blink = 140
const blinks = 6
const none: ReadonlySet<number> = new Set()

/** Showing where objects are: they are framed on the stage, their lane comes into view, and both blink. */
export const useShowWhere = defineStore('showWhere', () => {
  const selection = useSelection()
  const views = useViews()
  const desk = useDesk()
  const motion = usePreferredReducedMotion()
  const shown = shallowRef(none)
  const left = ref(0)
  const { pause, resume } = useIntervalFn(
    () => {
      if (--left.value > 0) return
      shown.value = none
      pause()
    },
    blink,
    { immediate: false },
  )

  /** What is drawn as selected just now: while it blinks, now and then without what blinks. */
  const drawn = computed(() =>
    shown.value.size && left.value % 2 === 0 && motion.value !== 'reduce'
      ? new Set([...selection.objects].filter((id) => !shown.value.has(id)))
      : selection.objects,
  )

  function show(): void {
    shown.value = selection.objects
    left.value = blinks
    resume()
    views.askFrame()
    const lane = desk.lanes.find(({ kind, object }) => kind === 'object' && object!.id === selection.first)
    if (lane) desk.reveal(lane)
  }

  return { shown, drawn, show }
})
