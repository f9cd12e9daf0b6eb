import { useCueDialogs } from '../cues/cueDialogs'
import { useCues } from '../cues/cues'
import { useScene } from '../scene/sceneStore'
import type { Command } from './command'

/** Cues: motion that starts when something happens. */
export function cueCommands(): Command[] {
  const scene = useScene()
  const dialogs = useCueDialogs()
  const cues = useCues()
  return [
    {
      group: 'Cues',
      title: 'Start here, whenever this happens…',
      keys: ['Shift+C'],
      shown: 'Shift C',
      lacks: () => (cues.toStart().length ? null : 'Select what is to be started first.'),
      run: cues.add,
    },
    {
      group: 'Cues',
      title: 'Cues of the scene…',
      lacks: () => (scene.model.objects.size ? null : 'There is no object yet; add one first.'),
      run: () => dialogs.ask({ kind: 'list' }),
    },
  ]
}
