import { useClipDialogs } from '../clips/clipDialogs'
import { useChoice } from '../scene/choice'
import { useNotices } from '../scene/notices'
import type { Command } from './command'

/** Clips: short motions with a name. */
export function clipCommands(): Command[] {
  const choice = useChoice()
  const notices = useNotices()
  const dialogs = useClipDialogs()

  const save = () => {
    if (choice.keySets().some(({ object }) => object > 0)) dialogs.ask('save')
    else notices.say('Choose the keys that are to become a clip.')
  }
  const write = () => {
    if (choice.clips.size) dialogs.ask('write')
    else notices.say('Choose a clip on the desk first.')
  }

  const commands: Omit<Command, 'group'>[] = [
    { title: 'Save the chosen keys as a clip…', keys: ['e'], shown: 'E', run: save },
    { title: 'Place a clip…', keys: ['Shift+E'], shown: 'Shift E', run: () => dialogs.ask('clips') },
    { title: 'Write clips as keys…', run: write },
  ]
  return commands.map((command) => ({ group: 'Clips', ...command }))
}
