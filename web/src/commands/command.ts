import { useNotices } from '../scene/notices'

export interface Command {
  title: string
  group: string
  /** As tinykeys reads them. */
  keys?: string[]
  /** As people read them. */
  shown?: string
  /** Why it can do nothing now, and what to do about that; null where it can. */
  lacks?: () => string | null
  run: () => void
  /** What is said once it is done: what a switch was switched to. */
  says?: () => string
}

/** What a command does that switches something, and what it says then. */
export function switching(flip: () => boolean, on: string, off: string): Pick<Command, 'run' | 'says'> {
  let isOn = false
  return { run: () => void (isOn = flip()), says: () => (isOn ? on : off) }
}

/** Runs a command, or says why it cannot do anything. */
export function runCommand(command: Command): void {
  const lack = command.lacks?.() ?? null
  if (lack === null) command.run()
  const said = lack ?? command.says?.()
  if (said) useNotices().say(said, undefined, 'a command')
}
