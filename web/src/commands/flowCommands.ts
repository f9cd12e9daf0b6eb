import { useDesk } from '../desk/deskStore'
import { useFlowDialogs } from '../flow/flowDialogs'
import { useWarps } from '../flow/warps'
import { switching, type Command } from './command'
import { useLacking } from './lacking'

/** Warps and the flow of time. */
export function flowCommands(): Command[] {
  const warps = useWarps()
  const dialogs = useFlowDialogs()
  const lacking = useLacking()
  const desk = useDesk()

  const onWarp = (act: (warp: number) => string | void) => ({ lacks: lacking.warp, run: () => act(warps.meant()!) })

  const commands: Omit<Command, 'group'>[] = [
    { title: 'Add a warp for the scene', run: () => void warps.addForScene() },
    { title: 'Add a warp for the selected objects', lacks: lacking.objects, run: () => void warps.addForObjects() },
    {
      title: 'Add a warp for the channels of the selected keys',
      lacks: lacking.keys,
      run: () => void warps.addForChannels(),
    },
    { title: 'Add a warp point at the playhead', keys: ['w'], shown: 'W', run: () => void warps.addPoint() },
    { title: 'Select the warp point before', keys: ['['], shown: '[', run: () => warps.selectPoint(-1) },
    { title: 'Select the next warp point', keys: [']'], shown: ']', run: () => warps.selectPoint(1) },
    { title: 'Retime a part…', keys: ['Shift+W'], shown: 'Shift W', run: () => void warps.retime() },
    {
      title: 'Show keys where they are played, or in source',
      keys: ['Shift+S'],
      shown: 'Shift S',
      ...switching(
        () => (desk.played = !desk.played),
        'Keys are shown where they are played.',
        'Keys are shown in source.',
      ),
    },
    { title: 'Switch the warp on or off', ...onWarp((warp) => void warps.toggle(warp)) },
    { title: 'Bake the warp into keys…', ...onWarp((warp) => dialogs.ask({ kind: 'bake', warp })) },
    { title: 'Play on twos, threes…', run: () => dialogs.ask({ kind: 'step' }) },
    { title: 'Speed of the whole scene…', run: () => dialogs.ask({ kind: 'sceneSpeed' }) },
  ]
  return commands.map((command) => ({ group: 'Time flow', ...command }))
}
