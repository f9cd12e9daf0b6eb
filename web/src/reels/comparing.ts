import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { http, type MotionDifference, type ReelDifference, type ReelLineUp } from '../api/http'
import { loadCatalogue } from '../scene/catalogue'
import { reasonOf } from '../scene/reasons'
import { rateLabel } from '../timebar/rates'
import { useReels } from './reels'

export type Way = 'one' | 'side' | 'wipe' | 'blend' | 'difference'

export const ways: Record<Way, { label: string; hint: string }> = {
  one: { label: 'A alone', hint: 'Hold B to see the other' },
  side: { label: 'Side by side', hint: 'A on the left, B on the right' },
  wipe: { label: 'Wipe', hint: 'A on one side of a line, B on the other; drag the line, turn it by its end' },
  blend: { label: 'Blend', hint: 'Half of each' },
  difference: { label: 'Difference', hint: 'Black is the same' },
}

/** How two reels are looked at beside each other, and what differs. What stands beside what is the server's to say. */
export const useComparing = defineStore('reelComparing', () => {
  const reels = useReels()
  const wanted = useStorage<Way>('zesty-compare', 'wipe')
  /** What a desk says, on a screen that follows it; null elsewhere. */
  const told = ref<Way | null>(null)
  const way = computed<Way>({
    get: () => {
      const now = told.value ?? wanted.value
      return reels.isComparing && now in ways ? now : 'one'
    },
    set: (now) => (wanted.value = now),
  })
  const lineUp = ref<ReelLineUp>('frame')
  const offset = ref(0)
  /** Where the line of the wipe crosses the middle, 0 to 1 from the left, and how it leans, in degrees. */
  const line = ref({ at: 0.5, degrees: 0 })
  const blend = ref(0.5)
  /** So many times as strong as it is the difference is shown. */
  const gain = ref(4)
  /** The other one is looked at while a key is held. */
  const isFlicking = ref(false)

  /** For each place of A the place of B beside it; −1 for none. */
  const beside = shallowRef<readonly number[]>([])
  const differences = shallowRef<readonly ReelDifference[]>([])
  const isMeasured = ref(false)
  const motion = shallowRef<readonly MotionDifference[] | null>(null)
  const problem = ref('')
  let stop = new AbortController()

  const most = computed(() =>
    differences.value.reduce<ReelDifference | null>(
      (best, each) => (each.mean > (best?.mean ?? 0) ? each : best),
      null,
    ),
  )
  /** Sizes and rates that are not the same, in words. */
  const unlike = computed(() => {
    const [one, other] = [reels.a?.reel, reels.b?.reel]
    if (!one || !other) return ''
    const said = []
    const size = ({ settings }: typeof one) => `${settings.width} × ${settings.height}`
    if (size(one) !== size(other)) said.push(`B is ${size(other)}, shown and compared at A's ${size(one)}`)
    if (one.rate !== other.rate) said.push(`B has ${rateLabel(other.rate)} fps, lined up by moment`)
    return said.join('; ')
  })

  async function compare(): Promise<void> {
    stop.abort()
    stop = new AbortController()
    const mine = stop
    differences.value = []
    beside.value = []
    motion.value = null
    isMeasured.value = false
    problem.value = ''
    const [one, other] = [reels.a?.reel.id, reels.b?.reel.id]
    if (one === undefined || other === undefined) return
    try {
      const places = await http.beside(one, other, lineUp.value, offset.value)
      if (mine.signal.aborted) return
      beside.value = places
      // A screen shows them, and measures nothing.
      if (told.value) return
      const answer = await http.differences(one, other, lineUp.value, offset.value, mine.signal)
      await eachLine(answer, (lines) => {
        if (!mine.signal.aborted) differences.value = [...differences.value, ...lines]
      })
      if (mine.signal.aborted) return
      isMeasured.value = true
      // Channels are called as the catalogue has them.
      const [moved] = await Promise.all([http.compareMotion(one, other), loadCatalogue()])
      if (!mine.signal.aborted) motion.value = moved
    } catch (wrong) {
      if (!mine.signal.aborted) problem.value = reasonOf(wrong)
    }
  }
  // One by one: a reel that is told anew is the same reel.
  watch([() => reels.a?.reel.id, () => reels.b?.reel.id, lineUp, offset], () => void compare(), { immediate: true })

  /** The next place after one where what differs begins to differ visibly; round at the end. */
  function nextChange(after: number): number | null {
    const starts = differences.value.filter(({ changed }, i) => changed > 0 && !differences.value[i - 1]?.changed)
    return (starts.find(({ at }) => at > after) ?? starts[0])?.at ?? null
  }

  return {
    told,
    way,
    lineUp,
    offset,
    line,
    blend,
    gain,
    isFlicking,
    beside,
    differences,
    isMeasured,
    motion,
    problem,
    most,
    unlike,
    nextChange,
  }
})

/** Hands on the lines of an answer as they come, those that came together at once. */
async function eachLine(answer: Response, take: (lines: ReelDifference[]) => void): Promise<void> {
  const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    if (done) return
    const parts = (rest + value).split('\n')
    rest = parts.pop()!
    if (parts.length) take(parts.map((line) => JSON.parse(line) as ReelDifference))
  }
}
