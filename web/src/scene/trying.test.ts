import { describe, expect, it, vi } from 'vitest'
import type { Edit } from '../api/http'
import type { LiveLine } from '../api/live'
import { Trying } from './trying'

const move = (frames: number) => ({ edit: 'moveKeys', keys: [], frames, ripple: false }) as Edit

function started() {
  const sent: { edit: Edit; done: () => void; fail: () => void }[] = []
  const line = {
    try: (_scene: number, edit: Edit) =>
      new Promise<void>((done, fail) => sent.push({ edit, done, fail: () => fail(new Error('no')) })),
  } as unknown as LiveLine
  const rests = vi.fn()
  const trying = new Trying(
    () => line,
    () => 1,
    rests,
  )
  return { sent, rests, trying }
}
const soon = () => new Promise((done) => setTimeout(done))

describe('what a hand tries', () => {
  it('goes one at a time, and of those that wait only the newest', async () => {
    const { sent, trying } = started()
    for (const frames of [1, 2, 3, 4]) trying.try(move(frames))
    expect(sent.map(({ edit }) => edit)).toEqual([move(1)])
    sent[0]!.done()
    await soon()
    expect(sent.map(({ edit }) => edit)).toEqual([move(1), move(4)])
    expect(trying.held).toEqual(move(4))
  })

  it('is let go of when what is on its way has come, even if that was refused', async () => {
    const { sent, trying } = started()
    trying.try(move(1))
    trying.try(move(2))
    let isOver = false
    void trying.letGo().then(() => (isOver = true))
    await soon()
    expect(isOver).toBe(false)
    sent[0]!.fail()
    await soon()
    expect([isOver, sent.length, trying.held]).toEqual([true, 1, null])
  })

  it('tells that the hand moves, and that it rests when what is kept has come', () => {
    const { rests, trying } = started()
    trying.try(move(1))
    expect(rests).toHaveBeenLastCalledWith(true)
    trying.settle()
    expect(rests).toHaveBeenLastCalledWith(false)
    expect(trying.isShown).toBe(false)
  })
})
