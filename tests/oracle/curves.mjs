// "Curves" of docs/motion.md.
const HANDLE = 1024

/** Keys with a value at any time: `keys` of { t, v, in, out, inHandle, outHandle }, times in ticks. */
export class Curve {
  constructor(keys, before = 'hold', after = 'hold') {
    Object.assign(this, { keys, before, after })
    this.first = keys[0]
    this.last = keys.at(-1)
  }

  at(t) {
    const { first, last } = this
    if (t < first.t) return this.outside(t, this.before, first, () => this.slope(0, 'out'))
    if (t > last.t) return this.outside(t, this.after, last, () => this.slope(this.keys.length - 1, 'in'))
    return this.within(t)
  }

  outside(t, how, end, slope) {
    const { first, last } = this
    const length = last.t - first.t
    if (how === 'hold' || length === 0) return end.v
    if (how === 'straight') return end.v + slope() * (t - end.t)
    const cycle = Math.floor((t - first.t) / length)
    const into = t - first.t - cycle * length
    if (how === 'mirror' && cycle % 2 !== 0) return this.within(first.t + length - into)
    return this.within(first.t + into) + (how === 'repeat-offset' ? cycle * (last.v - first.v) : 0)
  }

  within(t) {
    const { keys } = this
    let i = 0
    while (i < keys.length - 1 && keys[i + 1].t <= t) i++
    if (i === keys.length - 1 || keys[i].t === t) return keys[i].v
    if (this.holds(i)) return keys[i].v
    const [from, to] = [keys[i], keys[i + 1]]
    const [a, b] = [this.handle(i, 'out'), this.handle(i + 1, 'in')]
    const time = cubic(from.t, from.t + a[0], to.t + b[0], to.t)
    let [low, high] = [0, 1]
    for (let n = 0; n < 80; n++) {
      const middle = (low + high) / 2
      if (time(middle) <= t) low = middle
      else high = middle
    }
    return cubic(from.v, from.v + a[1], to.v + b[1], to.v)((low + high) / 2)
  }

  /** Whether the curve stands between a key and the next. */
  holds(i) {
    return this.keys[i].out === 'hold' || this.keys[i + 1].in === 'hold'
  }

  /** [time, value] of a side's handle, from the key. */
  handle(i, side) {
    const key = this.keys[i]
    const other = this.keys[side === 'out' ? i + 1 : i - 1]
    const span = other.t - key.t
    if (key[side] === 'free') {
      const [time, value] = key[`${side}Handle`]
      const part = Math.abs(time) > Math.abs(span) ? span / time : 1
      return [time * part, value * part]
    }
    return [span / 3, (span / 3) * this.slope(i, side)]
  }

  /** How steeply the curve arrives at a key, or leaves it. */
  slope(i, side) {
    const key = this.keys[i]
    const [before, after] = [this.keys[i - 1], this.keys[i + 1]]
    const other = side === 'out' ? after : before
    if (!other || (side === 'out' ? this.holds(i) : this.holds(i - 1))) return 0
    const own = (other.v - key.v) / (other.t - key.t)
    switch (key[side]) {
      case 'linear':
        return own
      case 'flat':
        return 0
      case 'smooth':
        return before && after ? (after.v - before.v) / (after.t - before.t) : own
      case 'clamped': {
        if (!before || !after) return 0
        const [left, right] = [(key.v - before.v) / (key.t - before.t), (after.v - key.v) / (after.t - key.t)]
        if (left * right <= 0) return 0
        const wanted = (after.v - before.v) / (after.t - before.t)
        return Math.sign(wanted) * Math.min(Math.abs(wanted), 3 * Math.min(Math.abs(left), Math.abs(right)))
      }
      default: {
        const [time, value] = this.handle(i, side)
        return time === 0 ? 0 : value / time
      }
    }
  }
}

const cubic = (a, b, c, d) => (u) => {
  const w = 1 - u
  return w * w * w * a + 3 * w * w * u * b + 3 * w * u * u * c + u * u * u * d
}

/** A time to 1/1024 tick, as source times and those of handles are kept. */
export const kept = (ticks) => Math.round(ticks * HANDLE) / HANDLE
