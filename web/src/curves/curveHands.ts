import type { Ref } from 'vue'
import type { Edit, KeySet } from '../api/http'
import { useArranging } from '../desk/arranging'
import { frameOf, type DeskPicture } from '../desk/deskDraw'
import { useDesk } from '../desk/deskStore'
import type { Lane } from '../desk/lanes'
import type { Readout } from '../desk/readout'
import { useTimeView } from '../desk/timeView'
import { laneOf, useChoice } from '../scene/choice'
import { valueAt } from '../scene/samples'
import { useScene } from '../scene/sceneStore'
import { boxAround, boxRoom, gripAt, handleAt, keyAt, type CurveBox, type HandleHit } from './curveHits'
import { layCurves, type Curve, type CurveLane } from './curveLane'
import { xIn, yIn } from './curvePath'
import { useCurveViews } from './curveViews'
import { useSpeeds } from './speeds'

interface Point {
  x: number
  y: number
}

type Drag =
  | {
      kind: 'keys'
      from: Point
      anchor: { frame: number; value: number; curve: Curve }
      edit: Edit | null
      click: () => void
    }
  | { kind: 'handle'; hit: HandleHit; edit: Edit | null }
  | { kind: 'spread'; box: CurveBox; grip: { x: -1 | 0 | 1; y: -1 | 0 | 1 }; edit: Edit | null }
  | { kind: 'box'; from: Point; to: Point; add: boolean }
  | { kind: 'pan'; last: Point }

const clickSlack = 4
const shown = (value: number) => String(Number(value.toPrecision(4)))

