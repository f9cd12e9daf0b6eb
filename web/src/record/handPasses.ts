import { useEventListener, useIntervalFn } from '@vueuse/core'
import { watch } from 'vue'
import type { HandTake } from '../api/http'
import type { SceneName } from '../scene/sceneName'
import { useScene } from '../scene/sceneStore'
import type { HandPass } from './handPass'
import { passShelf } from './passShelf'
import { nameOf, useTakes } from './takes'

/** How often what is being driven is kept in the browser, in milliseconds. */
const keptEvery = 1000

/**
 * The passes of a hand: the one that runs, and on their way to the server those that have ended.
 * @param tell Says of a take that it is kept.
 */
export function useHandPasses(tell: (words: string, ids: readonly number[]) => void) {
  const scene = useScene()
  const takes = useTakes()
  let made: HandPass | null = null

  /** A pass begins, or for a device none. */
  function begin(pass: HandPass | null): void {
    made = pass
    if (pass) passShelf.open()
  }
  const put: HandPass['put'] = (at, frame, values) => made?.put(at, frame, values)

  /** Ends the pass at a moment of the page's clock and keeps it, if the hand did anything in it. */
  function keep(end: number): boolean {
    const take = made?.takeUntil(end)
    const of = made?.scene
    made = null
    if (!take) return false
    void send(of!, take)
    return true
  }

  /** Ends the pass and forgets it; says whether the hand did anything in it. */
  function letGo(): boolean {
    const take = made?.takeUntil(performance.now())
    made = null
    if (take) void passShelf.drop(take.mark!)
    return take !== undefined && take !== null
  }

  async function send(of: SceneName, take: HandTake, why = ''): Promise<void> {
    const card = await takes.keep(of, take)
    if (!card) return
    await takes.load()
    const what = `${nameOf(card)} of ${card.objectName} is kept: ${card.seconds.toFixed(1)} s, ${card.samples} samples.`
    tell(`${what}${why}`, [card.id])
  }

  /** A page that is closed now, or falls, loses nothing of what the hand did. */
  function shelve(): void {
    const take = made?.takeUntil(performance.now())
    if (take) void passShelf.put(take.mark!, { scene: made!.scene.name, take })
  }
  useIntervalFn(shelve, keptEvery)
  useEventListener(window, ['beforeunload', 'pagehide'], shelve)
  watch(
    () => scene.loads,
    async (loads) => {
      if (loads === 0 || scene.id === null) return
      const of = scene.named()
      for (const [, { take }] of await passShelf.left(of.name))
        void send(of, take, ' The page was closed while it was recorded.')
    },
    { immediate: true },
  )

  return { begin, put, keep, letGo }
}
