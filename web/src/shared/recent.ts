/** How long something counts as used after it has been, in milliseconds. */
const usedFor = 5000

/**
 * Keeps things by name: all that are in use, however many, and of the others so many, those that were used last. What
 * is in use is counted back from the last use of anything, so that nothing goes while nothing is drawn.
 */
export class Recent<T> {
  private readonly all = new Map<string, { value: T; used: number }>()
  private last = 0

  /** @param gone Told of what is kept no more. */
  constructor(
    private readonly most: number,
    private readonly gone: (key: string, value: T) => void = () => {},
    private readonly now: () => number = () => performance.now(),
  ) {}

  get size(): number {
    return this.all.size
  }

  /** Takes something into use. */
  get(key: string): T | undefined {
    const kept = this.all.get(key)
    if (kept) kept.used = this.last = this.now()
    return kept?.value
  }

  set(key: string, value: T): void {
    this.last = this.now()
    this.all.set(key, { value, used: this.last })
    if (this.all.size > this.most) this.sweep()
  }

  private sweep(): void {
    const unused = [...this.all]
      .filter(([, { used }]) => used < this.last - usedFor)
      .sort(([, a], [, b]) => a.used - b.used)
    for (const [key, { value }] of unused.slice(0, this.all.size - this.most)) {
      this.all.delete(key)
      this.gone(key, value)
    }
  }
}
