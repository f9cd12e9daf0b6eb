import { computed } from 'vue'
import type { ReelPlayer } from '../reels/reelPlayer'
import { useReels } from '../reels/reels'
import { useNotices } from '../scene/notices'
import { useMarks } from './marks'

/** The notes on the reel that is looked at, as its ruler has them. */
export function useReelNotes(player: ReelPlayer) {
  const reels = useReels()
  const marks = useMarks()
  const notices = useNotices()

  /** What is noted, by the place of A where it is seen first. */
  const notes = computed(() => {
    const found = new Map<number, string>()
    if (marks.onA.size === 0) return found
    const seen = new Set<number>()
    for (const [at, number] of (reels.a?.shown ?? []).entries()) {
      const those = marks.onA.get(number)
      if (!those || seen.has(number)) continue
      seen.add(number)
      const said = those.map(({ mark }) => mark.words).filter(Boolean)
      found.set(
        at,
        `Frame ${reels.a!.frames[at]}: ${said.join(' · ') || (those.length === 1 ? 'a drawing' : `${those.length} drawings`)}`,
      )
    }
    return found
  })
  function goToNote(way: 1 | -1): void {
    const places = [...notes.value.keys()]
    const at =
      way === 1
        ? places.find((each) => each > player.place.value)
        : places.findLast((each) => each < player.place.value)
    if (at !== undefined) player.goTo(at)
    else notices.say(places.length ? 'No note further that way.' : 'No notes on this reel yet; P takes the pen.')
  }

  return { notes, goToNote }
}
