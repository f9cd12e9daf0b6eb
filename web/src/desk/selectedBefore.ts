import { watch } from 'vue'
import type { KeptMessage } from '../api/messages'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'

type Keys = ReturnType<typeof useSelection>['keys']

/** Steps whose selections are remembered. */
const most = 200

/**
 * Which keys were selected before and after each edit of keys made on this page, so that undo and redo give them
 * back. They do so only while the selection is what the step left: what was selected since is left alone.
 */
export function useSelectedBefore() {
  const scene = useScene()
  const selection = useSelection()
  /** By the place in the history that the edit has made. */
  const steps = new Map<number, { before: Keys; after: Keys }>()
  /** A place that is known before the page hears of it. */
  let heardBefore = -1
  let isStepping = false

  watch(
    () => scene.id,
    () => steps.clear(),
    { flush: 'sync' },
  )
  // What is done anew takes the place of what was taken back.
  watch(
    () => scene.position,
    (now, old) => {
      const isKnown = isStepping || now === heardBefore
      heardBefore = -1
      if (isKnown || now <= old) return
      for (const place of steps.keys()) if (place >= now) steps.delete(place)
    },
    { flush: 'sync' },
  )

  const expect = (place: number) => (heardBefore = scene.position === place ? -1 : place)

  /** Notes the edit that has made a place in the history, and which keys were selected before it. */
  function note(place: number, before: Keys): void {
    steps.set(place, { before, after: selection.keys })
    if (steps.size > most) steps.delete(steps.keys().next().value!)
    expect(place)
  }

  /** Takes a step through the history. @returns whether the selection is what it was there */
  async function through(step: () => Promise<KeptMessage | null>): Promise<boolean> {
    const from = scene.position
    const known = selection.keys
    isStepping = true
    const kept = await step().finally(() => (isStepping = false))
    if (!kept) return false
    expect(kept.position)
    const [back, on] = [steps.get(from), steps.get(kept.position)]
    if (kept.position === from - 1 && back?.after === known) selection.keys = back.before
    else if (kept.position === from + 1 && on?.before === known) selection.keys = on.after
    else return false
    return true
  }

  return { note, through }
}
