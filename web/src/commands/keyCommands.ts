import type { Interpolation } from '../api/http'
import { useSpeeds } from '../curves/speeds'
import { useArranging } from '../desk/arranging'
import { useChoosingKeys } from '../desk/choosingKeys'
import { useShowAll, useShowKeys } from '../desk/chosenFrames'
import { useDeskKeyboard } from '../desk/deskKeyboard'
import { useDesk } from '../desk/deskStore'
import { useKeyClipboard } from '../desk/keyClipboard'
import { useKeyDialogs } from '../desk/keyDialogs'
import { useTimeView } from '../desk/timeView'
import { useChoice } from '../scene/choice'
import { interpolations } from '../scene/keys'
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
  const showAll = useShowAll()
  const playhead = usePlayhead()
  const speeds = useSpeeds()
  const deleteChosen = useDeletion()

  /** Runs something on the chosen keys, if there are any. */
  const onKeys = (act: () => void) => () => {
    if (choice.keyCount) act()
    else notices.say('Choose some keys on the desk first.')
  }

  /** Moves the chosen clips or, with none chosen, the chosen keys. */
  const nudge = (frames: number) => async () => {
    if (!choice.clips.size && !choice.keyCount) {
      notices.say('Choose some keys or a clip on the desk first.')
      return
    }
    const kept = choice.clips.size
      ? await scene.edit({ edit: 'movePlacedClips', placed: [...choice.clips], frames })
      : await arranging.onChosen((keys) => ({ edit: 'moveKeys', keys, frames, ripple: false }))
    if (!kept) return
    keyboard.follow(frames * scene.settings.ticksPerFrame)
    keyboard.said = `Moved by ${frames} ${Math.abs(frames) === 1 ? 'frame' : 'frames'}`
  }

  const keys: Omit<Command, 'group'>[] = [
    { title: 'Key what is chosen', keys: ['n'], shown: 'N', run: () => keying.keyChosen() },
    { title: 'Key all transforms', keys: ['Shift+N'], shown: 'Shift N', run: keying.keyAll },
    { title: 'Auto-key on or off', keys: ['a'], shown: 'A', run: autoKey.toggle },
    {
      title: 'Delete the chosen keys or clips, or the chosen objects',
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
    { title: 'Nudge keys or clips a frame earlier', keys: [','], shown: ',', run: nudge(-1) },
    { title: 'Nudge keys or clips a frame later', keys: ['.'], shown: '.', run: nudge(1) },
    { title: 'Nudge keys or clips ten frames earlier', keys: ['Shift+Comma'], shown: 'Shift ,', run: nudge(-10) },
    { title: 'Nudge keys or clips ten frames later', keys: ['Shift+Period'], shown: 'Shift .', run: nudge(10) },
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
    { title: 'Let go of values that are not keyed', run: pending.clear },
  ]
  const insertHere = () => {
    const lanes = choice.keyCount
      ? choice.keySets().map(({ object, channel }) => ({ object, channel }))
      : [...choice.objects].flatMap((id) => {
          const object = scene.model.objects.get(id)
          return object ? scene.model.animated(object).map(({ name }) => ({ object: id, channel: name })) : []
        })
    if (lanes.length) void arranging.make({ edit: 'insertKeys', frame: playhead.frame, channels: lanes }, [])
    else notices.say('Choose an object or some keys whose curves get a key here.')
  }

  /** Takes the chosen keys out and tells how far the curve is off then. */
  async function deleteKeepingShape(): Promise<void> {
    // What cannot be done says so when it is tried.
    const told = await scene
      .lookAheadCurves({ edit: 'deleteKeys', keys: choice.keySets(), keepShape: true })
      .catch(() => null)
    if (!(await arranging.onChosen((keys) => ({ edit: 'deleteKeys', keys, keepShape: true })))) return
    if (!told) return
    const off = `off by ${Number(told.difference.toPrecision(2))} at most, at frame ${Number(told.frame.toFixed(1))}`
    notices.say(told.channel ? `The shape is kept, ${off} of ${told.channel}.` : 'The shape is the same as before.')
  }

  const setModes = (modes: { in?: Interpolation; out?: Interpolation }) =>
    onKeys(() => void arranging.onChosen((keys) => ({ edit: 'setInterpolation', keys, ...modes })))

  const curves: Omit<Command, 'group'>[] = [
    ...interpolations.flatMap((mode, i) => [
      { title: `Leave ${mode}`, keys: [`Shift+Digit${i + 1}`], shown: `Shift ${i + 1}`, run: setModes({ out: mode }) },
      { title: `Arrive ${mode}`, keys: [`Alt+Digit${i + 1}`], shown: `Alt ${i + 1}`, run: setModes({ in: mode }) },
      {
        title: `Arrive and leave ${mode}`,
        keys: [`Alt+Shift+Digit${i + 1}`],
        shown: `Alt Shift ${i + 1}`,
        run: setModes({ in: mode, out: mode }),
      },
    ]),
    { title: 'Stay here, then jump to the next key', keys: ['h'], shown: 'H', run: setModes({ out: 'hold' }) },
    { title: 'Arrive here by a jump', keys: ['Shift+H'], shown: 'Shift H', run: setModes({ in: 'hold' }) },
    { title: 'Insert a key on the curve, keeping its shape', keys: ['i'], shown: 'I', run: insertHere },
    {
      title: 'Delete keys, keeping the shape',
      keys: ['Shift+Delete'],
      shown: 'Shift Delete',
      run: onKeys(() => void deleteKeepingShape()),
    },
    {
      title: 'Double the height of the lane',
      keys: ['d'],
      shown: 'D',
      run: () => {
        const lane = keyboard.cursor?.lane ?? desk.pointed ?? (choice.first === null ? null : String(choice.first))
        if (lane) desk.double(lane)
        else notices.say('Point at a lane, or choose an object.')
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
        if (!desk.toggleCurvesOnly()) notices.say('Choose objects that move, or some of their keys.')
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
