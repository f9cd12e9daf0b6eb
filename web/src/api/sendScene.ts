import { refusedBy, Refused, type Problem } from './refused'

/** How much of an import is sending; the rest is the server's work. */
const sending = 0.3

interface ImportLine {
  share: number
  id?: number
  historyBehind?: string
  problem?: Problem
}

/** Whether a file is a scene with the files that it needs. */
export const isPackage = (file: File) => file.name.toLowerCase().endsWith('.zesty')

/**
 * Sends a scene file in. Where the history in a package did not come along, it is said why.
 * @param told told now and then how much of it is done, 0 to 1.
 * @throws {Refused} it was not taken, or the line broke, or it was called off.
 */
export function sendScene(
  file: File,
  signal: AbortSignal,
  told: (share: number) => void,
): Promise<{ id: number; historyBehind?: string }> {
  return new Promise((done, fail) => {
    // The only way in a browser to hear how much has been sent.
    const request = new XMLHttpRequest()
    const broken = () => fail(new Refused('The server does not answer. Is it still running?', 0))
    const lines = () => request.responseText.split('\n').slice(0, -1)
    const read = (line: string | undefined) => (line === undefined ? undefined : (JSON.parse(line) as ImportLine))
    request.upload.onprogress = ({ loaded, total }) => told((loaded / total) * sending)
    request.onprogress = () => {
      const last = request.status === 200 ? read(lines().at(-1)) : undefined
      if (last) told(sending + last.share * (1 - sending))
    }
    request.onload = () => {
      const last =
        request.status === 200 ? read(lines().at(-1)) : { share: 0, problem: readProblem(request.responseText) }
      if (last?.id != null) done({ id: last.id, historyBehind: last.historyBehind })
      else if (last?.problem) fail(refusedBy(last.problem, last.problem.status ?? request.status))
      else broken()
    }
    request.onerror = broken
    request.onabort = broken
    signal.addEventListener('abort', () => request.abort())
    request.open('POST', '/api/scenes/import/told')
    request.setRequestHeader('content-type', isPackage(file) ? 'application/vnd.zesty-scene+zip' : 'application/json')
    request.send(file)
  })
}

function readProblem(text: string): Problem {
  try {
    return JSON.parse(text)
  } catch {
    return {}
  }
}
