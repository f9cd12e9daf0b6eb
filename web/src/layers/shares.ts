import { shallowRef } from 'vue'
import { ownName } from '../scene/layered'
import { isObject, type Holder } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'

/** What base and layers give to a channel, in words, asked for when the pointer comes to it. */
export function useLayerShares(holder: () => Holder, channel: () => string) {
  const scene = useScene()
  const playhead = usePlayhead()
  const words = shallowRef('')
  let asked = 0

  const number = (value: number) => String(Number(value.toPrecision(4)))

  async function ask(): Promise<void> {
    const object = holder()
    const now = ++asked
    words.value = ''
    if (!isObject(object)) return
    const isLayered = [...object.channels].some(
      ([name, { keys }]) => name !== ownName(name) && ownName(name) === channel() && keys.count > 0,
    )
    if (!isLayered) return
    const shares = await scene.layerShares(object.id, channel(), playhead.readFrame).catch(() => [])
    if (now !== asked) return
    words.value = shares
      .map(({ layer, own, strength, after }) => {
        const known = scene.model.layers.get(layer)
        if (!known) return `Base: ${number(own)}`
        const part = strength === 1 ? '' : ` at ${number(strength * 100)} %`
        return `${known.name} ${known.mode === 'add' ? 'adds' : 'overrides with'} ${number(own)}${part}: ${number(after)}`
      })
      .join('\n')
  }

  return { words, ask }
}
