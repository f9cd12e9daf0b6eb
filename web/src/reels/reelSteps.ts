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

  /**
   * Does something that can be taken back, from the moment on at which it is begun.
   * @param run Does it.
   * @param back Takes it back; told what it gave.
   * @param again Does it again.
   */
  async function doing<T>(
    title: string,
    run: () => Promise<T>,
    back: (result: T) => Promise<unknown>,
    again: (result: T) => Promise<unknown>,
  ): Promise<T> {
    const result = run()
    const step: Step = { title, back: () => result.then(back), again: () => result.then(again) }
    done.value = [...done.value, step].slice(-most)
    undone.value = []
    try {
      return await result
    } catch (wrong) {
      done.value = done.value.filter((each) => each !== step)
      throw wrong
    }
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
    doing,
    undo,
    redo,
    forget,
    undoTitle: computed(() => done.value.at(-1)?.title ?? null),
    redoTitle: computed(() => undone.value.at(-1)?.title ?? null),
  }
})
