import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { PieceMessage } from '../api/messages'
import { Fetching, wantedChunks, type Gaze, type SampleAsk } from './fetching'
import { SampleBook } from './samples'

/** Floats at an odd place, as they stand in a message. */
function bytes(...values: number[]): Uint8Array {
  const all = new Uint8Array(1 + values.length * 4)
  values.forEach((value, i) => new DataView(all.buffer, 1).setFloat32(i * 4, value, true))
  return all.subarray(1)
}

/** Numbers of 16 bits, at an odd place as well. */
function numbers(...values: number[]): Uint8Array {
  const all = new Uint8Array(1 + values.length * 2)
  values.forEach((value, i) => new DataView(all.buffer, 1).setUint16(i * 2, value, true))
  return all.subarray(1)
}

/** What a channel that is its own frame shows, beside one that stands still. */
function piece(first: number, last: number, isWhole = true, plus = 0): PieceMessage {
  const frames = Array.from({ length: last - first + 1 }, (_, i) => first + i + plus)
  const moving = { channels: numbers(1), samples: bytes(...frames) }
  const still = { stillChannels: numbers(0), stills: bytes(9) }
  return {
    first,
    last,
    isWhole,
    names: ['scale.x', 'position.x'],
    blocks: [{ owner: 'object', id: 1, ...moving, ...still }],
  }
}

describe('samples', () => {
  const valueOf = (book: SampleBook, frame: number) => book.value(1, 'position.x', frame)

  it('are read by frame; what is not here is told from what stands still', () => {
    const book = new SampleBook(10)
    book.take({ forgotten: [], pieces: [piece(-10, -1), piece(13, 15)] })
    expect([-11, -10, -1, 0, 12, 13, 15, 16].map((frame) => valueOf(book, frame))).toEqual([
      undefined,
      -10,
      -1,
      undefined,
      undefined,
      13,
      15,
      undefined,
    ])
    expect([book.isHere(12), book.isHere(13), book.countIn(1), book.width]).toEqual([false, true, 3, 1])
    expect([book.value(1, 'scale.x', 14), book.value(1, 'scale.x', 12)]).toEqual([9, undefined])
    expect(book.track(1, 'position.x')!.extent()).toEqual([-10, 15])
    book.drop(1)
    expect(book.track(1, 'position.x')).toBeUndefined()
  })

  it('change in the frames that are here, and only there', () => {
    const book = new SampleBook(10)
    book.take({ forgotten: [], pieces: [piece(0, 9), piece(10, 19)] })
    book.take({ forgotten: [1], pieces: [piece(0, 9, false, 100), piece(10, 19, false, 100)] })
    expect([valueOf(book, 5), valueOf(book, 15)]).toEqual([105, undefined])
    // What stood still moves, and what moved stands.
    const turned = piece(0, 9, false)
    turned.names.reverse()
    book.take({ forgotten: [], pieces: [turned] })
    expect([
      book.value(1, 'scale.x', 5),
      book.track(1, 'scale.x')!.isStill,
      valueOf(book, 5),
      book.track(1, 'position.x')!.isStill,
    ]).toEqual([5, false, 9, true])
    // A frame alone takes the place of its chunk.
    book.take({ forgotten: [0], pieces: [piece(7, 7)] })
    expect([valueOf(book, 5), valueOf(book, 7)]).toEqual([undefined, 7])
  })
})

const gaze: Gaze = { frame: 45, also: null, way: 1, played: [1, 100], loops: true }
const first = (count: number, given: Partial<Gaze>, scene: [number, number] = [1, 200]) =>
  [...wantedChunks({ ...gaze, ...given }, scene, 10)].slice(0, count)

