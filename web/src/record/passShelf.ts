import { createStore, del, entries, keys, promisifyRequest, type UseStore } from 'idb-keyval'
import type { HandTake } from '../api/http'

/** What a hand drove, and no server has yet. */
export interface ShelvedPass {
  scene: number
  take: HandTake
}

/** So long other windows of the browser have to say that a pass is theirs, in milliseconds. */
const patience = 400

/**
 * Passes of a hand, kept in the browser until the server has them: a page that is closed, or falls, loses none.
 * It is a second net. Where a browser keeps nothing, everything works as it does without.
 */
export class PassShelf {
  private readonly own = new Set<string>()
  private store: UseStore | null = null
  private line: BroadcastChannel | null = null

  /** Opens it, so that a page that is being closed need not wait for that. */
  open(): void {
    void this.within((store) => keys(store))
  }

  /** Keeps a pass as it is by now, in place of what was kept of it. */
  async put(pass: ShelvedPass): Promise<void> {
    const mark = pass.take.mark!
    this.own.add(mark)
    this.answer()
    await this.within((store) =>
      store('readwrite', (passes) => {
        passes.put(pass, mark)
        // Said outright: a page that is being closed does not live to see the answer.
        passes.transaction.commit()
        return promisifyRequest(passes.transaction)
      }),
    )
  }

  /** The server has it, or nobody wants it. */
  async drop(mark: string): Promise<void> {
    await this.within((store) => del(mark, store))
    this.own.delete(mark)
  }

  /** Passes of a scene that were left behind: no window that is open records or sends them. They are this window's from now on. */
  async left(scene: number): Promise<HandTake[]> {
    const all = (await this.within((store) => entries<string, ShelvedPass>(store))) ?? []
    const found = all.filter(([mark, pass]) => pass.scene === scene && !this.own.has(mark))
    if (found.length === 0) return []
    const theirs = await this.askOthers(found.map(([mark]) => mark))
    const left = found.filter(([mark]) => !theirs.has(mark) && !this.own.has(mark))
    for (const [mark] of left) this.own.add(mark)
    this.answer()
    return left.map(([, { take }]) => take)
  }

  /** Says of passes, when another window asks, that they are this one's. */
  private answer(): void {
    if (this.line) return
    this.line = new BroadcastChannel('zesty-passes')
    this.line.onmessage = ({ data }: MessageEvent<{ ask?: string[] }>) => {
      const mine = data.ask?.filter((mark) => this.own.has(mark)) ?? []
      if (mine.length) this.line!.postMessage({ mine })
    }
  }

  private async askOthers(marks: readonly string[]): Promise<Set<string>> {
    const theirs = new Set<string>()
    const line = new BroadcastChannel('zesty-passes')
    line.onmessage = ({ data }: MessageEvent<{ mine?: string[] }>) => data.mine?.forEach((mark) => theirs.add(mark))
    line.postMessage({ ask: marks })
    await new Promise((go) => setTimeout(go, patience))
    line.close()
    return theirs
  }

  private async within<T>(act: (store: UseStore) => Promise<T>): Promise<T | null> {
    try {
      return await act((this.store ??= createStore('zesty-reel', 'passes')))
    } catch {
      return null
    }
  }
}

let shelf: PassShelf | null = null
export const usePassShelf = () => (shelf ??= new PassShelf())
