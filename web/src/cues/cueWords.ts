import type { CueMessage, CueWhenMessage } from '../api/messages'
import type { CueWhen } from '../api/http'
import { specOf } from '../scene/catalogue'
import type { SceneModel } from '../scene/sceneModel'

/** The channel of whoever follows a path that says how far along it they are. */
export const travel = 'follow.travel'

const plain = (value: number) => String(Number(value.toFixed(3)))

/** A frame as it is told of cues, which may call between frames. */
export const frameWords = (frame: number) => String(Number(frame.toFixed(2)))

/** A value that a cue waits for, or that came near to it, with its unit. */
export function valueWords(model: SceneModel, when: CueWhenMessage, value: number): string {
  if (when.event !== 'reaches' || when.object === null) return plain(value)
  const thing = model.objects.get(when.object)
  const unit = thing && specOf(thing, when.channel!)?.unit
  return when.channel === travel ? `${plain(value * 100)} %` : `${plain(value)}${unit === 'degrees' ? '°' : ''}`
}

const ways = { either: '', up: ', rising', down: ', falling' } as const

/** What a cue waits for, in a few words, as in “Ferry is at 50 % of Route”. */
export function whenWords(model: SceneModel, when: CueWhenMessage): string {
  const nameOf = (id: number | null) => model.objects.get(id ?? 0)?.name ?? 'something'
  const [thing, value] = [nameOf(when.object), valueWords(model, when, when.value)]
  switch (when.event) {
    case 'bookmark':
      return `bookmark ${model.bookmarks.get(when.bookmark!)?.name ?? ''}`
    case 'near':
      return `${thing} is within ${value} of ${nameOf(when.other)}`
    case 'leaves':
      return `${thing} gets further than ${value} from ${nameOf(when.other)}`
    case 'reaches': {
      const holder = model.objects.get(when.object!)
      const path = nameOf(holder?.follow?.path ?? null)
      if (when.channel === travel) return `${thing} is at ${value} of ${path}${ways[when.going]}`
      const spec = holder && specOf(holder, when.channel!)
      return `${thing}’s ${spec ? spec.fullName : 'value'} is ${value}${ways[when.going]}`
    }
  }
}

/** What is waited for as an edit has it: only the parts that this event has. */
export const askedWhen = ({ event, object, channel, value, going, other, bookmark }: CueWhenMessage): CueWhen => ({
  event,
  value,
  going,
  ...(object === null ? {} : { object }),
  ...(channel === null ? {} : { channel }),
  ...(other === null ? {} : { other }),
  ...(bookmark === null ? {} : { bookmark }),
})

/** What a cue starts, as in “Gull, Sail and 2 more”. */
export function startsWords(model: SceneModel, { starts }: Pick<CueMessage, 'starts'>): string {
  const names = starts.map((target) => targetWords(model, target))
  return names.length > 3 ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more` : names.join(', ')
}

/** An object, or a channel of it, as in “Lamp, Intensity”. */
export function targetWords(
  model: SceneModel,
  { object, channel }: { object: number; channel?: string | null },
): string {
  const thing = model.objects.get(object)
  const spec = thing && channel ? specOf(thing, channel) : undefined
  return `${thing?.name ?? ''}${spec ? `, ${spec.fullName}` : ''}`
}

/** When a cue calls and what is seen then; or how near it came. */
export function momentWords(model: SceneModel, cue: CueMessage): string {
  if (cue.calls !== null) {
    const later = cue.offset
      ? `, ${frameWords(Math.abs(cue.offset))} ${cue.offset > 0 ? 'later' : 'earlier'}: at ${frameWords(cue.calls + cue.offset)}`
      : ''
    return `at ${frameWords(cue.calls)}${later}`
  }
  const nearest =
    cue.nearest === null
      ? ''
      : `; nearest is ${valueWords(model, cue.when, cue.nearest)} at ${frameWords(cue.nearestAt)}`
  return `never${nearest}`
}
