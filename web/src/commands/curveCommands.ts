import { useGivenEase } from '../curves/givenEase'
import { handleForms } from '../curves/handleForms'
import { readyEases } from '../curves/readyEases'
import { useArranging } from '../desk/arranging'
import type { Command } from './command'
import { useLacking } from './lacking'

/** Eases and handles of the selected keys. */
export function curveCommands(): Command[] {
  const given = useGivenEase()
  const arranging = useArranging()
  const lacking = useLacking()
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
  ]
  return commands.map((command) => ({ group: 'Curves', ...command }))
}
