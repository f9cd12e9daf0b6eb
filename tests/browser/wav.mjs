/** Samples a second. */
export const rate = 48_000
/** A WAV file of 16 bits whose samples a function gives. */
export function wav(seconds, value) {
  const samples = Math.round(seconds * rate)
  const file = Buffer.alloc(44 + samples * 2)
  file.write('RIFF', 0)
  file.writeUInt32LE(36 + samples * 2, 4)
  file.write('WAVEfmt ', 8)
  file.writeUInt32LE(16, 16)
  for (const [at, short] of [
    [20, 1],
    [22, 1],
    [32, 2],
    [34, 16],
  ])
    file.writeUInt16LE(short, at)
  file.writeUInt32LE(rate, 24)
  file.writeUInt32LE(rate * 2, 28)
  file.write('data', 36)
  file.writeUInt32LE(samples * 2, 40)
  for (let i = 0; i < samples; i++) file.writeInt16LE(Math.round(value(i) * 32767), 44 + i * 2)
  return file
}
