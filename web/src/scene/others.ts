import { shallowRef } from 'vue'
import type { LiveLine } from '../api/live'
import type { PeopleMessage, PersonMessage } from '../api/messages'

/** Who is at the other tabs of the scene, and what this tab says of itself. */
export function othersOf(line: () => LiveLine, scene: () => number | null, isReached: () => boolean) {
  /** By tab. */
  const people = shallowRef<ReadonlyMap<number, PersonMessage>>(new Map())

  function take({ id, people: come, left }: PeopleMessage): void {
    if (id !== scene()) return
    const next = new Map(people.value)
    for (const tab of left) next.delete(tab)
    for (const person of come) next.set(person.tab, person)
    people.value = next
  }

  /** Of a scene that comes anew everybody says anew where they stand. */
  const forget = () => (people.value = new Map())

  // Whoever is away is told when the scene is opened anew; nothing that others do depends on it.
  async function quietly(call: (scene: number) => Promise<void>): Promise<void> {
    const now = scene()
    if (now !== null && isReached()) await call(now).catch(() => {})
  }
  const lock = (objects: number[]) => quietly((now) => line().lock(now, objects))
  const stand = (frame: number, objects: number[]) => quietly((now) => line().stand(now, frame, objects))

  return { people, take, forget, lock, stand }
}
