import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useDevices } from './devices'
import { useRecordSettings } from './recordSettings'
import { nameOf, useTakes } from './takes'

/** How often the server is asked for its clock; the quickest answer counts. */
const clockAsks = 5

/**
 * Recording of a device: the server hears it and keeps what it does; the page says from when to when.
 * @param tell Says of a take that it is kept.
 */
export function useDeviceRecording(tell: (words: string, ids: readonly number[]) => void) {
  const scene = useScene()
  const playhead = usePlayhead()
  const settings = useRecordSettings()
  const devices = useDevices()
  const takes = useTakes()
  const notices = useNotices()
  /** The server's clock less the page's, in seconds. */
  let apart = 0

  async function measureClock(): Promise<void> {
    let quickest = Infinity
    for (let i = 0; i < clockAsks; i++) {
      const asked = performance.now()
      const theirs = await scene.trackerClock()
      const took = performance.now() - asked
      if (took >= quickest) continue
      quickest = took
      apart = theirs - (asked + took / 2) / 1000
    }
  }

  /** From the moment on at which it began to play. */
  function begin(): Promise<unknown> {
    const { speed, loops, byStamps } = settings.now
    const [first, last] = playhead.range
    const startedAt = apart + playhead.startOf(0) / 1000
    return scene.record({ startedAt, from: playhead.frame, first, last, speed, loops, byStamps })
  }

  /** Until a moment of the page's clock. */
  async function end(at: number, isKept: boolean): Promise<void> {
    const device = devices.bound?.device ?? 'the device'
    try {
      const kept = await scene.endRecord(apart + at / 1000, isKept)
      await takes.load()
      const newest = takes.newest
      if (kept > 0 && newest) {
        const gaps = newest.gaps.length
        const words = gaps ? `; ${gaps} ${gaps === 1 ? 'gap is' : 'gaps are'} gone through in a straight line` : ''
        tell(
          `${nameOf(newest)} of ${newest.objectName} is kept: ${newest.seconds.toFixed(1)} s, ${newest.samples} samples, ${newest.lost} lost${words}.`,
          [newest.id],
        )
      } else if (isKept) notices.problem(`Nothing came from ${device} while it recorded; no take was kept.`)
    } catch {
      notices.problem(`The line broke; what came from ${device} until then is kept as a take.`)
    }
  }

  return { measureClock, begin, end }
}
