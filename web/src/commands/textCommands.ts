import { useKeyDialogs } from '../desk/keyDialogs'
import { useSelection } from '../scene/selection'
import { useTexts } from '../texts/texts'
import type { Command } from './command'

/** Texts, and what moves one after the other as their letters do. */
export function textCommands(): Command[] {
  const selection = useSelection()
  const texts = useTexts()
  const dialogs = useKeyDialogs()
  return [
    {
      group: 'Objects',
      title: 'Split the text into letters',
      lacks: () => (texts.selected().length === 1 ? null : 'Select one text first.'),
      run: () => void texts.split(texts.selected()[0]!),
    },
    {
      group: 'Objects',
      title: 'One after the other…',
      lacks: () => (selection.objects.size > 1 ? null : 'Select two objects at least, each with keys.'),
      run: () => dialogs.ask({ kind: 'after' }),
    },
  ]
}
