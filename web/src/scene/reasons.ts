import { deformerFullName, namedInParts } from './catalogue'

/** The words that begin a reason of the server's, which is small as it follows a place; names keep their letters. */
const beginnings = new Set(
  'a all an another ask choose each frames give it its keys letters more no not nothing only points say select some something take that the there this what where'.split(
    ' ',
  ),
)

/** What is like the name of a channel in a file. */
const inParts = /(?<![\w.])[a-z]\w*\.[a-z]\w*(?!\.?\w)/g
const ofDeformer = /(?<![\w.])deform\.([^.,"]{1,100})\.([a-z]\w*)(?!\.?\w)/g

/** A text with channels called as they are on the desk, and not as in files. */
export function withFullNames(text: string): string {
  const known = namedInParts()
  return text
    .replace(ofDeformer, (name, deformer: string, channel: string) => deformerFullName(deformer, channel) ?? name)
    .replace(inParts, (name) => known.get(name) ?? name)
}

/** Why something went wrong, as a sentence. */
export function reasonOf(wrong: unknown): string {
  const reason = withFullNames(wrong instanceof Error ? wrong.message : String(wrong))
  return beginnings.has(reason.split(' ', 1)[0]!) ? reason[0]!.toUpperCase() + reason.slice(1) : reason
}
