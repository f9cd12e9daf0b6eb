import { defineStore } from 'pinia'
import { shallowRef, watch } from 'vue'
import { http, type FrameNote } from '../api/http'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { useBeside } from '../screens/beside'
import { oneAtATime } from '../shared/oneAtATime'
import { usePlayhead } from '../timebar/playhead'

/** The frames of the open scene that have notes on its reels. */
export const useFrameNotes = defineStore('frameNotes', () => {
  const scene = useScene()
  const beside = useBeside()
  const playhead = usePlayhead()
  const notices = useNotices()
  const all = shallowRef<readonly FrameNote[]>([])

  /** Others may draw faster than one need look. */
  const refresh = oneAtATime(async () => {
    const { id } = scene
    // Without an answer those known before stay; it is asked again when the line is back.
    const found = id === null ? [] : await http.frameNotes(id).catch(() => null)
    if (found && id === scene.id) all.value = found
  }, 300)
  watch([() => scene.id, () => beside.reelsTold, () => beside.stood], () => void refresh(), { immediate: true })

  const words = ({ number, marks, words: said, madeBy }: FrameNote) =>
    `Reel ${number}${madeBy ? `, ${madeBy}` : ''}: ${said || (marks === 1 ? 'a drawing' : `${marks} drawings`)}`

  /** Goes to a note's frame, says what it says, and offers to look at it. */
  function go(note: FrameNote): void {
    playhead.goTo(note.frame, true)
    const of = scene.id
    notices.say(
      words(note),
      {
        label: 'Look at it',
        run: () =>
          void import('../router').then(({ router }) =>
            router.push(`/scenes/${of}/reels?a=${note.reel}&at=${note.frame}`),
          ),
      },
      'note',
    )
  }

  return { all, words, go }
})
