import { useThrottleFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, markRaw, ref, shallowRef } from 'vue'
import { type Bound, type RecordedPlay, LineBroken, LiveLine, type LaneName, type LineState } from '../api/live'
import type {
  ChangeMessage,
  HistoryMessage,
  HistoryNote,
  MoreMessage,
  RowsMessage,
  SamplesMessage,
  SceneMessage,
  TrackedMessage,
  TriedMessage,
} from '../api/messages'
import { askingOf } from './asking'
import { loadCatalogue } from './catalogue'
import { Fetching, type Gaze } from './fetching'
import { Held, rowsIn } from './held'
import { makingOf } from './making'
import { useNotices } from './notices'
import { othersOf } from './others'
import { usePerson } from './person'
import { SampleBook } from './samples'
import { useSelection } from './selection'
import { Trying } from './trying'
import { SceneModel } from './sceneModel'
import type { SceneName } from './sceneName'
import { goneObjects } from './sceneRows'

const nothing: HistoryNote = { position: 0, floor: 0, undo: null, redo: null }

/** The open scene: what the server said of it, and the ways to ask for changes. */
export const useScene = defineStore('scene', () => {
  const notices = useNotices()
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
  /** Where a device has what it drives at this tab; null before it was heard of. */
  const tracked = shallowRef<TrackedMessage | null>(null)
  /** Counts up when the scene has other takes. */
  const takesVersion = ref(0)
  const settings = computed(() => {
    void rowsVersion.value
    return model.value.settings
  })
  const position = computed(() => note.value.position)
  const undoTitle = computed(() => note.value.undo)
  const redoTitle = computed(() => note.value.redo)
  const canUndo = computed(() => undoTitle.value !== null || making.unsent.value > 0)
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
        const { effort } = making
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
  async function open(scene: number): Promise<void> {
    gone.value = false
    made = ''
    await Promise.all([loadCatalogue(), line.start()])
    id.value = scene
    // Where somebody looked in another scene means nothing here.
    gaze = null
    shown = false
    await load()
    void whole.then(making.makeLeft, () => {})
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
      void making.makeLeft()
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

  /** When the scene came to be: another server at the same address may have another of the same number. */
  let made = ''
  const named = (): SceneName => ({ id: id.value!, name: `${id.value} ${made}` })

  function opened(message: SceneMessage): void {
    if (message.id !== id.value) return
    made = message.made
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

  const making = makingOf({
    line: () => line,
    id,
    name: named,
    revision,
    lineState,
    model,
    held,
    trying,
    lockThere: others.lock,
  })

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
    if (trying.held) making.tryEdit(trying.held)
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

  /** From now on the speeds of these channels come along with their samples. */
  async function watchSpeeds(lanes: readonly LaneName[]): Promise<void> {
    if (id.value !== null) await line.watchSpeeds(id.value, lanes)
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
    void making.leave()
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
    named,
    arriving,
    revision,
    position,
    note,
    history,
    lineState,
    gone,
    people: others.people,
    tracked,
    takesVersion,
    callOff: () => void line.callOff(),
    settings,
    canUndo,
    canRedo,
    undoTitle,
    redoTitle,
    open,
    close,
    look,
    stand: others.stand,
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
    ...making,
    ...asking,
  }
})
