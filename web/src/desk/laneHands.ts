import { useEventListener } from '@vueuse/core'
import type { Ref } from 'vue'
import type { Edit, KeySet } from '../api/http'
import { firstAtOrAfter } from '../scene/keys'
import { useNotices } from '../scene/notices'
import { laneOf } from '../scene/owners'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useArranging } from './arranging'
import { frameOf, xOf, type DeskPicture } from './deskDraw'
import { useDesk } from './deskStore'
import { boxMargin } from './laneDraw'
import { keysBetween, keysOf, nearestTime } from './laneKeys'
import { objectOf, type Lane } from './lanes'
import type { Readout } from './readout'
import { useScrub } from './scrub'
import { useTimeView } from './timeView'

const stemReach = 7
const sideReach = 5
const clickSlack = 4

interface Point {
  x: number
  y: number
}

type Drag =
  | { kind: 'scrub' }
  | {
      kind: 'keys'
      way: 'move' | 'ripple' | 'copy'
      lane: Lane
      from: number
      anchor: number
      frames: number
      isBegun: boolean
      click: () => void
    }
  | { kind: 'scale'; about: number; end: number; grip: number; to: number; isBegun: boolean }
  | { kind: 'box'; from: Point; to: Point; add: boolean; lane: Lane | undefined }

