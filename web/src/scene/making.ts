import { until } from '@vueuse/core'
import { computed, ref, shallowRef, type Ref } from 'vue'
import type { Edit } from '../api/http'
import {
  LineBroken,
  type Bringing,
  type LineState,
  type LiveLine,
  type ObjectBringing,
  type TableBringing,
} from '../api/live'
import type { KeptMessage } from '../api/messages'
import { useClashes } from './clashes'
import type { Held } from './held'
import { useNotices } from './notices'
import { useOutbox, wishOf, wordsOf, type Parcel } from './outbox'
import { reasonOf } from './reasons'
import type { SceneModel } from './sceneModel'
import type { SceneName } from './sceneName'
import type { Trying } from './trying'

/** The scene that changes are made to, and what stands for it here. */
export interface Making {
  line: () => LiveLine
  id: Readonly<Ref<number | null>>
  name: () => SceneName
  revision: Readonly<Ref<number>>
  lineState: Readonly<Ref<LineState>>
  model: Readonly<Ref<SceneModel>>
  held: Held
  trying: Trying
  /** Says at the other end which objects are locked here. */
  lockThere: (objects: number[]) => Promise<unknown>
}

/** How changes are made: edits one after the other, what a hand tries before it lets go, and steps through the history. */
export function makingOf({ line, id, name, revision, lineState, model, held, trying, lockThere }: Making) {
  const notices = useNotices()
  const clashes = useClashes()
  /** How many changes have been made from this page and not been taken back. */
  const made = ref(0)
  const busy = ref(false)
  /** What is being made and how far it is, 0 to 1; null where that is not told. */
  const effort = shallowRef<{ words: string; share: number | null } | null>(null)
  /** Why the last change was not kept, until one is. */
  const trouble = ref('')
  /** Steps through the history that have been asked for and not been answered. */
  const steps = ref(0)
  const outbox = useOutbox(line, () => lineState.value === 'standing')
  /** How many changes, and steps through the history, are still to be made. */
  const waiting = computed(() => outbox.count.value + steps.value)
  /** Done when what the hand did before is made. While the server is away nobody else can be asked either. */
  const settled = () => until(() => waiting.value === 0 || lineState.value !== 'standing').toBe(true)

  // Edits and steps go one after the other. Nothing that goes wrong in one holds up the next.
  let last: Promise<unknown> = Promise.resolve()

  function inTurn(
    what: string,
    call: () => Promise<KeptMessage | null>,
    // What waited is not what the hand does now: it is told by name.
    waited = lineState.value !== 'standing',
  ): Promise<KeptMessage | null> {
    const named = (why: string) => (waited ? `Not made (${what}): ${why}` : why)
    const next = last.then(async () => {
      busy.value = true
      try {
        const kept = await call()
        if (kept) trouble.value = kept.trouble ?? ''
        if (!kept?.trouble) return kept
        notices.problem(named(kept.trouble))
      } catch (wrong) {
        notices.problem(
          wrong instanceof LineBroken ? `The line broke; look whether this was done: ${what}.` : named(reasonOf(wrong)),
        )
      } finally {
        busy.value = false
      }
      await dropTry()
      return null
    })
    last = next
    return next
  }

  /**
   * Makes an edit, asking where keys would meet or somebody else changed the same. While the server is away the edit
   * waits here. Null if it was refused or called off; the reason has been shown.
   */
  function edit(wanted: Edit): Promise<KeptMessage | null> {
    const parcel = outbox.put(name(), wanted, held.base(revision.value))
    if (lineState.value !== 'standing')
      notices.say(`The server is away. Kept here until it is back: ${wordsOf(wanted)}.`)
    return make(parcel)
  }

  async function make(parcel: Parcel, waited?: boolean): Promise<KeptMessage | null> {
    const wanted = parcel.edit
    const send = () => {
      effort.value = { words: wordsOf(wanted), share: null }
      return outbox.send(parcel).finally(() => (effort.value = null))
    }
    const kept = await inTurn(wordsOf(wanted), send, waited)
    if (kept?.clash) {
      const meet = await clashes.ask(kept.clash)
      if (meet !== 'stop') return edit({ ...wanted, meet } as Edit)
    } else if (kept?.taken) {
      const { name } = kept.taken
      const isMine = (await clashes.askTaken(wordsOf(wanted), kept.taken)) === 'mine'
      held.letGo()
      if (isMine) return edit(wanted)
      // Nothing typed is lost: it stays on offer.
      notices.say(
        `What ${name ?? 'somebody else'} did stays. Yours was: ${wishOf(wanted, (object) => model.value.holder(object)?.name)}.`,
        {
          label: 'Make mine after all',
          run: () => void edit(wanted),
        },
      )
    } else {
      held.letGo()
      if (kept?.changed) made.value++
      return kept
    }
    await dropTry()
    return null
  }

  /** Makes what waited for the server when a page that had the scene was left. */
  async function makeLeft(): Promise<void> {
    const left = await outbox.takeLeft(name())
    const kept = await Promise.all(left.map((parcel) => make(parcel, true)))
    const words = left.filter((_, i) => kept[i]?.changed).map((parcel) => wordsOf(parcel.edit))
    if (words.length) notices.say(`Made now, as this scene was left while the server was away: ${words.join(', ')}.`)
  }

  /** The scene is left: what waits is made when it is opened again. */
  async function leave(): Promise<void> {
    const wasAway = lineState.value !== 'standing'
    const { left, isKept } = await outbox.leave()
    if (left.length === 0 || (isKept && !wasAway)) return
    const words = left.map(wordsOf).join(', ')
    notices.say(
      isKept
        ? `Kept in this browser until the scene is opened again: ${words}.`
        : `This browser keeps nothing, so this was not made: ${words}.`,
    )
  }

  /** A step through the history. While the server is away it waits; where the line breaks under it, it is seen whether it was made. */
  async function step(what: string, call: () => Promise<KeptMessage>): Promise<KeptMessage | null> {
    if (lineState.value !== 'standing') notices.say(`The server is away. ${what} waits until it is back.`)
    steps.value++
    const of = id.value
    const kept = await inTurn(what, async () => {
      // Once the scene has been left, there is nothing to step through.
      while (id.value === of) {
        if (lineState.value !== 'standing') {
          await line().returning()
          continue
        }
        const before = revision.value
        try {
          return await call()
        } catch (wrong) {
          if (!(wrong instanceof LineBroken)) throw wrong
          if (id.value !== of) break
          await line().returning()
          // Nothing has been made since: not the step either.
          if (id.value === of && revision.value !== before) throw wrong
        }
      }
      return null
    }).finally(() => steps.value--)
    if (!kept?.touches) return kept
    return (await clashes.askTouches(kept.touches)) === 'all' ? goTo(kept.touches.position) : null
  }

  const goTo = (place: number): Promise<KeptMessage | null> =>
    step('A step through the history', () => line().goTo(id.value!, revision.value, place))

  /** Takes back what the person at this tab did last: while the server is away, first what has not been sent yet. */
  async function undo(): Promise<KeptMessage | null> {
    const unsent = lineState.value === 'standing' ? null : outbox.takeBack()
    if (!unsent) {
      const kept = await step('Undo', () => line().undo(id.value!, revision.value))
      if (kept) made.value--
      return kept
    }
    notices.say(`Taken back before it was sent: ${wordsOf(unsent)}.`)
    return null
  }

  /** Takes one change back, whoever made it, and leaves what came since. */
  const takeBack = (change: number) => step('Taking back', () => line().takeBack(id.value!, revision.value, change))

  async function bringIn(call: () => Promise<KeptMessage>): Promise<KeptMessage | null> {
    const kept = await step('Bringing in', call)
    if (kept?.changed) made.value++
    return kept
  }
  /** Brings in captured joints. */
  const bringJoints = (how: Bringing) => bringIn(() => line().bringJoints(id.value!, revision.value, how))
  /** Brings in objects of a file. */
  const bringObjects = (how: ObjectBringing) => bringIn(() => line().bringObjects(id.value!, revision.value, how))
  /** Makes keys of a table. */
  const bringTable = (how: TableBringing) => bringIn(() => line().bringTable(id.value!, revision.value, how))

  async function redo(): Promise<KeptMessage | null> {
    const kept = await step('Redo', () => line().redo(id.value!, revision.value))
    if (kept) made.value++
    return kept
  }

  /** What a hand tries; null while none does. */
  const tried = shallowRef<Edit | null>(null)

  /** Shows what an edit would give, without keeping it. */
  function tryEdit(next: Edit): void {
    tried.value = next
    held.hold([], revision.value)
    trying.try(next)
  }

  /** Ends a drag by making the edit. */
  async function keepTry(final: Edit): Promise<KeptMessage | null> {
    tried.value = null
    await trying.letGo()
    return edit(final)
  }

  /**
   * Ends a drag by going back to what is kept.
   * @param wait Milliseconds to wait for it to be kept after all.
   */
  async function dropTry(wait = 0): Promise<void> {
    tried.value = null
    await trying.letGo()
    held.letGo()
    if (wait) await new Promise((go) => setTimeout(go, wait))
    if (tried.value) return
    if (!trying.isShown || id.value === null) return
    trying.isShown = false
    // Away from the server everything is fetched anew when it is back.
    if (lineState.value === 'standing')
      await line()
        .dropTry(id.value)
        .catch(() => {})
  }

  /** Locks objects at this tab; edits wait until that is so. */
  function lock(objects: number[]): Promise<unknown> {
    const done = lockThere(objects)
    last = Promise.all([last, done])
    return done
  }

  return {
    made,
    busy,
    effort,
    trouble,
    waiting,
    /** Changes that have not been sent yet. */
    unsent: outbox.count,
    settled,
    edit,
    makeLeft,
    leave,
    goTo,
    undo,
    redo,
    takeBack,
    bringJoints,
    bringObjects,
    bringTable,
    tried,
    tryEdit,
    keepTry,
    dropTry,
    lock,
  }
}
