import { useDocumentVisibility } from '@vueuse/core'
import { onScopeDispose, watch } from 'vue'
import { useAudio } from './audio'
import type { SoundPieces } from './soundPieces'
import { SoundRun, type Course } from './soundRun'

/** What playing began with, or went on with. */
export interface Run {
  /** A moment of its clock, in milliseconds; see `useAudio().ahead`. */
  at: number
  /** The frame that it was on. */
  from: number
  way: 1 | -1
}

/**
 * Lets be heard what is played, from run to run.
 * @param run How it plays now; null while it does not, or is not to be heard.
 * @param course How the run goes on.
 * @param pieces What is heard of it, now.
 * @param silent Told once in a run that it plays backwards.
 */
export function useHeardRuns(
  run: () => Run | null,
  course: () => Omit<Course, 'keepsPitch'>,
  pieces: (context: AudioContext) => SoundPieces,
  silent: () => void,
) {
  const audio = useAudio()
  const visibility = useDocumentVisibility()
  let heard: SoundRun | null = null

  function end(): void {
    heard?.end()
    heard = null
  }

  function begin(): void {
    end()
    const now = run()
    if (!now || visibility.value === 'hidden') return
    if (now.way === -1) return silent()
    const woken = audio.wake()
    if (!woken) return
    const { context, clock } = woken
    heard = new SoundRun(
      context,
      now.from,
      clock.contextAt(now.at),
      { ...course(), keepsPitch: audio.keepsPitch },
      () => pieces(context),
      silent,
    )
  }

  // Who does not see the page has its timers slowed down: what is heard would have gaps.
  watch([run, visibility, () => audio.keepsPitch], begin, { flush: 'sync' })
  onScopeDispose(end)

  return { /** There is more to be laid down. */ lay: () => heard?.lay(), begin, end }
}
