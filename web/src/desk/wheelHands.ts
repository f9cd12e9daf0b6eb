import type { Ref } from 'vue'
import { useCurveViews } from '../curves/curveViews'
import { frameOf } from './deskDraw'
import { useDesk } from './deskStore'
import { useTimeView } from './timeView'

/** Zooming and panning the desk with the wheel, and with two fingers. */
export function useWheelHands(width: Ref<number>) {
  const desk = useDesk()
  const view = useTimeView()
  const views = useCurveViews()
  const stretch = () => ({ width: width.value, first: view.first, last: view.last })

  function wheel(event: WheelEvent): void {
    const amount = Math.max(-120, Math.min(120, event.deltaY))
    const y = event.offsetY + desk.scrolled
    const tall = event.ctrlKey && desk.lanes.find((lane) => lane.curves && y >= lane.top && y < lane.top + lane.height)
    if (tall) {
      // With Ctrl the values are zoomed, and with Shift as well the time with them.
      const factor = Math.exp((event.deltaY ? amount : event.deltaX) * 0.0025)
      views.zoom(tall, factor, 1 - (y - tall.top) / tall.height)
      if (event.shiftKey) view.zoom(factor, frameOf(stretch(), event.offsetX))
      return
    }
    const sideways = event.shiftKey ? event.deltaX || event.deltaY : event.deltaX
    if (event.altKey) desk.scrolled = Math.max(0, desk.scrolled + event.deltaY)
    else if (sideways !== 0 && Math.abs(sideways) >= Math.abs(event.shiftKey ? 0 : event.deltaY))
      view.pan((sideways / width.value) * (view.last - view.first))
    else view.zoom(Math.exp(amount * 0.0025), frameOf(stretch(), event.offsetX))
  }

  /** Fingers on the desk, by pointer, at their places in it. */
  const fingers = new Map<number, number>()

  /** @returns whether two fingers are down now, so that whatever one of them began must end. */
  function fingerDown(event: PointerEvent): boolean {
    if (event.pointerType !== 'touch') return false
    fingers.set(event.pointerId, event.offsetX)
    return fingers.size === 2
  }

  /** @returns whether the move belongs to a pinch. */
  function fingerMove(event: PointerEvent): boolean {
    if (!fingers.has(event.pointerId)) return false
    const before = [...fingers.values()]
    fingers.set(event.pointerId, event.offsetX)
    if (fingers.size !== 2) return false
    const now = [...fingers.values()]
    // What lay under each finger stays under it.
    const frames = before.map((x) => frameOf(stretch(), x)) as [number, number]
    const apart = now[1]! - now[0]!
    if (Math.abs(apart) < 10) return true
    const scale = (frames[1] - frames[0]) / apart
    if (scale > 0) view.show(frames[0] - now[0]! * scale, frames[0] + (width.value - now[0]!) * scale)
    return true
  }

  const fingerUp = (event: PointerEvent) => fingers.delete(event.pointerId)

  return { wheel, fingerDown, fingerMove, fingerUp }
}
