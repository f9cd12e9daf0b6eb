/** Samples a second. */
export const rate = 48_000
/** A WAV file of 16 bits whose samples a function gives; of several sides, which are alike. */
export function wav(seconds, value, sides = 1) {
  const samples = Math.round(seconds * rate)
  const [each, bytes] = [sides * 2, samples * sides * 2]
  const file = Buffer.alloc(44 + bytes)
  file.write('RIFF', 0)
  file.writeUInt32LE(36 + bytes, 4)
  file.write('WAVEfmt ', 8)
  file.writeUInt32LE(16, 16)
  for (const [at, short] of [
    [20, 1],
    [22, sides],
    [32, each],
    [34, 16],
  ])
    file.writeUInt16LE(short, at)
  file.writeUInt32LE(rate, 24)
  file.writeUInt32LE(rate * each, 28)
  file.write('data', 36)
  file.writeUInt32LE(bytes, 40)
  for (let i = 0; i < samples; i++) {
    const sample = Math.round(value(i) * 32767)
    for (let side = 0; side < sides; side++) file.writeInt16LE(sample, 44 + i * each + side * 2)
  }
  return file
}
