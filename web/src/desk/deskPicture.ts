import { useScene } from '../scene/sceneStore'
import { colours } from '../styles/scheme'
import { useTimeDisplay } from '../timebar/timeDisplay'
import type { DeskPicture } from './deskDraw'
import { useTimeView } from './timeView'

/** What a drawing of the desk depends on, as it is now. */
export function useDeskPicture() {
  const scene = useScene()
  const view = useTimeView()
  const time = useTimeDisplay()
  return (width: number, height: number, first = view.first, last = view.last): DeskPicture => ({
    width,
    height,
    first,
    last,
    range: scene.settings.range,
    work: scene.settings.work,
    framesPerSecond: scene.settings.framesPerSecond,
    origin: time.display === 'frames' ? 0 : scene.settings.range[0],
    ticksPerFrame: scene.settings.ticksPerFrame,
    label: time.label,
    labelRoom: time.display === 'frames' ? 56 : 96,
    colours: colours(),
  })
}
