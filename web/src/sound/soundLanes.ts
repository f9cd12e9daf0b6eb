import type { Lane, LaneWish } from '../desk/lanes'
import { meansName } from '../desk/naming'
import { specOf } from '../scene/catalogue'
import type { SceneModel } from '../scene/sceneModel'
import type { Sound } from '../scene/sceneRows'

export const soundLane = (sound: number) => `sound ${sound}`

/** The lanes of sounds, each with one for each of its channels that is keyed below it where it is open. */
export function* laySounds(model: SceneModel, wish: LaneWish): Iterable<Omit<Lane, 'top' | 'height' | 'curves'>> {
  const isMeant = meansName(wish.text)
  for (const sound of model.soundsDownwards()) {
    if (wish.text.trim() !== '' && !isMeant(sound.name)) continue
    const id = soundLane(sound.id)
    const channels = keyed(model, sound)
    const isOpen = channels.length > 0 && !wish.closed.has(id)
    yield {
      id,
      kind: 'sound',
      object: sound.holder,
      channels: [],
      label: sound.name,
      depth: 0,
      opens: channels.length > 0,
      open: isOpen,
    }
    for (const name of isOpen ? channels : [])
      yield {
        id: `${id}|${name}`,
        kind: 'channel',
        object: sound.holder,
        channels: [{ object: sound.holder, name }],
        label: `${specOf(sound.holder, name)!.fullName} of ${sound.name}`,
        depth: 1,
        opens: false,
        open: false,
      }
  }
}

const keyed = (model: SceneModel, { holder }: Sound) => model.animated(holder).map(({ name }) => name)
