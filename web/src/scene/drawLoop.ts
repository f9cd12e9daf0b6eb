/** One animation-frame loop for everything on the screen: first what moves time, then what draws. */
const steps = new Set<(now: number) => void>()
const drawings = new Set<() => void>()
let asked = false

function ask(): void {
  if (asked) return
  asked = true
  requestAnimationFrame(run)
}

function run(now: number): void {
  asked = false
  for (const step of steps) step(now)
  const due = [...drawings]
  drawings.clear()
  for (const draw of due) draw()
  if (steps.size || drawings.size) ask()
}

/** Runs a step on every animation frame until the returned function is called. */
export function eachFrame(step: (now: number) => void): () => void {
  steps.add(step)
  ask()
  return () => steps.delete(step)
}

/** Draws once, on the next animation frame, however often it is asked for. */
export function drawSoon(draw: () => void): void {
  drawings.add(draw)
  ask()
}
