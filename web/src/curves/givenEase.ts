import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import type { Edit, KeySet, ReadyEase } from '../api/http'
import { useArranging } from '../desk/arranging'
import { useScene } from '../scene/sceneStore'
import { readyEases } from './readyEases'

/** How strong ready eases are, and the one that was given last: it can be made stronger or weaker as long as nothing else has been done. */
export const useGivenEase = defineStore('givenEase', () => {
  const scene = useScene()
  const arranging = useArranging()
  const amount = ref(50)
  const bounces = ref(3)
  let given: { ease: ReadyEase; keys: KeySet[]; position: number } | null = null

  // Another scene begins anew.
  watch(
    () => scene.id,
    () => {
      ;[amount.value, bounces.value] = [50, 3]
      given = null
    },
  )

  const editOf = (ease: ReadyEase, keys: KeySet[]): Edit => ({
    edit: 'easeKeys',
    keys,
    ready: ease,
    amount: amount.value / 100,
    bounces: bounces.value,
  })

  async function give(ease: ReadyEase): Promise<void> {
    let keys: KeySet[] = []
    const kept = await arranging.onSelected((selected) => editOf(ease, (keys = selected)))
    given = kept?.changed ? { ease, keys, position: scene.position } : null
  }

  const last = () => (given?.position === scene.position ? given : null)

  /** While the amount is dragged: shows what the ease that was given last would be. */
  function hold(): void {
    const { ease, keys } = last() ?? {}
    // Those that bounce have keys of their own by now; they are given anew at the end.
    if (ease && keys && !readyEases.find((tile) => tile.ease === ease)?.bounces) scene.tryEdit(editOf(ease, keys))
  }

  /** The hand gives it up: what is kept is shown again. */
  const letGo = () => void (last() && scene.dropTry())

  /** Gives the ease that was given last anew, in place of what it was. */
  async function keep(): Promise<void> {
    const again = last()
    if (!again) return
    given = null
    await scene.dropTry()
    if (!(await scene.undo())) return
    const kept = await arranging.make(editOf(again.ease, again.keys), again.keys)
    if (kept) given = { ...again, position: scene.position }
  }

  return { amount, bounces, give, hold, letGo, keep }
})
