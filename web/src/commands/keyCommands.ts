import { useArranging } from '../desk/arranging'
import { useChoosingKeys } from '../desk/choosingKeys'
import { useShowKeys } from '../desk/chosenFrames'
import { useDeskKeyboard } from '../desk/deskKeyboard'
import { useDesk } from '../desk/deskStore'
import { useKeyClipboard } from '../desk/keyClipboard'
import { useKeyDialogs } from '../desk/keyDialogs'
import { useTimeView } from '../desk/timeView'
import { useChoice } from '../scene/choice'
import { interpolations } from '../scene/keys'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { useAutoKey } from '../values/autoKey'
import { useKeying } from '../values/keying'
import { usePending } from '../values/pending'
import type { Command } from './command'
import { useDeletion } from './deletion'

/** Keys and the desk that they stand on. */
export function keyCommands(): Command[] {
  const scene = useScene()
  const choice = useChoice()
  const notices = useNotices()
  const pending = usePending()
  const keying = useKeying()
  const autoKey = useAutoKey()
  const view = useTimeView()
  const desk = useDesk()
  const clipboard = useKeyClipboard()
  const choosing = useChoosingKeys()
  const arranging = useArranging()
  const keyboard = useDeskKeyboard()
  const dialogs = useKeyDialogs()
  const showKeys = useShowKeys()
  const deleteChosen = useDeletion()

  /** Runs something on the chosen keys, if there are any. */
  const onKeys = (act: () => void) => () => {
    if (choice.keyCount) act()
    else notices.say('Choose some keys on the desk first.')
  }

  const nudge = (frames: number) =>
    onKeys(async () => {
      const kept = await arranging.onChosen((keys) => ({ edit: 'moveKeys', keys, frames, ripple: false }))
      if (!kept) return
      keyboard.follow(frames * scene.settings.ticksPerFrame)
      keyboard.said = `Moved by ${frames} ${Math.abs(frames) === 1 ? 'frame' : 'frames'}`
    })

  const keys: Omit<Command, 'group'>[] = [
    { title: 'Key what is chosen', keys: ['n'], shown: 'N', run: () => keying.keyChosen() },
    { title: 'Key all transforms', keys: ['Shift+N'], shown: 'Shift N', run: keying.keyAll },
    { title: 'Auto-key on or off', keys: ['a'], shown: 'A', run: autoKey.toggle },
    {
      title: 'Delete the chosen keys, or the chosen objects',
      keys: ['Delete', 'Backspace'],
      shown: 'Delete',
      run: deleteChosen,
    },
    { title: 'Copy keys', keys: ['$mod+c'], shown: 'Ctrl C', run: () => void clipboard.copy() },
    { title: 'Cut keys', keys: ['$mod+x'], shown: 'Ctrl X', run: () => void clipboard.cut() },
    { title: 'Paste keys at the playhead', keys: ['$mod+v'], shown: 'Ctrl V', run: () => void clipboard.paste() },
    {
      title: 'Paste keys where they were',
      keys: ['$mod+Shift+V'],
      shown: 'Ctrl Shift V',
      run: () => void clipboard.paste({ inPlace: true }),
    },
    { title: 'Paste keys mirrored in time', run: () => void clipboard.paste({ mirrored: true }) },
    { title: 'Nudge keys a frame earlier', keys: [','], shown: ',', run: nudge(-1) },
    { title: 'Nudge keys a frame later', keys: ['.'], shown: '.', run: nudge(1) },
    { title: 'Nudge keys ten frames earlier', keys: ['Shift+Comma'], shown: 'Shift ,', run: nudge(-10) },
    { title: 'Nudge keys ten frames later', keys: ['Shift+Period'], shown: 'Shift .', run: nudge(10) },
    { title: 'Choose all keys', keys: ['$mod+Shift+A'], shown: 'Ctrl Shift A', run: choosing.all },
    { title: 'Choose all keys from here on', run: choosing.fromHereOn },
    { title: 'Choose all keys up to here', run: choosing.upToHere },
    { title: 'Choose all keys at this frame', run: choosing.atThisFrame },
    { title: 'Invert the choice of keys', run: choosing.invert },
    { title: 'Put the chosen keys on whole frames…', run: onKeys(() => dialogs.ask({ kind: 'onFrames' })) },
    { title: 'Dragged keys stay on whole frames, or not', run: () => (desk.snaps = !desk.snaps) },
    {
      title: 'Hold the pose of the chosen objects…',
      run: () =>
        choice.objects.size ? dialogs.ask({ kind: 'hold' }) : notices.say('Choose the objects whose pose is held.'),
    },
    { title: 'Add a lead before the motion…', run: () => dialogs.ask({ kind: 'lead' }) },
    ...interpolations.map((mode) => ({
      title: `Arrive and leave ${mode}`,
      run: onKeys(() => void arranging.onChosen((keys) => ({ edit: 'setInterpolation', keys, in: mode, out: mode }))),
    })),
    { title: 'Let go of values that are not keyed', run: pending.clear },
  ]
  return [
    ...keys.map((command) => ({ group: 'Keys', ...command })),
    { group: 'Desk', title: 'Show all frames', run: view.showAll },
    { group: 'Desk', title: 'Show the work range', run: view.showWork },
    { group: 'Desk', title: 'Show the chosen keys', run: showKeys },
    {
      group: 'Desk',
      title: 'Name the chosen objects…',
      run: () =>
        choice.objects.size
          ? dialogs.ask({ kind: 'namedChoice', id: null })
          : notices.say('Choose the objects that get a name together.'),
    },
  ]
}
