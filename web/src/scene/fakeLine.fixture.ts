import type { Edit } from '../api/http'
import type { ChangeMessage, ChannelRow, Kept, LineListener, Rows, SceneMessage } from '../api/live'
import { keySize } from './keys'

/** For tests: a line to no server, which answers what it is told to and remembers what it was asked. */
export class FakeLine {
  static last: FakeLine
  readonly edits: { revision: number; edit: Edit }[] = []
  readonly tries: Edit[] = []
  opened = 0
  revision = 0
  rows: Rows = rowsOf({
    settings: settingsOf(),
    objects: [objectOf(1, 'Ferry')],
    channels: [channelOf(1, 'move.x', 10, 20)],
  })
  /** What an edit gives: rows, a clash, or an error. */
  answer: (edit: Edit) => Partial<Rows> | { clash: { count: number; frame: number } } | Error = () => ({})
  answerTry: (edit: Edit) => Promise<Partial<Rows>> = async () => ({})

  constructor(readonly listener: LineListener) {
    FakeLine.last = this
  }

  start = async () => {}
  stop = async () => {}
  watch = async () => []
  open = async (id: number): Promise<SceneMessage> => {
    this.opened++
    return { id, revision: this.revision, position: this.revision, history: [], rows: this.rows }
  }

  edit = async (_scene: number, revision: number, edit: Edit): Promise<Kept> => {
    this.edits.push({ revision, edit })
    const given = this.answer(edit)
    if (given instanceof Error) throw given
    const kept = { revision: this.revision, position: this.revision, title: '', added: [], clash: null }
    if ('clash' in given) return { ...kept, clash: given.clash }
    this.change(given as Partial<Rows>)
    return { ...kept, revision: this.revision, position: this.revision }
  }

  goTo = async (_scene: number, revision: number, position: number): Promise<Kept> => {
    this.edits.push({ revision, edit: { position } as unknown as Edit })
    this.change({})
    return { revision: this.revision, position, title: '', added: [], clash: null }
  }

  try = async (_scene: number, edit: Edit) => {
    this.tries.push(edit)
    return { rows: rowsOf(await this.answerTry(edit)), blocks: [] }
  }

  /** Something changed, by whomever. */
  change(rows: Partial<Rows>, revision = this.revision + 1): void {
    this.revision = revision
    const entry = { seq: revision, title: `Change ${revision}`, madeAt: '' }
    const change: ChangeMessage = { id: 1, revision, position: revision, entry, rows: rowsOf(rows), blocks: [] }
    this.listener.changed(change)
  }
}

export const rowsOf = (some: Partial<Rows>): Rows => ({
  settings: null,
  objects: [],
  channels: [],
  removedObjects: [],
  warps: [],
  removedWarps: [],
  bookmarks: [],
  removedBookmarks: [],
  choices: [],
  removedChoices: [],
  clips: [],
  removedClips: [],
  placed: [],
  removedPlaced: [],
  played: [],
  ...some,
})

const settingsOf = (): Rows['settings'] => ({
  name: 'Harbour',
  rate: '24',
  framesPerSecond: 24,
  ticksPerFrame: 1,
  range: [1, 100],
  work: [1, 100],
  canDrop: false,
})

export const objectOf = (id: number, name: string): Rows['objects'][number] => ({
  id,
  name,
  kind: 'box',
  parent: null,
  place: id,
  turnOrder: 'xyz',
  turning: 'eachAxis',
  roll: null,
})

/** A channel with keys at some times, their values being a tenth of those. */
export function channelOf(object: number, name: string, ...times: number[]): ChannelRow {
  const bytes = new Uint8Array(times.length * keySize)
  const view = new DataView(bytes.buffer)
  times.forEach((time, i) => {
    view.setFloat64(i * 8, time, true)
    view.setFloat64((times.length + i) * 8, time / 10, true)
  })
  return { object, name, still: 0, before: 'hold', after: 'hold', keys: bytes, locked: false }
}
