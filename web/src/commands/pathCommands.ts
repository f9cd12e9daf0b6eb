import { usePathDrawing } from '../paths/drawing'
import { usePathPoints } from '../paths/pathPoints'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import type { Command } from './command'

export function pathCommands(): Command[] {
  const scene = useScene()
  const selection = useSelection()
  const playhead = usePlayhead()
  const drawing = usePathDrawing()
  const points = usePathPoints()
  const onPath = () => (points.path ? null : 'Select a path first.')
  const followers = () => [...selection.objects].filter((id) => scene.model.objects.get(id)?.follow)

  return [
    { group: 'Paths', title: 'Draw a path', keys: ['Shift+P'], shown: 'Shift P', run: drawing.begin },
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
      title: 'Take the selected objects off their path',
      lacks: () => (followers().length ? null : 'Select something that follows a path first.'),
      run: () => void scene.edit({ edit: 'leavePath', objects: followers(), at: playhead.frame }),
    },
  ]
}
