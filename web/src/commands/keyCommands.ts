import { useChosenFrames } from '../desk/chosenFrames'
import { useTimeView } from '../desk/timeView'
import { keyAllTransforms, keyChosen } from '../values/keying'
import { usePending } from '../values/pending'
import type { Command } from './command'
import { useDeletion } from './deletion'

/** Keys and the desk that they stand on. */
export function keyCommands(): Command[] {
  const pending = usePending()
  const view = useTimeView()
  const chosenFrames = useChosenFrames()
  const deleteChosen = useDeletion()

  function showKeys(): void {
    const span = chosenFrames()
    if (span) view.show(span[0] - 2, span[1] + 2)
  }

  return [
    { group: 'Keys', title: 'Key what is chosen', keys: ['n'], shown: 'N', run: () => keyChosen() },
    { group: 'Keys', title: 'Key all transforms', keys: ['Shift+N'], shown: 'Shift N', run: keyAllTransforms },
    {
      group: 'Keys',
      title: 'Delete the chosen keys, or the chosen objects',
      keys: ['Delete', 'Backspace'],
      shown: 'Delete',
      run: deleteChosen,
    },
    { group: 'Keys', title: 'Let go of values that are not keyed', run: pending.clear },
    { group: 'Desk', title: 'Show all frames', run: view.showAll },
    { group: 'Desk', title: 'Show the work range', run: view.showWork },
    { group: 'Desk', title: 'Show the chosen keys', run: showKeys },
  ]
}
