import type { Ref } from 'vue'
import type { DeskPicture } from '../desk/deskDraw'
import type { Lane } from '../desk/lanes'
import type { Readout } from '../desk/readout'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { warpOf } from '../scene/owners'
import { useComparing } from './comparing'
import { drawCurveLane, type CurvePicture } from './curveDraw'
import { useCurveHands } from './curveHands'
import { resultOf, useCurveViews } from './curveViews'
import { boxAround } from './curveHits'
import { speedShare, type Curve } from './curveLane'
import type { Outside } from './curvePath'
import { drawSpeeds } from './speedDraw'
import { useSpeeds } from './speeds'

/** Drawing tall lanes on a canvas, and what the mouse does in them. */
export function useTallLanes(width: Ref<number>, redraw: () => void, readout: Readout, scrolled: () => number) {
  const scene = useScene()
  const selection = useSelection()
  const comparing = useComparing()
  const speeds = useSpeeds()
  useCurveViews().seeBy((lane) => resultOf(lane, scene.book))
  const hands = useCurveHands(width, redraw, readout, scrolled)

  function outside({ channel: { object, name } }: Curve): { before: Outside; after: Outside } {
    const warp = scene.model.warps.get(warpOf(object.id) ?? 0)
    // A warp that runs on goes a source frame further with every played one.
    if (warp?.beyond === 'runOn') {
      const slope = 1 / scene.settings.ticksPerFrame
      return { before: slope, after: slope }
    }
    return object.channels.get(name) ?? { before: 'hold', after: 'hold' }
  }

  function draw(ctx: CanvasRenderingContext2D, p: DeskPicture, lane: Lane, axis?: CurvePicture['axis']): void {
    const laid = hands.lay(lane)
    drawCurveLane(
      ctx,
      p,
      {
        lane: laid,
        selectedTimes: hands.selectedTimes,
        outside,
        ghost: ({ channel: { object, name } }) => comparing.ghostOf(object.id, name),
        box: selection.keyCount > 1 ? boxAround(laid, hands.selectedTimes) : null,
        axis,
        result: resultOf(lane, scene.book),
      },
      scrolled(),
    )
    const bottom = lane.top - scrolled() + lane.height - 1
    if (speeds.on && lane.kind !== 'flow')
      drawSpeeds(ctx, p, speeds.linesOf(lane), bottom - lane.height * speedShare, bottom)
  }

  return { hands, draw }
}
