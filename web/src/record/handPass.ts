import type { HandTake } from '../api/http'
import { newMark, usePerson } from '../scene/person'
import type { SceneName } from '../scene/sceneName'

interface Sample {
  /** By the page's clock, in milliseconds. */
  at: number
  frame: number
  values: readonly number[]
}

/** What a hand does in one time through the range. */
export class HandPass {
  private readonly samples: Sample[] = []
  private readonly mark = newMark()

  constructor(
    readonly scene: SceneName,
    private readonly driven: { id: number; name: string },
    private readonly channels: readonly string[],
    private readonly speed: number,
  ) {}

  put(at: number, frame: number, values: readonly number[]): void {
    this.samples.push({ at, frame, values: [...values] })
  }

  /**
   * It as a take that was let go at a moment of the page's clock.
   * @returns null where the hand did nothing.
   */
  takeUntil(end: number): HandTake | null {
    const { samples, channels, driven } = this
    const [first] = samples
    if (!first) return null
    const person = usePerson()
    return {
      object: driven.id,
      objectName: driven.name,
      start: first.frame,
      speed: this.speed,
      channels: [...channels],
      seconds: samples.map(({ at }) => (at - first.at) / 1000),
      values: channels.map((_, i) => samples.map(({ values }) => values[i]!)),
      end: (end - first.at) / 1000,
      mark: this.mark,
      by: { author: person.author.value, name: person.name.value, window: person.window },
    }
  }
}
