import type { CueMessage, CueWhenMessage } from '../api/messages'
import { xOf, type DeskPicture } from '../desk/deskDraw'
import type { Lane } from '../desk/lanes'
import type { SceneModel } from '../scene/sceneModel'
import { frameWords, momentWords, whenWords } from './cueWords'

/** A cue on the desk: from where it is waited for to where motion starts. Places are in pixels of the lanes' picture. */
export interface Thread {
  cue: CueMessage
  from: { x: number; y: number }
  /** Where the motion starts; null where it never does, and the thread hangs loose. */
  to: { x: number; y: number } | null
  label: string
  /** Where the label's left end stands. */
  at: { x: number; y: number }
}

/** How near to its lower end the pointer takes a thread, in pixels. */
const reach = 7
const loose = 40
/** Between a thread and its label. */
const gap = 10

/** The lane that shows a channel of an object, or the object itself, or else what it is inside. */
function laneFor(
  model: SceneModel,
  lanes: ReadonlyMap<string, Lane>,
  object: number,
  channel: string | null,
): Lane | null {
  const own = channel === null ? undefined : lanes.get(`${object}|${channel}`)
  if (own) return own
  for (let id: number | null = object; id !== null; id = model.objects.get(id)?.parent ?? null) {
    const lane = lanes.get(`${id}`)
    if (lane) return lane
  }
  return null
}

/** The threads between lanes, as they lie on the desk now. Those whose motion has no lane are left out. */
export function threadsOf(
  model: SceneModel,
  lanes: readonly Lane[],
  p: Pick<DeskPicture, 'width' | 'first' | 'last'>,
  scrolled: number,
  widthOf: (label: string) => number,
): Thread[] {
  if (model.cues.size === 0) return []
  /** Right of the thread, or left of it where there is no room. */
  function beside(label: string, left: number, right: number, y: number): { x: number; y: number } {
    const wide = widthOf(label)
    const x = right + gap + wide > p.width && left - gap - wide > 0 ? left - gap - wide : right + gap
    return { x, y }
  }
  const byId = new Map(lanes.map((lane) => [lane.id, lane]))
  return [...model.cues.values()].flatMap((cue): Thread[] => {
    const started = cue.starts[0] && laneFor(model, byId, cue.starts[0].object, cue.starts[0].channel ?? null)
    if (!started) return []
    const from = { x: xOf(p, cue.calls ?? cue.nearestAt), y: heightOf(model, byId, cue.when, scrolled) }
    if (cue.calls === null) {
      const label = `${cue.name}: ${momentWords(model, cue)}`
      return [{ cue, from, to: null, label, at: beside(label, from.x, from.x + 14, from.y + loose) }]
    }
    const to = { x: xOf(p, cue.calls + cue.offset), y: started.top - scrolled }
    const offset = cue.offset ? ` ${cue.offset > 0 ? '+' : '−'} ${frameWords(Math.abs(cue.offset))}` : ''
    const label = `${whenWords(model, cue.when)}${offset}`
    const [left, right] = from.x < to.x ? [from.x, to.x] : [to.x, from.x]
    return [{ cue, from, to, label, at: beside(label, left, right, (from.y + to.y) / 2) }]
  })
}

/** Where a thread begins: on the lane of what is watched, or at the upper edge for a bookmark or what has no lane. */
function heightOf(model: SceneModel, lanes: ReadonlyMap<string, Lane>, when: CueWhenMessage, scrolled: number): number {
  const lane = when.object === null ? null : laneFor(model, lanes, when.object, when.channel)
  return lane ? lane.top + lane.height / 2 - scrolled : 0
}

/** The curve of a thread: four points of a cubic, hanging down at both ends. */
export function curveOf({ from, to }: Thread): [x: number, y: number][] {
  const end = to ?? { x: from.x + 14, y: from.y + loose }
  const fall = Math.max(18, Math.abs(end.y - from.y) / 2) * (end.y < from.y ? -1 : 1)
  return [
    [from.x, from.y],
    [from.x, from.y + fall],
    [end.x, end.y - fall],
    [end.x, end.y],
  ]
}

export type ThreadPart = 'end' | 'label'

/** What of a thread is under the pointer: its lower end, or its label. */
export function threadAt(
  threads: readonly Thread[],
  x: number,
  y: number,
  widthOf: (label: string) => number,
): { thread: Thread; part: ThreadPart } | null {
  const end = threads.find(({ to }) => to && Math.abs(x - to.x) <= reach && Math.abs(y - to.y) <= reach)
  if (end) return { thread: end, part: 'end' }
  const label = threads.find(
    ({ at, label }) => x >= at.x - 4 && x <= at.x + widthOf(label) + 4 && Math.abs(y - at.y) <= 9,
  )
  return label ? { thread: label, part: 'label' } : null
}
