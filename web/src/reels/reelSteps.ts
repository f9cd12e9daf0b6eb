import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { http } from '../api/http'
import { useNotices } from '../scene/notices'

/** What is asked of the server, in words that can be kept. */
export type Act =
  | { act: 'deleteReel' | 'restoreReel'; reel: number }
  | { act: 'describeReel'; reel: number; name: string; note: string }
  | { act: 'pickReel'; reel: number; picked: boolean }
  | { act: 'deleteMark' | 'restoreMark'; mark: number }

/** How something that was done is taken back, and how it is done again. */
interface Ways {
  back: Act
  again: Act
}

interface Step {
  /** In the order in which they were done. */
  number: number
  title: string
  /** There once it has been done. */
  ways: Promise<Ways>
  known?: Ways
}

const most = 500
/** Where this tab keeps the steps of a scene. */
const shelf = (scene: string) => `zesty-reel-steps ${scene}`

const asked: { [A in Act as A['act']]: (act: A) => Promise<unknown> } = {
  deleteReel: ({ reel }) => http.deleteReel(reel),
  restoreReel: ({ reel }) => http.restoreReel(reel),
  describeReel: ({ reel, name, note }) => http.describeReel(reel, name, note),
  pickReel: ({ reel, picked }) => http.pickReel(reel, picked),
  deleteMark: ({ mark }) => http.deleteMark(mark),
  restoreMark: ({ mark }) => http.restoreMark(mark),
}

const ask = (act: Act) => (asked[act.act] as (act: Act) => Promise<unknown>)(act)

/** What the hand did on the page of reels, and how it is taken back; in this tab also after the page was left or loaded again. */
export const useReelSteps = defineStore('reelSteps', () => {
  const notices = useNotices()
  const done = shallowRef<readonly Step[]>([])
  const undone = shallowRef<readonly Step[]>([])
  /** How many steps were taken back or done again: what is shown is to be asked for anew. */
  const taken = ref(0)
  let scene = ''
  let numbers = 0
  /** One after the other, however quickly the keys come. */
  let last: Promise<unknown> = Promise.resolve()

  /**
   * Turns to a scene, by a name that no scene of another server has; none while it is not known. What was done before it
   * was known comes after what is kept.
   */
  function open(name: string): void {
    scene = name
    if (name === '') {
      done.value = undone.value = []
      return
    }
    const kept = JSON.parse(sessionStorage.getItem(shelf(name)) ?? '{}') as Partial<
      Record<'done' | 'undone', KeptStep[]>
    >
    const hasBegun = done.value.length + undone.value.length > 0
    const before = (kept.done ?? []).map(takenUp)
    for (const step of done.value) step.number = ++numbers
    done.value = [...before, ...done.value]
    // The last that was taken back was done first.
    if (!hasBegun) undone.value = (kept.undone ?? []).toReversed().map(takenUp).toReversed()
    else for (const step of undone.value.toReversed()) step.number = ++numbers
    keep()
  }
  const takenUp = ({ title, ...known }: KeptStep): Step => ({
    number: ++numbers,
    title,
    known,
    ways: Promise.resolve(known),
  })

  function keep(): void {
    if (scene === '') return
    const ready = (steps: readonly Step[]): KeptStep[] =>
      steps.flatMap(({ title, known }) => (known ? [{ title, ...known }] : []))
    try {
      sessionStorage.setItem(shelf(scene), JSON.stringify({ done: ready(done.value), undone: ready(undone.value) }))
    } catch {
      // There is no room: they are taken back for as long as the page is there.
    }
  }

  /**
   * Does something that can be taken back, from the moment on at which it is begun.
   * @param run Does it.
   * @param ways How that is taken back and done again; told what it gave.
   */
  async function doing<T>(title: string, run: () => Promise<T>, ways: (result: T) => Ways): Promise<T> {
    const result = run()
    const step: Step = { number: ++numbers, title, ways: result.then(ways) }
    // Who waits for it is told.
    step.ways.catch(() => {})
    done.value = [...done.value, step].slice(-most)
    undone.value = []
    try {
      const given = await result
      step.known = ways(given)
      return given
    } catch (wrong) {
      done.value = done.value.filter((each) => each !== step)
      throw wrong
    } finally {
      keep()
    }
  }

  /** @returns when it has been done, or could not be. */
  async function move(from: typeof done, to: typeof done, way: keyof Ways, said: string): Promise<void> {
    const step = from.value.at(-1)
    if (!step) {
      notices.say(way === 'back' ? 'Nothing to undo here.' : 'Nothing to redo here.')
      return
    }
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, step]
    const mine = last.then(async () => {
      try {
        await ask((await step.ways)[way])
        notices.say(`${said}: ${step.title}.`, undefined, 'reel step')
        taken.value++
      } catch (wrong) {
        // It stands as it did, in its place among others.
        to.value = to.value.filter((each) => each !== step)
        const order = way === 'back' ? 1 : -1
        from.value = [...from.value, step].toSorted((one, other) => order * (one.number - other.number))
        notices.problem(wrong)
      }
      keep()
    })
    last = mine
    await mine
  }
  const undo = () => move(done, undone, 'back', 'Undone')
  const redo = () => move(undone, done, 'again', 'Redone')

  return {
    open,
    doing,
    undo,
    redo,
    taken,
    undoTitle: computed(() => done.value.at(-1)?.title ?? null),
    redoTitle: computed(() => undone.value.at(-1)?.title ?? null),
  }
})

type KeptStep = Ways & { title: string }
