import type { ChannelValue } from '../api/http'
import { useChoice, type Tool } from '../scene/choice'
import { useNotices } from '../scene/notices'
import { usePending } from './pending'

const transforms = ['move', 'turn', 'size']
const groupsOf: Record<Tool, string[]> = { pick: transforms, move: ['move'], turn: ['turn'], size: ['size'] }

function channelsFor(groups: readonly string[]): ChannelValue[] {
  return [...useChoice().objects].flatMap((object) =>
    groups.flatMap((group) => ['x', 'y', 'z'].map((axis) => ({ object, channel: `${group}.${axis}` }))),
  )
}

/** Keys what is chosen: the tool's transforms, and whatever the hand changed on this frame. */
export function keyChosen(groups = groupsOf[useChoice().tool]): void {
  const pending = usePending()
  const wanted = new Map(
    [...channelsFor(groups), ...pending.list()].map((value) => [`${value.object}|${value.channel}`, value]),
  )
  if (wanted.size === 0) useNotices().say('Choose an object first; then N keys it at the playhead.')
  else void pending.key([...wanted.values()])
}

/** Keys move, turn and size of what is chosen. */
export const keyAllTransforms = (): void => keyChosen(transforms)
