import { shallowRef } from 'vue'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'

/** The fonts of texts, and what they look like. */
export const fontWords = {
  figtree: 'Figtree, plain and bold',
  lora: 'Lora, with serifs',
  rubik: 'Rubik, rounded',
  pacifico: 'Pacifico, as by a brush',
} as const

/** The text that has just been added: what it says is typed next. */
export const newText = shallowRef<number | null>(null)

/** What is done to the texts that are selected. */
export function useTexts() {
  const scene = useScene()
  const selection = useSelection()

  const selected = () => [...selection.objects].filter((id) => scene.model.objects.get(id)?.text)

  /** Makes a group of a text, with a text for each letter, and selects the letters: they are what is keyed next. */
  async function split(object: number): Promise<void> {
    const kept = await scene.edit({ edit: 'splitText', object })
    if (kept?.added.length) selection.select(kept.added)
  }

  return { selected, split }
}