/** What the mouse does on the lanes: selecting keys, moving, copying and scaling them and, with Alt, scrubbing. */
export function useLaneHands(width: Ref<number>, redraw: () => void, readout: Readout) {
  const scene = useScene()
  const selection = useSelection()
  const desk = useDesk()
  const view = useTimeView()
  const arranging = useArranging()
  const playhead = usePlayhead()
  const scrub = useScrub()
  const notices = useNotices()
  let drag: Drag | null = null
  /** The key that a range of keys starts from. */
  let anchor: { lane: string; time: number } | null = null

  const stretch = () => ({ width: width.value, first: view.first, last: view.last })
  const at = (event: MouseEvent): Point => ({ x: event.offsetX, y: event.offsetY + desk.scrolled })
  const frameAt = (event: MouseEvent) => frameOf(stretch(), event.offsetX)
  const xAt = (ticks: number) => xOf(stretch(), ticks / scene.settings.ticksPerFrame)
  const laneAt = (y: number) => desk.lanes.find((lane) => y >= lane.top && y < lane.top + lane.height)
  const rounded = (frames: number) => (desk.snaps ? Math.round(frames) : Math.round(frames * 100) / 100)
  const shown = (frame: number) => String(Number(frame.toFixed(2)))

  /** The time of the stem under the pointer. */
  function stemAt(lane: Lane | undefined, x: number): number | null {
    if (!lane) return null
    const time = nearestTime(lane, frameOf(stretch(), x) * scene.settings.ticksPerFrame, desk.played)
    return time !== null && Math.abs(xAt(time) - x) <= stemReach ? time : null
  }

  /** The side of the box around the selection that is under the pointer. */
  function sideAt({ x, y }: Point): Drag | null {
    const box = desk.selectionBox
    if (!box || y < box.top || y > box.bottom) return null
    const [left, right] = [box.from, box.to].map((time) => time / scene.settings.ticksPerFrame) as [number, number]
    if (Math.abs(x - xAt(box.to) - boxMargin) <= sideReach)
      return { kind: 'scale', about: left, end: left, grip: right, to: right, isBegun: false }
    if (Math.abs(x - xAt(box.from) + boxMargin) <= sideReach)
      return { kind: 'scale', about: right, end: right, grip: left, to: left, isBegun: false }
    return null
  }

  function grab(event: PointerEvent): void {
    if (event.button !== 0) return
    ;(event.target as Element).setPointerCapture(event.pointerId)
    pressedAt = event.clientX
    const point = at(event)
    const lane = laneAt(point.y)
    const time = stemAt(lane, point.x)
    if (time !== null) drag = takeStem(event, lane!, time)
    else if (event.altKey) {
      drag = { kind: 'scrub' }
      scrub(frameAt(event), event.shiftKey)
    } else drag = sideAt(point) ?? { kind: 'box', from: point, to: point, add: event.shiftKey || event.ctrlKey, lane }
  }

  function takeStem(event: PointerEvent, lane: Lane, time: number): Drag | null {
    const stem = keysBetween([lane], time, time, desk.played)
    if (stem.length && stem.every(selection.isShut)) {
      notices.say(`${lane.label} is locked in this window. Its padlock opens it.`)
      return null
    }
    const wasSelected = selection.areSelected(stem)
    const start = anchor
    if (event.ctrlKey) {
      selection.selectKeys(stem, 'toggle')
      anchor = { lane: lane.id, time }
      return null
    }
    if (event.shiftKey && !wasSelected) {
      if (start) selectRange(start, lane, time)
      else selection.selectKeys(stem, 'add')
      return null
    }
    anchor = { lane: lane.id, time }
    if (!wasSelected) selection.selectKeys(stem)
    const way = wayOf(event)
    const click = () => {
      if (way === 'move') selection.selectKeys(stem)
    }
    return {
      kind: 'keys',
      way,
      lane,
      from: frameAt(event),
      anchor: time / scene.settings.ticksPerFrame,
      frames: 0,
      isBegun: false,
      click,
    }
  }

  function pick(event: MouseEvent, lane: Lane): 'keys' | null {
    const time = stemAt(lane, event.offsetX)
    if (time === null) return null
    const stem = keysBetween([lane], time, time, desk.played)
    if (!selection.areSelected(stem)) selection.selectKeys(stem)
    return selection.keyCount ? 'keys' : null
  }

  /** What a drag does, by the keys that are held now. */
  const wayOf = (event: MouseEvent) => (event.altKey ? 'copy' : event.shiftKey ? 'ripple' : 'move')

  /**
   * The first key that follows on each channel that a lane stands for and that has none selected: what follows on the
   * lane moves along as a whole, so that its channels stay in step.
   */
  function following(lane: Lane): KeySet[] {
    const first = Math.min(...held.flatMap(({ times }) => times))
    const has = new Set(held.map(({ object, channel }) => laneOf(object, channel)))
    return lane.channels.flatMap(({ object, name }) => {
      if (has.has(laneOf(object.id, name))) return []
      const { times } = keysOf({ object, name })
      const next = times[firstAtOrAfter({ count: times.length, times }, first)]
      return next === undefined ? [] : [{ object: object.id, channel: name, times: [next] }]
    })
  }

  /** All keys from one stem to another, on the lanes between them. */
  function selectRange(start: { lane: string; time: number }, lane: Lane, time: number): void {
    const rows = [desk.lanes.findIndex(({ id }) => id === start.lane), desk.lanes.indexOf(lane)]
    const lanes = desk.lanes.slice(Math.max(0, Math.min(...rows)), Math.max(...rows) + 1)
    selection.selectKeys(keysBetween(lanes, Math.min(start.time, time), Math.max(start.time, time), desk.played), 'add')
  }

  let held: readonly KeySet[] = []
  /** What goes along where what follows moves too, as it stood before the drag. */
  let along: readonly KeySet[] = []
  let pressedAt = 0

  function editOf(now: Drag, meet: 'stop' | 'keepBoth'): Edit | null {
    const keys = [...held, ...(now.kind === 'keys' && now.way === 'ripple' ? along : [])]
    if (now.kind === 'scale')
      return { edit: 'scaleKeys', keys, about: now.about, from: now.grip, to: now.to, onFrames: desk.snaps, meet }
    if (now.kind !== 'keys') return null
    return now.way === 'copy'
      ? { edit: 'duplicateKeys', keys, frames: now.frames, meet }
      : { edit: 'moveKeys', keys, frames: now.frames, ripple: now.way === 'ripple', played: desk.played, meet }
  }

  /** Whether everything is where it was. */
  const isBack = (now: Drag) =>
    (now.kind === 'scale' && now.to === now.grip) || (now.kind === 'keys' && now.frames === 0)

  function move(event: PointerEvent): void {
    if (!drag) {
      ;(event.target as HTMLElement).style.cursor = sideAt(at(event)) ? 'col-resize' : ''
      return
    }
    if (drag.kind === 'scrub') scrub(frameAt(event), event.shiftKey)
    else if (drag.kind === 'box') {
      drag.to = at(event)
      redraw()
    } else pull(drag, event)
  }

  function pull(now: Extract<Drag, { kind: 'keys' | 'scale' }>, event: PointerEvent): void {
    // What the last drag did has to be kept first; this one goes on from there.
    if (arranging.isMaking()) return
    if (!now.isBegun) {
      now.isBegun = true
      held = selection.keySets()
      along = now.kind === 'keys' ? following(now.lane) : []
    }
    lastMove = event
    const state = () => JSON.stringify({ ...now, lane: null })
    const before = state()
    if (now.kind === 'keys') {
      now.way = wayOf(event)
      const raw = frameAt(event) - now.from
      // It is the key in hand that comes to stand on a whole frame, and not the way that it goes.
      now.frames = desk.snaps && !desk.played ? Math.round(now.anchor + raw) - now.anchor : rounded(raw)
      const to = now.anchor + now.frames
      tell(event, `${shown(now.anchor)} → ${shown(to)} (${now.frames >= 0 ? '+' : ''}${shown(now.frames)})`)
    } else {
      const side = Math.sign(now.grip - now.about)
      const box = desk.selectionBox
      // With Ctrl the playhead stays where it is, else the other end.
      now.about = event.ctrlKey && box ? playheadBeside({ about: now.end, grip: now.grip }) : now.end
      const least = desk.snaps ? 1 : 0.01
      const margin = (side * boxMargin * (view.last - view.first)) / width.value
      now.to = now.about + side * Math.max(least, side * (rounded(frameAt(event) - margin) - now.about))
      const share = ((now.to - now.about) / (now.grip - now.about)) * 100
      tell(event, `${shown(now.grip)} → ${shown(now.to)} (${share.toFixed(0)} %)`)
    }
    if (state() === before) return
    const edit = editOf(now, 'keepBoth')
    if (edit) arranging.tryOn(edit)
  }

  // A key that is held or let go of counts at once, and not only when the mouse moves on.
  let lastMove: PointerEvent | null = null
  useEventListener(window, ['keydown', 'keyup'], (event: KeyboardEvent) => {
    if (!['Shift', 'Alt', 'Control'].includes(event.key) || event.repeat) return
    if (!lastMove || (drag?.kind !== 'keys' && drag?.kind !== 'scale') || !drag.isBegun) return
    const { offsetX, offsetY, clientX } = lastMove
    const { shiftKey, altKey, ctrlKey } = event
    pull(drag, { offsetX, offsetY, clientX, shiftKey, altKey, ctrlKey } as PointerEvent)
  })

  /** The playhead, where it stands on the near side of the grip; else the end that stays anyway. */
  function playheadBeside({ about, grip }: { about: number; grip: number }): number {
    const now = playhead.frame
    return Math.sign(grip - now) === Math.sign(grip - about) && now !== grip ? now : about
  }

  function tell(event: PointerEvent, text: string): void {
    readout.at.value = { x: event.offsetX, y: event.offsetY, text }
  }

  async function drop(event: PointerEvent): Promise<void> {
    const done = drag
    drag = null
    readout.at.value = null
    if (!done || done.kind === 'scrub') return
    if (done.kind === 'box') {
      finishBox(done, event)
      redraw()
      return
    }
    await arranging.settled()
    if (!done.isBegun && Math.abs(event.clientX - pressedAt) >= clickSlack) pull(done, event)
    readout.at.value = null
    const edit = editOf(done, 'stop')
    if (edit && !isBack(done)) await arranging.make(edit)
    else {
      await arranging.cancel()
      if (done.kind === 'keys') done.click()
    }
  }

  function finishBox(box: Extract<Drag, { kind: 'box' }>, event: PointerEvent): void {
    if (Math.hypot(box.to.x - box.from.x, box.to.y - box.from.y) < clickSlack) {
      if (!box.add) selection.clearKeys()
      const object = box.lane && objectOf(box.lane)
      if (object) selection.select([object.id], event.shiftKey || event.ctrlKey)
      return
    }
    const [from, to] = [Math.min(box.from.x, box.to.x), Math.max(box.from.x, box.to.x)].map(
      (x) => frameOf(stretch(), x) * scene.settings.ticksPerFrame,
    ) as [number, number]
    const [top, bottom] = [Math.min(box.from.y, box.to.y), Math.max(box.from.y, box.to.y)]
    const lanes = desk.lanes.filter((lane) => {
      const middle = lane.top + lane.height / 2
      return middle >= top && middle <= bottom
    })
    selection.selectKeys(keysBetween(lanes, from, to, desk.played), box.add ? 'add' : 'only')
  }

  /** Ends a drag without doing anything. */
  async function cancel(): Promise<void> {
    drag = null
    readout.at.value = null
    await arranging.cancel()
    redraw()
  }

  const isDragging = () => drag !== null

  function drawBox(ctx: CanvasRenderingContext2D, p: DeskPicture): void {
    if (drag?.kind !== 'box') return
    const { from, to } = drag
    ctx.strokeStyle = p.colours.picked
    ctx.setLineDash([4, 3])
    ctx.lineWidth = 1
    ctx.strokeRect(from.x + 0.5, from.y - desk.scrolled + 0.5, to.x - from.x, to.y - from.y)
    ctx.setLineDash([])
  }

  return { grab, move, drop, cancel, pick, isDragging, drawBox }
}
