import { http, Refused } from '../api/http'
import { useNotices } from '../scene/notices'

/** The largest file that the server takes. */
const largest = 90_000_000

/** Imports scene files one after the other, and says of each what became of it. */
export async function importFiles(files: readonly File[]): Promise<void> {
  const notices = useNotices()
  for (const file of files) {
    if (file.size > largest) {
      notices.problem(`${file.name} is larger than ${largest / 1e6} MB, the most a scene file can have.`)
      continue
    }
    try {
      await http.importScene(file)
      notices.say(`${file.name} is imported.`)
    } catch (wrong) {
      notices.problem(
        wrong instanceof Refused && wrong.faults.length ? `${file.name} is refused. ${faultList(wrong)}` : wrong,
      )
    }
  }
}

function faultList({ faults }: Refused): string {
  const shown = faults.slice(0, 3).map(({ place, reason }) => `${place}: ${reason}`)
  return shown.join('. ') + (faults.length > shown.length ? ` (and ${faults.length - shown.length} more)` : '')
}
