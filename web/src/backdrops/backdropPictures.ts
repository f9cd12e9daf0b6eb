import { http } from '../api/http'

/** Pixels of the longer side that a picture is decoded to at the least, and at the most: alone, and in a sequence. */
const [least, most] = [
  { alone: 2048, inSequence: 1280 },
  { alone: 4096, inSequence: 2560 },
]
/** Bytes of decoded pictures that are kept. */
const room = 256e6
/** Pictures on their way at a time. */
const atOnce = 4
/** Milliseconds until one that could not be had is asked for again. */
const again = 3000

/** Pictures of a scene, decoded before they are due; those looked at last are kept. */
export class BackdropPictures {
  private readonly known = new Map<string, ImageBitmap>()
  private readonly coming = new Set<string>()
  private readonly failed = new Set<string>()
  private bytes = 0
  private isGone = false
  /** Pixels of the longer side of what they are drawn in. */
  sharpFor = 0

  /** @param changed Called when a picture has come, or is not to be had. */
  constructor(private readonly changed: () => void) {}

  get(asset: string): ImageBitmap | undefined {
    const found = this.known.get(asset)
    if (found) {
      // The one looked at last is let go last.
      this.known.delete(asset)
      this.known.set(asset, found)
    }
    return found
  }

  /** Whether one was asked for and could not be had just now. */
  isLost(asset: string): boolean {
    return this.failed.has(asset)
  }

  /** Looks for pictures, the first ones first. */
  want(scene: number, assets: readonly string[], isSequence: boolean): void {
    for (const asset of assets) {
      if (this.coming.size >= atOnce || this.isGone) return
      if (!this.known.has(asset) && !this.coming.has(asset) && !this.failed.has(asset))
        void this.fetch(scene, asset, this.longest(isSequence ? 'inSequence' : 'alone'))
    }
  }

  dispose(): void {
    this.isGone = true
    for (const bitmap of this.known.values()) bitmap.close()
    this.known.clear()
  }

  private longest(how: 'alone' | 'inSequence'): number {
    return Math.min(Math.max(this.sharpFor, least[how]), most[how])
  }

  private async fetch(scene: number, asset: string, side: number): Promise<void> {
    this.coming.add(asset)
    try {
      const bitmap = await fitted(await http.scenePicture(scene, asset), side)
      if (this.isGone) bitmap.close()
      else this.keep(asset, bitmap)
    } catch {
      this.failed.add(asset)
      setTimeout(() => {
        this.failed.delete(asset)
        if (!this.isGone) this.changed()
      }, again)
    }
    this.coming.delete(asset)
    if (!this.isGone) this.changed()
  }

  private keep(asset: string, bitmap: ImageBitmap): void {
    this.known.set(asset, bitmap)
    this.bytes += bytesOf(bitmap)
    for (const [old, gone] of this.known) {
      if (this.bytes <= room || old === asset) break
      this.known.delete(old)
      this.bytes -= bytesOf(gone)
      gone.close()
    }
  }
}

const bytesOf = ({ width, height }: ImageBitmap) => width * height * 4

async function fitted(file: Blob, side: number): Promise<ImageBitmap> {
  const whole = await createImageBitmap(file, { premultiplyAlpha: 'none' })
  const scale = side / Math.max(whole.width, whole.height)
  if (scale >= 1) return whole
  const [resizeWidth, resizeHeight] = [whole.width, whole.height].map((pixels) =>
    Math.max(1, Math.round(pixels * scale)),
  )
  const small = await createImageBitmap(whole, {
    resizeWidth,
    resizeHeight,
    resizeQuality: 'high',
    premultiplyAlpha: 'none',
  })
  whole.close()
  return small
}
