// The noise of "Curves" and of "Sway" in docs/motion.md.
const WORD = (1n << 64n) - 1n

/** SplitMix64. */
function mixed(z) {
  z = (z + 0x9e3779b97f4a7c15n) & WORD
  z = ((z ^ (z >> 30n)) * 0xbf58476d1ce4e5b9n) & WORD
  z = ((z ^ (z >> 27n)) * 0x94d049bb133111ebn) & WORD
  return z ^ (z >> 31n)
}

export const seedOf = (seed, channel) =>
  [...channel].reduce(
    (now, letter) => mixed(now ^ BigInt(letter.charCodeAt(0))),
    mixed(BigInt.asUintN(64, BigInt(seed))),
  )

/** Between -1 and 1, after so many beats. */
export function noise(seed, beats, roughness) {
  let [sum, strength, all] = [0, 1, 0]
  for (let row = 0; row < 4; row++) {
    sum += strength * rowAt(mixed((seed + BigInt(row)) & WORD), beats * 2 ** row)
    all += strength
    strength *= roughness
  }
  return sum / all
}

function rowAt(seed, place) {
  const i = Math.floor(place)
  const [before, from, to, after] = [i - 1, i, i + 1, i + 2].map(
    (each) => Number(mixed((seed + mixed(BigInt.asUintN(64, BigInt(each)))) & WORD) >> 11n) * 2 ** -52 - 1,
  )
  const [start, end] = [harmonic(from - before, to - from), harmonic(to - from, after - to)]
  const t = place - i
  // Hermite's cubic.
  return (
    (2 * t ** 3 - 3 * t ** 2 + 1) * from +
    (t ** 3 - 2 * t ** 2 + t) * start +
    (3 * t ** 2 - 2 * t ** 3) * to +
    (t ** 3 - t ** 2) * end
  )
}

const harmonic = (a, b) => (a * b <= 0 ? 0 : 2 / (1 / a + 1 / b))
