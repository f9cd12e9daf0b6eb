import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { http, type MarkCard, type PenMark } from '../api/http'
import { Refused } from '../api/refused'
import { useNotices } from '../scene/notices'
import { newMark, usePerson } from '../scene/person'
import { useReels } from '../reels/reels'
import { useReelSteps } from '../reels/reelSteps'

/** A mark as it is shown; one that is still on its way has no number of its own yet. */
export type ShownMark = Pick<MarkCard, 'picture' | 'frame' | 'mark' | 'madeBy'> & { id: number | null }

const words = { stroke: 'a stroke', arrow: 'an arrow', text: 'a text', remark: 'a remark' } as const
const tryAgainAfter = 2000

/** Marks by the pictures that they are on. */
export function byPicture(marks: readonly ShownMark[]): ReadonlyMap<number, ShownMark[]> {
  const found = new Map<number, ShownMark[]>()
  for (const mark of marks) {
    const those = found.get(mark.picture)
    if (those) those.push(mark)
    else found.set(mark.picture, [mark])
  }
  return found
}

/** What people left on the pictures of the reels that are looked at. */
export const useMarks = defineStore('marks', () => {
  const reels = useReels()
  const notices = useNotices()
  const person = usePerson()
  const steps = useReelSteps()
  const known = { a: shallowRef<readonly ShownMark[]>([]), b: shallowRef<readonly ShownMark[]>([]) }
  /** Made here, and not kept yet; with the reel that they are on. */
  const onTheirWay = shallowRef<readonly { reel: number; shown: ShownMark }[]>([])
  let asked = 0
  /** What is still to be kept, one after the other: in the order in which it was made. */
  let line: Promise<unknown> = Promise.resolve()

  async function refresh(): Promise<void> {
    const mine = ++asked
    for (const side of ['a', 'b'] as const) {
      const reel = reels[side]?.reel.id
      try {
        const cards = reel === undefined ? [] : await http.marks(reel)
        if (mine !== asked) return
        known[side].value = cards
      } catch (wrong) {
        // A reel that is gone has gone from the list, too; a server that is away comes back.
        if (!(wrong instanceof Refused) || (wrong.status !== 404 && wrong.status !== 0)) notices.problem(wrong)
      }
    }
  }

  const a = computed(() => [
    ...known.a.value,
    ...onTheirWay.value.filter(({ reel }) => reel === reels.a?.reel.id).map(({ shown }) => shown),
  ])
  const onA = computed(() => byPicture(a.value))
  const onB = computed(() => byPicture(known.b.value))

  /** What was asked for before this hand did something would show it undone; it is told anew, and asked for again. */
  const overtake = () => void asked++

  /** Leaves a mark on a picture of A. It stays here until it is kept, however long the server is away. */
  async function add(picture: number, mark: PenMark): Promise<void> {
    const play = reels.a
    if (!play) return
    const reel = play.reel.id
    const frame = play.frames[play.shown.indexOf(picture)]!
    const waiting = {
      reel,
      shown: { id: null, picture, frame, mark, madeBy: person.name.value || null },
    }
    onTheirWay.value = [...onTheirWay.value, waiting]
    // Sent again after a broken line, it is kept once.
    const by = { author: person.author.value, name: person.name.value, mark: newMark() }
    try {
      const kept = line.then(() =>
        steps.doing(
          `${words[mark.kind]} on frame ${frame}`,
          () => patiently(() => http.addMark(reel, { picture, mark, by })),
          ({ id }) => ({ back: { act: 'deleteMark', mark: id }, again: { act: 'restoreMark', mark: id } }),
        ),
      )
      line = kept.catch(() => {})
      const card = await kept
      overtake()
      if (reels.a?.reel.id === reel) known.a.value = [...known.a.value.filter(({ id }) => id !== card.id), card]
    } catch (wrong) {
      notices.problem(wrong)
    }
    onTheirWay.value = onTheirWay.value.filter((each) => each !== waiting)
  }

  async function patiently<T>(ask: () => Promise<T>): Promise<T> {
    for (;;) {
      try {
        return await ask()
      } catch (wrong) {
        if (!(wrong instanceof Refused) || wrong.status !== 0) throw wrong
        notices.say('The server does not answer. What you drew is kept here until it is back.', undefined, 'marks wait')
        await new Promise((done) => setTimeout(done, tryAgainAfter))
      }
    }
  }

  /** Takes a mark off a picture. */
  async function remove({ id, mark, frame }: ShownMark): Promise<void> {
    if (id === null) return
    overtake()
    known.a.value = known.a.value.filter((each) => each.id !== id)
    try {
      await steps.doing(
        `rubbing out ${words[mark.kind]} on frame ${frame}`,
        () => http.deleteMark(id).finally(overtake),
        () => ({ back: { act: 'restoreMark', mark: id }, again: { act: 'deleteMark', mark: id } }),
      )
    } catch (wrong) {
      notices.problem(wrong)
      await refresh()
    }
  }

  return { onA, onB, a, waiting: computed(() => onTheirWay.value.length), refresh, add, remove }
})
