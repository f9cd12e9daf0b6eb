import { useChecks } from '../checks/checks'
import { useContacts } from '../checks/contacts'
import type { Command } from './command'

/** The timing check. */
export function checkCommands(): Command[] {
  const checks = useChecks()
  const contacts = useContacts()
  return [
    {
      group: 'Check',
      title: 'Timing check, or the values',
      keys: ['Shift+K'],
      shown: 'Shift K',
      run: checks.toggle,
    },
    { group: 'Check', title: 'The selected objects stand here…', lacks: contacts.lacks, run: contacts.ask },
  ]
}
