import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { http, type ReelCard, type ReelList, type ReelPlay } from '../api/http'
import { useNotices } from '../scene/notices'
import { reasonOf } from '../scene/reasons'
import { useReelSteps } from './reelSteps'
import { titleOf } from './shooting'

/** The reels of the scene that are looked at, and which two of them. */
export const useReels = defineStore('reels', () => {
  const notices = useNotices()
  const steps = useReelSteps()
  const sceneId = ref(0)
  const list = shallowRef<ReelList | null>(null)
  const a = shallowRef<ReelPlay | null>(null)
  const b = shallowRef<ReelPlay | null>(null)
  const problem = ref('')
  let asked = 0

  async function open(scene: number, first: number | null, other: number | null): Promise<void> {
    sceneId.value = scene
    list.value = a.value = b.value = null
    problem.value = ''
    await refresh()
    const there = list.value as ReelList | null
    if (!there) return
    const has = (id: number | null) => there.reels.find((reel) => reel.id === id)?.id ?? null
    await choose('a', has(first) ?? there.reels[0]?.id ?? null)
    await choose('b', has(other))
  }

  async function refresh(): Promise<void> {
    const mine = ++asked
    try {
      const now = await http.reels(sceneId.value)
      if (mine !== asked) return
      list.value = now
      for (const side of [a, b]) {
        const card = now.reels.find(({ id }) => id === side.value?.reel.id)
        if (side.value && !card) side.value = null
        else if (side.value && card) side.value = { ...side.value, reel: card }
      }
    } catch (wrong) {
      problem.value = reasonOf(wrong)
    }
  }

  /** Takes a reel as A or as B; none stands for no reel. */
  async function choose(side: 'a' | 'b', id: number | null): Promise<void> {
    const into = side === 'a' ? a : b
    if (id === null) {
      into.value = null
      return
    }
    try {
      into.value = await http.reel(id)
    } catch (wrong) {
      notices.problem(wrong)
    }
  }

  function swap(): void {
    ;[a.value, b.value] = [b.value, a.value]
  }

  async function guarded(action: () => Promise<unknown>): Promise<void> {
    try {
      await action()
    } catch (wrong) {
      notices.problem(wrong)
    }
    await refresh()
  }

  const remove = (reel: ReelCard) =>
    guarded(async () => {
      await steps.doing(
        `deleting ${titleOf(reel)}`,
        () => http.deleteReel(reel.id),
        () => ({ back: { act: 'restoreReel', reel: reel.id }, again: { act: 'deleteReel', reel: reel.id } }),
      )
      notices.say(`${titleOf(reel)} is deleted.`, { label: 'Undo', run: steps.undo })
    })
  const restore = (reel: ReelCard) => guarded(() => http.restoreReel(reel.id))
  const describe = (reel: ReelCard, name: string, note: string) =>
    guarded(() =>
      steps.doing(
        `the words of reel ${reel.number}`,
        () => http.describeReel(reel.id, name, note),
        () => ({
          back: { act: 'describeReel', reel: reel.id, name: reel.name, note: reel.note },
          again: { act: 'describeReel', reel: reel.id, name, note },
        }),
      ),
    )
  const pick = (reel: ReelCard) => {
    const before = list.value?.reels.find(({ picked }) => picked)
    return guarded(() =>
      steps.doing(
        reel.picked ? `picking reel ${reel.number} no more` : `picking reel ${reel.number}`,
        () => http.pickReel(reel.id, !reel.picked),
        () => ({
          back: before
            ? { act: 'pickReel', reel: before.id, picked: true }
            : { act: 'pickReel', reel: reel.id, picked: false },
          again: { act: 'pickReel', reel: reel.id, picked: !reel.picked },
        }),
      ),
    )
  }
  const giveBack = () => guarded(() => http.giveBackReels(sceneId.value))

  return {
    sceneId,
    list,
    problem,
    a,
    b,
    isComparing: computed(() => a.value !== null && b.value !== null),
    open,
    refresh,
    choose,
    swap,
    remove,
    restore,
    describe,
    pick,
    giveBack,
  }
})
