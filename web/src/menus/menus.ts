import type { Lane } from '../desk/lanes'
import { objectOf } from '../desk/lanes'
import { useDesk } from '../desk/deskStore'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { usePlayhead } from '../timebar/playhead'
import { useTimeDialogs } from '../timebar/timeDialogs'
import { useTimeDisplay } from '../timebar/timeDisplay'
import { useSounds } from '../sound/sounds'
import { useWorking, type Working } from '../working/working'
import { useContextMenu, type MenuLine } from './contextMenu'

/** What the menu at the pointer offers, by what is under it. Most of it is commands, under shorter names where the place says the rest. */
export function useMenus() {
  const menu = useContextMenu()
  const scene = useScene()
  const selection = useSelection()
  const playhead = usePlayhead()
  const desk = useDesk()
  const time = useTimeDisplay()
  const timeDialogs = useTimeDialogs()
  const working = useWorking()
  const sounds = useSounds()

  function command(title: string, called = title): MenuLine {
    const found = menu.commands.find((each) => each.title === title)
    if (!found) throw new Error(`No command is called “${title}”.`)
    return { ...found, title: called }
  }

  function deleteObjects(): void {
    selection.clearKeys()
    selection.clearClips()
    menu.commands.find(({ title }) => title.startsWith('Delete the selected keys'))!.run()
  }

  const deleting = (what: string) => command('Delete the selected keys, clips or sounds, or the selected objects', what)
  const keysAndClips = (): MenuLine[] => [
    command('Cut keys or clips', 'Cut'),
    command('Copy keys or clips', 'Copy'),
    command('Paste keys or clips at the playhead', 'Paste at the playhead'),
  ]
  const toFrame = (frame: number): MenuLine => ({
    title: `Go to ${time.label(Math.round(frame))}`,
    run: () => playhead.goTo(frame, true),
  })

  const keys = (): MenuLine[] => [
    ...keysAndClips(),
    null,
    command('In and out: smooth'),
    command('In and out: linear'),
    command('In and out: hold'),
    command('In and out: flat'),
    null,
    command('Put the selected keys on whole frames…', 'Put on whole frames…'),
    command('Save the selected keys as a clip…', 'Save as a clip…'),
    command('Noise…'),
    command('Work range is where the selected keys are'),
    command('Show the selected keys'),
    null,
    command('Delete keys, keeping the curve'),
    deleting('Delete'),
  ]

  const clips = (): MenuLine[] => [
    ...keysAndClips(),
    null,
    command('Bake clips into keys…', 'Bake into keys…'),
    command('Place a clip…'),
    null,
    deleting('Delete'),
  ]

  const points = (): MenuLine[] => [
    command('In and out: smooth'),
    command('In and out: linear'),
    command('In and out: hold'),
    null,
    command('Add a warp point at the playhead', 'Add a point at the playhead'),
    command('Retime a part…'),
    command('Switch the warp on or off'),
    command('Bake the warp into keys…'),
    null,
    deleting('Delete'),
  ]

  /** What this window does to the selected objects while somebody works, or stops doing. */
  const workingLine = (what: Working, title: string, off: string, on: string): MenuLine =>
    command(title, [...selection.objects].every((id) => working[what].has(id)) ? on : off)

  function objects(): MenuLine[] {
    const chosen = [...selection.objects].flatMap((id) => scene.model.objects.get(id) ?? [])
    const when = (isSo: boolean, ...lines: MenuLine[]) => (isSo ? lines : [])
    const parents = new Set(scene.model.inOrder().map(({ parent }) => parent))
    return [
      command('Key what is selected'),
      chosen.length > 1 ? command('Rename several objects…') : command('Rename the selected object', 'Rename'),
      command('Duplicate the selected objects with their motion', 'Duplicate with its motion'),
      command('Show me where it is'),
      null,
      workingLine(
        'hidden',
        'Hide the selected objects in this window, or show them',
        'Hide in this window',
        'Show again',
      ),
      workingLine(
        'locked',
        'Lock the selected objects in this window, or unlock them',
        'Lock in this window',
        'Unlock',
      ),
      workingLine('solo', 'Solo the selected objects in this window, or not', 'Solo in this window', 'End solo'),
      null,
      command('Group the selected objects', 'Group'),
      ...when(
        chosen.some(({ kind }) => kind === 'group'),
        command('Ungroup'),
      ),
      ...when(
        chosen.some(({ id }) => parents.has(id)),
        command('Select the children'),
      ),
      ...when(
        chosen.some(({ parent }) => parent !== null),
        command('Select the parent'),
      ),
      command('Select all of the same kind'),
      command('Select all with a name like this'),
      null,
      command('Copy the pose of the selected objects', 'Copy the pose'),
      command('Paste the pose'),
      command('Hold the pose of the selected objects…', 'Hold the pose…'),
      command('Noise…'),
      command('Bake…'),
      null,
      // Keys that are selected elsewhere are not what is meant.
      { title: 'Delete', run: deleteObjects },
    ]
  }

  const nothing = (): MenuLine[] => [
    command('Add a box'),
    command('Add a sphere'),
    command('Add a group'),
    command('Add a light'),
    command('Add a camera'),
    null,
    command(
      'Frame what is selected, or everything',
      selection.objects.size ? 'Frame what is selected' : 'Frame everything',
    ),
    command('Select all objects that are shown'),
    command('Show everything that this window hides'),
  ]

  function lane(of: Lane, frame: number | null): MenuLine[] {
    const here =
      frame === null
        ? []
        : [toFrame(frame), command('Select all keys at this frame', 'Select all keys at the playhead'), null]
    const curve: MenuLine[] = [
      command('Insert a key on the curve without changing it', 'Insert a key at the playhead'),
      of.curves
        ? { title: 'Make the lane slim', shown: 'Shift D', run: () => desk.slim(of.id) }
        : { title: 'Show the curve', shown: 'D', run: () => desk.double(of.id) },
      command('Curves only, or lanes'),
      null,
    ]
    if (of.kind === 'flow') return [...here, ...points()]
    if (of.kind === 'scene' || of.kind === 'curves')
      return [...here, ...keysAndClips(), null, command('Select all keys'), command('Show all frames and values')]
    return [...here, ...(of.channels.length ? curve : []), ...objects()]
  }

  function ruler(frame: number, bookmark: number | null): MenuLine[] {
    const at = Math.round(frame)
    const [first, last] = scene.settings.work
    const work = (next: [number, number]) =>
      void scene.edit({ edit: 'setRanges', work: { first: next[0], last: next[1] } })
    return [
      toFrame(at),
      ...(bookmark === null
        ? [{ title: 'Bookmark here…', run: () => bookmarkAt(at) }]
        : [
            { title: 'Change the bookmark…', run: () => timeDialogs.ask({ kind: 'bookmark', bookmark }) },
            { title: 'Delete the bookmark', run: () => void scene.edit({ edit: 'deleteBookmark', bookmark }) },
            ...ofItsColour(bookmark),
          ]),
      null,
      ...(at <= last ? [{ title: 'Work range starts here', run: () => work([at, last]) }] : []),
      ...(at >= first ? [{ title: 'Work range ends here', run: () => work([first, at]) }] : []),
      command('Work range is the whole scene'),
      null,
      command('Insert frames…'),
      command('Remove frames…'),
      command('Stretch time…'),
      command('All motion later…'),
      null,
      command('Show all frames and values'),
      command('Show the work range'),
    ]
  }

  /** Beats of a sound are many, and gone in one go. */
  function ofItsColour(bookmark: number): MenuLine[] {
    const { colour } = scene.model.bookmarks.get(bookmark)!
    const alike = [...scene.model.bookmarks.values()].filter((each) => each.colour === colour).length
    if (alike < 2) return []
    return [
      {
        title: `Delete all ${alike} of its colour`,
        run: () => void scene.edit({ edit: 'deleteBookmarks', colour }),
      },
    ]
  }

  function bookmarkAt(frame: number): void {
    playhead.goTo(frame)
    timeDialogs.ask({ kind: 'bookmark', bookmark: null })
  }

  /** Selects an object that a menu is asked for, unless it is among what is selected. */
  function take(object: number): void {
    if (!selection.objects.has(object)) selection.select([object])
  }

  const soundLines = (): MenuLine[] => [
    command('Find the beats of the selected sounds…', 'Find beats…'),
    { title: 'Duplicate', run: () => void sounds.duplicate() },
    { title: 'Delete', run: () => sounds.remove() },
  ]

  const open = (event: MouseEvent, lines: readonly MenuLine[]) =>
    menu.open({ x: event.clientX, y: event.clientY }, lines)

  return {
    onKeys: (event: MouseEvent) => open(event, keys()),
    onSounds: (event: MouseEvent) => open(event, soundLines()),
    onClips: (event: MouseEvent) => open(event, clips()),
    onPoint: (event: MouseEvent) => open(event, points()),
    onRuler: (event: MouseEvent, frame: number, bookmark: number | null) => open(event, ruler(frame, bookmark)),
    onLane(event: MouseEvent, of: Lane, frame: number | null) {
      const object = objectOf(of)
      if (object) take(object.id)
      open(event, lane(of, frame))
    },
    onStage(event: MouseEvent, object: number | null) {
      if (object !== null) take(object)
      open(event, object === null ? nothing() : objects())
    },
  }
}
