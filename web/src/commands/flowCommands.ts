import { useDesk } from '../desk/deskStore'
import { useFlowDialogs } from '../flow/flowDialogs'
import { useWarps } from '../flow/warps'
import { useNotices } from '../scene/notices'
import type { Command } from './command'

/** Warps and the flow of time. */
export function flowCommands(): Command[] {
  const warps = useWarps()
  const dialogs = useFlowDialogs()
  const notices = useNotices()
  const desk = useDesk()

  /** Does something with the warp that is meant, if there is one. */
  const withWarp = (act: (warp: number) => void) => () => {
    const warp = warps.meant()
    if (warp !== null) act(warp)
    else notices.say('There is no warp yet; add one first.')
  }

  const commands: Omit<Command, 'group'>[] = [
    { title: 'Add a warp for the scene', run: () => void warps.addForScene() },
    { title: 'Add a warp for the selected objects', run: () => void warps.addForObjects() },
    { title: 'Add a warp for the channels of the selected keys', run: () => void warps.addForChannels() },
    { title: 'Add a warp point at the playhead', keys: ['w'], shown: 'W', run: () => void warps.addPoint() },
    { title: 'Select the warp point before', keys: ['['], shown: '[', run: () => warps.selectPoint(-1) },
    { title: 'Select the next warp point', keys: [']'], shown: ']', run: () => warps.selectPoint(1) },
    { title: 'Retime a part…', keys: ['Shift+W'], shown: 'Shift W', run: () => void warps.retime() },
    {
      title: 'Show keys where they are played, or in source',
      keys: ['Shift+S'],
      shown: 'Shift S',
      run: () => (desk.played = !desk.played),
    },
    { title: 'Switch the warp on or off', run: withWarp(warps.toggle) },
    { title: 'Bake the warp into keys…', run: withWarp((warp) => dialogs.ask({ kind: 'bake', warp })) },
    { title: 'Speed of the whole scene…', run: () => dialogs.ask({ kind: 'sceneSpeed' }) },
  ]
  return commands.map((command) => ({ group: 'Time flow', ...command }))
}
