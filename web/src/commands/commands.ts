import { useSteps } from '../workspace/steps'
import { toggleScheme } from '../styles/scheme'
import type { Command } from './command'
import { bakeCommands } from './bakeCommands'
import { checkCommands } from './checkCommands'
import { clipCommands } from './clipCommands'
import { cueCommands } from './cueCommands'
import { curveCommands } from './curveCommands'
import { deformCommands } from './deformCommands'
import { soundCommands } from './soundCommands'
import { textCommands } from './textCommands'
import { useBringIn } from '../incoming/bringIn'
import { useTableDialog } from '../tables/tableDialog'
import { useOutgoing } from '../outgoing/outgoing'
import { useFinder } from './finder'
import { flowCommands } from './flowCommands'
import { jointCommands } from './jointCommands'
import { looseCommands } from './looseCommands'
import { keyCommands } from './keyCommands'
import { layerCommands } from './layerCommands'
import { objectCommands } from './objectCommands'
import { pathCommands } from './pathCommands'
import { recordCommands } from './recordCommands'
import { sampleCommands } from './sampleCommands'
import { stageCommands } from './stageCommands'
import { timeCommands } from './timeCommands'
import { trailCommands } from './trailCommands'
import { workingCommands } from './workingCommands'

/** Everything that can be done in the workspace, once; the finder, the shortcuts and their list all come from here. */
export const workspaceCommands = (): Command[] => [
  ...timeCommands(),
  ...keyCommands(),
  ...bakeCommands(),
  ...curveCommands(),
  ...flowCommands(),
  ...clipCommands(),
  ...layerCommands(),
  ...objectCommands(),
  ...jointCommands(),
  ...looseCommands(),
  ...deformCommands(),
  ...textCommands(),
  ...soundCommands(),
  ...pathCommands(),
  ...cueCommands(),
  ...recordCommands(),
  ...checkCommands(),
  ...workingCommands(),
  ...trailCommands(),
  ...stageCommands(),
  ...sceneCommands(),
  ...sampleCommands(),
]

function sceneCommands(): Command[] {
  const outgoing = useOutgoing()
  const table = useTableDialog()
  const bringIn = useBringIn()
  const finder = useFinder()
  const steps = useSteps()
  return [
    {
      group: 'Scene',
      title: 'Send out…',
      keys: ['Shift+X'],
      shown: 'Shift X',
      run: () => void (outgoing.isOpen = true),
    },
    {
      group: 'Scene',
      title: 'Bring in objects of a file…',
      keys: ['Shift+I'],
      shown: 'Shift I',
      run: () => bringIn.open(),
    },
    { group: 'Scene', title: 'Bring in a table of motion (CSV)…', run: () => table.open() },
    { group: 'Scene', title: 'Undo', keys: ['$mod+z'], shown: 'Ctrl Z', run: steps.undo },
    {
      group: 'Scene',
      title: 'Redo',
      keys: ['$mod+Shift+Z', '$mod+y'],
      shown: 'Ctrl Shift Z',
      run: steps.redo,
    },
    { group: 'Scene', title: 'Light or dark scheme', run: toggleScheme },
    {
      group: 'Help',
      title: 'Find a command',
      keys: ['$mod+k'],
      shown: 'Ctrl K',
      run: () => void (finder.finding = true),
    },
    {
      group: 'Help',
      title: 'List the shortcuts',
      keys: ['Shift+?'],
      shown: '?',
      run: () => void (finder.listing = true),
    },
  ]
}
