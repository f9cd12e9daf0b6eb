import type { Edit } from '../api/http'
import type { SoundMessage } from '../api/messages'
import { samplesOf, ticksOf, ticksPerSecond } from './soundTimes'

/** What of a sound can be cut: its ends, and where its fades end and begin. */
export type Cut = 'start' | 'end' | 'fadeIn' | 'fadeOut'

type Cuttable = Pick<SoundMessage, 'id' | 'rate' | 'start' | 'from' | 'to' | 'times' | 'samples' | 'fadeIn' | 'fadeOut'>

const seconds = (ticks: number) => `${(ticks / ticksPerSecond).toFixed(3)} s`

/** The edit by which a sound is cut at a time, in ticks, to the sample and as far as its file goes; none where it is so. With what is told of it. */
export function cutTo(sound: Cuttable, cut: Cut, to: number): { edit: Edit | null; told: string } {
  const set = (change: object): Edit => ({ edit: 'setSound', sound: sound.id, ...change }) as Edit
  const by = Math.round(samplesOf(sound, to - sound.start))
  const length = sound.to - sound.from
  if (cut === 'start') {
    const from = Math.min(Math.max(sound.from + by, 0), sound.to - 1)
    return {
      edit: from === sound.from ? null : set({ from }),
      told: `starts ${seconds(ticksOf(sound, from))} into the file`,
    }
  }
  if (cut === 'end') {
    const last = Math.min(Math.max(sound.from + by - (sound.times - 1) * length, sound.from + 1), sound.samples)
    return {
      edit: last === sound.to ? null : set({ to: last }),
      told: `ends ${seconds(ticksOf(sound, last))} into the file`,
    }
  }
  const all = length * sound.times
  if (cut === 'fadeIn') {
    const fadeIn = Math.min(Math.max(by, 0), sound.times === 0 ? length : all - sound.fadeOut)
    return {
      edit: fadeIn === sound.fadeIn ? null : set({ fadeIn }),
      told: `comes in over ${seconds(ticksOf(sound, fadeIn))}`,
    }
  }
  const fadeOut = Math.min(Math.max(all - by, 0), all - sound.fadeIn)
  return {
    edit: fadeOut === sound.fadeOut ? null : set({ fadeOut }),
    told: `goes out over ${seconds(ticksOf(sound, fadeOut))}`,
  }
}
