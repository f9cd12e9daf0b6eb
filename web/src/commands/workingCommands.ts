import { useNotices } from '../scene/notices'
import { useSelection } from '../scene/selection'
import { useWorking, type Working } from '../working/working'
import type { Command } from './command'
import { useLacking } from './lacking'

/** What this window hides, locks and shows alone. */
export function workingCommands(): Command[] {
  const working = useWorking()
  const selection = useSelection()
  const lacking = useLacking()
  const notices = useNotices()

  const group = 'Working'
  const toggling = (title: string, what: Working): Command => ({
    group,
    title,
    lacks: lacking.objects,
    run: () => void working.toggle(what, [...selection.objects]),
  })
  const ending = (title: string, what: Working, none: string): Command => ({
    group,
    title,
    run: () => (working[what].size ? working.clear(what) : notices.say(none)),
  })
  return [
    toggling('Hide the selected objects in this window, or show them', 'hidden'),
    toggling('Lock the selected objects in this window, or unlock them', 'locked'),
    toggling('Solo the selected objects in this window, or not', 'solo'),
    ending('Show everything that this window hides', 'hidden', 'Nothing is hidden in this window.'),
    ending('Unlock everything that this window locks', 'locked', 'Nothing is locked in this window.'),
    ending('End solo', 'solo', 'Nothing is shown alone.'),
  ]
}
