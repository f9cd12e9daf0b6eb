import type { TakeCard } from '../api/http'

const inks = [0xff9440, 0x5fd3c0, 0x8fc1e8, 0xc79be0, 0xf2a7b5, 0x8fb88a] as const

/** Each take has the same ink in the list and on the stage. */
export const inkOfTake = ({ number }: TakeCard): number => inks[(number - 1) % inks.length]!
