/** Random numbers that a seed repeats (mulberry32, Tommy Ettinger, public domain). */
export class Random {
  constructor(seed) {
    this.state = seed >>> 0
  }

  /** From 0 up to 1. */
  next() {
    this.state = (this.state + 0x6d2b79f5) >>> 0
    let t = this.state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }

  below = (count) => Math.floor(this.next() * count)
  of = (list) => list[this.below(list.length)]
  chance = (part) => this.next() < part
}
