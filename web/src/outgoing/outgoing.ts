import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { http, type OutgoingFormatTold, type OutgoingRequest } from '../api/http'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { saveFile } from '../shared/saveFile'

/** How often it is asked how far a file is, in milliseconds. */
const often = 200

/** What was chosen last for what goes out; each format takes of it what it has. */
const usual = {
  format: '.zesty',
  only: 'everything' as 'everything' | 'selection',
  part: 'everything' as 'everything' | 'camerasAndLights' | 'motion',
  span: 'work' as 'work' | 'scene' | 'typed',
  from: 1,
  to: 120,
  step: 1,
  rate: 60,
  world: true,
  unit: 1,
  up: 'y' as 'y' | 'z',
  history: false,
}
/** A step of 0 stands for a rate of its own. */
export const ownRate = 0
export type OutgoingWish = typeof usual

/** Scenes that go out in open formats. */
export const useOutgoing = defineStore('outgoing', () => {
  const scene = useScene()
  const selection = useSelection()
  const isOpen = ref(false)
  const formats = shallowRef<OutgoingFormatTold[]>([])
  /** Why the formats are not here. */
  const lacking = ref('')
  const remembered = useStorage('zesty-outgoing', usual, undefined, { mergeDefaults: true })
  /** How far the file is that is being written; null where none is. */
  const share = ref<number | null>(null)
  let calledOff = new AbortController()

  // It is about the scene in which it was opened.
  watch(
    () => scene.id,
    () => (isOpen.value = false),
  )
  const cameras = computed(() => [...scene.model.objects.values()].filter(({ kind }) => kind === 'camera'))

  async function fetchFormats(): Promise<void> {
    lacking.value = ''
    if (formats.value.length > 0) return
    try {
      formats.value = await http.outgoingFormats()
    } catch (wrong) {
      lacking.value = (wrong as Error).message
    }
  }

  /** What is asked of the server: only what the format has a use for. */
  function requestOf(wish: OutgoingWish, format: OutgoingFormatTold, camera: number | null): OutgoingRequest {
    if (format.uses.includes('whole'))
      return { format: format.ending, history: format.uses.includes('history') && wish.history ? true : undefined }
    const [from, to] =
      wish.span === 'typed' ? [wish.from, wish.to] : scene.settings[wish.span === 'work' ? 'work' : 'range']
    const has = (use: string) => format.uses.includes(use)
    return {
      format: format.ending,
      objects: wish.only === 'selection' ? [...selection.objects] : [],
      from,
      to,
      part: has('part') && (has('shapes') || wish.part !== 'motion') ? wish.part : undefined,
      step: has('step') && wish.step !== ownRate ? wish.step : undefined,
      rate: has('step') && wish.step === ownRate ? String(wish.rate) : undefined,
      world: has('space') ? wish.world : undefined,
      unit: has('unit') ? wish.unit : undefined,
      up: has('up') ? wish.up : undefined,
      camera: has('camera') && camera !== null ? camera : undefined,
    }
  }

  /** Writes the file and saves it; says why not. Empty where it is saved, or was called off. */
  async function sendOut(request: OutgoingRequest, file: string): Promise<string> {
    const stop = (calledOff = new AbortController()).signal
    const name = crypto.randomUUID()
    share.value = 0
    const asking = setInterval(async () => {
      const told = await http.outgoingShare(name).catch(() => null)
      if (share.value !== null && typeof told === 'number') share.value = Math.max(share.value, told)
    }, often)
    try {
      await scene.settled()
      saveFile(await http.sendOut(scene.id!, request, name, stop), file)
      return ''
    } catch (wrong) {
      return stop.aborted ? '' : (wrong as Error).message
    } finally {
      clearInterval(asking)
      share.value = null
    }
  }

  const callOff = () => calledOff.abort()

  return {
    isOpen,
    formats,
    lacking,
    remembered,
    share,
    cameras,
    fetchFormats,
    requestOf,
    sendOut,
    callOff,
    wasCalledOff: () => calledOff.signal.aborted,
  }
})
