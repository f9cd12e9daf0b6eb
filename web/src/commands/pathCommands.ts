import { frameWords } from '../cues/cueWords'
import { usePaces } from '../pace/paces'
import { usePathDrawing } from '../paths/drawing'
import { useLeaving } from '../paths/leaving'
import { useSvgDialog } from '../paths/svgDialog'
import { useEvenTimes } from '../paths/evenTimes'
import { usePathPoints } from '../paths/pathPoints'
import { useNotices } from '../scene/notices'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import type { Command } from './command'

export function pathCommands(): Command[] {
  const scene = useScene()
  const selection = useSelection()
  const playhead = usePlayhead()
  const drawing = usePathDrawing()
  const leaving = useLeaving()
  const points = usePathPoints()
  const evenTimes = useEvenTimes()
  const svg = useSvgDialog()
  const paces = usePaces()
  const notices = useNotices()
  const onPath = () => (points.path ? null : 'Select a path first.')
  const followers = () => [...selection.objects].filter((id) => scene.model.objects.get(id)?.follow)

  const chosen = () => [...selection.objects].flatMap((id) => scene.model.objects.get(id) ?? [])
  const chosenPaths = () => chosen().filter(({ path }) => path)
  const [one, two] = [() => points.points.size === 1, () => chosenPaths().length === 2 && selection.objects.size === 2]
  /** The one follower among what is selected, with paths to copy it onto. */
  const onto = () => {
    const rest = chosen().filter(({ path }) => !path)
    return rest.length === 1 && rest[0]!.follow && chosenPaths().length ? rest[0]! : null
  }

  async function split(): Promise<void> {
    const [point] = points.points
    const kept = await scene.edit({ edit: 'splitPath', path: points.path!.id, point: point! })
    if (kept?.changed) points.select([])
  }

  async function join(): Promise<void> {
    const [first, second] = chosenPaths()
    const kept = await scene.edit({ edit: 'joinPaths', path: first!.id, with: second!.id, at: playhead.frame })
    if (kept) selection.select([first!.id])
  }

  async function copyOnto(): Promise<void> {
    const edit = { edit: 'duplicateOnto' as const, object: onto()!.id, paths: chosenPaths().map(({ id }) => id) }
    const kept = await scene.edit(edit)
    if (kept?.added.length) selection.select(kept.added.filter((id) => scene.model.objects.get(id)?.follow))
  }

  /** Of two selected objects, the one selected last goes to the other. */
  async function goNearest(): Promise<void> {
    const [other, mover] = [...selection.objects]
    const { frame, distance } = await scene.nearestFrame(mover!, other!)
    playhead.goTo(frame, true)
    const [a, b] = [mover!, other!].map((id) => scene.model.objects.get(id)?.name)
    notices.say(`${a} is nearest to ${b} at ${frameWords(frame)}: ${Number(distance.toFixed(3))} away.`)
  }

  async function goPassing(): Promise<void> {
    const [point] = points.points
    const met = await scene.passings(points.path!.id, point!)
    const nameOf = (id: number) => scene.model.objects.get(id)?.name ?? ''
    if (!met.length) notices.say(`Nothing passes point ${point! + 1} of ${points.path!.name} within the scene.`)
    else {
      const first = met.reduce((a, b) => (b.frame < a.frame ? b : a))
      playhead.goTo(first.frame, true)
      const all = met.map(({ object, frame }) => `${nameOf(object)} at ${frameWords(frame)}`).join(', ')
      notices.say(`Point ${point! + 1} of ${points.path!.name} is passed by ${all}.`)
    }
  }

  return [
    { group: 'Paths', title: 'Bring in SVG outlines as paths…', run: () => svg.open() },
    {
      group: 'Paths',
      title: 'Places at even times: show or hide',
      run: () => {
        evenTimes.isShown = !evenTimes.isShown
        const frames = evenTimes.every === 1 ? 'every frame' : `every ${evenTimes.every} frames`
        notices.say(evenTimes.isShown ? `Places are shown for ${frames} of the work range.` : 'Places are hidden.')
      },
    },
    {
      group: 'Paths',
      title: 'Pace table: show or hide',
      run: () => void (paces.isShown = !paces.isShown),
    },
    {
      group: 'Paths',
      title: 'Go to the frame where the two selected objects are nearest',
      lacks: () =>
        selection.objects.size === 2 ? null : 'Select two objects first: what is gone to, then what goes there.',
      run: () => void goNearest(),
    },
    {
      group: 'Paths',
      title: 'Go to the frame where the selected point is passed',
      lacks: () => (one() ? null : 'Select one point of a path first.'),
      run: () => void goPassing(),
    },
    { group: 'Paths', title: 'Draw a path', keys: ['Shift+P'], shown: 'Shift P', run: drawing.begin },
    {
      group: 'Paths',
      title: 'Put the selected objects on a path: click its rope',
      lacks: () => (chosen().some(({ path }) => !path) ? null : 'Select what is to go along a path first.'),
      run: drawing.choose,
    },
    {
      group: 'Paths',
      title: 'Reverse the path',
      lacks: onPath,
      run: () => void scene.edit({ edit: 'reversePath', path: points.path!.id }),
    },
    {
      group: 'Paths',
      title: 'Close the path, or open it',
      lacks: onPath,
      run: () => void scene.edit({ edit: 'setPath', path: points.path!.id, closed: !points.path!.path!.closed }),
    },
    {
      group: 'Paths',
      title: 'Even out the points of the path',
      lacks: onPath,
      run: () =>
        void scene.edit({
          edit: 'evenOutPath',
          path: points.path!.id,
          count: points.path!.path!.points.length,
        }),
    },
    {
      group: 'Paths',
      title: 'Select all points of the path',
      lacks: onPath,
      run: () => points.select(points.path!.path!.points.keys()),
    },
    {
      group: 'Paths',
      title: 'Split the path at the selected point',
      lacks: () => (one() ? null : 'Select one point of a path first.'),
      run: () => void split(),
    },
    {
      group: 'Paths',
      title: 'Join the two selected paths',
      lacks: () => (two() ? null : 'Select two paths first, and nothing else.'),
      run: () => void join(),
    },
    {
      group: 'Paths',
      title: 'Put copies on the selected paths',
      lacks: () => (onto() ? null : 'Select something that follows a path, and the paths that copies are to follow.'),
      run: () => void copyOnto(),
    },
    {
      group: 'Paths',
      title: 'Take the selected objects off their path',
      lacks: () => (followers().length ? null : 'Select something that follows a path first.'),
      run: () => void leaving(followers()),
    },
  ]
}
