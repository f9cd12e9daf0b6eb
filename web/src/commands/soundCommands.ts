import { useSelection } from '../scene/selection'
import { useSounds } from '../sound/sounds'
import { useTimeDialogs } from '../timebar/timeDialogs'
import type { Command } from './command'
import { hearingCommands } from './hearingCommands'

/** Sounds on the desk. */
export function soundCommands(): Command[] {
  const selection = useSelection()
  const sounds = useSounds()
  const dialogs = useTimeDialogs()
  const lacks = () => (selection.sounds.size ? null : 'Select a sound on the desk first.')
  return [
    { group: 'Sound', title: 'Add sounds from files', run: () => sounds.choose() },
    {
      group: 'Sound',
      title: 'Find the beats of the selected sounds…',
      lacks,
      run: () => dialogs.ask({ kind: 'beats', sounds: [...selection.sounds] }),
    },
    { group: 'Sound', title: 'Duplicate the selected sounds', lacks, run: () => void sounds.duplicate() },
    { group: 'Sound', title: 'Delete the selected sounds', lacks, run: () => sounds.remove() },
    {
      group: 'Sound',
      title: 'Save what is heard as a WAV file',
      lacks: () => (sounds.all.length ? null : 'There is no sound yet; add one first.'),
      run: () => sounds.saveHeard(),
    },
    ...hearingCommands(),
  ]
}
