import { useEventListener, useWindowSize } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useCancelOnEscape } from '../shared/cancelling'

/** Of the values panel, in pixels. */
const leastWidth = 216

/** Of the time bar with the desk, in pixels: below the ruler, and warps that stand above the lanes, some lanes are seen. */
const leastHeight = 220

/** The shares of the stage and of the values panel, in hundredths. A drag of a splitter is given up with Escape. */
export function usePanes() {
  const stage = ref(56)
  const values = ref(26)
  const { width, height } = useWindowSize()
  /** The values panel can be read at this share, in hundredths. */
  const leastValues = computed(() => Math.min(45, Math.max(18, (leastWidth / width.value) * 100)))
  watch(
    leastValues,
    (least) => {
      if (values.value < least) values.value = least
    },
    { immediate: true },
  )
  /** The desk shows lanes at this share, in hundredths. */
  const leastDesk = computed(() => Math.min(44, Math.max(20, (leastHeight / height.value) * 100)))
  watch(
    leastDesk,
    (least) => {
      if (100 - stage.value < least) stage.value = 100 - least
    },
    { immediate: true },
  )
  let before: [number, number] | null = null

  useEventListener(
    window,
    'pointerdown',
    (event: PointerEvent) => {
      if ((event.target as Element).closest('.splitpanes__splitter')) before = [stage.value, values.value]
    },
    { capture: true },
  )
  useEventListener(window, ['pointerup', 'pointercancel'], () => (before = null))

  useCancelOnEscape(
    () => before !== null,
    async () => {
      const [stageBefore, valuesBefore] = before!
      before = null
      // The panes' own package ends a drag with the button only, and then says where it has come to.
      document.dispatchEvent(new MouseEvent('mouseup'))
      await nextTick()
      stage.value = stageBefore
      values.value = valuesBefore
    },
  )

  return { stage, values, leastValues, leastDesk }
}
