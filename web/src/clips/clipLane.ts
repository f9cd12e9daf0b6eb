import { xOf, type DeskPicture } from '../desk/deskDraw'
import type { PlacedClip } from '../scene/sceneRows'

/** A placed clip where a lane shows it: in source, or as it is played. Times are ticks. */
export interface ShownClip {
  placed: PlacedClip
  start: number
  end: number
  /** Where its cycles start. */
  cycles: readonly number[]
}

/** The clips of a lane as it shows them; one that is never played is not shown there. */
export function shownClips(clips: readonly PlacedClip[], played: boolean): ShownClip[] {
  return clips.flatMap((placed) => {
    const [first, last, ...cycles] = (played && placed.played) || placed.times
    if (Number.isNaN(first) || Number.isNaN(last)) return []
    // A warp may run backwards.
    return [{ placed, start: Math.min(first!, last!), end: Math.max(first!, last!), cycles }]
  })
}

export type ClipPart = 'start' | 'body' | 'end'

const edge = 6

type Stretch = Pick<DeskPicture, 'width' | 'first' | 'last'>

/** What of which clip is under the pointer; of two that overlap, the later one. */
export function clipAt(
  clips: readonly ShownClip[],
  stretch: Stretch,
  ticksPerFrame: number,
  x: number,
): { clip: ShownClip; part: ClipPart } | null {
  for (const clip of [...clips].reverse()) {
    const [left, right] = [clip.start, clip.end].map((time) => xOf(stretch, time / ticksPerFrame)) as [number, number]
    if (x < left - edge || x > right + edge) continue
    // Of a narrow clip the body can still be taken.
    const inside = Math.min(edge, (right - left) / 4)
    const part = x < left + inside ? 'start' : x > right - inside ? 'end' : 'body'
    return { clip, part }
  }
  return null
}

/** Where one clip goes over into the next, in ticks. */
export function overlapsOf(clips: readonly ShownClip[]): { from: number; to: number }[] {
  const overlaps: { from: number; to: number }[] = []
  let latest = -Infinity
  for (const { start, end } of clips) {
    if (start < latest) overlaps.push({ from: start, to: Math.min(latest, end) })
    latest = Math.max(latest, end)
  }
  return overlaps
}