/** What the mouse does in a tall lane: choosing, moving and spreading keys in time and value, and bending handles. */
export function useCurveHands(width: Ref<number>, redraw: () => void, readout: Readout, scrolled: () => number) {
  const scene = useScene()
  const choice = useChoice()
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

  const lay = (of: Lane): CurveLane =>
    layCurves(
      views,
      of,
      { width: width.value, first: view.first, last: view.last },
      scene.settings.ticksPerFrame,
      scrolled(),
      speeds.on,
    )
  const chosenTimes = ({ channel }: Curve) => choice.chosenTimes(channel.object.id, channel.name)
  const at = (event: MouseEvent): Point => ({ x: event.offsetX, y: event.offsetY })
  const frameAt = (x: number) => frameOf({ width: width.value, first: view.first, last: view.last }, x)
  const framesPerPixel = () => (view.last - view.first) / width.value
  const rounded = (frames: number) => (desk.snaps ? Math.round(frames) : Math.round(frames * 100) / 100)
  const frameOfTicks = (ticks: number) => ticks / scene.settings.ticksPerFrame

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
    const hit = handleAt(lane!, x, y, chosenTimes)
    return hit && { kind: 'handle', hit, edit: null }
  }

  function takeKey(event: PointerEvent, x: number, y: number): Drag | null {
    const hit = keyAt(lane!, x, y)
    if (!hit) return null
    const { channel, keys } = hit.curve
    const stem: KeySet[] = [{ object: channel.object.id, channel: channel.name, times: [hit.time] }]
    const wasChosen = choice.areChosen(stem)
    if (event.ctrlKey) {
      choice.chooseKeys(stem, 'toggle')
      return null
    }
    if (!wasChosen) choice.chooseKeys(stem, event.shiftKey ? 'add' : 'only')
    return {
      kind: 'keys',
      from: { x, y },
      anchor: { frame: frameOfTicks(hit.time), value: keys.values[hit.index]!, curve: hit.curve },
      edit: null,
      click: () => {
        if (!event.shiftKey) choice.chooseKeys(stem)
      },
    }
  }

  function takeBox(x: number, y: number): Drag | null {
    const box = boxAround(lane!, chosenTimes)
    const grip = box && gripAt(box, x, y)
    return grip && { kind: 'spread', box, grip, edit: null }
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
    if (handleAt(lane, x, y, chosenTimes) || keyAt(lane, x, y)) return 'pointer'
    const box = boxAround(lane, chosenTimes)
    const grip = box && gripAt(box, x, y)
    if (!grip) return ''
    if (grip.x === 0) return 'ns-resize'
    if (grip.y === 0) return 'ew-resize'
    return grip.x === grip.y ? 'nwse-resize' : 'nesw-resize'
  }

  function pull(now: Extract<Drag, { edit: Edit | null }>, event: PointerEvent, point: Point): void {
    // What the last drag did has to be kept first; this one goes on from there.
    if (arranging.isMaking()) return
    if (held.length === 0) {
      if (Math.hypot(point.x - pressed.x, point.y - pressed.y) < clickSlack) return
      held = choice.keySets()
      views.freeze(lane!.lane)
    }
    const edit =
      now.kind === 'keys'
        ? moved(now, event, point)
        : now.kind === 'handle'
          ? bent(now, event, point)
          : spread(now, event, point)
    if (JSON.stringify(edit) === JSON.stringify(now.edit)) return
    now.edit = edit
    if (edit && now.kind === 'handle') scene.tryEdit(edit)
    else if (edit) arranging.tryOn(edit)
  }

  /** Keys go both ways, or with Shift only the way that the hand has gone furthest. */
  function moved({ from, anchor }: Extract<Drag, { kind: 'keys' }>, event: PointerEvent, point: Point): Edit {
    let [dx, dy] = [point.x - from.x, point.y - from.y]
    if (event.shiftKey) {
      if (Math.abs(dx) >= Math.abs(dy)) dy = 0
      else dx = 0
    }
    const frames = rounded(dx * framesPerPixel())
    const rise = tidy(-dy / anchor.curve.frame.perValue, anchor.curve)
    tell(
      event,
      `${shown(anchor.frame)} → ${shown(anchor.frame + frames)}   ${shown(anchor.value)} → ${shown(anchor.value + rise)}`,
    )
    // Keys of other lanes go along in time only.
    const values = held.map((set) => {
      const curve = curveOf(set)
      return curve && dy !== 0 ? tidy(-dy / curve.frame.perValue, curve) : 0
    })
    return { edit: 'moveKeys', keys: [...held], frames, values: dy === 0 ? null : values, meet: 'keepBoth' }
  }

  /** A handle goes where the hand goes; with Shift it keeps its length in time, and with Alt the other side its place. */
  function bent({ hit }: Extract<Drag, { kind: 'handle' }>, event: PointerEvent, point: Point): Edit {
    const { frame, keys, channel } = hit.curve
    const i = hit.index
    const sign = hit.side === 'in' ? -1 : 1
    const length = event.shiftKey
      ? Math.abs(keys.handles[i * 4 + (hit.side === 'in' ? 0 : 2)]!)
      : Math.max(0, sign * (point.x - xIn(frame, hit.time))) / frame.perTick
    const value = (yIn(frame, keys.values[i]!) - point.y) / frame.perValue
    const frames = sign * frameOfTicks(length)
    tell(event, `${frames > 0 ? '+' : ''}${shown(frames)} frames   ${value > 0 ? '+' : ''}${shown(value)}`)
    return {
      edit: 'setHandle',
      object: channel.object.id,
      channel: channel.name,
      time: hit.time,
      side: hit.side,
      frames,
      value,
      alone: event.altKey || desk.handlesAlone,
    }
  }

  /** The side that is pulled moves; the other side stays, or with Ctrl the middle. */
  function spread({ box, grip }: Extract<Drag, { kind: 'spread' }>, event: PointerEvent, point: Point): Edit {
    const ways = {
      x: spreadOf(box.left, box.right, grip.x, point.x, event.ctrlKey),
      y: spreadOf(box.top, box.bottom, grip.y, point.y, event.ctrlKey),
    }
    const about = frameAt(ways.x.about)
    const from = frameAt(ways.x.grip)
    const to =
      grip.x === 0
        ? from
        : Math.sign(from - about) * Math.max(0.01, Math.sign(from - about) * (rounded(frameAt(ways.x.to)) - about)) +
          about
    const factor = grip.y === 0 ? 1 : (ways.y.to - ways.y.about) / (ways.y.grip - ways.y.about)
    tell(
      event,
      [
        grip.x !== 0 && `${((100 * (to - about)) / (from - about)).toFixed(0)} % time`,
        grip.y !== 0 && `${(100 * factor).toFixed(0)} % value`,
      ]
        .filter(Boolean)
        .join('   '),
    )
    const values = held.map((set) => {
      const curve = curveOf(set)
      return curve
        ? { about: curve.frame.offset + (curve.frame.base - ways.y.about) / curve.frame.perValue, factor }
        : { about: 0, factor: 1 }
    })
    return {
      edit: 'scaleKeys',
      keys: [...held],
      about,
      from: grip.x === 0 ? about + 1 : from,
      to: grip.x === 0 ? about + 1 : to,
      onFrames: desk.snaps && grip.x !== 0,
      values: grip.y === 0 ? null : values,
      meet: 'keepBoth',
    }
  }

  function spreadOf(low: number, high: number, side: -1 | 0 | 1, to: number, aboutMiddle: boolean) {
    const [grip, other] = side === -1 ? [low, high] : [high, low]
    const about = aboutMiddle ? (low + high) / 2 : other
    return { grip, about, to: to - side * boxRoom }
  }

  const curveOf = (set: KeySet) =>
    lane!.curves.find(({ channel }) => laneOf(channel.object.id, channel.name) === laneOf(set.object, set.channel))

  /** A change of value in steps that a pixel can tell apart. */
  function tidy(change: number, curve: Curve): number {
    const pixel = 1 / Math.abs(curve.frame.perValue)
    const step = 10 ** Math.floor(Math.log10(pixel))
    return Number((Math.round(change / step) * step).toPrecision(12))
  }

  function tell(event: PointerEvent, text: string): void {
    readout.at.value = { x: event.offsetX, y: event.offsetY, text }
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
    if (done.edit && done.kind === 'handle') await scene.keepTry(done.edit)
    else if (done.edit) await arranging.make({ ...done.edit, meet: 'stop' } as Edit)
    else if (done.kind === 'keys') done.click()
    views.thaw()
  }

  function finishBox({ from, to, add }: Extract<Drag, { kind: 'box' }>): void {
    if (Math.hypot(to.x - from.x, to.y - from.y) < clickSlack) {
      if (!add) choice.clearKeys()
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
    choice.chooseKeys(
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
    if (was?.kind === 'handle') await scene.dropTry()
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
      const track = scene.book.tracks(object.id).get(name)
      if (!track) continue
      const distance = Math.abs(yIn(curve.frame, valueAt(track, Math.round(frameAt(x)))) - y)
      if (distance >= least) continue
      least = distance
      best = curve
    }
    if (!best) return
    const { object, name } = best.channel
    void arranging.make({ edit: 'insertKeys', frame, channels: [{ object: object.id, channel: name }] }, [])
  }

  const isDragging = () => drag !== null
  const isOverHandle = (of: Lane, x: number, y: number) => handleAt(lay(of), x, y, chosenTimes) !== null

  function drawBox(ctx: CanvasRenderingContext2D, p: DeskPicture): void {
    if (drag?.kind !== 'box') return
    const { from, to } = drag
    ctx.strokeStyle = p.colours.lemon
    ctx.setLineDash([4, 3])
    ctx.lineWidth = 1
    ctx.strokeRect(from.x + 0.5, from.y + 0.5, to.x - from.x, to.y - from.y)
    ctx.setLineDash([])
  }

  return { grab, move, drop, cancel, insert, isDragging, isOverHandle, drawBox, lay, chosenTimes }
}
