import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import type { CopiedKeys } from '../api/http'
import { useSelection } from '../scene/selection'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useArranging } from './arranging'

export interface Pasting {
  /** Where they were, instead of at the playhead. */
  inPlace?: boolean
  mirrored?: boolean
}

/** Keys that were copied, whole, until others are. */
export const useKeyClipboard = defineStore('keyClipboard', () => {
  const scene = useScene()
  const selection = useSelection()
  const playhead = usePlayhead()
  const notices = useNotices()
  const arranging = useArranging()
  const copied = shallowRef<CopiedKeys | null>(null)
  const isEmpty = computed(() => copied.value === null)

  async function copy(): Promise<boolean> {
    if (selection.keyCount === 0) {
      notices.say('Select some keys on the desk first.')
      return false
    }
    try {
      copied.value = await scene.copyKeys(selection.keySets())
      return true
    } catch (wrong) {
      notices.problem(wrong)
      return false
    }
  }

  async function cut(): Promise<void> {
    const keys = selection.keySets()
    if (!(await copy())) return
    selection.clearKeys()
    await scene.edit({ edit: 'deleteKeys', keys })
  }

  /** Pastes on the objects that the keys are from or, where others are selected, on those. */
  async function paste({ inPlace = false, mirrored = false }: Pasting = {}): Promise<void> {
    if (!copied.value) {
      notices.say('Nothing has been copied; select keys and press Ctrl C.')
      return
    }
    const sources = new Set(copied.value.channels.map(({ object }) => object))
    const onOthers = selection.objects.size > 0 && ![...selection.objects].some((id) => sources.has(id))
    await arranging.make(
      {
        edit: 'pasteKeys',
        copied: copied.value,
        at: inPlace ? null : playhead.frame,
        onto: onOthers ? [...selection.objects] : null,
        mirrored,
      },
      [],
    )
  }

  return { isEmpty, copy, cut, paste }
})
