import { http } from '../api/http'
import { Refused } from '../api/refused'
import { isPackage } from '../api/sendScene'
import { useNotices } from '../scene/notices'

/** The largest scene file that the server takes, and the largest package. */
const largestScene = 90_000_000
const largestPackage = 4_000_000_000

/**
 * Imports scene files one after the other, and says of each what became of it.
 * @param again imports files that could not be sent once more.
 * @param told told now and then how much of all of them is done, 0 to 1.
 */
export async function importFiles(
  files: readonly File[],
  signal: AbortSignal,
  again: (files: File[]) => void,
  told: (share: number) => void,
): Promise<void> {
  const notices = useNotices()
  const all = files.reduce((sum, { size }) => sum + size, 0)
  let before = 0
  for (const file of files) {
    if (signal.aborted) return
    const [largest, kind] = isPackage(file) ? [largestPackage, 'package'] : [largestScene, 'scene file']
    if (file.size > largest) {
      notices.problem(`${file.name} is larger than ${largest / 1e6} MB, the most a ${kind} can have.`)
      continue
    }
    try {
      const { historyBehind } = await http.importScene(file, signal, (share) =>
        told((before + share * file.size) / all),
      )
      if (historyBehind) notices.problem(`${file.name} is imported without its history: ${historyBehind}.`)
      else notices.say(`${file.name} is imported.`)
    } catch (wrong) {
      if (signal.aborted) notices.say(`${file.name} was called off; nothing of it is kept.`)
      else if (wrong instanceof Refused && wrong.faults.length)
        notices.problem(`${file.name} is refused. ${faultList(wrong)}`)
      else if (wrong instanceof Refused && wrong.status === 0)
        notices.problem(`The server stopped while ${file.name} was sent; it is not imported.`, {
          label: 'Try again',
          run: () => again([file]),
        })
      else notices.problem(wrong)
    }
    before += file.size
  }
}

function faultList({ faults }: Refused): string {
  const shown = faults.slice(0, 3).map(({ place, reason }) => `${place}: ${reason}`)
  return shown.join('. ') + (faults.length > shown.length ? ` (and ${faults.length - shown.length} more)` : '')
}
