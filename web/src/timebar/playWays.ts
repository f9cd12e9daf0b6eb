import type { Pace, Span } from './playhead'
import type { Ending } from './playOrder'

/** What playing does at the end. */
export const endings: { ending: Ending; label: string; hint: string; icon: string }[] = [
  { ending: 'loop', label: 'Loop', hint: 'again and again', icon: 'bi bi-arrow-repeat' },
  { ending: 'bounce', label: 'There and back', hint: 'forwards, then backwards', icon: 'bi bi-arrow-left-right' },
  { ending: 'once', label: 'Once', hint: 'stop at the end', icon: 'bi bi-arrow-bar-right' },
]
export const spans: { span: Span; label: string }[] = [
  { span: 'work', label: 'The work range' },
  { span: 'scene', label: 'The whole scene' },
]
export const paces: { pace: Pace; label: string; hint: string }[] = [
  { pace: 'realTime', label: 'Real time', hint: 'true speed; frames are passed over when drawing is slow' },
  { pace: 'everyFrame', label: 'Every frame', hint: 'each frame is drawn, however long it takes' },
]
