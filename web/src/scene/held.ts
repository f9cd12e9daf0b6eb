import type { ChangeMessage, RowsMessage } from '../api/messages'
import type { OwnerKey } from './owners'

/** Names one row of a scene as both sides of a comparison can. */
export const channelRow = (object: OwnerKey, channel: string) => `${object}|${channel}`

/** The names of the rows that a message tells of. */
export function rowsIn(rows: RowsMessage): string[] {
  return [
    ...rows.channels.map(({ id, name }) => channelRow(id, name)),
    ...rows.objects.map(({ id }) => `object ${id}`),
    ...rows.warps.map(({ id }) => `warp ${id}`),
    ...rows.placed.map(({ id }) => `placedClip ${id}`),
    ...rows.layers.map(({ id }) => `layer ${id}`),
    ...rows.gone.flatMap(({ kind, ids }) => ids.map((id) => `${kind} ${id}`)),
    ...(rows.settings ? ['settings'] : []),
  ]
}

/**
 * What a hand holds: rows that it drags or types into and has not let go of. What somebody else changes among them is
 * told at once, and the edit that ends it is made on the scene as it was when the hand took hold, so that the server asks.
 */
export class Held {
  private readonly rows = new Set<string>()
  private since: number | null = null
  private contested = false

  hold(rows: Iterable<string>, revision: number): void {
    this.since ??= revision
    for (const row of rows) this.rows.add(row)
  }

  letGo(): void {
    this.rows.clear()
    this.since = null
    this.contested = false
  }

  /** The revision that an edit made now is made on. */
  base(revision: number): number {
    return this.contested ? this.since! : revision
  }

  /** What others did to something that is held; empty where they did not. */
  contestedBy(change: ChangeMessage, window: string): string {
    const others = change.made.filter((made) => made.window !== window)
    if (others.length === 0 || !rowsIn(change.rows).some((row) => this.rows.has(row))) return ''
    this.contested = true
    const { name, title } = others.at(-1)!
    return `${name ?? 'Somebody'} changed what you hold: ${title}. You will be asked when you let go.`
  }
}
