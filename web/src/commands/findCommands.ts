import type { Command } from './command'
import { synonyms } from './synonyms'

/**
 * Commands that have all the words, or what those mean here; those first that are meant most likely: where words begin
 * as they are typed, and in their order.
 */
export function findCommands(commands: readonly Command[], text: string): Command[] {
  const phrase = text.trim().toLowerCase()
  const words = phrase.split(/\s+/).filter(Boolean)
  return commands
    .map((command) => ({ command, fit: fitOf(command, phrase, words) }))
    .filter(({ fit }) => fit >= 0)
    .toSorted((a, b) => b.fit - a.fit)
    .map(({ command }) => command)
}

/** How well a command fits; below 0 it does not. */
function fitOf({ title, group }: Command, phrase: string, words: readonly string[]): number {
  const [own, all] = [` ${title}`.toLowerCase(), ` ${group} ${title}`.toLowerCase()]
  let fit = 0
  for (const word of words) {
    if (own.includes(` ${word}`)) fit += 1
    else if (!all.includes(word)) {
      const meaning = synonyms[word]?.findIndex((other) => own.includes(` ${other}`)) ?? -1
      if (meaning < 0) return -1
      // What is meant first comes first.
      fit += 0.9 - meaning / 10
    }
  }
  if (words.length === 0) return 0
  return fit + (own.includes(` ${phrase}`) ? 2 : 0) + (own.startsWith(` ${phrase}`) ? 1 : 0)
}
