import { defineStore } from 'pinia'
import { computed, markRaw, ref, shallowRef } from 'vue'
import type { Edit, KeySet } from '../api/http'
import {
  LiveLine,
  type ChangeMessage,
  type HistoryEntry,
  type Kept,
  type LaneName,
  type Rows,
  type SceneMessage,
} from '../api/live'
import { loadCatalogue } from './catalogue'
import { useClashes } from './clashes'
import { useNotices } from './notices'
import { SampleBook } from './samples'
import { SceneModel } from './sceneModel'

/** Most frames of samples held at a time; as many as the server gives at once. */
const windowLength = 8192

/** The open scene: what the server said of it, and the ways to ask for changes. */
export const useScene = defineStore('scene', () => {
  const notices = useNotices()
  const clashes = useClashes()
  const model = shallowRef(markRaw(new SceneModel()))
  const book = shallowRef(markRaw(new SampleBook()))
  /** Counts up whenever rows or samples change; what draws from them depends on it. */
  const rowsVersion = ref(0)
  const samplesVersion = ref(0)
  /** Counts up only when lanes come or go. */
  const structureVersion = ref(0)
  /** Counts up when the whole scene has been fetched anew, and what was asked for beside it has to be asked for again. */
  const loads = ref(0)

  const id = ref<number | null>(null)
  const revision = ref(0)
  const position = ref(0)
  const history = shallowRef<HistoryEntry[]>([])
  const standing = ref(true)
  const gone = ref(false)
  const busy = ref(false)
  const sampled = ref<[number, number]>([0, -1])

  const settings = computed(() => {
    void rowsVersion.value
    return model.value.settings
  })
  const canUndo = computed(() => position.value > 0)
  const canRedo = computed(() => position.value < history.value.length)
  const undoTitle = computed(() => history.value[position.value - 1]?.title)
  const redoTitle = computed(() => history.value[position.value]?.title)

  const line = new LiveLine({
    changed,
    gone: (scene) => {
      if (scene === id.value) gone.value = true
    },
    back: () => {
      if (id.value !== null) void load(id.value).catch(notices.problem)
    },
    standing: (stands) => (standing.value = stands),
  })

  async function open(scene: number): Promise<void> {
    gone.value = false
    await Promise.all([loadCatalogue(), line.start()])
    await load(scene)
  }

  async function load(scene: number): Promise<void> {
    const message: SceneMessage = await line.open(scene)
    const fresh = new SceneModel()
    fresh.take(message.rows)
    model.value = markRaw(fresh)
    book.value = markRaw(new SampleBook())
    id.value = message.id
    revision.value = message.revision
    position.value = message.position
    history.value = message.history
    sampled.value = [0, -1]
    await sampleAround(fresh.settings.work[0])
    structureVersion.value++
    rowsVersion.value++
    loads.value++
  }

  /** Sees to it that the samples around a frame are there. */
  async function sampleAround(frame: number): Promise<void> {
    const [first, last] = model.value.settings.range
    const start = Math.max(first, Math.min(frame - windowLength / 4, last - windowLength + 1))
    const end = Math.min(last, start + windowLength - 1)
    if (
      id.value === null ||
      (sampled.value[0] <= Math.max(frame, first) && frame <= sampled.value[1] && covers(start, end))
    )
      return
    sampled.value = [Math.floor(start), Math.floor(end)]
    book.value.take(await line.watch(id.value, Math.floor(start), Math.floor(end)))
    samplesVersion.value++
  }

  const covers = (start: number, end: number) =>
    end - start + 1 >= windowLength || (sampled.value[0] <= start && end <= sampled.value[1])

  function changed(change: ChangeMessage): void {
    if (change.id !== id.value) return
    if (change.revision !== revision.value + 1) {
      void load(change.id).catch(notices.problem)
      return
    }
    beforeTry = null
    revision.value = change.revision
    position.value = change.position
    if (change.entry) history.value = [...history.value.slice(0, change.entry.seq - 1), change.entry]
    take(change.rows)
    book.value.take(change.blocks)
    samplesVersion.value++
    if (change.rows.settings) void sampleAround(change.rows.settings.work[0])
  }

  function take(rows: Rows): void {
    const isOtherwise = model.value.take(rows)
    for (const object of rows.removedObjects) book.value.drop(object)
    if (isOtherwise) structureVersion.value++
    rowsVersion.value++
  }

  // Edits go one after the other, so that each names the revision that the last one made.
  let last: Promise<unknown> = Promise.resolve()

  function inTurn(call: () => Promise<Kept>): Promise<Kept | null> {
    const next = last.then(async () => {
      busy.value = true
      try {
        return await call()
      } catch (wrong) {
        notices.problem(wrong)
        await dropTry()
        return null
      } finally {
        busy.value = false
      }
    })
    last = next
    return next
  }

  /** Makes an edit, asking first where keys would meet. Null if it was refused or called off; the reason has been shown. */
  async function edit(wanted: Edit): Promise<Kept | null> {
    const kept = await inTurn(() => line.edit(id.value!, revision.value, wanted))
    if (!kept?.clash) return kept
    const meet = await clashes.ask(kept.clash)
    if (meet !== 'stop') return edit({ ...wanted, meet } as Edit)
    await dropTry()
    return null
  }
  const goTo = (place: number) => inTurn(() => line.goTo(id.value!, revision.value, place))
  const undo = () =>
    inTurn(() =>
      canUndo.value
        ? line.goTo(id.value!, revision.value, position.value - 1)
        : Promise.reject(new Error('There is nothing left to undo.')),
    )
  const redo = () =>
    inTurn(() =>
      canRedo.value
        ? line.goTo(id.value!, revision.value, position.value + 1)
        : Promise.reject(new Error('There is nothing to redo.')),
    )

  // While the hand drags: only the newest try matters, and one is on its way at a time.
  let beforeTry: true | null = null
  let wanted: Edit | null = null
  let trying: Promise<void> | null = null

  /** Shows what an edit would give, without keeping it. */
  function tryEdit(next: Edit): void {
    wanted = next
    trying ??= tryOn().finally(() => (trying = null))
  }

  async function tryOn(): Promise<void> {
    while (wanted && id.value !== null) {
      const now = wanted
      wanted = null
      beforeTry = true
      try {
        const { rows, blocks } = await line.try(id.value, now)
        if (!beforeTry) return
        take(rows)
        book.value.take(blocks)
        samplesVersion.value++
      } catch {
        // A try that cannot be done shows nothing; the edit itself will say why.
      }
    }
  }

  /** Ends a drag by making the edit. */
  async function keepTry(final: Edit): Promise<Kept | null> {
    wanted = null
    await trying
    return edit(final)
  }

  /** Ends a drag by going back to what is kept. */
  async function dropTry(): Promise<void> {
    wanted = null
    await trying
    if (!beforeTry || id.value === null) return
    beforeTry = null
    await load(id.value)
  }

  const timeLabels = (frames: number[], display: string) => line.timeLabels(id.value!, frames, display)
  const copyKeys = (keys: KeySet[]) => line.copyKeys(id.value!, keys)
  const lookAhead = (edit: Edit) => line.lookAhead(id.value!, edit)
  const lookAheadCurves = (edit: Edit) => line.lookAheadCurves(id.value!, edit)
  const turnLocks = (object: number) => line.turnLocks(id.value!, object)
  const copyShape = (keys: KeySet[]) => line.copyShape(id.value!, keys)
  const channelsAt = (place: number, lanes: readonly LaneName[]) => line.channelsAt(id.value!, place, lanes)
  const copyKeysAt = (place: number, lanes: readonly LaneName[], from: number, to: number) =>
    line.copyKeysAt(id.value!, place, lanes, from, to)

  /** From now on the speeds of these channels come along with their samples. */
  async function watchSpeeds(lanes: readonly LaneName[]): Promise<void> {
    if (id.value === null) return
    book.value.take(await line.watchSpeeds(id.value, lanes))
    samplesVersion.value++
  }

  const readTime = (text: string, present: number) => line.readTime(id.value!, text, present)

  async function close(): Promise<void> {
    id.value = null
    await line.stop()
  }

  return {
    model,
    book,
    rowsVersion,
    samplesVersion,
    structureVersion,
    loads,
    id,
    revision,
    position,
    history,
    standing,
    gone,
    busy,
    settings,
    sampled,
    canUndo,
    canRedo,
    undoTitle,
    redoTitle,
    open,
    close,
    sampleAround,
    edit,
    goTo,
    undo,
    redo,
    tryEdit,
    keepTry,
    dropTry,
    timeLabels,
    readTime,
    lookAhead,
    lookAheadCurves,
    turnLocks,
    copyShape,
    channelsAt,
    copyKeysAt,
    watchSpeeds,
    copyKeys,
  }
})
