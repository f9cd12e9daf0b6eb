import { watchThrottled } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { PersonMessage } from '../api/messages'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { colours, type Colours } from '../styles/scheme'
import { usePlayhead } from '../timebar/playhead'

const palette = ['plum', 'sky', 'rose', 'sand', 'fern', 'mint'] as const satisfies (keyof Colours)[]
/** How often others are told where one stands, in milliseconds. */
const toldEvery = 200
/** Of what is selected, so many are told. */
const mostTold = 100

export interface Person extends PersonMessage {
  /** As others are told of them. */
  called: string
  ink: string
}

/** Who else has the scene open, and telling them where one stands. */
export const usePeople = defineStore('people', () => {
  const scene = useScene()
  const selection = useSelection()
  const playhead = usePlayhead()

  const all = computed<Person[]>(() =>
    [...scene.people.values()]
      .sort((a, b) => a.tab - b.tab)
      .map((person) => ({
        ...person,
        called: person.isSelf ? 'You, in another window' : (person.name ?? 'Somebody'),
        ink: colours()[palette[person.colour % palette.length]!],
      })),
  )

  /** Those who have an object selected. */
  const byObject = computed(() => {
    const found = new Map<number, Person[]>()
    for (const person of all.value)
      for (const object of person.objects) found.set(object, [...(found.get(object) ?? []), person])
    return found
  })

  watchThrottled(
    [() => playhead.frame, () => selection.objects, () => scene.loads],
    () => void scene.stand(playhead.frame, [...selection.objects].slice(0, mostTold)),
    { throttle: toldEvery, trailing: true },
  )

  return { all, byObject }
})
