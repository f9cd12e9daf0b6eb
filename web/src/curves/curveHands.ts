import type { Ref } from 'vue'
import type { Edit, KeySet } from '../api/http'
import { useArranging } from '../desk/arranging'
import { frameOf, type DeskPicture } from '../desk/deskDraw'
import { useDesk } from '../desk/deskStore'
import type { Lane } from '../desk/lanes'
import type { Readout } from '../desk/readout'
import { useTimeView } from '../desk/timeView'
import { firstAtOrAfter, type Keys } from '../scene/keys'
import { laneOf } from '../scene/owners'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { pulled, type Point, type Pull } from './curveDrags'
import { boxAround, gripAt, handleAt, keyAt } from './curveHits'
import { layCurves, type Curve, type CurveLane } from './curveLane'
import { xIn, yIn } from './curvePath'
import { useCurveViews } from './curveViews'
import { useSpeeds } from './speeds'

type Drag =
  | { kind: 'pull'; pull: Pull; edit: Edit | null; click?: () => void }
  | { kind: 'box'; from: Point; to: Point; add: boolean }
  | { kind: 'pan'; last: Point }

const clickSlack = 4

/** What the mouse does in a tall lane: selecting, moving and spreading keys in time and value, and bending handles. */
export function useCurveHands(width: Ref<number>, redraw: () => void, readout: Readout, scrolled: () => number) {
  const scene = useScene()
  const selection = useSelection()
  const desk = useDesk()
  const view = useTimeView()
  const views = useCurveViews()
  const speeds = useSpeeds()
  const arranging = useArranging()
  let drag: Drag | null = null
  /** The lane as it lay when it was grabbed; values and times are read off it for the whole drag. */
  let lane: CurveLane | null = null
  let held: readonly KeySet[] = []
  let pressed: Point = { x: 0, y: 0 }
  /** The key that was clicked last, from which Shift selects on. */
  let anchor: { curve: string; time: number } | null = null

  const lay = (of: Lane): CurveLane =>
    layCurves(
      views,
      of,
      { width: width.value, first: view.first, last: view.last },
      scene.settings.ticksPerFrame,
      scrolled(),
      speeds.on,
    )
  const selectedTimes = ({ channel }: Curve) => selection.selectedTimes(channel.object.id, channel.name)
  const at = (event: MouseEvent): Point => ({ x: event.offsetX, y: event.offsetY })
  const frameAt = (x: number) => frameOf({ width: width.value, first: view.first, last: view.last }, x)
  const framesPerPixel = () => (view.last - view.first) / width.value
  const rounded = (frames: number) => (desk.snaps ? Math.round(frames) : Math.round(frames * 100) / 100)

  function grab(event: PointerEvent, of: Lane): void {
    if (event.button === 1) {
      capture(event)
      drag = { kind: 'pan', last: at(event) }
      lane = lay(of)
      return
    }
    if (event.button !== 0) return
    capture(event)
    lane = lay(of)
    const { x, y } = at(event)
    drag = takeHandle(x, y) ?? takeKey(event, x, y) ?? takeBox(x, y)
    if (!drag && !event.ctrlKey) drag = { kind: 'box', from: { x, y }, to: { x, y }, add: event.shiftKey }
  }

  function capture(event: PointerEvent): void {
    ;(event.target as Element).setPointerCapture(event.pointerId)
    pressed = at(event)
  }

  function takeHandle(x: number, y: number): Drag | null {
    const hit = handleAt(lane!, x, y, selectedTimes)
    return hit && { kind: 'pull', pull: { kind: 'handle', hit }, edit: null }
  }

  function takeKey(event: PointerEvent, x: number, y: number): Drag | null {
    const hit = keyAt(lane!, x, y)
    if (!hit) return null
    const { channel, keys } = hit.curve
    const stem: KeySet[] = [{ object: channel.object.id, channel: channel.name, times: [hit.time] }]
    const wasSelected = selection.areSelected(stem)
    const curve = laneOf(channel.object.id, channel.name)
    const start = event.shiftKey && anchor?.curve === curve ? anchor.time : hit.time
    if (!event.shiftKey) anchor = { curve, time: hit.time }
    if (event.ctrlKey) {
      selection.selectKeys(stem, 'toggle')
      return null
    }
    if (!wasSelected) selection.selectKeys(stem, event.shiftKey ? 'add' : 'only')
    return {
      kind: 'pull',
      pull: {
        kind: 'keys',
        from: { x, y },
        frame: hit.time / scene.settings.ticksPerFrame,
        value: keys.values[hit.index]!,
        curve: hit.curve,
      },
      edit: null,
      click: () => {
        if (!event.shiftKey) selection.selectKeys(stem)
        else if (start !== hit.time) selectBetween(stem[0]!, keys, start, hit.time)
      },
    }
  }

  function selectBetween(curve: KeySet, keys: Keys, one: number, other: number): void {
    const first = firstAtOrAfter(keys, Math.min(one, other))
    const end = firstAtOrAfter(keys, Math.max(one, other) + 1)
    selection.selectKeys([{ ...curve, times: [...keys.times.subarray(first, end)] }], 'add')
  }

  function pick(event: MouseEvent, of: Lane): 'keys' | 'point' | null {
    const hit = keyAt(lay(of), event.offsetX, event.offsetY)
    if (!hit) return null
    const { channel } = hit.curve
    const stem: KeySet[] = [{ object: channel.object.id, channel: channel.name, times: [hit.time] }]
    if (!selection.areSelected(stem)) selection.selectKeys(stem)
    if (selection.keyCount === 0) return null
    return of.kind === 'flow' ? 'point' : 'keys'
  }

  function takeBox(x: number, y: number): Drag | null {
    const box = boxAround(lane!, selectedTimes)
    const grip = box && gripAt(box, x, y)
    return grip && { kind: 'pull', pull: { kind: 'spread', box, grip }, edit: null }
  }

  function move(event: PointerEvent, of: Lane | undefined): void {
    if (!drag) {
      if (of) (event.target as HTMLElement).style.cursor = cursorAt(lay(of), event.offsetX, event.offsetY)
      return
    }
    const point = at(event)
    if (drag.kind === 'pan') {
      view.pan((drag.last.x - point.x) * framesPerPixel())
      views.pan(lane!.lane, (point.y - drag.last.y) / (lane!.bottom - lane!.top))
      drag.last = point
    } else if (drag.kind === 'box') {
      drag.to = point
      redraw()
    } else pull(drag, event, point)
  }

  function cursorAt(lane: CurveLane, x: number, y: number): string {
    if (handleAt(lane, x, y, selectedTimes) || keyAt(lane, x, y)) return 'pointer'
    const box = boxAround(lane, selectedTimes)
    const grip = box && gripAt(box, x, y)
    if (!grip) return ''
    if (grip.x === 0) return 'ns-resize'
    if (grip.y === 0) return 'ew-resize'
    return grip.x === grip.y ? 'nwse-resize' : 'nesw-resize'
  }

  function pull(now: Extract<Drag, { kind: 'pull' }>, event: PointerEvent, point: Point): void {
    // What the last drag did has to be kept first; this one goes on from there.
    if (arranging.isMaking()) return
    if (held.length === 0) {
      if (Math.hypot(point.x - pressed.x, point.y - pressed.y) < clickSlack) return
      held = selection.keySets()
      views.freeze(lane!.lane)
    }
    const { edit, told } = pulled(now.pull, point, event, {
      lane: lane!,
      held,
      frameAt,
      rounded,
      ticksPerFrame: scene.settings.ticksPerFrame,
      snaps: desk.snaps,
      alone: desk.handlesAlone,
    })
    readout.at.value = { ...point, text: told }
    if (JSON.stringify(edit) === JSON.stringify(now.edit)) return
    now.edit = edit
    if (now.pull.kind === 'handle') scene.tryEdit(edit)
    else arranging.tryOn(edit)
  }

  async function drop(event: PointerEvent): Promise<void> {
    const done = drag
    drag = null
    if (!done || done.kind === 'pan') return
    if (done.kind === 'box') {
      finishBox(done)
      redraw()
      return
    }
    await arranging.settled()
    if (held.length === 0) pull(done, event, at(event))
    readout.at.value = null
    held = []
    if (done.edit && done.pull.kind === 'handle') await scene.keepTry(done.edit)
    else if (done.edit) await arranging.make({ ...done.edit, meet: 'stop' } as Edit)
    else done.click?.()
    views.thaw()
  }

  function finishBox({ from, to, add }: Extract<Drag, { kind: 'box' }>): void {
    if (Math.hypot(to.x - from.x, to.y - from.y) < clickSlack) {
      if (!add) selection.clearKeys()
      return
    }
    const [left, right] = [Math.min(from.x, to.x), Math.max(from.x, to.x)]
    const [top, bottom] = [Math.min(from.y, to.y), Math.max(from.y, to.y)]
    const sets = lane!.curves.map(({ channel, keys, frame }): KeySet => {
      const times: number[] = []
      for (let i = 0; i < keys.count; i++) {
        const x = xIn(frame, keys.times[i]!)
        const y = yIn(frame, keys.values[i]!)
        if (x >= left && x <= right && y >= top && y <= bottom) times.push(keys.times[i]!)
      }
      return { object: channel.object.id, channel: channel.name, times }
    })
    selection.selectKeys(
      sets.filter(({ times }) => times.length),
      add ? 'add' : 'only',
    )
  }

  /** Ends a drag without doing anything. */
  async function cancel(): Promise<void> {
    const was = drag
    drag = null
    held = []
    readout.at.value = null
    if (was?.kind === 'pull' && was.pull.kind === 'handle') await scene.dropTry()
    else await arranging.cancel()
    views.thaw()
    redraw()
  }

  /** Puts a key on the curve under the pointer, without changing its shape. */
  function insert(event: MouseEvent, of: Lane): void {
    const now = lay(of)
    const { x, y } = at(event)
    if (keyAt(now, x, y)) return
    const frame = rounded(frameAt(x))
    let best: Curve | null = null
    let least = 30
    for (const curve of now.curves) {
      const { object, name } = curve.channel
      const value = scene.book.value(object.id, name, Math.round(frameAt(x)))
      if (value === undefined) continue
      const distance = Math.abs(yIn(curve.frame, value) - y)
      if (distance >= least) continue
      least = distance
      best = curve
    }
    if (!best) return
    const { object, name } = best.channel
    void arranging.make({ edit: 'insertKeys', frame, channels: [{ object: object.id, channel: name }] }, [])
  }

  const isDragging = () => drag !== null
  const isOverHandle = (of: Lane, x: number, y: number) => handleAt(lay(of), x, y, selectedTimes) !== null

  function drawBox(ctx: CanvasRenderingContext2D, p: DeskPicture): void {
    if (drag?.kind !== 'box') return
    const { from, to } = drag
    ctx.strokeStyle = p.colours.picked
    ctx.setLineDash([4, 3])
    ctx.lineWidth = 1
    ctx.strokeRect(from.x + 0.5, from.y + 0.5, to.x - from.x, to.y - from.y)
    ctx.setLineDash([])
  }

  return { grab, move, drop, cancel, insert, pick, isDragging, isOverHandle, drawBox, lay, selectedTimes }
}
