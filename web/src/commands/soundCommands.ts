import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useSounds } from '../sound/sounds'
import { useTimeDialogs } from '../timebar/timeDialogs'
import type { Command } from './command'
import { hearingCommands } from './hearingCommands'

/** Sounds on the desk. */
export function soundCommands(): Command[] {
  const selection = useSelection()
  const sounds = useSounds()
  const dialogs = useTimeDialogs()
  const scene = useScene()
  const lacks = () => (selection.sounds.size ? null : 'Select a sound on the desk first.')
  const trim = (end: 'start' | 'end'): Command => ({
    group: 'Sound',
    title: end === 'start' ? 'Trim the sound: it starts at the playhead' : 'Trim the sound: it ends at the playhead',
    lacks: () => lacks() ?? (sounds.cutHere(end) ? null : `It ${end}s there already, or cannot.`),
    run: () => {
      const edit = sounds.cutHere(end)
      if (edit) void scene.edit(edit)
    },
  })
  return [
    { group: 'Sound', title: 'Add sounds from files', run: () => sounds.choose() },
    {
      group: 'Sound',
      title: 'Find the beats of the selected sounds…',
      lacks,
      run: () => dialogs.ask({ kind: 'beats', sounds: [...selection.sounds] }),
    },
    trim('start'),
    trim('end'),
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
