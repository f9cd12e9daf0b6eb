import type { Ref } from 'vue'
import type { Edit, KeyRef } from '../api/http'
import { useChoice } from '../scene/choice'
import { firstAtOrAfter } from '../scene/keys'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { frameOf, xOf, type DeskPicture } from './deskDraw'
import { useDesk } from './deskStore'
import { keysOf } from './laneKeys'
import type { Lane } from './lanes'
import { useTimeView } from './timeView'

const reach = 7
const endReach = 5
const rulerHalf = 9

/** What the mouse does on the desk: scrubbing, choosing keys, dragging them in time, zooming. */
export function useDeskHands(width: Ref<number>, redraw: () => void) {
  const scene = useScene()
  const choice = useChoice()
  const playhead = usePlayhead()
  const desk = useDesk()
  const view = useTimeView()
  let dragged: number | null = null

  type Drag =
    | { kind: 'scrub' }
    | { kind: 'range'; which: 'range' | 'work'; end: 0 | 1; ends: [number, number] }
    | { kind: 'keys'; from: number; keys: KeyRef[] }
    | { kind: 'box'; x: number; y: number; toX: number; toY: number; add: boolean; lane: Lane | undefined }
    | null
  let drag: Drag = null

  const stretch = () => ({ width: width.value, first: view.first, last: view.last })
  const at = (event: MouseEvent) => ({ x: event.offsetX, y: event.offsetY + desk.scrolled })
  const frameAt = (event: MouseEvent) => frameOf(stretch(), event.offsetX)
  const within = (frame: number) =>
    Math.min(Math.max(Math.round(frame), scene.settings.range[0]), scene.settings.range[1])

  function hold(event: PointerEvent): void {
    ;(event.target as Element).setPointerCapture(event.pointerId)
  }

  function grabRuler(event: PointerEvent): void {
    if (event.button !== 0) return
    hold(event)
    drag = rangeEndAt(event)
    if (drag) return
    drag = { kind: 'scrub' }
    playhead.stop()
    playhead.goTo(within(frameAt(event)))
  }

  function moveOnRuler(event: PointerEvent): void {
    if (drag?.kind === 'scrub') playhead.goTo(within(frameAt(event)))
    else if (drag?.kind === 'range') {
      pullEnd(drag, Math.round(frameAt(event)))
      scene.tryEdit(rangeEdit(drag))
    } else (event.target as HTMLElement).style.cursor = rangeEndAt(event) ? 'col-resize' : ''
  }

  function dropRuler(): void {
    const done = drag
    drag = null
    if (done?.kind === 'range') void scene.keepTry(rangeEdit(done))
  }

  /** The end of a range that the pointer is on: the work range's in the ruler's upper half, the scene's in the lower. */
  function rangeEndAt(event: PointerEvent): Drag {
    const which = event.offsetY < rulerHalf ? 'work' : 'range'
    const ends = scene.settings[which]
    const near = ([0, 1] as const).find((end) => Math.abs(xOf(stretch(), ends[end]) - event.offsetX) <= endReach)
    return near === undefined ? null : { kind: 'range', which, end: near, ends: [ends[0], ends[1]] }
  }

  function pullEnd(range: Extract<Drag, { kind: 'range' }>, frame: number): void {
    const [first, last] = range.which === 'work' ? scene.settings.range : [-Infinity, Infinity]
    const free = Math.min(Math.max(frame, first), last)
    range.ends[range.end] = range.end === 0 ? Math.min(free, range.ends[1]) : Math.max(free, range.ends[0])
  }

  const rangeEdit = ({ which, ends: [first, last] }: Extract<Drag, { kind: 'range' }>): Edit => ({
    edit: 'setRanges',
    [which]: { first, last },
  })

  /** The stem under the pointer: the nearest within reach, and all keys that it stands for. */
  function stemAt(lane: Lane, x: number): KeyRef[] {
    const { ticksPerFrame } = scene.settings
    const keys = keysOf(lane)
    const near = firstAtOrAfter(keys, frameOf(stretch(), x) * ticksPerFrame)
    let best: number | null = null
    let distance = reach
    for (const i of [near - 1, near]) {
      const time = keys.times[i]
      if (time === undefined) continue
      const away = Math.abs(xOf(stretch(), time / ticksPerFrame) - x)
      if (away <= distance) [best, distance] = [time, away]
    }
    return best === null ? [] : keysBetween(lane, best, best)
  }

  function keysBetween(lane: Lane, from: number, to: number): KeyRef[] {
    return lane.channels.flatMap(({ object, channel }) => {
      const found: KeyRef[] = []
      for (let i = firstAtOrAfter(channel.keys, from); i < channel.keys.count && channel.keys.times[i]! <= to; i++)
        found.push({ object, channel: channel.name, time: channel.keys.times[i]! })
      return found
    })
  }

  function grabLanes(event: PointerEvent): void {
    if (event.button !== 0) return
    hold(event)
    const { x, y } = at(event)
    const lane = desk.lanes.find((each) => y >= each.top && y < each.top + each.height)
    const stem = lane ? stemAt(lane, x) : []
    if (stem.length === 0) {
      drag = { kind: 'box', x, y, toX: x, toY: y, add: event.shiftKey, lane }
      return
    }
    const known = stem.every((key) => choice.isKeyChosen(key.object, key.channel, key.time))
    if (!known) choice.chooseKeys(stem, event.shiftKey)
    drag = { kind: 'keys', from: frameAt(event), keys: choice.keyRefs() }
    dragged = 0
  }

  function moveOnLanes(event: PointerEvent): void {
    if (drag?.kind === 'box') {
      const { x, y } = at(event)
      drag.toX = x
      drag.toY = y
      redraw()
    } else if (drag?.kind === 'keys') {
      const frames = Math.round(frameAt(event) - drag.from)
      if (frames === dragged) return
      dragged = frames
      showMoved(drag.keys, frames)
      scene.tryEdit({ edit: 'moveKeys', keys: drag.keys, frames })
    }
  }

  /** The chosen times where the keys are shown while they are dragged. */
  function showMoved(keys: readonly KeyRef[], frames: number): void {
    choice.chooseKeys(keys.map((key) => ({ ...key, time: key.time + frames * scene.settings.ticksPerFrame })))
  }

  async function dropLanes(event: PointerEvent): Promise<void> {
    const done = drag
    drag = null
    if (done?.kind === 'box') {
      finishBox(done, event)
      redraw()
    } else if (done?.kind === 'keys') {
      const frames = dragged ?? 0
      dragged = null
      if (frames !== 0 && !(await scene.keepTry({ edit: 'moveKeys', keys: done.keys, frames })))
        choice.chooseKeys(done.keys)
      else if (frames === 0) await scene.dropTry()
    }
  }

  function finishBox(box: Extract<Drag, { kind: 'box' }>, event: PointerEvent): void {
    const isClick = Math.hypot(box.toX - box.x, box.toY - box.y) < 4
    if (isClick) {
      if (!box.add) choice.clearKeys()
      if (box.lane) choice.choose([box.lane.object.id], event.shiftKey || event.ctrlKey)
      return
    }
    const { ticksPerFrame } = scene.settings
    const [left, right] = [Math.min(box.x, box.toX), Math.max(box.x, box.toX)].map(
      (x) => frameOf(stretch(), x) * ticksPerFrame,
    )
    const [top, bottom] = [Math.min(box.y, box.toY), Math.max(box.y, box.toY)]
    const lanes = desk.lanes.filter((lane) => lane.top + lane.height / 2 >= top && lane.top + lane.height / 2 <= bottom)
    choice.chooseKeys(
      lanes.flatMap((lane) => keysBetween(lane, left!, right!)),
      box.add,
    )
  }

  /** Ends a drag without doing anything. */
  async function cancel(): Promise<void> {
    const done = drag
    drag = null
    dragged = null
    if (done?.kind === 'keys') {
      choice.chooseKeys(done.keys)
      await scene.dropTry()
    }
    redraw()
  }

  function drawBox(ctx: CanvasRenderingContext2D, p: DeskPicture): void {
    if (drag?.kind !== 'box') return
    ctx.strokeStyle = p.colours.lemon
    ctx.setLineDash([4, 3])
    ctx.lineWidth = 1
    ctx.strokeRect(drag.x + 0.5, drag.y - desk.scrolled + 0.5, drag.toX - drag.x, drag.toY - drag.y)
    ctx.setLineDash([])
  }

  function wheel(event: WheelEvent): void {
    const amount = Math.max(-120, Math.min(120, event.deltaY))
    const sideways = event.shiftKey ? event.deltaX || event.deltaY : event.deltaX
    if (event.altKey) desk.scrolled = Math.max(0, desk.scrolled + event.deltaY)
    else if (sideways !== 0 && Math.abs(sideways) >= Math.abs(event.shiftKey ? 0 : event.deltaY))
      view.pan((sideways / width.value) * (view.last - view.first))
    else view.zoom(Math.exp(amount * 0.0025), frameAt(event))
  }

  return { grabRuler, moveOnRuler, dropRuler, grabLanes, moveOnLanes, dropLanes, cancel, drawBox, wheel }
}
