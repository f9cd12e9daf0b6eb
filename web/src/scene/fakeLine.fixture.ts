import type { Edit } from '../api/http'
import type { LineListener } from '../api/live'
import type { OwnerKind, ChangeMessage, ChannelMessage, KeptMessage, MadeMessage, RowsMessage } from '../api/messages'
import { keySize } from '../api/messages'
import type { SampleAsk } from './fetching'
import { noRows } from './sceneRows'

const nothing = { forgotten: [], pieces: [] }

/** As the real one's, which is put aside with it. */
export class LineBroken extends Error {}

/** For tests: a line to no server, which answers what it is told to and remembers what it was asked. */
export class FakeLine {
  static last: FakeLine
  readonly edits: { revision: number; edit: Edit; mark: string }[] = []
  touches: KeptMessage['touches'] = null
  readonly tries: Edit[] = []
  opened = 0
  /** What follows the scene when it is opened. */
  more: RowsMessage[] = []
  dropped = 0
  revision = 0
  rows: RowsMessage = rowsOf({
    settings: settingsOf(),
    objects: [objectOf(1, 'Ferry')],
    channels: [channelOf(1, 'position.x', 10, 20)],
  })
  /** What an edit gives: rows, a clash, or an error. */
  answer: (
    edit: Edit,
  ) =>
    | Partial<RowsMessage>
    | { clash: NonNullable<KeptMessage['clash']> }
    | { taken: NonNullable<KeptMessage['taken']> }
    | { trouble: string }
    | Error = () => ({})
  answerTry: (edit: Edit) => Promise<Partial<RowsMessage>> = async () => ({})

  constructor(readonly listener: LineListener) {
    FakeLine.last = this
  }

  start = async () => this.listener.state('standing')
  stop = async () => this.release()
  introduce = async () => {}
  lock = async () => {}
  sample = async (_scene: number, { first, last }: SampleAsk) =>
    this.listener.sampled({ forgotten: [], pieces: [{ first, last, isWhole: true, names: [], blocks: [] }] })
  open = async (id: number): Promise<void> => {
    this.opened++
    const first = this.rows.settings!.work[0]
    const piece = { first, last: first, isWhole: true, names: [], blocks: [] }
    this.listener.opened({
      id,
      made: '2026-11-30T08:00:00.000Z',
      revision: this.revision,
      note: this.note(),
      history: [],
      rows: this.rows,
      chunk: 16,
      samples: { forgotten: [], pieces: [piece] },
      more: this.more.length,
    })
    this.more.forEach((rows, i) => this.listener.more({ id, rows, left: this.more.length - i - 1 }))
  }

  /** The line is broken: what is asked fails, until it is mended. */
  broken = false
  private readonly waiting: (() => void)[] = []
  returning = () => new Promise<void>((go) => this.waiting.push(go))
  resume = () => {
    this.listener.state('standing')
    this.release()
  }
  private release(): void {
    for (const go of this.waiting.splice(0)) go()
  }

  break(): void {
    this.broken = true
    this.listener.state('away')
  }

  async mend(): Promise<void> {
    this.broken = false
    this.listener.state('returning')
    this.listener.back()
  }

  edit = async (_scene: number, revision: number, edit: Edit, mark: string): Promise<KeptMessage> => {
    if (this.broken) throw new LineBroken()
    this.edits.push({ revision, edit, mark })
    const given = this.answer(edit)
    if (given instanceof Error) throw given
    if ('clash' in given) return this.kept({ clash: given.clash })
    if ('taken' in given) return this.kept({ taken: given.taken })
    if ('trouble' in given) return this.kept({ trouble: given.trouble })
    this.change(given as Partial<RowsMessage>)
    return this.kept({})
  }

  undo = async (_scene: number, revision: number): Promise<KeptMessage> => {
    if (this.broken) throw new LineBroken()
    this.edits.push({ revision, edit: { edit: 'undo' } as unknown as Edit, mark: '' })
    if (this.touches) return this.kept({ touches: this.touches })
    this.change({})
    return this.kept({})
  }

  goTo = async (_scene: number, revision: number, position: number): Promise<KeptMessage> => {
    this.edits.push({ revision, edit: { position } as unknown as Edit, mark: '' })
    this.change({})
    return this.kept({})
  }

  try = async (_scene: number, edit: Edit) => {
    if (this.broken) throw new LineBroken()
    this.tries.push(edit)
    this.listener.tried({ isBack: false, rows: rowsOf(await this.answerTry(edit)), samples: nothing })
  }

  dropTry = async (): Promise<void> => {
    this.dropped++
    this.listener.tried({ isBack: true, rows: this.rows, samples: nothing })
  }

  /** Something changed, by whomever. */
  change(rows: Partial<RowsMessage>, revision = this.revision + 1, by: Partial<MadeMessage> = {}): void {
    const before = revision - 1
    this.revision = revision
    const entry = { seq: revision, title: `Change ${revision}`, madeAt: '', author: null, name: null }
    const made = [{ title: entry.title, window: null, name: null, ...by }]
    const change: ChangeMessage = {
      id: 1,
      before,
      revision,
      note: this.note(),
      same: before,
      history: [entry],
      made,
      rows: rowsOf(rows),
      samples: nothing,
    }
    this.listener.changed(change)
  }

  private note = () => ({
    position: this.revision,
    floor: 0,
    undo: this.revision ? `Change ${this.revision}` : null,
    redo: null,
  })

  private kept = (some: Partial<KeptMessage>): KeptMessage => ({
    revision: this.revision,
    position: this.revision,
    title: '',
    added: [],
    changed: true,
    clash: null,
    taken: null,
    touches: null,
    trouble: null,
    ...some,
  })
}

export const rowsOf = (some: Partial<RowsMessage>): RowsMessage => ({ ...noRows(), ...some })

export const settingsOf = (): RowsMessage['settings'] => ({
  name: 'Harbour',
  rate: '24',
  framesPerSecond: 24,
  ticksPerFrame: 1,
  range: [1, 100],
  work: [1, 100],
  canDrop: false,
  start: '00:00:00:00',
})

export const objectOf = (id: number, name: string): RowsMessage['objects'][number] => ({
  id,
  name,
  kind: 'box',
  parent: null,
  place: id,
  rotationOrder: 'xyz',
  rotationInterpolation: 'eachAxis',
  roll: null,
  path: null,
  follow: null,
  aim: null,
  sway: null,
  lag: null,
  bounce: null,
  deformers: [],
  fade: null,
  text: null,
  mesh: null,
  uses: [],
})

/** A channel with keys at some times, their values being a tenth of those; of another owner than an object where one is named. */
export function channelOf(id: number, name: string, ...of: (number | OwnerKind)[]): ChannelMessage {
  const times = of.filter((one) => typeof one === 'number')
  const owner = of.find((one) => typeof one === 'string') ?? 'object'
  const bytes = new Uint8Array(times.length * keySize)
  const view = new DataView(bytes.buffer)
  times.forEach((time, i) => {
    view.setFloat64(i * 8, time, true)
    view.setFloat64((times.length + i) * 8, time / 10, true)
  })
  return { owner, id, name, still: 0, before: 'hold', after: 'hold', head: 0, tail: 0, keys: bytes, locked: false }
}
