/** Steps between labels that read well on a ruler of frames. */
const niceSteps = [1, 2, 5]

/** The smallest round step, in frames, that keeps labels at least `room` pixels apart. */
export function labelStep(pixelsPerFrame: number, room: number, framesPerSecond: number): number {
  const least = room / pixelsPerFrame
  // On the scale where seconds matter, labels stand on parts and multiples of seconds.
  const second = Math.round(framesPerSecond)
  const candidates = [1, 2, second / 12, second / 6, second / 5, second / 4, second / 2, second, second * 2, second * 5]
    .filter((step) => Number.isInteger(step) && step >= 1)
    .sort((a, b) => a - b)
  const fitting = candidates.find((step) => step >= least)
  if (fitting !== undefined) return fitting
  for (let power = second * 10; ; power *= 10)
    for (const nice of niceSteps) if (power * nice >= least) return power * nice
}

/** The step between ticks that have no label. */
export function tickStep(step: number, pixelsPerFrame: number): number {
  for (const parts of [step, 12, 6, 5, 4, 3, 2])
    if (step % parts === 0 && (step / parts) * pixelsPerFrame >= 5) return step / parts
  return step
}

/**
 * Where the label of a tick starts, in pixels: right of it, or left where the mark of a range's end would stand on it.
 * The last one in sight is not cut off.
 * @returns null where there is no room for it on either side.
 */
export function labelLeft(tick: number, wide: number, width: number, marks: readonly number[]): number | null {
  const isFree = (left: number) => left >= 0 && marks.every((mark) => mark + 2 <= left || mark - 1 >= left + wide)
  const places = [Math.min(tick + 3, width - wide - 3), tick - wide - 3]
  return places.find(isFree) ?? null
}
