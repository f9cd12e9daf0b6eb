import type { Edit } from '../api/http'
import { useScene } from '../scene/sceneStore'

/** An end of the work range or of the scene range, in a hand. */
export interface HeldEnd {
  which: 'range' | 'work'
  end: 0 | 1
  ends: [number, number]
}

/** Dragging the ends of the ranges, wherever they are drawn. */
export function useRangeEnds() {
  const scene = useScene()

  /** The end that a point is on, if any. */
  function endAt(which: HeldEnd['which'], isNear: (frame: number) => boolean): HeldEnd | null {
    const ends = scene.settings[which]
    // The last end first: where both stand on one frame, it is the one that can move away.
    const end = ([1, 0] as const).find((each) => isNear(ends[each]))
    return end === undefined ? null : { which, end, ends: [ends[0], ends[1]] }
  }

  function pull(held: HeldEnd, frame: number): void {
    const [first, last] = held.which === 'work' ? scene.settings.range : [-Infinity, Infinity]
    const free = Math.min(Math.max(Math.round(frame), first), last)
    held.ends[held.end] = held.end === 0 ? Math.min(free, held.ends[1]) : Math.max(free, held.ends[0])
    scene.tryEdit(editOf(held))
  }

  const drop = (held: HeldEnd) => void scene.keepTry(editOf(held))
  const editOf = ({ which, ends: [first, last] }: HeldEnd): Edit => ({ edit: 'setRanges', [which]: { first, last } })

  return { endAt, pull, drop, letGo: () => void scene.dropTry() }
}
