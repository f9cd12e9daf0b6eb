import type { Ref } from 'vue'
import type { KeyRef } from '../api/http'
import { useChoice } from '../scene/choice'
import { firstAtOrAfter } from '../scene/keys'
import { useScene } from '../scene/sceneStore'
import { frameOf, xOf, type DeskPicture } from './deskDraw'
import { useDesk } from './deskStore'
import { keysOf } from './laneKeys'
import type { Lane } from './lanes'
import { useScrub } from './scrub'
import { useTimeView } from './timeView'

const reach = 7

/** What the mouse does on the lanes: choosing keys, dragging them in time, and, with Alt, scrubbing. */
export function useLaneHands(width: Ref<number>, redraw: () => void) {
  const scene = useScene()
  const choice = useChoice()
  const desk = useDesk()
  const view = useTimeView()
  const scrub = useScrub()
  let dragged: number | null = null

  type Drag =
    | { kind: 'scrub' }
    | { kind: 'keys'; from: number; keys: KeyRef[] }
    | { kind: 'box'; x: number; y: number; toX: number; toY: number; add: boolean; lane: Lane | undefined }
    | null
  let drag: Drag = null

  const stretch = () => ({ width: width.value, first: view.first, last: view.last })
  const at = (event: MouseEvent) => ({ x: event.offsetX, y: event.offsetY + desk.scrolled })
  const frameAt = (event: MouseEvent) => frameOf(stretch(), event.offsetX)

  function hold(event: PointerEvent): void {
    ;(event.target as Element).setPointerCapture(event.pointerId)
  }

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
    if (event.altKey && stem.length === 0) {
      drag = { kind: 'scrub' }
      scrub(frameAt(event), event.shiftKey)
      return
    }
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
    if (drag?.kind === 'scrub') scrub(frameAt(event), event.shiftKey)
    else if (drag?.kind === 'box') {
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

  return { grab: grabLanes, move: moveOnLanes, drop: dropLanes, cancel, drawBox }
}
