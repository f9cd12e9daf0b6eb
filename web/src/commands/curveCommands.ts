import { beyondKinds, useBeyondKeys } from '../curves/beyondKeys'
import { useGivenEase } from '../curves/givenEase'
import { handleForms } from '../curves/handleForms'
import { readyEases } from '../curves/readyEases'
import { useKeyDialogs } from '../desk/keyDialogs'
import { useArranging } from '../desk/arranging'
import type { Command } from './command'
import { useLacking } from './lacking'

/** Eases and handles of the selected keys, and what comes beyond them. */
export function curveCommands(): Command[] {
  const given = useGivenEase()
  const arranging = useArranging()
  const lacking = useLacking()
  const beyond = useBeyondKeys()
  const dialogs = useKeyDialogs()
  const lacksKeys = () => (beyond.channels().length ? null : 'Select keys, or an object that has some, first.')
  const commands: Omit<Command, 'group'>[] = [
    ...readyEases.map(({ ease, label, hint }) => ({
      title: `Ease: ${label}, ${hint}`,
      lacks: lacking.keys,
      run: () => void given.give(ease),
    })),
    ...handleForms.map(({ form, label, hint }) => ({
      title: `Handles: ${label}. ${hint}`,
      lacks: lacking.keys,
      run: () => void arranging.onSelected((keys) => ({ edit: 'formHandles', keys, form })),
    })),
    {
      title: 'In-between at the playhead…',
      keys: ['Shift+M'],
      shown: 'Shift M',
      lacks: lacksKeys,
      run: () => dialogs.ask({ kind: 'between' }),
    },
    ...(['after', 'before'] as const).flatMap((side) =>
      beyondKinds.map(([how, name]) => ({
        title: side === 'after' ? `After the last key: ${name}` : `Before the first key: ${name}`,
        lacks: lacksKeys,
        run: () => beyond.give(side, how),
      })),
    ),
  ]
  return commands.map((command) => ({ group: 'Curves', ...command }))
}
