import { useAudio } from '../sound/audio'
import type { Command } from './command'

/** How this window is heard. */
export function hearingCommands(): Command[] {
  const audio = useAudio()
  return [
    { group: 'Sound', title: 'Hear sounds in this window, or not', run: () => void (audio.isOn = !audio.isOn) },
    {
      group: 'Sound',
      title: 'Keep the pitch of sound at other speeds, or let it go along',
      run: () => void (audio.keepsPitch = !audio.keepsPitch),
    },
  ]
}
