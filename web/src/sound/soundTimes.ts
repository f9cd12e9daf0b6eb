import type { SoundMessage } from '../api/messages'

/** Ticks in a second; see the core's `Tick`. */
export const ticksPerSecond = 705_600_000

type Placed = Pick<SoundMessage, 'rate' | 'start' | 'from' | 'to' | 'times'>

/** How long so many samples last, in ticks. */
export const ticksOf = ({ rate }: Pick<Placed, 'rate'>, samples: number) => (samples * ticksPerSecond) / rate

/** How many samples so many ticks last. */
export const samplesOf = ({ rate }: Pick<Placed, 'rate'>, ticks: number) => (ticks * rate) / ticksPerSecond

/** How many samples are heard in all; without end where it repeats so. */
export const heardOf = ({ from, to, times }: Placed) => (times === 0 ? Infinity : (to - from) * times)

/** The moment after its last sample, in ticks. */
export const endOf = (sound: Placed) => sound.start + ticksOf(sound, heardOf(sound))
