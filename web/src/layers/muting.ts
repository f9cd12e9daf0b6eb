import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'
import { useScene } from '../scene/sceneStore'
import { useFinder } from '../commands/finder'
import { useLayers } from './layers'

/** The key that shows the motion without the active layer for as long as it is held. */
export const muteKey = 'm'

/** While the key is held, the scene is shown without the active layer; nothing is changed. */
export function useMuting(): void {
  const scene = useScene()
  const layers = useLayers()
  const finder = useFinder()
  const isMuted = ref(false)

  useEventListener('keydown', (event) => {
    const target = event.target as HTMLElement
    if (event.key.toLowerCase() !== muteKey || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return
    if (finder.finding || finder.listing || target.closest('input:not([type=checkbox]), textarea, select, .modal.show'))
      return
    // What a hand tries is not taken from it.
    if (!layers.active || isMuted.value || scene.tried) return
    isMuted.value = true
    scene.tryEdit({ edit: 'setLayer', layer: layers.active.id, on: false })
  })
  function letGo(): void {
    if (!isMuted.value) return
    isMuted.value = false
    void scene.dropTry()
  }
  useEventListener('keyup', (event) => void (event.key.toLowerCase() === muteKey && letGo()))
  // Whoever goes elsewhere with the key held lets go of it there.
  useEventListener('blur', letGo)
}
