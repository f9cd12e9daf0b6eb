import type { Camera, Object3D } from 'three'
import type { HandView } from '../paths/pathHands'
import type { StageScene } from '../stage/stageScene'
import type { Spot } from './handDrive'
import { useRecording } from './recording'

/** A notch of the wheel, in the pixels that browsers tell. */
const notch = 100

/** The hand over the stage while it records: wherever it is pressed it drives, and the views rest. */
export function useRecordHands(stage: StageScene, rest: (resting: boolean) => void) {
  const recording = useRecording()
  recording.onStage((object) => stage.nodes.get(object), rest)

  /** The view as it was when the hand took hold, where what it drives carries the camera: else each would chase the other. */
  let fixed: Camera | null = null
  function carries(look: HandView['look']): boolean {
    const driven = recording.hand()?.object
    if (typeof look !== 'number' || driven === undefined) return false
    for (let node = stage.nodes.get(look) as Object3D | null | undefined; node; node = node.parent)
      if (node === stage.nodes.get(driven)) return true
    return false
  }

  function spotOf(event: PointerEvent, { element, view }: HandView): Spot {
    const { left, top, width, height } = element.getBoundingClientRect()
    return { x: event.clientX - left, y: event.clientY - top, width, height, camera: fixed ?? view.camera }
  }

  const hand = () => (recording.isActive ? recording.hand() : null)

  /** @returns whether the press is taken, and nothing else is to hear of it. */
  function press(event: PointerEvent, of: HandView): boolean {
    if (!recording.isActive) return false
    const drive = hand()
    event.stopImmediatePropagation()
    if (!drive || event.button !== 0) return true
    of.element.setPointerCapture(event.pointerId)
    fixed = carries(of.look) ? of.view.camera.clone() : null
    drive.press(spotOf(event, of))
    recording.sample(event.timeStamp)
    return true
  }

  /** Everything that the pointer told since the last picture, each with its own time. */
  function move(event: PointerEvent, of: HandView): boolean {
    const drive = hand()
    if (!drive) return recording.isActive
    if (!drive.isHeld) return true
    const all = event.getCoalescedEvents?.() ?? []
    for (const each of all.length ? all : [event]) {
      drive.move(spotOf(each, of))
      recording.sample(each.timeStamp)
    }
    return true
  }

  function release(event: PointerEvent): boolean {
    if (!recording.isActive) return false
    const drive = hand()
    if (drive?.isHeld) recording.sample(event.timeStamp)
    drive?.release()
    return true
  }

  function turn(event: WheelEvent): void {
    if (!recording.isActive) return
    event.preventDefault()
    if (hand()?.turn(-event.deltaY / notch)) recording.sample(event.timeStamp)
  }

  return { press, move, release, turn, isActive: () => recording.isActive }
}
