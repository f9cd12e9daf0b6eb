import type { ChannelSpec } from '../api/http'
import { specOf } from '../scene/catalogue'
import { keyOnFrame } from '../scene/shownKeys'
import type { Holder } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { useLayers } from '../layers/layers'
import { usePlayhead } from '../timebar/playhead'
import { useLiveMotion } from '../record/live'
import { usePending } from './pending'
import type { MarkerState } from './ValueMarker.vue'

/** What the values panel shows of channels at the playhead. */
export function useChannelState() {
  const scene = useScene()
  const playhead = usePlayhead()
  const pending = usePending()
  const live = useLiveMotion()
  const layers = useLayers()

  /** A channel in the layer that takes keys. */
  const keyedOf = (object: Holder, channel: string) => object.channels.get(layers.nameOf(object.id, channel))

  /** The own time in ticks of the channel's key that is seen on this frame, in the layer that takes keys. */
  function keyHere(object: Holder, channel: string): number | undefined {
    void scene.rowsVersion
    return keyOnFrame(keyedOf(object, channel), playhead.readFrame, scene.settings.ticksPerFrame)
  }

  /** Whether a channel without keys moves all the same. */
  function isMoved(object: Holder, channel: string): boolean {
    void scene.samplesVersion
    return scene.book.track(object.id, channel)?.isStill === false
  }

  function state(object: Holder, channel: string): MarkerState {
    void scene.rowsVersion
    const count = keyedOf(object, channel)?.keys.count ?? 0
    const waits = count > 0 || (layers.active !== null && typeof object.id === 'number')
    if (pending.get(object.id, channel) !== undefined && waits) return 'changed'
    if (count === 0) return isMoved(object, channel) ? 'moved' : 'still'
    return keyHere(object, channel) === undefined ? 'animated' : 'keyed'
  }

  /** The value at the playhead: the one held by a hand, the one that is being recorded, or the one that is kept. */
  const value = (object: Holder, channel: string) =>
    pending.get(object.id, channel) ?? live.read(object.id, channel) ?? kept(object, channel)

  /**
   * The value that is kept at the playhead: the exact one of a still channel that nothing else moves, or the sampled one.
   * Not a number while that is not here.
   */
  function kept(object: Holder, channel: string): number {
    const known = object.channels.get(channel)
    if (known && known.keys.count === 0 && !isMoved(object, channel)) return known.still
    if (!scene.book.isHere(playhead.readFrame)) return NaN
    return scene.book.value(object.id, channel, playhead.readFrame) ?? specOf(object, channel)?.default ?? 0
  }

  return { keyHere, state, value, kept }
}

/** How a channel's numbers are written and stepped. */
export function numberStyle(spec: ChannelSpec): { unit: string; step: number; decimals: number } {
  switch (spec.unit) {
    case 'degrees':
      return { unit: '°', step: 1, decimals: 1 }
    case 'fraction':
      return { unit: '', step: 0.01, decimals: 2 }
    case 'count':
      return { unit: '', step: 1, decimals: 0 }
    case 'decibels':
      return { unit: ' dB', step: 0.5, decimals: 1 }
    case 'hertz':
      return { unit: ' Hz', step: 0.05, decimals: 2 }
    case 'acceleration':
      return { unit: '', step: 0.1, decimals: 2 }
    case 'factor':
      return { unit: '', step: 0.05, decimals: 2 }
    default:
      return { unit: '', step: 0.05, decimals: 2 }
  }
}
