import type { FrameRule } from '../api/http'

/** What becomes of keys that would meet on a whole frame, in the order in which it is offered. */
export const frameRules: readonly { rule: FrameRule; label: string }[] = [
  { rule: 'apart', label: 'All stay, a frame apart' },
  { rule: 'nearest', label: 'The one nearest to the frame' },
  { rule: 'earliest', label: 'The earliest' },
  { rule: 'latest', label: 'The latest' },
]
