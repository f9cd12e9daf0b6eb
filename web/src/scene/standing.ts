import type { Directive } from 'vue'
import { useScene } from './sceneStore'

type Control = HTMLSelectElement | HTMLInputElement
type Value = string | number | boolean | null | undefined

const values = new WeakMap<Control, Value>()

function show(control: Control): void {
  const value = values.get(control)
  if (control instanceof HTMLInputElement) control.checked = value === true
  // A list that is open is left alone where it says what is so.
  else if (control.value !== String(value ?? '')) control.value = String(value ?? '')
}

/**
 * A select or tick that asks for an edit: it shows what is so, nothing as an empty text. What was asked for stands in it
 * only until that is made or refused.
 */
export const vStands: Directive<Control, Value> = {
  mounted(control, { value }) {
    values.set(control, value)
    show(control)
    const scene = useScene()
    control.addEventListener('change', () => void scene.settled().then(() => show(control)))
  },
  updated(control, { value }) {
    values.set(control, value)
    show(control)
  },
}
