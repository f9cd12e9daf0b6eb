import { specOf } from '../scene/catalogue'
import type { SampleBook } from '../scene/samples'
import type { SceneObject } from '../scene/sceneRows'
import type { Read } from './shapes'

/** A value that stands for the sampled one while a hand changes it. */
export type Held = ((object: number, channel: string) => number | undefined) | null

/** Reads an object's channels on a frame: what a hand holds, or the sample, or what a channel is without either. */
export function reader(object: SceneObject, book: SampleBook, frame: number, held: Held): Read {
  const sampled = book.reader(object.id, frame)
  return (channel) => held?.(object.id, channel) ?? sampled(channel) ?? specOf(object, channel)?.default ?? 0
}
