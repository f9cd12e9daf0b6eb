import { computed, shallowRef } from 'vue'
import type { ShownMessage } from '../api/messages'

/** A desk that showed something within so many milliseconds keeps the screen. */
const holds = 3000

/**
 * Which desk a screen follows: of those of the same person, or where there are none of all, the one that moved last. One
 * that moves keeps the screen while it does.
 * @param wanted The name of whoever alone is followed; empty for anybody.
 */
export function useFollowing(wanted: () => string) {
  const desks = shallowRef<ReadonlyMap<number, { shown: ShownMessage; at: number }>>(new Map())
  const followed = shallowRef<number | null>(null)
  const shown = computed(() => (followed.value === null ? null : (desks.value.get(followed.value)?.shown ?? null)))

  const may = ({ name }: ShownMessage) => !wanted() || name === wanted()

  /** A desk shows something. */
  function take(message: ShownMessage, now = performance.now()): void {
    desks.value = new Map(desks.value).set(message.desk, { shown: message, at: now })
    const present = followed.value === null ? undefined : desks.value.get(followed.value)
    if (message.desk === followed.value || !may(message)) return
    const isBetter = !present || !may(present.shown) || (message.isSelf && !present.shown.isSelf)
    const isWorse = present?.shown.isSelf && !message.isSelf
    if (isBetter || (!isWorse && now - present!.at > holds)) followed.value = message.desk
  }

  /** A desk has gone: the one that moved last of the others is followed. */
  function leave(desk: number): void {
    const rest = new Map(desks.value)
    rest.delete(desk)
    desks.value = rest
    if (followed.value !== desk) return
    const left = [...rest.values()].filter(({ shown: each }) => may(each))
    const own = left.filter(({ shown: each }) => each.isSelf)
    followed.value = (own.length ? own : left).toSorted((a, b) => b.at - a.at)[0]?.shown.desk ?? null
  }

  function forget(): void {
    desks.value = new Map()
    followed.value = null
  }

  return { shown, take, leave, forget }
}
