import type { Interpolation } from '../api/http'
import { useSpeeds } from '../curves/speeds'
import { cleanWays } from '../curves/cleanWays'
import { useToldCurve } from '../curves/toldCurve'
import { useArranging } from '../desk/arranging'
import { useSelectingKeys } from '../desk/selectingKeys'
import { useShowAll, useShowKeys } from '../desk/selectedFrames'
import { useDeskKeyboard } from '../desk/deskKeyboard'
import { useDesk } from '../desk/deskStore'
import { useClipboard } from '../desk/clipboard'
import { useKeyDialogs } from '../desk/keyDialogs'
import { useTimeView } from '../desk/timeView'
import { useSelection } from '../scene/selection'
import { interpolations } from '../api/messages'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useAutoKey } from '../values/autoKey'
import { useKeying } from '../values/keying'
import { useKeyPanel } from '../values/keyPanel'
import { usePending } from '../values/pending'
import { switching, type Command } from './command'
import { useDeletion } from './deletion'
import { useLacking } from './lacking'

/** Keys and the desk that they stand on. */
export function keyCommands(): Command[] {
  const scene = useScene()
  const selection = useSelection()
  const notices = useNotices()
  const inWords = useToldCurve()
  const pending = usePending()
  const keying = useKeying()
  const autoKey = useAutoKey()
  const view = useTimeView()
  const desk = useDesk()
  const clipboard = useClipboard()
  const selecting = useSelectingKeys()
  const arranging = useArranging()
  const keyboard = useDeskKeyboard()
  const dialogs = useKeyDialogs()
  const showKeys = useShowKeys()
  const showAll = useShowAll()
  const playhead = usePlayhead()
  const speeds = useSpeeds()
  const deleteSelected = useDeletion()
  const lacking = useLacking()
  const keyPanel = useKeyPanel()

  const autoKeying = switching(
    () => {
      autoKey.toggle()
      return autoKey.isOn
    },
    'Auto-key is on: what you change is keyed.',
    'Auto-key is off.',
  )

  function lackOfCopied(): string | null {
    if (!clipboard.keyed?.names.length) return 'Copy keys of an object first: select them and press Ctrl C.'
    return clipboard.keyed.objects.length ? null : 'Select the object that is to take them first.'
  }

  /** Moves the selected clips or sounds or, with none selected, the selected keys. */
  async function nudgeBy(frames: number): Promise<void> {
    const by = frames * scene.settings.ticksPerFrame
    const kept = selection.sounds.size
      ? await scene.edit({ edit: 'moveSounds', sounds: [...selection.sounds], by })
      : selection.clips.size
        ? await scene.edit({ edit: 'movePlacedClips', placed: [...selection.clips], frames })
        : await arranging.onSelected((keys) => ({ edit: 'moveKeys', keys, frames, ripple: false }))
    if (!kept) return
    keyboard.follow(frames * scene.settings.ticksPerFrame)
    keyboard.said = `Moved by ${frames} ${Math.abs(frames) === 1 ? 'frame' : 'frames'}`
  }
  const nudge = (frames: number) => ({ lacks: lacking.movable, run: () => void nudgeBy(frames) })

  const keys: Omit<Command, 'group'>[] = [
    { title: 'Key what is selected', keys: ['n'], shown: 'N', run: () => keying.keySelected() },
    { title: 'Key all transforms', keys: ['Shift+N'], shown: 'Shift N', run: keying.keyAll },
    { title: 'Auto-key on or off', keys: ['a'], shown: 'A', ...autoKeying },
    {
      title: 'Delete the selected keys, clips or sounds, or the selected objects',
      keys: ['Delete', 'Backspace'],
      shown: 'Delete',
      lacks: lacking.anything,
      run: deleteSelected,
    },
    {
      title: 'Copy keys or clips',
      keys: ['$mod+c'],
      shown: 'Ctrl C',
      lacks: lacking.keysOrClips,
      run: () => void clipboard.copy(),
    },
    {
      title: 'Cut keys or clips',
      keys: ['$mod+x'],
      shown: 'Ctrl X',
      lacks: lacking.keysOrClips,
      run: () => void clipboard.cut(),
    },
    {
      title: 'Paste keys or clips at the playhead',
      keys: ['$mod+v'],
      shown: 'Ctrl V',
      run: () => void clipboard.paste(),
    },
    {
      title: 'Paste keys or clips where they were',
      keys: ['$mod+Shift+V'],
      shown: 'Ctrl Shift V',
      run: () => void clipboard.paste({ inPlace: true }),
    },
    {
      title: 'Paste keys onto other values…',
      lacks: lackOfCopied,
      run: () => void dialogs.ask({ kind: 'pasteOnto' }),
    },
    ...cleanWays.map(({ name, hint }, i) => ({
      title: `Clean up: ${name}, ${hint}`,
      lacks: lacking.keys,
      run: () => keyPanel.cleanUp(i),
      says: () => `${name} stands below the selected keys: it tells what it would do, and waits.`,
    })),
    {
      title: 'Copy the pose of the selected objects',
      lacks: lacking.objects,
      keys: ['Alt+c'],
      shown: 'Alt C',
      run: () => void clipboard.copyPose(),
    },
    { title: 'Paste the pose', keys: ['Alt+v'], shown: 'Alt V', run: () => void clipboard.pastePose() },
    { title: 'Paste the pose mirrored left and right', run: () => void clipboard.pastePose('x') },
    { title: 'Paste keys mirrored in time', run: () => void clipboard.paste({ mirrored: true }) },
    { title: 'Nudge keys, clips or sounds a frame earlier', keys: [','], shown: ',', ...nudge(-1) },
    { title: 'Nudge keys, clips or sounds a frame later', keys: ['.'], shown: '.', ...nudge(1) },
    { title: 'Nudge keys, clips or sounds ten frames earlier', keys: ['Shift+Comma'], shown: 'Shift ,', ...nudge(-10) },
    { title: 'Nudge keys, clips or sounds ten frames later', keys: ['Shift+Period'], shown: 'Shift .', ...nudge(10) },
    { title: 'Select all keys', keys: ['$mod+Shift+A'], shown: 'Ctrl Shift A', run: selecting.all },
    { title: 'Select all keys from here on', run: selecting.fromHereOn },
    { title: 'Select all keys up to here', run: selecting.upToHere },
    { title: 'Select all keys at this frame', run: selecting.atThisFrame },
    { title: 'Invert the selection of keys', run: selecting.invert },
    {
      title: 'Put the selected keys on whole frames…',
      lacks: lacking.keys,
      run: () => dialogs.ask({ kind: 'onFrames' }),
    },
    {
      title: 'Put the selected keys on beats or other bookmarks…',
      lacks: () =>
        lacking.keys() ??
        (scene.model.bookmarks.size ? null : 'No bookmarks yet: set one, or find the beats of a sound.'),
      run: () => dialogs.ask({ kind: 'onBookmarks' }),
    },
    {
      title: 'Dragged keys stay on whole frames, or not',
      ...switching(
        () => (desk.snaps = !desk.snaps),
        'Dragged keys stay on whole frames.',
        'Dragged keys go between frames too.',
      ),
    },
    {
      title: 'Hold the pose of the selected objects…',
      lacks: lacking.objects,
      run: () => dialogs.ask({ kind: 'hold' }),
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
    const most = inWords(told)
    if (!most) notices.say('The curve is the same as before.')
    else if (told.keysAfter === 0)
      notices.say(`No keys are left: the value stands still, ${most.off} off ${most.where}.`)
    else notices.say(`The curve is kept, off by ${most.off} at most, ${most.where}.`)
  }

  const setModes = (modes: { in?: Interpolation; out?: Interpolation }) => ({
    lacks: lacking.keys,
    run: () => void arranging.onSelected((keys) => ({ edit: 'setInterpolation', keys, ...modes })),
  })

  /** The lane that the keyboard or the pointer is at, or else that of what is selected. */
  const laneMeant = () =>
    keyboard.cursor?.lane ?? desk.pointed ?? (selection.first === null ? null : String(selection.first))

  const curves: Omit<Command, 'group'>[] = [
    ...interpolations.flatMap((mode, i) => [
      { title: `Out: ${mode}`, keys: [`Shift+Digit${i + 1}`], shown: `Shift ${i + 1}`, ...setModes({ out: mode }) },
      { title: `In: ${mode}`, keys: [`Alt+Digit${i + 1}`], shown: `Alt ${i + 1}`, ...setModes({ in: mode }) },
      {
        title: `In and out: ${mode}`,
        keys: [`Alt+Shift+Digit${i + 1}`],
        shown: `Alt Shift ${i + 1}`,
        ...setModes({ in: mode, out: mode }),
      },
    ]),
    { title: 'Stay here, then jump to the next key', keys: ['h'], shown: 'H', ...setModes({ out: 'hold' }) },
    { title: 'Come in to this key by a jump', keys: ['Shift+H'], shown: 'Shift H', ...setModes({ in: 'hold' }) },
    { title: 'Insert a key on the curve without changing it', keys: ['i'], shown: 'I', run: insertHere },
    {
      title: 'Delete keys, keeping the curve',
      keys: ['Shift+Delete'],
      shown: 'Shift Delete',
      lacks: lacking.keys,
      run: () => void deleteKeepingCurve(),
    },
    {
      title: 'Double the height of the lane',
      keys: ['d'],
      shown: 'D',
      lacks: () => (laneMeant() ? null : 'Point at a lane, or select an object.'),
      run: () => desk.double(laneMeant()!),
    },
    {
      title: 'Make the lane slim',
      keys: ['Shift+D'],
      shown: 'Shift D',
      lacks: () => (laneMeant() ? null : 'Point at a lane, or select an object.'),
      run: () => desk.slim(laneMeant()!),
    },
    {
      title: 'Curves only, or lanes',
      keys: ['v'],
      shown: 'V',
      run: () => {
        if (!desk.toggleCurvesOnly()) notices.say('Select objects that move, or some of their keys.')
      },
    },
    {
      title: 'Show speeds under the curves, or not',
      keys: ['s'],
      shown: 'S',
      ...switching(() => (speeds.on = !speeds.on), 'Speeds are shown under the curves.', 'Speeds are not shown.'),
    },
    {
      title: 'Noise…',
      lacks: lacking.keysOrObjects,
      run: () => dialogs.ask({ kind: 'noise' }),
    },
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
    { group: 'Desk', title: 'Show the selected keys', lacks: lacking.keys, run: showKeys },
    {
      group: 'Desk',
      title: 'Name the selected objects…',
      lacks: lacking.objects,
      run: () => dialogs.ask({ kind: 'namedSelection', id: null }),
    },
  ]
}
