// Makes the sounds of the demo: the ferry's horn, two blasts that its steam is keyed to, and the bell of the buoy.
// node demo/make-sounds.mjs [FOLDER]
import { writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const rate = 24_000

/** A WAV file of one side and 16 bits. */
function wav(seconds, valueAt) {
  const count = Math.round(seconds * rate)
  const file = Buffer.alloc(44 + count * 2)
  file.write('RIFF', 0)
  file.writeUInt32LE(36 + count * 2, 4)
  file.write('WAVEfmt ', 8)
  for (const [at, number] of [
    [16, 16],
    [24, rate],
    [28, rate * 2],
    [40, count * 2],
  ])
    file.writeUInt32LE(number, at)
  for (const [at, number] of [
    [20, 1],
    [22, 1],
    [32, 2],
    [34, 16],
  ])
    file.writeUInt16LE(number, at)
  file.write('data', 36)
  for (let i = 0; i < count; i++) file.writeInt16LE(Math.round(valueAt(i / rate) * 32_767), 44 + i * 2)
  return file
}

const turn = 2 * Math.PI

/** Two pipes a minor third apart, each with what sounds above it, a little unsteady as steam is. */
function pipes(second) {
  const sway = 0.004 * Math.sin(turn * 5.2 * second)
  let sum = 0
  for (const [pitch, loud] of [
    [116, 1],
    [138, 0.8],
  ])
    for (let over = 1; over <= 7; over++)
      sum += (loud / over ** 1.3) * Math.sin(turn * pitch * over * (second + sway / 40))
  return sum * 0.32
}

/** One blast comes in quickly, and goes out a little more slowly. */
const blast = (since, length) => Math.max(0, Math.min(1, since / 0.03, (length - since) / 0.08))

// Frames of 24 a second: one of twenty, twelve of silence, one of thirty-six.
const blasts = [
  [0, 20 / 24],
  [32 / 24, 36 / 24],
]
const horn = (second) => blasts.reduce((sum, [from, length]) => sum + blast(second - from, length), 0) * pipes(second)

/** What sounds in a bell: pitches over its own, how loud, and for how long. */
const bellParts = [
  [0.5, 0.5, 1.6],
  [1, 0.9, 1.1],
  [1.19, 0.7, 0.8],
  [1.5, 0.4, 0.7],
  [2, 0.9, 0.6],
  [2.51, 0.3, 0.4],
  [2.66, 0.25, 0.35],
  [3.01, 0.25, 0.25],
  [4.17, 0.15, 0.15],
]
const bell = (second) =>
  Math.min(1, second / 0.001, (2.5 - second) / 0.2) *
  bellParts.reduce(
    (sum, [over, loud, long]) => sum + loud * Math.exp(-second / long) * Math.sin(turn * 587 * over * second),
    0,
  ) *
  0.2

const folder = process.argv[2] ?? dirname(fileURLToPath(import.meta.url))
writeFileSync(join(folder, 'horn.wav'), wav(68 / 24, horn))
writeFileSync(join(folder, 'bell.wav'), wav(2.5, bell))
