import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { http, type BackdropPicture, type Edit } from '../api/http'
import type { BackdropMessage } from '../api/messages'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { facingNames, type Look } from '../stage/views'
import { firstOffset, numbered } from './backdropFiles'

/** Files that are sent at a time. */
const atOnce = 3

export type BackdropChange = Partial<Pick<BackdropMessage, 'on' | 'fit' | 'opacity' | 'offset' | 'x' | 'y' | 'width'>>

/** The pictures behind views and cameras: what is done to them, and those on their way to the server. */
export const useBackdrops = defineStore('backdrops', () => {
  const scene = useScene()
  const notices = useNotices()
  /** The files that are being sent. */
  const sending = shallowRef<{ done: number; all: number; place: string } | null>(null)
  let calledOff = new AbortController()

  const all = computed(() => {
    void scene.rowsVersion
    return new Map([...scene.model.backdrops.values()].map((each) => [each.camera ?? each.view!, each] as const))
  })
  /** What stands behind what a view looks from. */
  const of = (look: Look): BackdropMessage | undefined => all.value.get(look)

  const nameOf = (look: Look) =>
    typeof look === 'string' ? facingNames[look] : (scene.model.objects.get(look)?.name ?? 'the camera')
  const placeOf = (look: Look) => (typeof look === 'string' ? { view: look } : { camera: look })
  const editOf = (look: Look, change: BackdropChange): Edit => ({ edit: 'setBackdrop', ...placeOf(look), ...change })

  const change = (look: Look, to: BackdropChange) => void scene.edit(editOf(look, to))
  const remove = (look: Look) => void scene.edit({ edit: 'removeBackdrop', ...placeOf(look) })

  /** Sends files, and puts them behind what a view looks from once all are there: all of them, or none. */
  async function bring(files: readonly File[], look: Look): Promise<void> {
    const { id } = scene
    if (id === null || files.length === 0) return
    if (sending.value) return void notices.problem('Other pictures are on their way; wait until they are there.')
    const { signal } = (calledOff = new AbortController())
    try {
      const chosen = numbered(files)
      sending.value = { done: 0, all: chosen.length, place: nameOf(look) }
      const pictures: BackdropPicture[] = []
      const waiting = chosen.entries()
      const send = async () => {
        for (const [place, { file, name, number }] of waiting) {
          const { asset } = await http.sendPicture(id, name, file, signal)
          // Called off, or another has failed, while this one was on its way.
          if (signal.aborted) return
          pictures[place] = { name, asset, number }
          sending.value = { ...sending.value!, done: sending.value!.done + 1 }
        }
      }
      await Promise.all(Array.from({ length: atOnce }, send))
      if (signal.aborted) return
      const offset = firstOffset(chosen, scene.settings.range, of(look)?.offset)
      await scene.edit({ edit: 'setBackdrop', ...placeOf(look), pictures, on: true, offset })
    } catch (wrong) {
      // The first that fails ends the others.
      if (!signal.aborted) notices.problem(wrong)
    } finally {
      calledOff.abort()
      sending.value = null
    }
  }
  const callOff = () => calledOff.abort()
  watch(() => scene.id, callOff)

  return { sending, of, nameOf, editOf, change, remove, bring, callOff }
})
