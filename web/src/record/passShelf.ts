import type { HandTake } from '../api/http'
import { Shelf } from '../shared/shelf'

/** What a hand drove, and no server has yet. */
interface ShelvedPass {
  /** As the open scene calls itself. */
  scene: string
  take: HandTake
}

/** Passes of a hand, by the marks of their takes. */
export const passShelf = new Shelf<ShelvedPass>('zesty-reel', 'passes')
