import { until, useThrottleFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, markRaw, ref, shallowRef } from 'vue'
import type { Edit } from '../api/http'
import {
  type Bound,
  type RecordedPlay,
  LineBroken,
  LiveLine,
  type Bringing,
  type ObjectBringing,
  type TableBringing,
  type LaneName,
  type LineState,
} from '../api/live'
import type {
  ChangeMessage,
  HistoryMessage,
  HistoryNote,
  KeptMessage,
  MoreMessage,
  RowsMessage,
  SamplesMessage,
  SceneMessage,
  TrackedMessage,
  TriedMessage,
} from '../api/messages'
import { askingOf } from './asking'
import { loadCatalogue } from './catalogue'
import { useClashes } from './clashes'
import { Fetching, type Gaze } from './fetching'
import { Held, rowsIn } from './held'
import { useNotices } from './notices'
import { othersOf } from './others'
import { useOutbox, wishOf, wordsOf } from './outbox'
import { usePerson } from './person'
import { SampleBook } from './samples'
import { useSelection } from './selection'
import { Trying } from './trying'
import { goneObjects, SceneModel } from './sceneModel'

const nothing: HistoryNote = { position: 0, floor: 0, undo: null, redo: null }

/** The open scene: what the server said of it, and the ways to ask for changes. */
export const useScene = defineStore('scene', () => {
  const notices = useNotices()
  const clashes = useClashes()
  const person = usePerson()
  const selection = useSelection()
  const model = shallowRef(markRaw(new SceneModel()))
  const book = shallowRef(markRaw(new SampleBook(1)))
  /** Counts up whenever rows or samples change; what draws from them depends on it. */
  const rowsVersion = ref(0)
  const samplesVersion = ref(0)
  /** Counts up only when what is seen on the frame looked at may be otherwise. */
  const seenVersion = ref(0)
  /** Counts up only when the keys of objects or the clips on them may be others. */
  const keysVersion = ref(0)
  /** Counts up only when lanes come or go. */
  const structureVersion = ref(0)
  /** Counts up when the whole scene has been fetched anew, and what was asked for beside it has to be asked for again. */
  const loads = ref(0)

  const id = ref<number | null>(null)
  /** Whether keys are still on their way to a scene that has just been opened. */
  const arriving = ref(false)
  const revision = ref(0)
  const note = shallowRef<HistoryNote>(nothing)
  const history = shallowRef<HistoryMessage[]>([])
  const lineState = ref<LineState>('standing')
  const gone = ref(false)
  /** How many changes have been made from this page and not been taken back. */
  const made = ref(0)
  const busy = ref(false)
  /** What is being made and how far it is, 0 to 1; null where that is not told. */
  /** Where a device has what it drives at this tab; null before it was heard of. */
  const tracked = shallowRef<TrackedMessage | null>(null)
  /** Counts up when the scene has other takes. */
  const takesVersion = ref(0)
  const effort = shallowRef<{ words: string; share: number | null } | null>(null)
  /** Why the last change was not kept, until one is. */
  const trouble = ref('')
  const settings = computed(() => {
    void rowsVersion.value
    return model.value.settings
  })
  const position = computed(() => note.value.position)
  const undoTitle = computed(() => note.value.undo)
  const redoTitle = computed(() => note.value.redo)
  /** How many changes, and steps through the history, are still to be made. */
  const waiting = computed(() => outbox.count.value + steps.value)
  /** Done when what the hand did before is made. While the server is away nobody else can be asked either. */
  const settled = () => until(() => waiting.value === 0 || lineState.value !== 'standing').toBe(true)
  const canUndo = computed(() => undoTitle.value !== null || outbox.count.value > 0)
  const canRedo = computed(() => redoTitle.value !== null)

  const line = new LiveLine(
    {
      opened,
      more,
      changed,
      sampled: takeSamples,
      tried: takeTry,
      people: (message) => others.take(message),
      working: (share) => {
        if (effort.value) effort.value = { ...effort.value, share }
      },
      tracked: (message) => (tracked.value = message),
      takes: () => void takesVersion.value++,
      gone: (scene) => {
        if (scene === id.value) gone.value = true
      },
      back: () => void reload(),
      state: (state) => (lineState.value = state),
    },
    () => ({ author: person.author.value, name: person.name.value, window: person.window }),
  )
  const others = othersOf(
    () => line,
    () => id.value,
    () => lineState.value !== 'away' && lineState.value !== 'shut',
  )
  const asking = askingOf(line, () => id.value!)
  const held = new Held()
  // Steps through the history that have been asked for and not been answered.
  const steps = ref(0)
  const outbox = useOutbox(
    () => line,
    () => id.value!,
    () => lineState.value === 'standing',
  )

  async function open(scene: number): Promise<void> {
    gone.value = false
    await Promise.all([loadCatalogue(), line.start()])
    id.value = scene
    // Where somebody looked in another scene means nothing here.
    gaze = null
    shown = false
    await load()
  }

  /** Done when the picture is here; keys may still be on their way. */
  async function load(): Promise<void> {
    fetching.restart()
    others.forget()
    const picture = new Promise<void>((here) => (begun = here))
    whole = line.open(id.value!)
    await Promise.race([picture, whole])
    await look(
      gaze ?? {
        frame: model.value.settings.work[0],
        also: null,
        way: 1,
        played: model.value.settings.work,
        loops: true,
      },
    )
    loads.value++
    // A line that breaks meanwhile opens the scene again when it is back.
    whole.catch(() => {})
  }

  /** Fetches everything anew: after a break, or where a change was missed. */
  async function reload(): Promise<void> {
    if (id.value === null) return line.resume()
    try {
      await load()
      await whole
      line.resume()
    } catch (wrong) {
      // A line that broke again comes back again; a scene that is not there has gone meanwhile.
      if (!(wrong instanceof LineBroken)) gone.value = true
    }
  }

  /** Whether this scene is shown already: then it stays until all of it has come anew. */
  let shown = false
  let whole: Promise<void> = Promise.resolve()
  let begun = () => {}
  // A scene that comes anew; until it is all here, the one of before is shown. Its samples, until the frame looked at is among them.
  let fresh: SceneModel | null = null
  let freshBook: SampleBook | null = null

  function opened(message: SceneMessage): void {
    if (message.id !== id.value) return
    fresh = new SceneModel()
    fresh.take(message.rows)
    freshBook = new SampleBook(message.chunk)
    trying.isShown = false
    revision.value = message.revision
    note.value = message.note
    history.value = message.history
    arriving.value = message.more > 0
    if (!arriving.value || !shown) show()
    takeSamples(message.samples)
    begun()
  }

  function more({ id: of, rows, left }: MoreMessage): void {
    if (of !== id.value) return
    ;(fresh ?? model.value).take(rows)
    arriving.value = left > 0
    if (!fresh) void (arriving.value ? countRowsSoon() : countRows())
    else if (!arriving.value) show()
  }

  function show(): void {
    model.value = markRaw(fresh!)
    fresh = null
    shown = true
    countRows()
  }

  function countRows(): void {
    structureVersion.value++
    keysVersion.value++
    rowsVersion.value++
  }

  // The desk need not be laid out for each part that comes.
  const countRowsSoon = useThrottleFn(countRows, 400, false, false)

  function takeSamples(samples: SamplesMessage): void {
    const target = freshBook ?? book.value
    const isSeen = () => gaze !== null && target.isHere(gaze.frame) && (gaze.also === null || target.isHere(gaze.also))
    const wasSeen = isSeen()
    target.take(samples)
    if (freshBook && (!gaze || freshBook.isHere(gaze.frame))) {
      book.value = markRaw(freshBook)
      freshBook = null
    }
    if (samples.forgotten.length) void fetching.go()
    // What comes ahead shows nothing new on this frame, and elsewhere it need not be drawn chunk by chunk.
    const isSame = wasSeen && isSeen()
    if (isSame && samples.pieces.every(({ isWhole }) => isWhole)) {
      void countSoon()
      return
    }
    samplesVersion.value++
    if (!isSame) seenVersion.value++
  }
  const countSoon = useThrottleFn(() => void samplesVersion.value++, 250, true, false)

  /** Samples that are otherwise because the scene is. */
  function renew(samples: SamplesMessage): void {
    ;(freshBook ?? book.value).take(samples)
    samplesVersion.value++
    seenVersion.value++
  }

  let gaze: Gaze | null = null
  const fetching = new Fetching(
    (wanted) => line.sample(id.value!, wanted),
    () => freshBook ?? book.value,
    () => model.value.settings.range,
  )

  const trying = new Trying(
    () => line,
    () => id.value,
    (isMoving) => fetching.rest(isMoving),
  )

  /** Says where somebody looks: the samples of that frame come, and of what is next. Done when they are here. */
  function look(at: Gaze): Promise<void> {
    gaze = at
    return id.value === null ? Promise.resolve() : fetching.look(at)
  }

  function changed(change: ChangeMessage): void {
    if (change.id !== id.value) return
    if (change.before !== revision.value) return void reload()
    const contested = held.contestedBy(change, person.window)
    if (contested) notices.problem(contested)
    tellTaken(change)
    revision.value = change.revision
    note.value = change.note
    const before = history.value[0]?.seq ?? change.same + 1
    history.value = [
      ...history.value.slice(Math.max(0, change.note.floor + 1 - before), Math.max(0, change.same + 1 - before)),
      ...change.history,
    ]
    take(change.rows)
    renew(change.samples)
    trying.settle()
    // Somebody else did something while a hand drags: what it drags is shown on top of that.
    if (trying.held) tryEdit(trying.held)
  }

  /** Somebody else deleted what is selected here: that is told, and how it comes back. */
  function tellTaken({ made: makers, rows }: ChangeMessage): void {
    const maker = makers.findLast(({ window }) => window !== person.window)
    const names = goneObjects(rows).flatMap((object) =>
      selection.objects.has(object) ? (model.value.objects.get(object)?.name ?? []) : [],
    )
    if (!maker || names.length === 0) return
    const rest = names.length > 1 ? ` and ${names.length - 1} more` : ''
    notices.problem(
      `${maker.name ?? 'Somebody'} deleted ${names[0]}${rest}, which you had selected. The history can take it back.`,
    )
  }

  /** What a try gives, or, where it goes back, what is kept after all. */
  function takeTry({ isBack, rows, samples }: TriedMessage): void {
    if (!isBack) {
      trying.isShown = true
      held.hold(rowsIn(rows), revision.value)
    }
    take(rows)
    renew(samples)
    void fetching.go()
  }

  function take(rows: RowsMessage): void {
    const isOtherwise = model.value.take(rows)
    for (const object of goneObjects(rows)) book.value.drop(object)
    if (isOtherwise) structureVersion.value++
    if (isOtherwise || rows.channels.length || rows.placed.length) keysVersion.value++
    rowsVersion.value++
  }

  // Edits and steps go one after the other. Nothing that goes wrong in one holds up the next.
  let last: Promise<unknown> = Promise.resolve()

  function inTurn(what: string, call: () => Promise<KeptMessage | null>): Promise<KeptMessage | null> {
    // What waited is not what the hand does now: it is told by name.
    const waited = lineState.value !== 'standing'
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
          wrong instanceof LineBroken
            ? `The line broke; look whether this was done: ${what}.`
            : named(wrong instanceof Error ? wrong.message : String(wrong)),
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
  async function edit(wanted: Edit): Promise<KeptMessage | null> {
    const parcel = outbox.put(wanted, held.base(revision.value))
    if (lineState.value !== 'standing')
      notices.say(`The server is away. Kept here until it is back: ${wordsOf(wanted)}.`)
    const kept = await inTurn(wordsOf(wanted), () => {
      effort.value = { words: wordsOf(wanted), share: null }
      return outbox.send(parcel).finally(() => (effort.value = null))
    })
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

  /** A step through the history. While the server is away it waits; where the line breaks under it, it is seen whether it was made. */
  async function step(what: string, call: () => Promise<KeptMessage>): Promise<KeptMessage | null> {
    if (lineState.value !== 'standing') notices.say(`The server is away. ${what} waits until it is back.`)
    steps.value++
    const kept = await inTurn(what, async () => {
      while (true) {
        if (lineState.value !== 'standing') await line.returning()
        const before = revision.value
        try {
          return await call()
        } catch (wrong) {
          if (!(wrong instanceof LineBroken)) throw wrong
          await line.returning()
          // Nothing has been made since: not the step either.
          if (revision.value !== before) throw wrong
        }
      }
    }).finally(() => steps.value--)
    if (!kept?.touches) return kept
    return (await clashes.askTouches(kept.touches)) === 'all' ? goTo(kept.touches.position) : null
  }

  const goTo = (place: number): Promise<KeptMessage | null> =>
    step('A step through the history', () => line.goTo(id.value!, revision.value, place))

  /** Takes back what the person at this tab did last: while the server is away, first what has not been sent yet. */
  async function undo(): Promise<KeptMessage | null> {
    const unsent = lineState.value === 'standing' ? null : outbox.takeBack()
    if (!unsent) {
      const kept = await step('Undo', () => line.undo(id.value!, revision.value))
      if (kept) made.value--
      return kept
    }
    notices.say(`Taken back before it was sent: ${wordsOf(unsent)}.`)
    return null
  }

  /** Takes one change back, whoever made it, and leaves what came since. */
  const takeBack = (change: number) => step('Taking back', () => line.takeBack(id.value!, revision.value, change))

  /** Brings in captured joints. */
  async function bringJoints(how: Bringing): Promise<KeptMessage | null> {
    const kept = await step('Bringing in', () => line.bringJoints(id.value!, revision.value, how))
    if (kept?.changed) made.value++
    return kept
  }

  /** Brings in objects of a file. */
  async function bringObjects(how: ObjectBringing): Promise<KeptMessage | null> {
    const kept = await step('Bringing in', () => line.bringObjects(id.value!, revision.value, how))
    if (kept?.changed) made.value++
    return kept
  }

  /** Makes keys of a table. */
  async function bringTable(how: TableBringing): Promise<KeptMessage | null> {
    const kept = await step('Bringing in', () => line.bringTable(id.value!, revision.value, how))
    if (kept?.changed) made.value++
    return kept
  }

  async function redo(): Promise<KeptMessage | null> {
    const kept = await step('Redo', () => line.redo(id.value!, revision.value))
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
    if (lineState.value === 'standing') await line.dropTry(id.value).catch(() => {})
  }

  /** From now on the speeds of these channels come along with their samples. */
  async function watchSpeeds(lanes: readonly LaneName[]): Promise<void> {
    if (id.value !== null) await line.watchSpeeds(id.value, lanes)
  }

  /** Locks objects at this tab; edits wait until that is so. */
  function lock(objects: number[]): Promise<unknown> {
    const done = others.lock(objects)
    last = Promise.all([last, done])
    return done
  }

  /** A hand takes hold of rows: it types into them, or has changed them without keeping that. */
  const hold = (rows: Iterable<string>) => held.hold(rows, revision.value)
  const letGo = () => held.letGo()

  async function rename(name: string): Promise<void> {
    person.name.value = name
    person.asked.value = true
    await line.introduce().catch(() => {})
  }

  async function close(): Promise<void> {
    id.value = null
    fetching.restart()
    await line.stop()
  }

  return {
    model,
    book,
    rowsVersion,
    keysVersion,
    samplesVersion,
    seenVersion,
    structureVersion,
    loads,
    id,
    arriving,
    revision,
    position,
    note,
    history,
    lineState,
    waiting,
    settled,
    trouble,
    gone,
    people: others.people,
    effort,
    tracked,
    takesVersion,
    callOff: () => void line.callOff(),
    made,
    busy,
    settings,
    canUndo,
    canRedo,
    undoTitle,
    redoTitle,
    open,
    close,
    look,
    edit,
    goTo,
    undo,
    redo,
    takeBack,
    bringJoints,
    bringObjects,
    bringTable,
    lock,
    stand: others.stand,
    tried,
    tryEdit,
    keepTry,
    dropTry,
    hold,
    letGo,
    rename,
    watchSpeeds,
    bind: (bound: Bound) => line.bind(id.value!, bound),
    unbind: line.unbind,
    record: (play: RecordedPlay) => line.record(id.value!, play),
    endRecord: line.endRecord,
    trackerClock: line.trackerClock,
    devices: line.devices,
    ...asking,
  }
})
