import { furthestFrame, mostChunks } from '../api/messages'
import type { SampleBook } from './samples'

/** Where somebody looks, and what comes next. */
export interface Gaze {
  frame: number
  /** Another frame that has to be here meanwhile. */
  also: number | null
  way: 1 | -1
  /** What playing goes through, and whether it begins again at the end. */
  played: readonly [number, number]
  loops: boolean
}

/** Most samples kept; 64 MB. */
const mostSamples = 16_000_000
/** So many chunks that come next are fetched for each that came before. */
const aheadForEachBehind = 3
const againAfter = 1000
/** After a frame that was not here, what is next waits so long for another wish; in milliseconds. */
const quietAfter = 120

export interface SampleAsk {
  first: number
  last: number
  isAhead: boolean
  letGo: number[]
}

/** The chunks of a scene in the order in which they are wanted: the one looked at, what comes next, and now and then what came before. */
export function* wantedChunks(gaze: Gaze, scene: readonly [number, number], length: number): Generator<number> {
  const chunkOf = (frame: number) => Math.floor(frame / length)
  const now = chunkOf(gaze.frame)
  const given = new Set([now])
  yield now
  if (gaze.also !== null && !given.has(chunkOf(gaze.also))) {
    given.add(chunkOf(gaze.also))
    yield chunkOf(gaze.also)
  }
  const next = along(gaze, scene, chunkOf)
  const before = steps(now, -gaze.way, chunkOf(scene[gaze.way === 1 ? 0 : 1]))
  for (let rest = true; rest;) {
    rest = false
    for (const [run, count] of [[next, aheadForEachBehind] as const, [before, 1] as const])
      for (let i = 0; i < count;) {
        const { value, done } = run.next()
        if (done) break
        rest = true
        if (given.has(value)) continue
        given.add(value)
        i++
        yield value
      }
  }
}

/** What comes next: to the end of what is played, from its beginning where it begins again, and on to the end of the scene. */
function* along(
  { frame, way, played, loops }: Gaze,
  scene: readonly [number, number],
  chunkOf: (frame: number) => number,
) {
  const now = chunkOf(frame)
  const [begin, end] = way === 1 ? played : [played[1], played[0]]
  if (frame >= played[0] && frame <= played[1]) {
    yield* steps(now, way, chunkOf(end))
    if (loops) yield* steps(chunkOf(begin) - way, way, now)
  }
  yield* steps(now, way, chunkOf(scene[way === 1 ? 1 : 0]))
}

function* steps(from: number, way: number, to: number): Generator<number, undefined> {
  for (let at = from + way; way > 0 ? at <= to : at >= to; at += way) yield at
}

/**
 * Sees to it that the samples of the frame looked at are here: that one frame first, then its chunk, then what comes
 * next, as far as there is room. One ask of each sort is on its way at a time, and always the newest wish.
 */
export class Fetching {
  private gaze: Gaze | null = null
  private looking: Promise<void> | null = null
  private fetching = false
  private resting = false
  private quiet: ReturnType<typeof setTimeout> | undefined
  private quietFor = NaN
  /** The wish of which everything is here that there is room for. */
  private fulfilled = ''
  /** What has been let go of and not been told yet. */
  private readonly letGo = new Set<number>()
  /** Called off when a scene is opened anew: what runs then ends. */
  private turn = 0

  /**
   * @param ask Fetches samples into the book.
   * @param book What is here.
   * @param range The scene's first and last frame.
   */
  constructor(
    private readonly ask: (wanted: SampleAsk) => Promise<void>,
    private readonly book: () => SampleBook,
    private readonly range: () => readonly [number, number],
  ) {}

  /** What is looked at from now on. Done when it is here, or cannot be had. */
  look(gaze: Gaze): Promise<void> {
    this.gaze = gaze
    if (this.book().isHere(gaze.frame) && this.wish() === this.fulfilled) return Promise.resolve()
    return this.go()
  }

