import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { http, type HandTake, type TakeCard, type TakeWay } from '../api/http'
import { Refused } from '../api/refused'
import { useNotices } from '../scene/notices'
import type { SceneName } from '../scene/sceneName'
import { useScene } from '../scene/sceneStore'
import { landEdit } from './landing'
import { passShelf } from './passShelf'

/** So long is waited before a take that could not be sent is sent again, in milliseconds. */
const again = 2000
const places = 400

export const nameOf = ({ name, number }: TakeCard) => name || `Take ${number}`

/** The takes of the scene that is open. */
export const useTakes = defineStore('takes', () => {
  const scene = useScene()
  const notices = useNotices()
  const all = shallowRef<readonly TakeCard[]>([])
  /** Takes of a hand that are not kept yet. */
  const waiting = ref(0)
  /** The takes whose ways are shown on the stage. */
  const compared = shallowRef<ReadonlyMap<number, TakeWay>>(new Map())
  /** The take that is seen on the stage as if it had been made into keys. */
  const seen = ref<number | null>(null)
  const newest = computed(() => all.value[0] ?? null)

  let asked = 0
  async function load(): Promise<void> {
    const { id } = scene
    if (id === null) return
    const own = ++asked
    const list = await http.takes(id).catch(() => null)
    if (!list || own !== asked || scene.id !== id) return
    all.value = list
    const there = new Set(list.map((take) => take.id))
    if ([...compared.value.keys()].some((take) => !there.has(take)))
      compared.value = new Map([...compared.value].filter(([take]) => there.has(take)))
    if (seen.value !== null && !there.has(seen.value)) see(null)
  }
  watch(() => [scene.id, scene.loads, scene.takesVersion, scene.settings.framesPerSecond], load, { immediate: true })
  watch(
    () => scene.id,
    () => {
      all.value = []
      compared.value = new Map()
      seen.value = null
    },
    { flush: 'sync' },
  )

  /** Shows on the stage what keys of a take would give, until something is changed; or no more. */
  function see(take: TakeCard | null): void {
    if (take) scene.tryEdit(landEdit({ object: take.object, parts: [{ take: take.id }] }))
    else if (seen.value !== null) void scene.dropTry()
    seen.value = take?.id ?? null
  }
  watch(
    () => scene.revision,
    () => see(null),
  )

  /** Keeps what a hand did to a scene; while the server is away, as soon as it is back. */
  async function keep(of: SceneName, take: HandTake): Promise<TakeCard | null> {
    waiting.value++
    void passShelf.put(take.mark!, { scene: of.name, take })
    try {
      while (true) {
        try {
          return await http.keepTake(of.id, take)
        } catch (wrong) {
          const isAway = wrong instanceof Refused && (wrong.status === 0 || wrong.status >= 500)
          if (!isAway) throw wrong
          notices.say('The take is kept here until the server takes it.', undefined, 'take waits')
          await new Promise((go) => setTimeout(go, again))
        }
      }
    } catch (wrong) {
      notices.problem(wrong)
      return null
    } finally {
      waiting.value--
      void passShelf.drop(take.mark!)
    }
  }

  /** Does something to a take; what goes wrong is told. */
  async function act(done: Promise<unknown>): Promise<boolean> {
    try {
      await done
      await load()
      return true
    } catch (wrong) {
      notices.problem(wrong)
      return false
    }
  }

  const rename = (take: TakeCard, name: string) => act(http.renameTake(take.id, name))
  const clock = (take: TakeCard, byStamps: boolean) => act(http.clockTake(take.id, byStamps))

  async function discard(take: TakeCard): Promise<void> {
    if (!(await act(http.deleteTake(take.id)))) return
    notices.say(`${nameOf(take)} is thrown away.`, {
      label: 'Bring it back',
      run: () => void act(http.restoreTake(take.id)),
    })
  }

  /** Shows the way of a take on the stage, or no more. */
  async function compare(take: TakeCard): Promise<void> {
    const next = new Map(compared.value)
    try {
      if (!next.delete(take.id)) next.set(take.id, await http.takeWay(take.id, places))
    } catch (wrong) {
      notices.problem(wrong)
      return
    }
    compared.value = next
  }

  return { all, newest, waiting, compared, seen, load, keep, rename, clock, discard, compare, see }
})
