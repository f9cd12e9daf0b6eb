/** Whether names are meant by what was typed: it stands anywhere in them, or, with `*` for any letters, is all of them. */
export function meansName(text: string): (name: string) => boolean {
  const wanted = text.trim().toLowerCase()
  if (!wanted.includes('*')) return (name) => name.toLowerCase().includes(wanted)
  const parts = wanted.split('*')
  return (name) => fits(name.toLowerCase(), parts)
}

/** Whether a text begins with the first part, ends with the last, and has those between in their order. */
function fits(text: string, parts: readonly string[]): boolean {
  const [first, last] = [parts[0]!, parts.at(-1)!]
  if (!text.startsWith(first) || !text.endsWith(last) || text.length < first.length + last.length) return false
  let at = first.length
  const end = text.length - last.length
  for (const part of parts.slice(1, -1)) {
    const found = text.indexOf(part, at)
    if (found < 0 || found + part.length > end) return false
    at = found + part.length
  }
  return true
}

/** What a name begins with, without the number that it ends in. */
export const stemOf = (name: string) => name.replace(/[\s._-]*\d+$/, '') || name
