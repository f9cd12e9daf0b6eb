import type { LaneChannel } from '../desk/lanes'
import { speedOf } from '../scene/samples'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useSpeeds } from './speeds'

const short = (number: number) => String(Number(number.toPrecision(4)))

/** What a curve is at the playhead and, where speeds are shown, how fast it goes, in words. */
export function useCurveReading() {
  const scene = useScene()
  const playhead = usePlayhead()
  const speeds = useSpeeds()

  return ({ object, name }: LaneChannel): string => {
    void scene.seenVersion
    const frame = playhead.readFrame
    const value = scene.book.track(object.id, name)?.at(frame)
    if (value === undefined) return ''
    const speed = speeds.on ? scene.book.track(object.id, speedOf(name))?.at(frame) : undefined
    return speed === undefined ? short(value) : `${short(value)}, ${short(speed)}/s`
  }
}
