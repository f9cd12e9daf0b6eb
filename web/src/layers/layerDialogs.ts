import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Edit, KeySet } from '../api/http'

/** What the dialog about layers is to write down: a layer into the one below it, all of them, or keys of the base into a new one. */
export type LayerDialog = { kind: 'down'; layer: number } | { kind: 'all' } | { kind: 'extract'; keys: KeySet[] }

/** The edit that a dialog makes. */
export function editOf(dialog: LayerDialog, tolerance: number): Edit {
  if (dialog.kind === 'down') return { edit: 'mergeLayerDown', layer: dialog.layer, tolerance }
  return dialog.kind === 'all'
    ? { edit: 'mergeAllLayers', tolerance }
    : { edit: 'extractKeys', keys: dialog.keys, tolerance }
}

/** Which dialog about layers is open. */
export const useLayerDialogs = defineStore('layerDialogs', () => {
  const asked = shallowRef<LayerDialog | null>(null)
  const ask = (dialog: LayerDialog) => (asked.value = dialog)
  const close = () => (asked.value = null)
  return { asked, ask, close }
})
