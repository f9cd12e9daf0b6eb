import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { useNotices } from '../scene/notices'

interface Step {
  title: string
  back: () => Promise<unknown>
  again: () => Promise<unknown>
}

const most = 500

/** What the hand did on the page of reels, and how it is taken back. */
export const useReelSteps = defineStore('reelSteps', () => {
  const notices = useNotices()
  const done = shallowRef<readonly Step[]>([])
  const undone = shallowRef<readonly Step[]>([])
  /** One after the other, however quickly the keys come. */
  let last: Promise<unknown> = Promise.resolve()

  function did(step: Step): void {
    done.value = [...done.value, step].slice(-most)
    undone.value = []
  }

  function move(from: typeof done, to: typeof done, way: 'back' | 'again', said: string): void {
    const step = from.value.at(-1)
    if (!step) {
      notices.say(way === 'back' ? 'Nothing to undo here.' : 'Nothing to redo here.')
      return
    }
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, step]
    last = last.then(step[way]).then(
      () => notices.say(`${said}: ${step.title}.`, undefined, 'reel step'),
      (wrong) => notices.problem(wrong),
    )
  }
  const undo = () => move(done, undone, 'back', 'Undone')
  const redo = () => move(undone, done, 'again', 'Redone')

  function forget(): void {
    done.value = undone.value = []
  }

  return {
    did,
    undo,
    redo,
    forget,
    undoTitle: computed(() => done.value.at(-1)?.title ?? null),
    redoTitle: computed(() => undone.value.at(-1)?.title ?? null),
  }
})
