import { useSelection } from '../scene/selection'
import { useTrails } from '../trails/trails'
import { switching, type Command } from './command'

/** Trails: the ways of objects through space. */
export function trailCommands(): Command[] {
  const trails = useTrails()
  const selection = useSelection()
  const commands: Omit<Command, 'group'>[] = [
    {
      title: 'Show or hide trails',
      keys: ['t'],
      shown: 'T',
      ...switching(trails.toggle, 'Trails are shown: of what is selected, and of what is kept.', 'Trails are hidden.'),
    },
    {
      title: 'Keep the trails of the selected objects, or let go of them',
      lacks: () => (selection.objects.size ? null : 'Select an object first.'),
      run: () => trails.pin(selection.objects, ![...selection.objects].every((id) => trails.pins.has(id))),
    },
    {
      title: 'Frame numbers on trails',
      ...switching(
        () => (trails.settings.numbers = !trails.settings.numbers),
        'Trails have frame numbers.',
        'Trails have no frame numbers.',
      ),
    },
    {
      title: 'Whole poses before and after the playhead',
      ...switching(
        trails.togglePoses,
        'Whole poses are shown, of what is selected and of what is kept: blue before, orange after.',
        'Whole poses are hidden.',
      ),
    },
    {
      title: 'The pace on trails',
      ...switching(
        () => (trails.settings.bySpeed = !trails.settings.bySpeed),
        'Dots of trails tell the pace; where it changes suddenly they are grapefruit.',
        'Dots of trails are plain.',
      ),
    },
  ]
  return commands.map((command) => ({ group: 'Trails', ...command }))
}
