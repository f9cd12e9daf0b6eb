import { ref, watch, type Ref } from 'vue'

/** Shares of the screen's pixels, each way, that are drawn while playing; fewer where not all frames are shown. */
const ratios = [1, 0.71, 0.5]
/** What this browser turned out to manage: it stays for as long as the page does. */
const step = ref(0)
/** A single frame may be late for any reason. */
const forgiven = 1

/** The share of the screen's pixels, each way, that a reel is drawn with while it plays. */
export function usePlayRatio(playing: () => boolean, dropped: () => number): Ref<number> {
  const ratio = ref(ratios[step.value]!)
  watch(dropped, (now, before) => {
    if (!playing() || now - before <= forgiven) return
    step.value = Math.min(step.value + 1, ratios.length - 1)
    ratio.value = ratios[step.value]!
  })
  return ratio
}
