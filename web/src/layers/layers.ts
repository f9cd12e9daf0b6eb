import { useSessionStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, watch } from 'vue'
import type { ChannelValue } from '../api/http'
import { layeredName } from '../scene/layered'
import { useNotices } from '../scene/notices'
import type { Layer } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'

/** Which layer takes the keys that are set in this window, and how far a change in it reaches. Kept in the browser, by scene. */
export const useLayers = defineStore('layers', () => {
  const scene = useScene()
  const kept = useSessionStorage<Record<string, number>>('zesty-layers', {})
  /** How many frames before and after a change it has faded out; null while it has no end. */
  const reach = useSessionStorage<number | null>('zesty-reach', null, {
    serializer: { read: (text) => Number(text) || null, write: String },
  })

  /** The layers from the highest down, as they are shown. */
  const downwards = computed<readonly Layer[]>(() => {
    void scene.structureVersion
    return scene.model.layersUpwards().reverse()
  })
  /** The layer that takes keys; null where it is the base. */
  const active = computed<Layer | null>(() => {
    const id = kept.value[String(scene.id)]
    return downwards.value.find((layer) => layer.id === id) ?? null
  })
  /** What people call it. */
  const name = computed(() => active.value?.name ?? 'Base')
  const isSolo = computed(() => downwards.value.some(({ solo }) => solo))
  /** Whether a layer is passed over, being off or another solo. */
  const isPassedOver = (layer: Layer) => !layer.on || (isSolo.value && !layer.solo)

  /** The layer that went while it was active; it is so again where it comes back before another is chosen. */
  let gone: { scene: number | null; layer: number } | null = null

  function activate(layer: number | null): void {
    gone = null
    const others = Object.entries(kept.value).filter(([id]) => id !== String(scene.id))
    kept.value = Object.fromEntries(layer === null ? others : [...others, [String(scene.id), layer]])
  }

  // Whoever works in a layer hears of it when it goes, or comes back: keys go elsewhere from then on.
  const tell = (text: string) => useNotices().say(text, undefined, 'the active layer')
  watch(active, (now, before) => {
    if (!before || now || kept.value[String(scene.id)] !== before.id || scene.model.layers.has(before.id)) return
    tell(`${before.name} is not there any more. Keys go to the base.`)
    activate(null)
    gone = { scene: scene.id, layer: before.id }
  })
  watch(downwards, (layers) => {
    const back = gone?.scene === scene.id ? layers.find(({ id }) => id === gone?.layer) : undefined
    if (!back) return
    activate(back.id)
    tell(`${back.name} is back. Keys go to it again.`)
  })

  /** The one above or below the active one. */
  function step(up: boolean): void {
    const order = [null, ...downwards.value.map(({ id }) => id).reverse()]
    const at = order.indexOf(active.value?.id ?? null) + (up ? 1 : -1)
    if (at >= 0 && at < order.length) activate(order[at]!)
  }

  /** The name under which an object's channel has its keys in the active layer. */
  const nameOf = (object: unknown, channel: string) =>
    typeof object === 'number' ? layeredName(active.value?.id ?? null, channel) : channel

  /** Channels as edits of the active layer name them. */
  const inActive = <T extends ChannelValue>(values: readonly T[]): T[] =>
    values.map((value) => ({ ...value, channel: nameOf(value.object, value.channel) }))

  /** How far changes reach now: only what is added can fade out. */
  const reaches = computed(() => (active.value?.mode === 'add' ? reach.value : null))

  return { downwards, active, name, isPassedOver, activate, step, nameOf, inActive, reach, reaches }
})
