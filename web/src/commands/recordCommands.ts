import { useRecording } from '../record/recording'
import { useTakes } from '../record/takes'
import type { Command } from './command'

/** Recording motion, and what is made of takes. */
export function recordCommands(): Command[] {
  const recording = useRecording()
  const takes = useTakes()
  return [
    {
      group: 'Keys',
      title: 'Record motion by hand or by a device',
      keys: ['r'],
      shown: 'R',
      run: () => void (recording.isOpen = !recording.isOpen),
    },
    {
      group: 'Keys',
      title: 'Record: count in and start, or stop and keep',
      keys: ['Shift+Space'],
      shown: 'Shift Space',
      run: () => void recording.start(),
    },
    {
      group: 'Keys',
      title: 'Make keys of the newest take',
      lacks: () => (takes.newest ? null : 'There is no take yet; record one first.'),
      run: () => void (recording.landing = [takes.newest!.id]),
    },
  ]
}