describe('the order in which samples are wanted', () => {
  it('begins where somebody looks, and goes more ahead than back', () => {
    expect(first(9, {})).toEqual([4, 5, 6, 7, 3, 8, 9, 10, 2])
    expect(first(6, { way: -1 })).toEqual([4, 3, 2, 1, 5, 0])
  })

  it('comes to the beginning again where playing does', () => {
    expect(first(8, { frame: 85, played: [1, 100] })).toEqual([8, 9, 10, 0, 7, 1, 2, 3])
    expect(first(6, { frame: 85, loops: false })).toEqual([8, 9, 10, 11, 7, 12])
  })

  it('has every chunk of the scene once, and the frame that stands still meanwhile', () => {
    const all = first(99, { also: 170 })
    expect(all[1]).toBe(17)
    expect([...all].sort((a, b) => a - b)).toEqual(Array.from({ length: 21 }, (_, i) => i))
    // From outside the scene's range it is all before.
    expect(first(99, { frame: 505 }, [1, 30])[0]).toBe(50)
  })
})

/** A server that answers when it is told to. */
function served() {
  const book = new SampleBook(10)
  const asked: SampleAsk[] = []
  const answers: (() => void)[] = []
  const fetching = new Fetching(
    (wanted) => {
      asked.push(wanted)
      return new Promise((done, fail) =>
        answers.push(() => {
          if (refuses.value) return fail(new Error('Called off.'))
          book.take({ forgotten: [], pieces: [piece(wanted.first, wanted.last)] })
          done()
        }),
      )
    },
    () => book,
    () => [1, 100],
  )
  const refuses = { value: false }
  async function answer(count = 1): Promise<void> {
    for (; count > 0; count--) {
      const [next] = answers.splice(0, 1)
      next?.()
      await vi.advanceTimersByTimeAsync(150)
    }
  }
  return { book, asked, fetching, answer, refuses, waiting: () => answers.length }
}

describe('fetching samples', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('asks for the frame looked at, then for its chunk and for what is next', async () => {
    const { asked, fetching, answer, book, waiting } = served()
    const here = fetching.look(gaze)
    await answer()
    await here
    expect(book.isHere(45)).toBe(true)
    await answer(20)
    expect(asked.slice(0, 3)).toEqual([
      { first: 45, last: 45, isAhead: false, letGo: [] },
      { first: 40, last: 49, isAhead: true, letGo: [] },
      { first: 50, last: 59, isAhead: true, letGo: [] },
    ])
    // The whole scene has room: then it is quiet.
    expect([asked.length, waiting()]).toEqual([12, 0])
    await fetching.look({ ...gaze, frame: 46 })
    expect(asked).toHaveLength(12)
  })

  it('has one ask of each sort on its way, and always for the newest wish', async () => {
    const { asked, fetching, answer } = served()
    for (const frame of [12, 23, 34]) void fetching.look({ ...gaze, frame })
    await answer()
    expect(asked.map(({ first }) => first)).toEqual([12, 34])
    await answer()
    expect(asked[2]).toMatchObject({ first: 30, isAhead: true })
  })

  it('fetches nothing ahead while a hand drags, and what was forgotten afterwards', async () => {
    const { asked, fetching, answer, book } = served()
    fetching.rest(true)
    void fetching.look(gaze)
    await answer(3)
    expect(asked).toHaveLength(1)
    fetching.rest(false)
    await answer(20)
    expect(asked).toHaveLength(12)
    book.forget(4)
    void fetching.go()
    await answer(3)
    expect(asked.slice(12)).toEqual([
      { first: 45, last: 45, isAhead: false, letGo: [] },
      { first: 40, last: 49, isAhead: true, letGo: [] },
    ])
  })

  it('gives up where nothing comes, and asks again when somebody looks', async () => {
    const { asked, fetching, answer, refuses, book } = served()
    void fetching.look(gaze)
    await answer()
    refuses.value = true
    await answer(9)
    expect(asked.length).toBeLessThan(9)
    refuses.value = false
    void fetching.look({ ...gaze, frame: 71 })
    await answer(20)
    expect(book.isHere(99)).toBe(true)
  })
})
