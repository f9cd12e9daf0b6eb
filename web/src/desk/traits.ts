import { watchThrottled } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { MotionMessage } from '../api/messages'
import { useScene } from '../scene/sceneStore'
import { useViews } from '../stage/views'
import { usePlayhead } from '../timebar/playhead'

/** What objects can have in common, to find them by. */
export const traitNames = {
  noKeys: 'Without keys',
  still: 'With keys, but still',
  moves: 'Really moves',
  outsideRange: 'With keys outside the range',
  outsideView: 'Outside this view',
} as const
export type Trait = keyof typeof traitNames

/** How often what moves is looked at anew while it is watched, in milliseconds. */
const lookedEvery = 400

/** Which objects have what in common; what that takes is only found out while somebody wants to know. */
export const useTraits = defineStore('traits', () => {
  const scene = useScene()
  const views = useViews()
  const playhead = usePlayhead()
  /** Whether a filter goes by it, and whether the menu that counts is open. */
  const watched = ref(false)
  const counted = ref(false)
  const motion = shallowRef<MotionMessage>({ still: [], moving: [], outside: [] })

  const isKeyed = (id: number) => [...scene.model.objects.get(id)!.channels.values()].some(({ keys }) => keys.count > 0)

  const sets = computed<Record<Trait, ReadonlySet<number>>>(() => {
    void scene.keysVersion
    void scene.rowsVersion
    if (!watched.value && !counted.value)
      return { noKeys: none, still: none, moves: none, outsideRange: none, outsideView: none }
    void scene.seenVersion
    void playhead.readFrame
    void views.turned
    return {
      noKeys: new Set([...scene.model.objects.keys()].filter((id) => !isKeyed(id))),
      still: new Set(motion.value.still),
      moves: new Set(motion.value.moving),
      outsideRange: new Set(motion.value.outside),
      outsideView: new Set(views.outside()),
    }
  })
  const of = (trait: Trait) => sets.value[trait]

  watchThrottled(
    [() => watched.value || counted.value, () => scene.keysVersion, () => scene.rowsVersion],
    async ([isWanted]) => {
      if (isWanted) motion.value = await scene.motion().catch(() => motion.value)
    },
    { throttle: lookedEvery, trailing: true, immediate: true },
  )

  return { watched, counted, of }
})

const none: ReadonlySet<number> = new Set()
