import { createStore, del, entries, keys, promisifyRequest, type UseStore } from 'idb-keyval'

/** So long other windows of the browser have to say that something is theirs, in milliseconds. */
const patience = 400

/**
 * What somebody did to scenes and the server does not have yet, each with a mark of its own, kept in the browser until it
 * has: a page that is closed, or falls, loses none.
 * Scenes are named so that no other, of another server at the same address, is taken for one of them.
 * It is a second net. Where a browser keeps nothing, everything works as it does without.
 */
export class Shelf<T extends { scene: string }> {
  private readonly own = new Set<string>()
  private store: UseStore | null = null
  private line: BroadcastChannel | null = null

  /**
   * @param place The browser's database.
   * @param kind What lies there, of all programs of this origin.
   */
  constructor(
    private readonly place: string,
    private readonly kind: string,
  ) {}

  /** Opens it, so that a page that is being closed need not wait for that. */
  open(): void {
    void this.within((store) => keys(store))
  }

  /** Keeps a thing as it is by now, in place of what was kept of it. Says whether the browser has it. */
  async put(mark: string, thing: T): Promise<boolean> {
    this.own.add(mark)
    this.answer()
    const kept = await this.within((store) =>
      store('readwrite', async (things) => {
        things.put(thing, mark)
        // Said outright: a page that is being closed does not live to see the answer.
        things.transaction.commit()
        await promisifyRequest(things.transaction)
        return true
      }),
    )
    return kept ?? false
  }

  /** The server has it, or nobody wants it. */
  async drop(mark: string): Promise<void> {
    if (!this.own.has(mark)) return
    await this.within((store) => del(mark, store))
    this.own.delete(mark)
  }

  /** Leaves things of this window to whoever opens their scene next. */
  letGo(marks: Iterable<string>): void {
    for (const mark of marks) this.own.delete(mark)
  }

  /** Things of a scene that were left behind, with their marks: no window that is open has them. They are this window's from now on. */
  async left(scene: string): Promise<[mark: string, thing: T][]> {
    const all = (await this.within((store) => entries<string, T>(store))) ?? []
    const found = all.filter(([mark, thing]) => thing.scene === scene && !this.own.has(mark))
    if (found.length === 0) return []
    const theirs = await this.askOthers(found.map(([mark]) => mark))
    const left = found.filter(([mark]) => !theirs.has(mark) && !this.own.has(mark))
    for (const [mark] of left) this.own.add(mark)
    this.answer()
    return left
  }

  private get channel(): string {
    return `zesty-${this.kind}`
  }

  /** Says of things, when another window asks, that they are this one's. */
  private answer(): void {
    if (this.line) return
    this.line = new BroadcastChannel(this.channel)
    this.line.onmessage = ({ data }: MessageEvent<{ ask?: string[] }>) => {
      const mine = data.ask?.filter((mark) => this.own.has(mark)) ?? []
      if (mine.length) this.line!.postMessage({ mine })
    }
  }

  private async askOthers(marks: readonly string[]): Promise<Set<string>> {
    const theirs = new Set<string>()
    const line = new BroadcastChannel(this.channel)
    line.onmessage = ({ data }: MessageEvent<{ mine?: string[] }>) => data.mine?.forEach((mark) => theirs.add(mark))
    line.postMessage({ ask: marks })
    await new Promise((go) => setTimeout(go, patience))
    line.close()
    return theirs
  }

  private async within<R>(act: (store: UseStore) => Promise<R>): Promise<R | null> {
    try {
      return await act((this.store ??= createStore(this.place, this.kind)))
    } catch {
      return null
    }
  }
}
