import type { ShallowRef } from 'vue'

/** A few words at a place on the lanes. Kept in a box, so that who hands it on does not depend on it. */
export interface Readout {
  at: ShallowRef<{ x: number; y: number; text: string } | null>
}
