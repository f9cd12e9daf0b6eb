/** Linear light of each sRGB byte: c/12.92 up to 0.04045, else ((c + 0.055)/1.055)^2.4 (IEC 61966-2-1). */
const lightOf = Float32Array.from({ length: 256 }, (_, byte) => {
  const c = byte / 255
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
})

/** The way back, in steps so small that each byte comes back as it was. */
const steps = 1 << 16
const byteOf = Uint8Array.from({ length: steps + 1 }, (_, step) => {
  const light = step / steps
  return Math.round(255 * (light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055))
})

/**
 * Puts pictures together in linear light, as film and eye do: moments of one picture, and the samples of a pixel where
 * they are drawn larger than they will be. Pictures come as WebGL reads them: from the bottom, colour times alpha.
 */
export class LightSum {
  private readonly sum: Float32Array
  private count = 0

  /** @param scale So many times as large the pictures come each way. */
  constructor(
    private readonly width: number,
    private readonly height: number,
    private readonly scale: number,
  ) {
    this.sum = new Float32Array(width * height * 4)
  }

  add(pixels: Uint8Array): void {
    const { width, height, scale, sum } = this
    this.count++
    for (let y = 0; y < height * scale; y++) {
      const row = (height - 1 - Math.floor(y / scale)) * width
      for (let x = 0, from = y * width * scale * 4; x < width * scale; x++, from += 4) {
        const alpha = pixels[from + 3]!
        if (alpha === 0) continue
        const to = (row + (scale === 1 ? x : Math.floor(x / scale))) * 4
        if (alpha === 255) {
          sum[to]! += lightOf[pixels[from]!]!
          sum[to + 1]! += lightOf[pixels[from + 1]!]!
          sum[to + 2]! += lightOf[pixels[from + 2]!]!
          sum[to + 3]! += 1
        } else {
          const [share, back] = [alpha / 255, 255 / alpha]
          for (let i = 0; i < 3; i++)
            sum[to + i]! += share * lightOf[Math.min(255, Math.round(pixels[from + i]! * back))]!
          sum[to + 3]! += share
        }
      }
    }
  }

  /** The picture of all that was added, from the top and its colour as it is; what is added next begins anew. */
  take(): Uint8ClampedArray<ArrayBuffer> {
    const { sum } = this
    const bytes = new Uint8ClampedArray(sum.length)
    const all = this.count * this.scale * this.scale
    for (let at = 0; at < sum.length; at += 4) {
      const covered = sum[at + 3]!
      if (covered <= 0) continue
      const per = steps / covered
      bytes[at] = byteOf[Math.min(steps, Math.round(sum[at]! * per))]!
      bytes[at + 1] = byteOf[Math.min(steps, Math.round(sum[at + 1]! * per))]!
      bytes[at + 2] = byteOf[Math.min(steps, Math.round(sum[at + 2]! * per))]!
      bytes[at + 3] = (covered / all) * 255
    }
    sum.fill(0)
    this.count = 0
    return bytes
  }
}