  /** Goes on where something was forgotten. */
  go(): Promise<void> {
    if (!this.gaze) return Promise.resolve()
    this.fulfilled = ''
    if (this.looking) return this.looking
    const isMissing = !this.book().isHere(this.gaze.frame)
    const chunk = this.book().chunkOf(this.gaze.frame)
    const { turn } = this
    this.looking = this.fetchLooked(turn).finally(() => {
      if (turn !== this.turn) return
      this.looking = null
      if (!isMissing) return void this.fetchAhead(turn)
      // Playing through what is not here, the wish stays in the same chunk.
      if (chunk === this.quietFor && this.quiet !== undefined) return
      clearTimeout(this.quiet)
      this.quietFor = chunk
      this.quiet = setTimeout(() => {
        this.quiet = undefined
        void this.fetchAhead(turn)
      }, quietAfter)
    })
    return this.looking
  }

  /** While a hand drags, what is not looked at is stale before it comes: nothing is fetched ahead. */
  rest(resting: boolean): void {
    this.resting = resting
    if (!resting) void this.go()
  }

  /** A scene is opened: nothing is here any more, and what is on its way is of no use. */
  restart(): void {
    this.turn++
    clearTimeout(this.quiet)
    this.quiet = undefined
    this.resting = this.fetching = false
    this.looking = null
    this.fulfilled = ''
    this.letGo.clear()
  }

  /** All that the order of what is wanted rests on. */
  private wish(): string {
    const { frame, also, way, played, loops } = this.gaze!
    return [this.book().chunkOf(frame), also, way, ...played, loops, ...this.range()].join()
  }

  private async fetchLooked(turn: number): Promise<void> {
    while (turn === this.turn && !this.book().isHere(this.gaze!.frame)) {
      const { frame } = this.gaze!
      this.letGo.delete(this.book().chunkOf(frame))
      try {
        await this.ask({ first: frame, last: frame, isAhead: false, letGo: [] })
      } catch {
        // The line broke, and everything is opened anew when it is back; or the server could not, and may later.
        setTimeout(() => turn === this.turn && !this.book().isHere(this.gaze!.frame) && void this.go(), againAfter)
        return
      }
    }
  }

  private async fetchAhead(turn: number): Promise<void> {
    if (this.fetching) return
    this.fetching = true
    let failed = 0
    while (turn === this.turn && !this.resting && failed < 5) {
      const wanted = this.next()
      if (!wanted) {
        this.fulfilled = this.wish()
        break
      }
      try {
        await this.ask(wanted)
        for (const chunk of wanted.letGo) this.letGo.delete(chunk)
        failed = 0
      } catch {
        // Called off for what is looked at now, as a rule.
        failed++
        await this.looking
      }
    }
    if (turn === this.turn) this.fetching = false
  }

  /** The chunk that is wanted most of those that are not here, and what to let go of for it. */
  private next(): SampleAsk | null {
    const book = this.book()
    const length = book.chunk
    const most = Math.max(3, Math.min(mostChunks - 1, Math.floor(mostSamples / (length * Math.max(1, book.width)))))
    const wanted = new Set<number>()
    let missing: number | null = null
    for (const chunk of wantedChunks(this.gaze!, this.range(), length)) {
      if (wanted.size >= most) break
      wanted.add(chunk)
      if (missing === null && book.countIn(chunk) < last(chunk, length) - first(chunk, length) + 1) missing = chunk
    }
    if (missing === null) return null
    const held = [...book.chunks]
    if (held.length >= most)
      for (const chunk of held)
        if (!wanted.has(chunk)) {
          book.forget(chunk)
          this.letGo.add(chunk)
        }
    this.letGo.delete(missing)
    return { first: first(missing, length), last: last(missing, length), isAhead: true, letGo: [...this.letGo] }
  }
}

const first = (chunk: number, length: number) => Math.max(chunk * length, -furthestFrame)
const last = (chunk: number, length: number) => Math.min(chunk * length + length - 1, furthestFrame)
