import { plainFileName } from '../shared/fileNames'

/** What the core takes; see `SoundFiles` there. */
const largestFile = 256_000_000
const endings = ['.wav', '.wave', '.ogg', '.oga', '.mp3']
/** Told of by the server, in words. */
const others = ['.flac', '.aif', '.aiff', '.m4a', '.opus']

export const soundTypes = endings.join(',')
export const isSound = ({ name }: File): boolean =>
  [...endings, ...others].some((ending) => name.toLowerCase().endsWith(ending))

/** @throws Error that says why a file is not sent at all. */
export function checkedSound(file: File): string {
  if (file.size > largestFile)
    throw new Error(
      `${file.name} is larger than ${largestFile / 1e6} MB, the most that is taken. Cut it, or save it as Ogg Vorbis.`,
    )
  return plainFileName(file)
}
