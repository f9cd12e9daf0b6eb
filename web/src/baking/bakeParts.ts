import type { components } from '../api/schema'
import { loosely } from '../loose/loose'
import { layerOfName } from '../scene/layered'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'

export type BakePart = components['schemas']['BakePart']

const names: Record<BakePart, string> = {
  time: 'warps and cues',
  clips: 'clips',
  layers: 'layers',
  path: 'the path',
  aim: 'the aim',
  loose: 'loose motion',
  roll: 'rolling',
}

/** What lies over the keys of some objects, and can be written down. */
export function partsOver(model: SceneModel, objects: readonly SceneObject[]): { part: BakePart; name: string }[] {
  const ids = new Set(objects.map(({ id }) => id))
  const has: Record<BakePart, boolean> = {
    time: [...model.warps.values()].some(({ on }) => on) || [...model.cues.values()].some(({ on }) => on),
    clips: [...model.placed.values()].some(({ object }) => ids.has(object)),
    layers: objects.some(({ channels }) => [...channels.keys()].some((name) => layerOfName(name) !== null)),
    path: objects.some(({ follow }) => follow),
    aim: objects.some(({ aim }) => aim),
    loose: objects.some((object) => loosely(object) !== ''),
    roll: objects.some(({ roll }) => roll),
  }
  return (Object.keys(names) as BakePart[]).filter((part) => has[part]).map((part) => ({ part, name: names[part] }))
}
