import { computed } from 'vue'
import { curveOfLane, placedOf, warpOf } from '../scene/owners'
import { useSelection } from '../scene/selection'

const kinds = {
  key: ['key', 'keys'],
  point: ['warp point', 'warp points'],
  rate: ['key of a rate', 'keys of a rate'],
} as const
type Kind = keyof typeof kinds

/** What is selected on the desk, counted by what it is: "8 keys, 2 warp points". */
export function useSelectedCounts() {
  const selection = useSelection()
  const counts = computed(() => {
    const found: Record<Kind, number> = { key: 0, point: 0, rate: 0 }
    for (const [lane, times] of selection.keys) {
      const { object } = curveOfLane(lane)
      found[warpOf(object) !== null ? 'point' : placedOf(object) !== null ? 'rate' : 'key'] += times.size
    }
    return found
  })
  const words = computed(() =>
    (Object.keys(kinds) as Kind[])
      .filter((kind) => counts.value[kind] > 0)
      .map((kind) => `${counts.value[kind].toLocaleString('en')} ${kinds[kind][counts.value[kind] === 1 ? 0 : 1]}`)
      .join(', '),
  )
  return { counts, words }
}
