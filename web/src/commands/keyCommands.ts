import type { Interpolation } from '../api/http'
import { useSpeeds } from '../curves/speeds'
import { useArranging } from '../desk/arranging'
import { useSelectingKeys } from '../desk/selectingKeys'
import { useShowAll, useShowKeys } from '../desk/selectedFrames'
import { useDeskKeyboard } from '../desk/deskKeyboard'
import { useDesk } from '../desk/deskStore'
import { useKeyClipboard } from '../desk/keyClipboard'
import { useKeyDialogs } from '../desk/keyDialogs'
import { useTimeView } from '../desk/timeView'
import { useSelection } from '../scene/selection'
import { interpolations } from '../api/messages'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useAutoKey } from '../values/autoKey'
import { useKeying } from '../values/keying'
import { usePending } from '../values/pending'
import type { Command } from './command'
import { useDeletion } from './deletion'

/** Keys and the desk that they stand on. */
export function keyCommands(): Command[] {
  const scene = useScene()
  const selection = useSelection()
  const notices = useNotices()
  const pending = usePending()
  const keying = useKeying()
  const autoKey = useAutoKey()
  const view = useTimeView()
  const desk = useDesk()
  const clipboard = useKeyClipboard()
  const selecting = useSelectingKeys()
  const arranging = useArranging()
  const keyboard = useDeskKeyboard()
  const dialogs = useKeyDialogs()
  const showKeys = useShowKeys()
  const showAll = useShowAll()
  const playhead = usePlayhead()
  const speeds = useSpeeds()
  const deleteSelected = useDeletion()

  /** Runs something on the selected keys, if there are any. */
  const onKeys = (act: () => void) => () => {
    if (selection.keyCount) act()
    else notices.say('Select some keys on the desk first.')
  }

  /** Moves the selected clips or, with none selected, the selected keys. */
  const nudge = (frames: number) => async () => {
    if (!selection.clips.size && !selection.keyCount) {
      notices.say('Select some keys or a clip on the desk first.')
      return
    }
    const kept = selection.clips.size
      ? await scene.edit({ edit: 'movePlacedClips', placed: [...selection.clips], frames })
      : await arranging.onSelected((keys) => ({ edit: 'moveKeys', keys, frames, ripple: false }))
    if (!kept) return
    keyboard.follow(frames * scene.settings.ticksPerFrame)
    keyboard.said = `Moved by ${frames} ${Math.abs(frames) === 1 ? 'frame' : 'frames'}`
  }

  const keys: Omit<Command, 'group'>[] = [
    { title: 'Key what is selected', keys: ['n'], shown: 'N', run: () => keying.keySelected() },
    { title: 'Key all transforms', keys: ['Shift+N'], shown: 'Shift N', run: keying.keyAll },
    { title: 'Auto-key on or off', keys: ['a'], shown: 'A', run: autoKey.toggle },
    {
      title: 'Delete the selected keys or clips, or the selected objects',
      keys: ['Delete', 'Backspace'],
      shown: 'Delete',
      run: deleteSelected,
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
    { title: 'Nudge keys or clips a frame earlier', keys: [','], shown: ',', run: nudge(-1) },
    { title: 'Nudge keys or clips a frame later', keys: ['.'], shown: '.', run: nudge(1) },
    { title: 'Nudge keys or clips ten frames earlier', keys: ['Shift+Comma'], shown: 'Shift ,', run: nudge(-10) },
    { title: 'Nudge keys or clips ten frames later', keys: ['Shift+Period'], shown: 'Shift .', run: nudge(10) },
    { title: 'Select all keys', keys: ['$mod+Shift+A'], shown: 'Ctrl Shift A', run: selecting.all },
    { title: 'Select all keys from here on', run: selecting.fromHereOn },
    { title: 'Select all keys up to here', run: selecting.upToHere },
    { title: 'Select all keys at this frame', run: selecting.atThisFrame },
    { title: 'Invert the selection of keys', run: selecting.invert },
    { title: 'Put the selected keys on whole frames…', run: onKeys(() => dialogs.ask({ kind: 'onFrames' })) },
    { title: 'Dragged keys stay on whole frames, or not', run: () => (desk.snaps = !desk.snaps) },
    {
      title: 'Hold the pose of the selected objects…',
      run: () =>
        selection.objects.size ? dialogs.ask({ kind: 'hold' }) : notices.say('Select the objects whose pose is held.'),
    },
    { title: 'Add a lead before the motion…', run: () => dialogs.ask({ kind: 'lead' }) },
    { title: 'Let go of values that are not keyed', run: pending.clear },
  ]
  const insertHere = () => {
    const lanes = selection.keyCount
      ? selection.keySets().map(({ object, channel }) => ({ object, channel }))
      : [...selection.objects].flatMap((id) => {
          const object = scene.model.objects.get(id)
          return object ? scene.model.animated(object).map(({ name }) => ({ object: id, channel: name })) : []
        })
    if (lanes.length) void arranging.make({ edit: 'insertKeys', frame: playhead.frame, channels: lanes }, [])
    else notices.say('Select an object or some keys whose curves get a key here.')
  }

  /** Takes the selected keys out and tells how far the curve is off then. */
  async function deleteKeepingCurve(): Promise<void> {
    // What cannot be done says so when it is tried.
    const told = await scene
      .lookAheadCurves({ edit: 'deleteKeys', keys: selection.keySets(), keepCurve: true })
      .catch(() => null)
    if (!(await arranging.onSelected((keys) => ({ edit: 'deleteKeys', keys, keepCurve: true })))) return
    if (!told) return
    const off = `off by ${Number(told.difference.toPrecision(2))} at most, at frame ${Number(told.frame.toFixed(1))}`
    notices.say(told.channel ? `The curve is kept, ${off} of ${told.channel}.` : 'The curve is the same as before.')
  }

  const setModes = (modes: { in?: Interpolation; out?: Interpolation }) =>
    onKeys(() => void arranging.onSelected((keys) => ({ edit: 'setInterpolation', keys, ...modes })))

  const curves: Omit<Command, 'group'>[] = [
    ...interpolations.flatMap((mode, i) => [
      { title: `Out: ${mode}`, keys: [`Shift+Digit${i + 1}`], shown: `Shift ${i + 1}`, run: setModes({ out: mode }) },
      { title: `In: ${mode}`, keys: [`Alt+Digit${i + 1}`], shown: `Alt ${i + 1}`, run: setModes({ in: mode }) },
      {
        title: `In and out: ${mode}`,
        keys: [`Alt+Shift+Digit${i + 1}`],
        shown: `Alt Shift ${i + 1}`,
        run: setModes({ in: mode, out: mode }),
      },
    ]),
    { title: 'Stay here, then jump to the next key', keys: ['h'], shown: 'H', run: setModes({ out: 'hold' }) },
    { title: 'Come in to this key by a jump', keys: ['Shift+H'], shown: 'Shift H', run: setModes({ in: 'hold' }) },
    { title: 'Insert a key on the curve without changing it', keys: ['i'], shown: 'I', run: insertHere },
    {
      title: 'Delete keys, keeping the curve',
      keys: ['Shift+Delete'],
      shown: 'Shift Delete',
      run: onKeys(() => void deleteKeepingCurve()),
    },
    {
      title: 'Double the height of the lane',
      keys: ['d'],
      shown: 'D',
      run: () => {
        const lane =
          keyboard.cursor?.lane ?? desk.pointed ?? (selection.first === null ? null : String(selection.first))
        if (lane) desk.double(lane)
        else notices.say('Point at a lane, or select an object.')
      },
    },
    {
      title: 'Make the lane slim',
      keys: ['Shift+D'],
      shown: 'Shift D',
      run: () => desk.pointed && desk.pull(desk.pointed, 0),
    },
    {
      title: 'Curves only, or lanes',
      keys: ['v'],
      shown: 'V',
      run: () => {
        if (!desk.toggleCurvesOnly()) notices.say('Select objects that move, or some of their keys.')
      },
    },
    { title: 'Show speeds under the curves, or not', keys: ['s'], shown: 'S', run: () => (speeds.on = !speeds.on) },
    {
      title: 'Compare with the curves of earlier…',
      keys: ['c'],
      shown: 'C',
      run: () => dialogs.ask({ kind: 'compare' }),
    },
  ]

  return [
    ...curves.map((command) => ({ group: 'Curves', ...command })),
    ...keys.map((command) => ({ group: 'Keys', ...command })),
    { group: 'Desk', title: 'Show all frames and values', run: showAll },
    { group: 'Desk', title: 'Show the work range', run: view.showWork },
    { group: 'Desk', title: 'Show the selected keys', run: showKeys },
    {
      group: 'Desk',
      title: 'Name the selected objects…',
      run: () =>
        selection.objects.size
          ? dialogs.ask({ kind: 'namedSelection', id: null })
          : notices.say('Select the objects that get a name together.'),
    },
  ]
}
