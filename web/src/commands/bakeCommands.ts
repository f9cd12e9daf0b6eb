import { useBakeDialog } from '../baking/bakeDialog'
import { useSelection } from '../scene/selection'
import type { Command } from './command'

/** Writing motion down as keys, whatever it comes from. */
export function bakeCommands(): Command[] {
  const selection = useSelection()
  const dialog = useBakeDialog()
  return [
    {
      group: 'Keys',
      title: 'Bake…',
      keys: ['Shift+B'],
      shown: 'Shift B',
      lacks: () => (selection.objects.size ? null : 'Select an object first.'),
      run: () => dialog.ask(selection.objects),
    },
  ]
}
