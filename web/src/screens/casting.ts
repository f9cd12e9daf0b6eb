import { useIntervalFn } from '@vueuse/core'
import { onBeforeUnmount, onMounted, watch, type WatchSource } from 'vue'
import type { CastMessage } from '../api/messages'
import { drawSoon } from '../scene/drawLoop'
import { useBeside } from './beside'

/** While something plays, the screens are told where it is so often, in milliseconds; they play by their own clocks between. */
const toldEvery = 500

/**
 * Tells the screens what this page shows, while there are any.
 * @param sceneId Whose desk the page is.
 * @param shows What it shows now; null for nothing.
 * @param changes What it depends on; not where it is while it plays.
 * @param isPlaying Whether it plays.
 */
export function useCasting(
  sceneId: () => number,
  shows: () => CastMessage | null,
  changes: WatchSource[],
  isPlaying: () => boolean,
): void {
  const beside = useBeside()
  function tell(): void {
    const shown = beside.screens ? shows() : null
    if (shown) beside.cast(shown)
  }
  watch([() => beside.screensTold, () => beside.stood, isPlaying, ...changes], () => {
    if (!beside.screens) return
    // Once everything that moves with it has moved; a page that is hidden draws nothing that could be waited for.
    if (document.hidden) tell()
    else drawSoon(tell)
  })
  useIntervalFn(() => isPlaying() && tell(), toldEvery)
  onMounted(() => beside.enter(sceneId()))
  watch(sceneId, (id) => beside.enter(id))
  onBeforeUnmount(() => beside.leave())
}
