import { useClipDialogs } from '../clips/clipDialogs'
import { useSelection } from '../scene/selection'
import type { Command } from './command'
import { useLacking } from './lacking'

/** Clips: short motions with a name. */
export function clipCommands(): Command[] {
  const selection = useSelection()
  const lacking = useLacking()
  const dialogs = useClipDialogs()

  const noKeys = () =>
    [...selection.owners].some((owner) => typeof owner === 'number')
      ? null
      : 'Select the keys that are to become a clip.'

  const commands: Omit<Command, 'group'>[] = [
    {
      title: 'Save the selected keys as a clip…',
      keys: ['e'],
      shown: 'E',
      lacks: noKeys,
      run: () => dialogs.ask('save'),
    },
    { title: 'Place a clip…', keys: ['Shift+E'], shown: 'Shift E', run: () => dialogs.ask('clips') },
    { title: 'Bake clips into keys…', lacks: lacking.clips, run: () => dialogs.ask('bake') },
  ]
  return commands.map((command) => ({ group: 'Clips', ...command }))
}
