// The places on which loose motion is worked out.
import { SECOND } from './scene.mjs'

/** From a place to the next, in ticks. */
export const STEP = SECOND / 480

/** Of what is later than that, no more is worked out. */
export const LONGEST = 2 * 3600 * SECOND
