import { useClipDialogs } from '../clips/clipDialogs'
import { useSelection } from '../scene/selection'
import { useNotices } from '../scene/notices'
import type { Command } from './command'

/** Clips: short motions with a name. */
export function clipCommands(): Command[] {
  const selection = useSelection()
  const notices = useNotices()
  const dialogs = useClipDialogs()

  const save = () => {
    if (selection.keySets().some(({ object }) => typeof object === 'number')) dialogs.ask('save')
    else notices.say('Select the keys that are to become a clip.')
  }
  const bake = () => {
    if (selection.clips.size) dialogs.ask('bake')
    else notices.say('Select a clip on the desk first.')
  }

  const commands: Omit<Command, 'group'>[] = [
    { title: 'Save the selected keys as a clip…', keys: ['e'], shown: 'E', run: save },
    { title: 'Place a clip…', keys: ['Shift+E'], shown: 'Shift E', run: () => dialogs.ask('clips') },
    { title: 'Bake clips into keys…', run: bake },
  ]
  return commands.map((command) => ({ group: 'Clips', ...command }))
}
