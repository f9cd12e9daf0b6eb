import type { components } from '../api/schema'
import type { ClashMessage, KeptMessage } from '../api/messages'
import { useQuestions } from './questions'

export type WhenKeysMeet = components['schemas']['WhenKeysMeet']

const quoted = (title: string | null) => (title ? `: “${title}”` : '')

/** What is asked where an edit cannot simply be made. */
export function useClashes() {
  const questions = useQuestions()

  /** Keys would land on others. */
  function ask({ count, frame }: ClashMessage): Promise<WhenKeysMeet> {
    const where = Number(frame.toFixed(3))
    return questions.ask({
      title: 'Keys meet',
      text:
        count === 1
          ? `A key would land on another, at frame ${where}.`
          : `${count} keys would land on others, the first at frame ${where}.`,
      ways: [
        {
          value: 'keepBoth',
          label: 'Keep both, a sub-frame apart',
          hint: 'Both stand on the frame, one a tick behind the other: 1/705,600,000 of a second. Put on frames moves them a whole frame apart.',
        },
        { value: 'replace', label: 'Replace what stands there' },
        { value: 'stop', label: 'Stop' },
      ],
      otherwise: 'stop',
    })
  }

  /** Somebody changed the same meanwhile. */
  const askTaken = (what: string, { name, title }: NonNullable<KeptMessage['taken']>): Promise<'mine' | 'theirs'> =>
    questions.ask({
      title: 'Changed meanwhile',
      text: `${name ?? 'Somebody'} changed the same while you did this (${what})${quoted(title)}. Which is to stay?`,
      ways: [
        { value: 'theirs', label: name ? `Leave what ${name} did` : 'Leave what they did' },
        { value: 'mine', label: 'Make mine all the same' },
      ],
      otherwise: 'theirs',
    })

  /** One's own change cannot be taken back alone. */
  function askTouches({ title, later }: NonNullable<KeptMessage['touches']>): Promise<'all' | 'leave'> {
    const first = later[0]!
    const others = later.length > 1 ? ` and ${later.length - 1} more` : ''
    return questions.ask({
      title: 'Others built on it',
      text: `“${title}” cannot be taken back alone: “${first.title}”${first.name ? ` by ${first.name}` : ''}${others} touched the same since.`,
      ways: [
        { value: 'leave', label: 'Leave everything' },
        { value: 'all', label: 'Take back all that came since as well' },
      ],
      otherwise: 'leave',
    })
  }

  return { ask, askTaken, askTouches }
}
