import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { useNotices } from '../scene/notices'
import { SoundClock } from './soundClock'

/** What this window is heard by. */
export const useAudio = defineStore('audio', () => {
  const notices = useNotices()
  /** Whether this window is heard. */
  const isOn = useStorage('zesty-sound', true)
  /** Whether the pitch stays where it is played faster or slower, or goes along. */
  const keepsPitch = useStorage('zesty-keeps-pitch', false)
  let context: AudioContext | null = null
  let clock: SoundClock | null = null

  /** Browsers let nothing be heard before something is pressed. @returns nothing where nothing can be heard. */
  function wake(): { context: AudioContext; clock: SoundClock } | null {
    try {
      context ??= new AudioContext({ latencyHint: 'interactive' })
    } catch {
      if (isOn.value) notices.problem('This browser lets no sound be heard: there is nothing to hear it by.')
      isOn.value = false
      return null
    }
    clock ??= new SoundClock(context)
    if (context.state === 'suspended') void context.resume()
    return { context, clock }
  }

  /** How far playing's clock is ahead of the page's, in milliseconds: sound, once it is heard, cannot be hurried. */
  const ahead = () => clock?.ahead() ?? 0
  /** What is heard by now, if anything is. */
  const running = () => (context?.state === 'running' ? context : null)

  return { isOn, keepsPitch, wake, ahead, running, made: () => context }
})
