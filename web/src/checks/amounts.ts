import type { FindingTold } from '../api/http'
import { specOf } from '../scene/catalogue'
import type { SceneObject } from '../scene/sceneRows'
import { numberStyle } from '../values/channelState'

const round = (amount: number, decimals: number) =>
  amount.toLocaleString('en', { maximumFractionDigits: amount < 0.1 ? Math.max(decimals, 4) : decimals })
const counted = (count: number, one: string) => `${round(count, 2)} ${count === 1 ? one : `${one}s`}`

/** How bad a finding is, in words with a unit. */
export function amountOf({ amount, unit, channel, keyCount, kind }: FindingTold, object?: SceneObject): string {
  const style = object && specOf(object, channel) ? numberStyle(specOf(object, channel)!) : { unit: '', decimals: 2 }
  switch (unit) {
    case 'keys':
      return counted(amount, 'key')
    case 'frames':
      if (kind === 'betweenFrames') return `${counted(keyCount, 'key')}, ${counted(amount, 'frame')} apart`
      return keyCount
        ? `${counted(keyCount, 'key')}, by ${counted(amount, 'frame')} at most`
        : `${counted(amount, 'frame')}`
    case 'degrees':
      return `${round(amount, 1)}°`
    case 'milliseconds':
      return `${round(amount, 1)} ms`
    case 'length':
      return `${round(amount, 2)} units`
    case 'ofChannelPerSecond':
      return `${round(amount, style.decimals)}${style.unit} a second`
    default:
      return `${round(amount, style.decimals)}${style.unit}`
  }
}
