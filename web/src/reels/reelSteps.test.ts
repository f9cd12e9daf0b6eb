import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { http } from '../api/http'
import { useReelSteps } from './reelSteps'

const said = vi.hoisted(() => ({ problem: vi.fn(), say: vi.fn() }))
vi.mock('../scene/notices', () => ({ useNotices: () => said }))
vi.mock('../api/http', () => ({ http: { deleteMark: vi.fn(), restoreMark: vi.fn() } }))

const kept = new Map<string, string>()
vi.stubGlobal('sessionStorage', {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, text: string) => void kept.set(key, text),
})

/** As the page is once it was loaded again. */
function loaded(scene: string) {
  setActivePinia(createPinia())
  const steps = useReelSteps()
  steps.open(scene)
  return steps
}
const draw = (steps: ReturnType<typeof useReelSteps>, mark: number) =>
  steps.doing(
    `mark ${mark}`,
    () => Promise.resolve({ id: mark }),
    ({ id }) => ({ back: { act: 'deleteMark', mark: id }, again: { act: 'restoreMark', mark: id } }),
  )
describe('what was done on the page of reels', () => {
  beforeEach(() => {
    kept.clear()
    vi.mocked(http.deleteMark).mockReset().mockResolvedValue(new Response())
    vi.mocked(http.restoreMark).mockReset().mockResolvedValue(new Response())
    said.problem.mockReset()
  })

  it('is taken back and done again, in order, after the page was loaded again', async () => {
    const first = loaded('1 then')
    await draw(first, 7)
    await draw(first, 8)
    await first.undo()
    const again = loaded('1 then')
    expect([again.undoTitle, again.redoTitle]).toEqual(['mark 7', 'mark 8'])
    await again.redo()
    await again.undo()
    expect(vi.mocked(http.restoreMark).mock.calls).toEqual([[8]])
    expect(vi.mocked(http.deleteMark).mock.calls).toEqual([[8], [8]])
  })

  it('comes after what is kept where it was done before the scene was known', async () => {
    await draw(loaded('1 then'), 7)
    const again = loaded('')
    await draw(again, 8)
    again.open('1 then')
    await again.undo()
    await again.undo()
    expect(vi.mocked(http.deleteMark).mock.calls).toEqual([[8], [7]])
    expect(loaded('1 then').redoTitle).toBe('mark 7')
  })

  it('belongs to its scene', async () => {
    await draw(loaded('1 then'), 7)
    expect(loaded('1 later').undoTitle).toBeNull()
    expect(loaded('1 then').undoTitle).toBe('mark 7')
  })

  it('stands as it did where it cannot be taken back', async () => {
    const steps = loaded('1 then')
    await draw(steps, 7)
    vi.mocked(http.deleteMark).mockRejectedValueOnce(new Error('away'))
    await steps.undo()
    expect(said.problem).toHaveBeenCalledOnce()
    expect([steps.undoTitle, steps.redoTitle]).toEqual(['mark 7', null])
    await steps.undo()
    expect(loaded('1 then').redoTitle).toBe('mark 7')
  })

  it('stands in its order where several cannot be taken back', async () => {
    const steps = loaded('1 then')
    for (const mark of [6, 7, 8]) await draw(steps, mark)
    vi.mocked(http.deleteMark).mockRejectedValueOnce(new Error('away')).mockRejectedValueOnce(new Error('away'))
    await Promise.all([steps.undo(), steps.undo()])
    for (const title of ['mark 8', 'mark 7', 'mark 6']) {
      expect(steps.undoTitle).toBe(title)
      await steps.undo()
    }
    vi.mocked(http.restoreMark).mockRejectedValueOnce(new Error('away')).mockRejectedValueOnce(new Error('away'))
    await Promise.all([steps.redo(), steps.redo()])
    const again = loaded('1 then')
    for (const title of ['mark 6', 'mark 7', 'mark 8']) {
      expect(again.redoTitle).toBe(title)
      await again.redo()
    }
  })

  it('is not there where it failed', async () => {
    const steps = loaded('1 then')
    const failed = steps.doing(
      'nothing',
      () => Promise.reject(new Error('no')),
      () => ({ back: { act: 'deleteMark', mark: 1 }, again: { act: 'restoreMark', mark: 1 } }),
    )
    await expect(failed).rejects.toThrow('no')
    expect(steps.undoTitle).toBeNull()
  })
})
