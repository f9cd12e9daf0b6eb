import { useFileDialog } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { http, type Edit } from '../api/http'
import { useNotices } from '../scene/notices'
import { soundKey } from '../scene/owners'
import { useSelection } from '../scene/selection'
import type { Sound } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { cutTo } from './soundCuts'
import { checkedSound, soundTypes } from './soundFiles'

export type SoundChange = Omit<Extract<Edit, { edit?: 'setSound' }>, 'edit' | 'sound'>

/** The sounds of the scene: what is done to them, and those on their way to the server. */
export const useSounds = defineStore('sounds', () => {
  const scene = useScene()
  const selection = useSelection()
  const playhead = usePlayhead()
  const notices = useNotices()
  /** The files that are being sent. */
  const sending = shallowRef<{ done: number; all: number; name: string } | null>(null)
  let calledOff = new AbortController()

  const all = computed<readonly Sound[]>(() => {
    void scene.rowsVersion
    return scene.model.soundsDownwards()
  })
  const isSolo = computed(() => all.value.some(({ solo }) => solo))
  /** Whether nothing is heard of a sound, wherever the playhead is. */
  const isSilent = (sound: Sound) => {
    const mute = sound.holder.channels.get('mute')
    return (isSolo.value && !sound.solo) || (mute !== undefined && mute.keys.count === 0 && mute.still >= 0.5)
  }

  /** The selected sound that was selected last. */
  const selected = computed(() => {
    const id = [...selection.sounds].at(-1)
    return id === undefined ? undefined : all.value.find((sound) => sound.id === id)
  })

  const change = (sound: number, to: SoundChange) => void scene.edit({ edit: 'setSound', sound, ...to })
  /** Sets, or where it is keyed keys, a channel of a sound. */
  function setChannel(sound: Sound, channel: string, value: number): void {
    const values = [{ object: soundKey(sound.id), channel, value }]
    const isKeyed = (sound.holder.channels.get(channel)?.keys.count ?? 0) > 0
    void scene.edit(
      (isKeyed ? { edit: 'keyChannels', frame: playhead.frame, values } : { edit: 'setValues', values }) as Edit,
    )
  }

  /** The edit by which an end of the selected sound comes to the playhead; none where it is there, or its file goes no further. */
  function cutHere(end: 'start' | 'end'): Edit | null {
    const sound = selected.value
    if (!sound || (end === 'end' && sound.times === 0)) return null
    return cutTo(sound, end, playhead.frame * scene.settings.ticksPerFrame).edit
  }

  function remove(): void {
    const sounds = [...selection.sounds]
    selection.clearSounds()
    void scene.edit({ edit: 'deleteSounds', sounds })
  }
  async function duplicate(): Promise<void> {
    const before = new Set(all.value.map(({ id }) => id))
    if (await scene.edit({ edit: 'duplicateSounds', sounds: [...selection.sounds] }))
      selection.selectSounds(all.value.map(({ id }) => id).filter((id) => !before.has(id)))
  }

  const files = useFileDialog({ accept: soundTypes, multiple: true, reset: true })
  files.onChange((chosen) => void bring([...(chosen ?? [])], playhead.frame))
  /** Asks which files are to be laid on the desk, from the playhead on. */
  const choose = () => files.open()

  /** Saves what is heard of the frames that are played as a WAV file. */
  async function saveHeard(): Promise<void> {
    await scene.settled()
    const link = document.createElement('a')
    link.href = http.wavAddress(scene.id!, playhead.range)
    link.download = ''
    link.click()
    notices.say(`What is heard from frame ${playhead.range[0]} to ${playhead.range[1]} is being saved.`)
  }

  /** Sends files, and lays each on a lane of its own once it is there, all from a frame on. */
  async function bring(files: readonly File[], frame: number): Promise<void> {
    const { id } = scene
    if (id === null || files.length === 0) return
    if (sending.value) return void notices.problem('Other sounds are on their way; wait until they are there.')
    const { signal } = (calledOff = new AbortController())
    const before = new Set(all.value.map((sound) => sound.id))
    try {
      const named = files.map((file) => ({ file, name: checkedSound(file) }))
      for (const [done, { file, name }] of named.entries()) {
        sending.value = { done, all: named.length, name }
        const taken = await http.sendSound(id, name, file, signal)
        if (signal.aborted) return
        const start = Math.round(frame * scene.settings.ticksPerFrame)
        if (!(await scene.edit({ edit: 'addSound', file: taken.file, start }))) return
      }
    } catch (wrong) {
      if (!signal.aborted) notices.problem(wrong)
    } finally {
      sending.value = null
      const came = all.value.map((sound) => sound.id).filter((sound) => !before.has(sound))
      if (scene.id === id && came.length) selection.selectSounds(came)
    }
  }
  const callOff = () => calledOff.abort()
  watch(() => scene.id, callOff)

  return {
    all,
    isSilent,
    selected,
    change,
    setChannel,
    cutHere,
    remove,
    duplicate,
    sending,
    choose,
    saveHeard,
    bring,
    callOff,
  }
})
