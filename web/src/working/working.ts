import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, watch } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'

/** What somebody does to objects while they work. */
export type Working = 'hidden' | 'locked' | 'solo'
/** How it is shown where it is not so, and where it is. */
export const workingIcons: Record<Working, [off: string, on: string]> = {
  hidden: ['bi-eye', 'bi-eye-slash-fill'],
  locked: ['bi-unlock', 'bi-lock-fill'],
  solo: ['bi-1-circle', 'bi-1-circle-fill'],
}
type Kept = Partial<Record<Working, number[]>>

/**
 * What this window hides on the stage, locks, and shows alone, while somebody works. None of it is keyed, kept in the
 * scene or seen by others; it is kept in the browser, by scene. What moves with an object shares its lot.
 */
export const useWorking = defineStore('working', () => {
  const scene = useScene()
  const selection = useSelection()
  const kept = useStorage<Record<string, Kept>>('zesty-working', {})

  const chosen = (what: Working) =>
    computed<ReadonlySet<number>>(() => {
      void scene.structureVersion
      const ids = kept.value[String(scene.id)]?.[what] ?? []
      return new Set(ids.filter((id) => scene.model.objects.has(id)))
    })
  const hidden = chosen('hidden')
  const locked = chosen('locked')
  const solo = chosen('solo')
  const sets = { hidden, locked, solo }

  /** Some objects and all that moves with them. */
  function family(of: ReadonlySet<number>): ReadonlySet<number> {
    void scene.structureVersion
    const all = new Set(of)
    if (of.size) for (const { id, parent } of scene.model.inOrder()) if (parent !== null && all.has(parent)) all.add(id)
    return all
  }

  /** What can be touched by nothing that is done here. */
  const untouchable = computed(() => family(locked.value))
  /** What is not to be seen on the stage. Shown alone, an object still has its light and its cameras. */
  const unseen = computed<ReadonlySet<number>>(() => {
    const away = new Set(family(hidden.value))
    if (solo.value.size === 0) return away
    const alone = family(solo.value)
    for (const { id, kind } of scene.model.inOrder())
      if (!alone.has(id) && kind !== 'light' && kind !== 'camera') away.add(id)
    return away
  })

  const isLocked = (object: unknown) => typeof object === 'number' && untouchable.value.has(object)
  const isUnseen = (object: number) => unseen.value.has(object)

  function put(what: Working, ids: Iterable<number>): void {
    kept.value = { ...kept.value, [String(scene.id)]: { ...kept.value[String(scene.id)], [what]: [...ids] } }
  }

  /** Does it to some objects; if it is done to all of them already, it is undone. @returns whether it is done to them now. */
  function toggle(what: Working, ids: readonly number[]): boolean {
    const next = new Set(sets[what].value)
    const isDone = ids.every((id) => next.has(id))
    for (const id of ids) {
      if (isDone) next.delete(id)
      else next.add(id)
    }
    put(what, next)
    return !isDone
  }

  const clear = (what: Working) => put(what, [])

  // The server holds to it, whatever this page would do; opened anew, it has to be told again.
  watch(
    [untouchable, () => scene.loads],
    () => {
      selection.shut = untouchable.value
      if (selection.keySets().some(selection.isShut))
        selection.selectKeys(selection.keySets().filter((set) => !selection.isShut(set)))
      void scene.lock([...untouchable.value])
    },
    { flush: 'sync', immediate: true },
  )

  return { hidden, locked, solo, untouchable, unseen, isLocked, isUnseen, toggle, clear }
})
