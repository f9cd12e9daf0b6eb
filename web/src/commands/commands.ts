import { useScene } from '../scene/sceneStore'
import { toggleScheme } from '../styles/scheme'
import type { Command } from './command'
import { clipCommands } from './clipCommands'
import { useFinder } from './finder'
import { flowCommands } from './flowCommands'
import { keyCommands } from './keyCommands'
import { objectCommands } from './objectCommands'
import { stageCommands } from './stageCommands'
import { timeCommands } from './timeCommands'

/** Everything that can be done in the workspace, once; the finder, the shortcuts and their list all come from here. */
export const workspaceCommands = (): Command[] => [
  ...timeCommands(),
  ...keyCommands(),
  ...flowCommands(),
  ...clipCommands(),
  ...objectCommands(),
  ...stageCommands(),
  ...sceneCommands(),
]

function sceneCommands(): Command[] {
  const scene = useScene()
  const finder = useFinder()
  return [
    { group: 'Scene', title: 'Undo', keys: ['$mod+z'], shown: 'Ctrl Z', run: () => void scene.undo() },
    {
      group: 'Scene',
      title: 'Redo',
      keys: ['$mod+Shift+Z', '$mod+y'],
      shown: 'Ctrl Shift Z',
      run: () => void scene.redo(),
    },
    { group: 'Scene', title: 'Light or dark scheme', run: toggleScheme },
    { group: 'Help', title: 'Find a command', keys: ['$mod+k'], shown: 'Ctrl K', run: () => (finder.finding = true) },
    { group: 'Help', title: 'List the shortcuts', keys: ['Shift+?'], shown: '?', run: () => (finder.listing = true) },
  ]
}
