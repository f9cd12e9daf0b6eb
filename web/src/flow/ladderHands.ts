import type { Ref } from 'vue'
import type { Edit, KeySet } from '../api/http'
import { useArranging } from '../desk/arranging'
import { frameOf, xOf } from '../desk/deskDraw'
import { useDesk } from '../desk/deskStore'
import { keysOf } from '../desk/laneKeys'
import type { Lane } from '../desk/lanes'
import type { Readout } from '../desk/readout'
import { useTimeView } from '../desk/timeView'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { warpChannel, warpOf } from '../scene/owners'
import { railRoom } from './ladderDraw'
import { useOfferRange } from './offerRange'

interface Grip {
  lane: Lane
  time: number
  source: number
  end: 'played' | 'source'
}

const reach = 9
const clickSlack = 4
const shown = (frame: number) => String(Number(frame.toFixed(2)))

/** What the mouse does on a ladder: takes a point by its played end or its source end, and pulls it along the rail. */
export function useLadderHands(width: Ref<number>, readout: Readout) {
  const scene = useScene()
  const selection = useSelection()
  const desk = useDesk()
  const view = useTimeView()
  const arranging = useArranging()
  const offerRange = useOfferRange()
  let grip: Grip | null = null
  let edit: Edit | null = null
  let ripples = false
  let pressedAt = 0
  let isBegun = false
  /** Whether the point is where it was. */
  let isBack = false

  const stretch = () => ({ width: width.value, first: view.first, last: view.last })
  const rounded = (frame: number) => (desk.snaps ? Math.round(frame) : Math.round(frame * 100) / 100)

  function gripAt(lane: Lane, x: number, y: number): Grip | null {
    const { ticksPerFrame } = scene.settings
    const points = keysOf(lane.channels[0]!)
    const isUpper = y < lane.height / 2
    const rail = isUpper ? railRoom : lane.height - railRoom - 1
    if (Math.abs(y - rail) > reach + 2) return null
    let best: Grip | null = null
    let least = reach
    const seen = stretch()
    for (let i = 0; i < points.count; i++) {
      const [time, source] = [points.times[i]!, points.values[i]!]
      const distance = Math.abs(xOf(seen, isUpper ? time / ticksPerFrame : source) - x)
      if (distance >= least) continue
      least = distance
      best = { lane, time, source, end: isUpper ? 'played' : 'source' }
    }
    return best
  }

  const pointOf = (now: Grip): KeySet => ({ object: now.lane.object!.id, channel: warpChannel, times: [now.time] })

  function grab(event: PointerEvent, lane: Lane): void {
    if (event.button !== 0) return
    ;(event.target as Element).setPointerCapture(event.pointerId)
    pressedAt = event.offsetX
    isBegun = false
    edit = null
    grip = gripAt(lane, event.offsetX, event.offsetY - lane.top)
    if (grip) selection.selectKeys([pointOf(grip)], event.ctrlKey ? 'toggle' : 'only')
    else selection.clearKeys()
  }

  function pick(event: MouseEvent, lane: Lane): 'point' | null {
    const at = gripAt(lane, event.offsetX, event.offsetY - lane.top)
    if (!at) return null
    if (!selection.areSelected([pointOf(at)])) selection.selectKeys([pointOf(at)])
    return 'point'
  }

  function move(event: PointerEvent, lane: Lane | undefined): void {
    if (grip) pull(grip, event)
    else if (lane)
      (event.target as HTMLElement).style.cursor = gripAt(lane, event.offsetX, event.offsetY - lane.top)
        ? 'ew-resize'
        : ''
  }

  function pull(now: Grip, event: PointerEvent): void {
    if (arranging.isMaking()) return
    if (!isBegun && Math.abs(event.offsetX - pressedAt) < clickSlack) return
    isBegun = true
    ripples = event.shiftKey
    const before = JSON.stringify(edit)
    const played = now.time / scene.settings.ticksPerFrame
    const start = now.end === 'played' ? played : now.source
    const frames = rounded(start + frameOf(stretch(), event.offsetX) - frameOf(stretch(), pressedAt)) - start
    const keys = [pointOf(now)]
    edit =
      now.end === 'played'
        ? { edit: 'moveKeys', keys, frames, ripple: ripples, meet: 'keepBoth' }
        : { edit: 'moveKeys', keys, frames: 0, values: [frames], meet: 'keepBoth' }
    const what = now.end === 'played' ? 'played' : 'source'
    readout.at.value = {
      x: event.offsetX,
      y: event.offsetY,
      text: `${what} ${shown(start)} → ${shown(start + frames)}${ripples && now.end === 'played' ? ', the rest along' : ''}`,
    }
    if (JSON.stringify(edit) !== before) arranging.tryOn(edit)
    isBack = frames === 0
  }

  async function drop(event: PointerEvent): Promise<void> {
    const done = grip
    if (!done) return
    await arranging.settled()
    if (!isBegun) pull(done, event)
    grip = null
    readout.at.value = null
    if (!edit || isBack) {
      await arranging.cancel()
      return
    }
    const kept = await arranging.make({ ...edit, meet: 'stop' } as Edit)
    if (kept && done.end === 'played' && ripples) offerRange(warpOf(done.lane.object!.id)!)
  }

  /** Ends a drag without doing anything. */
  async function cancel(): Promise<void> {
    grip = null
    readout.at.value = null
    await arranging.cancel()
  }

  /** Puts a point on the warp where it is, changing nothing yet. */
  function insert(event: MouseEvent, lane: Lane): void {
    if (gripAt(lane, event.offsetX, event.offsetY - lane.top)) return
    void arranging.make(
      {
        edit: 'insertKeys',
        frame: rounded(frameOf(stretch(), event.offsetX)),
        channels: [{ object: lane.object!.id, channel: warpChannel }],
      },
      [],
    )
  }

  const isDragging = () => grip !== null

  return { grab, move, drop, cancel, insert, pick, isDragging }
}
