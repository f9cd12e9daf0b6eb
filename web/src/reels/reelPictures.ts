import { http } from '../api/http'

const gigabytes = (navigator as { deviceMemory?: number }).deviceMemory ?? 4
/** Bytes of decoded pictures that one reel may hold: ten seconds of a reel for reviews fit where the machine has room. */
const room = gigabytes >= 8 ? 512e6 : gigabytes >= 4 ? 256e6 : 96e6
const mostPictures = 600

/** The pictures of one reel, decoded before they are due; those looked at last are kept. */
export class ReelPictures {
  private readonly known = new Map<number, ImageBitmap>()
  private readonly coming = new Map<number, Promise<void>>()
  private readonly most: number
  private isGone = false

  /** @param changed Called when a picture has come. */
  constructor(
    private readonly reel: number,
    width: number,
    height: number,
    private readonly changed: () => void,
  ) {
    this.most = Math.min(mostPictures, Math.max(6, Math.floor(room / (width * height * 4))))
  }

  /** So many can be looked for ahead of time: all but a few, which were looked at just now. */
  get ahead(): number {
    return Math.max(1, this.most - Math.min(4, this.most / 2))
  }

  /** A picture, if it is here. */
  get(picture: number): ImageBitmap | undefined {
    const bitmap = this.known.get(picture)
    if (bitmap) {
      // The one looked at last is let go last.
      this.known.delete(picture)
      this.known.set(picture, bitmap)
    }
    return bitmap
  }

  /** Looks for pictures, the first ones first; a few at a time. */
  want(pictures: readonly number[]): void {
    for (const picture of pictures) {
      if (this.coming.size >= 4 || this.isGone) return
      if (!this.known.has(picture) && !this.coming.has(picture)) this.fetch(picture)
    }
  }

  private fetch(picture: number): void {
    const coming = fetch(http.pictureAddress(this.reel, picture))
      .then(async (answer) => {
        if (!answer.ok) return
        const bitmap = await createImageBitmap(await answer.blob())
        if (this.isGone) {
          bitmap.close()
          return
        }
        this.known.set(picture, bitmap)
        for (const [old, gone] of this.known) {
          if (this.known.size <= this.most) break
          this.known.delete(old)
          gone.close()
        }
      })
      .catch(() => {})
      .finally(() => {
        this.coming.delete(picture)
        if (!this.isGone) this.changed()
      })
    this.coming.set(picture, coming)
  }

  dispose(): void {
    this.isGone = true
    for (const bitmap of this.known.values()) bitmap.close()
    this.known.clear()
  }
}
