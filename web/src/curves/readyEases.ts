import type { ReadyEase } from '../api/http'

export interface EaseTile {
  ease: ReadyEase
  label: string
  hint: string
  /** A picture of it in a box of 24 × 16. */
  path: string
  bounces?: true
}

export const readyEases: readonly EaseTile[] = [
  { ease: 'even', label: 'Even', hint: 'the same speed all the way', path: 'M2 14L22 2' },
  { ease: 'easeIn', label: 'Ease in', hint: 'starts slowly', path: 'M2 14C8.7 14 15.3 10 22 2' },
  { ease: 'easeOut', label: 'Ease out', hint: 'ends slowly', path: 'M2 14C8.7 6 15.3 2 22 2' },
  {
    ease: 'fall',
    label: 'Fall',
    hint: 'from rest, faster and faster, at full speed at the contact',
    path: 'M2 2C8.7 2 15.3 6 22 14M17 14H23',
  },
  {
    ease: 'throw',
    label: 'Throw',
    hint: 'at full speed at first, slower and slower, at rest at the top',
    path: 'M2 14C8.7 6 15.3 2 22 2M1 14H7',
  },
  { ease: 'easeBoth', label: 'Ease both', hint: 'slow, fast, slow', path: 'M2 14C13 14 11 2 22 2' },
  { ease: 'linger', label: 'Linger', hint: 'fast, slow, fast', path: 'M2 14C7 8 17 8 22 2' },
  { ease: 'anticipate', label: 'Anticipate', hint: 'draws back before it goes', path: 'M2 11C9 19 16 3 22 2' },
  { ease: 'overshoot', label: 'Overshoot', hint: 'goes too far and comes back', path: 'M2 14C8 13 15 -3 22 5' },
  {
    ease: 'settle',
    label: 'Settle',
    hint: 'swings about the end, less each time',
    path: 'M2 14C5 14 6 2 8.5 2S11.5 9 14 9S16.5 5 18.5 5S20.5 6.5 22 6.5',
    bounces: true,
  },
  {
    ease: 'bounce',
    label: 'Bounce',
    hint: 'falls onto the end and springs back, lower each time',
    path: 'M2 14Q7 14 9 3Q12.5 13 16 3Q18 9 20 3Q21 6 22 3',
    bounces: true,
  },
]
