import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { laneOf, useChoice } from '../scene/choice'
import { useScene } from '../scene/sceneStore'
import { useLaneFilter } from './laneFilter'
import { layLanes, type Lane } from './lanes'
import { useSpacing } from './spacing'

/** A box around the chosen keys, in ticks and in heights of lanes. */
export interface ChoiceBox {
  from: number
  to: number
  top: number
  bottom: number
}

/** The lanes of the desk: which are open, and how far they are scrolled. */
export const useDesk = defineStore('desk', () => {
  const scene = useScene()
  const choice = useChoice()
  const filter = useLaneFilter()
  const open = shallowRef<ReadonlySet<number>>(new Set())
  const closed = shallowRef<ReadonlySet<string>>(new Set())
  const scrolled = ref(0)
  /** Whether keys that are dragged stay on whole frames. */
  const snaps = useStorage('zesty-snap', true)

  const lanes = computed<Lane[]>(() => {
    void scene.structureVersion
    return layLanes(scene.model, {
      open: open.value,
      closed: closed.value,
      text: filter.text,
      groups: filter.groups,
      animatedOnly: filter.animatedOnly,
      only: filter.only,
      pinned: filter.pinned,
    })
  })
  const height = computed(() => lanes.value.reduce((sum, lane) => sum + lane.height, 0))

  const toggled = <T>(set: ReadonlySet<T>, item: T): ReadonlySet<T> => {
    const next = new Set(set)
    if (!next.delete(item)) next.add(item)
    return next
  }

  function toggle(lane: Lane): void {
    if (lane.kind === 'group') closed.value = toggled(closed.value, lane.id)
    else if (lane.object) open.value = toggled(open.value, lane.object.id)
  }

  // What is chosen on the stage opens on the desk.
  watch(
    () => choice.first,
    (id) => {
      if (id === null) return
      const next = new Set(open.value)
      for (let at: number | null = id; at !== null; at = scene.model.objects.get(at)?.parent ?? null) next.add(at)
      open.value = next
    },
  )

  /** The box around the chosen keys; null where fewer than two times are chosen. */
  const choiceBox = computed<ChoiceBox | null>(() => {
    let [from, to] = [Infinity, -Infinity]
    for (const times of choice.keys.values())
      for (const time of times) {
        if (time < from) from = time
        if (time > to) to = time
      }
    if (!(from < to)) return null
    const { keys } = choice
    const objects = new Set([...keys.keys()].map((lane) => Number(lane.slice(0, lane.indexOf('|')))))
    const holding = lanes.value.filter(
      (lane) =>
        lane.kind !== 'scene' &&
        lane.channels.some(({ object, name }) => objects.has(object.id) && keys.has(laneOf(object.id, name))),
    )
    if (holding.length === 0) return null
    const last = holding.at(-1)!
    return { from, to, top: holding[0]!.top, bottom: last.top + last.height }
  })

  const spacing = useSpacing()

  return { open, scrolled, snaps, lanes, height, toggle, choiceBox, spacing }
})
