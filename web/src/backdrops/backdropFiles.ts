import { plainFileName } from '../shared/fileNames'

/** A file that is to stand behind a view, and its number in a sequence. */
export interface NumberedFile {
  file: File
  name: string
  number: number
}

/** What the core takes; see `BackdropRules` and `PictureFiles` there. */
const [mostPictures, highestNumber, largestFile] = [2000, 10_000_000, 64_000_000]
const endings = ['.png', '.jpg', '.jpeg', '.webp']

export const isPicture = ({ name }: File): boolean => endings.some((ending) => name.toLowerCase().endsWith(ending))

/**
 * Puts files into the order of the numbers that their names end with: one picture, or a sequence.
 * @throws Error that says why they are neither.
 */
export function numbered(files: readonly File[]): NumberedFile[] {
  const other = files.find((file) => !isPicture(file))
  if (other) throw new Error(`${other.name} is no picture. Choose PNG, JPEG or WebP files.`)
  const large = files.find(({ size }) => size > largestFile)
  if (large) throw new Error(`${large.name} is larger than ${largestFile / 1e6} MB, the most that is taken.`)
  if (files.length > mostPictures)
    throw new Error(`A sequence has ${mostPictures} pictures at the most; these are ${files.length}.`)
  if (files.length === 1) return [{ file: files[0]!, name: plainFileName(files[0]!), number: 0 }]
  const parts = files.map((file) => ({ file, parts: /^(.*?)(\d+)(\.[^.]*)$/.exec(file.name) }))
  const stem = (found: RegExpExecArray | null) => found && `${found[1]} ${found[3]!.toLowerCase()}`
  const first = stem(parts[0]!.parts)
  const odd = parts.find(({ parts }) => stem(parts) === null || stem(parts) !== first)
  if (odd)
    throw new Error(
      `${odd.file.name} is not of one sequence with ${files.find((file) => file !== odd.file)!.name}. The names of a sequence differ in the number at their end alone, as plate.0001.png and plate.0002.png do.`,
    )
  const sorted = parts
    .map(({ file, parts }) => ({ file, name: plainFileName(file), number: Number(parts![2]) }))
    .sort((a, b) => a.number - b.number)
  const twice = sorted.find(({ number }, i) => sorted[i + 1]?.number === number)
  if (twice) throw new Error(`The number ${twice.number} is there twice. Choose one file for each.`)
  if (sorted.at(-1)!.number > highestNumber)
    throw new Error(`The number of ${sorted.at(-1)!.name} is above ${highestNumber.toLocaleString('en')}.`)
  return sorted
}

/**
 * So many frames are added to the numbers of a sequence at first: as many as to the one that it takes the place of, where
 * it is seen within the scene so; else none, where it is seen as it is; else so many that it begins with the scene.
 * @param now What is added to the one that stands there.
 */
export function firstOffset(
  pictures: readonly { number: number }[],
  [first, last]: readonly number[],
  now: number = 0,
): number {
  const [from, to] = [pictures[0]!.number, pictures.at(-1)!.number]
  const isSeen = (offset: number) => to + offset >= first! && from + offset <= last!
  return pictures.length === 1 || isSeen(now) ? now : isSeen(0) ? 0 : first! - from
}
