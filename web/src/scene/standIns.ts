import type { PlacedClipRow, WarpRow } from '../api/live'
import type { SceneObject } from './sceneModel'

// What has keys but is no object is stood for by one, with one channel: so all that is done to keys can be done to it.

export const warpChannel = 'warp'
export const rateChannel = 'rate'

/** The numbers that stand for placed clips begin here, downwards. */
const below = -(1 << 24)

/** The number that stands for a warp among objects. */
export const holderOf = (warp: number) => -warp

/** The number that stands for a placed clip among objects. */
export const rateHolderOf = (placed: number) => below - placed

/** The placed clip that a number stands for; null for any other. */
export const placedOf = (holder: number): number | null => (holder < below ? below - holder : null)

/** The warp that a number stands for; null for any other. */
export const warpOf = (holder: number): number | null => (holder < 0 && holder > below ? -holder : null)

export const warpHolder = ({ id, name }: WarpRow): SceneObject => standIn(holderOf(id), name, 'warp')
export const rateHolder = ({ id }: PlacedClipRow): SceneObject => standIn(rateHolderOf(id), '', 'rate')

const standIn = (id: number, name: string, kind: string): SceneObject => ({
  id,
  name,
  kind,
  parent: null,
  place: 0,
  rotationOrder: 'xyz',
  rotationInterpolation: 'eachAxis',
  roll: null,
  channels: new Map(),
})
