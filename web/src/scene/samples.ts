import type { BlockMessage } from '../api/messages'
import { ownerKey, type OwnerKey } from './owners'

/** One channel's samples: one for each frame from `first` on, or a single one where it is still. */
export interface Track {
  first: number
  samples: Float32Array
}

/** The track of an object's speed through space, and of a channel's own. */
export const speedThrough = 'speed'
export const speedOf = (channel: string) => `speed:${channel}`

/** The value at a whole frame; the nearest one there is outside the samples. */
export function valueAt(track: Track, frame: number): number {
  const { samples } = track
  if (samples.length === 1) return samples[0]!
  const at = Math.min(Math.max(frame - track.first, 0), samples.length - 1)
  return samples[at]!
}

/** All samples of a scene that this tab holds, by owner and channel. */
export class SampleBook {
  private readonly byOwner = new Map<OwnerKey, Map<string, Track>>()

  take(blocks: readonly BlockMessage[]): void {
    for (const block of blocks) {
      const tracks = this.tracks(ownerKey(block.owner, block.id))
      // A copy of its own starts at an address that typed arrays can read.
      const samples = new Float32Array(block.samples.slice().buffer)
      let at = 0
      block.channels.forEach((channel, i) => {
        const count = block.counts[i]!
        tracks.set(channel, { first: block.first, samples: samples.subarray(at, at + count) })
        at += count
      })
    }
  }

  /** The tracks of an owner; the same map as long as the owner lives. */
  tracks(object: OwnerKey): Map<string, Track> {
    let tracks = this.byOwner.get(object)
    if (!tracks) this.byOwner.set(object, (tracks = new Map()))
    return tracks
  }

  drop(object: OwnerKey): void {
    this.byOwner.delete(object)
  }
}
