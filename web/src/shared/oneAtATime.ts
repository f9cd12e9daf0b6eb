/**
 * Something that is asked for more often than it can be done: it is done one at a time, and once more after the last
 * that asked meanwhile.
 * @param rest Milliseconds to rest in between.
 * @returns asks for it; done when it has been done since.
 */
export function oneAtATime(run: () => Promise<unknown>, rest = 0): () => Promise<void> {
  let running: Promise<void> | null = null
  let next: Promise<void> | null = null
  const begin = () => {
    running = run()
      .then(() => (rest ? new Promise<void>((go) => setTimeout(go, rest)) : undefined))
      .finally(() => (running = null))
    return running
  }
  return () => {
    if (!running) return begin()
    next ??= running
      .catch(() => {})
      .then(() => {
        next = null
        return begin()
      })
    return next
  }
}
