import type { OwnerKey } from '../scene/owners'
import { useLiveMotion } from '../record/live'
import { usePending } from '../values/pending'
import type { Held } from './reader'

/** What a hand or a device holds on this frame; null, and so nothing to ask, while they hold nothing. */
export function useHeldNow(): () => Held {
  const pending = usePending()
  const live = useLiveMotion()
  return () => {
    if (!live.isMoving) return pending.count ? pending.get : null
    return (object: OwnerKey, channel: string) => live.get(object, channel) ?? pending.get(object, channel)
  }
}
