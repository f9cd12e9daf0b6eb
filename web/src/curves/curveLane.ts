import type { DeskPicture } from '../desk/deskDraw'
import type { Lane, LaneChannel } from '../desk/lanes'
import { keysOf } from '../desk/laneKeys'
import type { Keys } from '../scene/keys'
import type { Frame } from './curvePath'
import type { useCurveViews, ValueRange } from './curveViews'

/** A channel in a tall lane: its keys, and where they lie on the canvas. */
export interface Curve {
  channel: LaneChannel
  keys: Keys
  frame: Frame
}

/** A tall lane as it lies on the canvas. */
export interface CurveLane {
  lane: Lane
  /** The edges of where values are drawn, in pixels. */
  top: number
  bottom: number
  range: ValueRange
  curves: Curve[]
}

const room = 8
/** What part of the height speeds take, where they are shown. */
export const speedShare = 0.36

type Stretch = Pick<DeskPicture, 'width' | 'first' | 'last'>

/** Lays out a tall lane. */
export function layCurves(
  views: Pick<ReturnType<typeof useCurveViews>, 'rangeOf' | 'shown' | 'scaleOf'>,
  lane: Lane,
  stretch: Stretch,
  ticksPerFrame: number,
  scrolled: number,
  withSpeed: boolean,
): CurveLane {
  const top = lane.top - scrolled + room
  const bottom = lane.top - scrolled + lane.height * (withSpeed ? 1 - speedShare : 1) - room
  const range = views.rangeOf(lane)
  const perUnit = (bottom - top) / (range.high - range.low)
  const perTick = stretch.width / ((stretch.last - stretch.first) * ticksPerFrame)
  const curves = views.shown(lane).flatMap((channel): Curve[] => {
    const keys = keysOf(channel)
    if (keys.count === 0) return []
    const { offset, factor } = views.scaleOf(lane, channel)
    return [
      {
        channel,
        keys,
        frame: {
          start: stretch.first * ticksPerFrame,
          perTick,
          // (value − offset) · factor is a height above the lower edge of the range.
          base: bottom + range.low * perUnit,
          offset,
          perValue: factor * perUnit,
          width: stretch.width,
        },
      },
    ]
  })
  return { lane, top, bottom, range, curves }
}
