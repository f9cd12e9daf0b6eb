import { http } from '../api/http'

const gigabytes = (navigator as { deviceMemory?: number }).deviceMemory ?? 4
/** Bytes of decoded pictures that one reel may hold: ten seconds of a reel for reviews fit where the machine has room. */
const room = gigabytes >= 8 ? 512e6 : gigabytes >= 4 ? 256e6 : 96e6
const mostPictures = 600

interface Decoded {
  bitmap: ImageBitmap
  /** It is the lighter version, good enough while it moves. */
  isLight: boolean
}

/** The pictures of one reel, decoded before they are due; those looked at last are kept. */
export class ReelPictures {
  private readonly known = new Map<number, Decoded>()
  private readonly coming = new Set<string>()
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

  /** A picture, if it is here; where only the whole one will do, it is not taken for the lighter one. */
  get(picture: number, isWhole = false): ImageBitmap | undefined {
    const found = this.known.get(picture)
    if (!found || (isWhole && found.isLight)) return undefined
    // The one looked at last is let go last.
    this.known.delete(picture)
    this.known.set(picture, found)
    return found.bitmap
  }

  /** Looks for pictures, the first ones first; so many at a time. */
  want(pictures: readonly number[], isLight: boolean, atOnce: number): void {
    for (const picture of pictures) {
      if (this.coming.size >= atOnce || this.isGone) return
      const found = this.known.get(picture)
      const isComing = this.coming.has(`${picture}`) || (isLight && this.coming.has(`${picture} light`))
      if ((found && (isLight || !found.isLight)) || isComing) continue
      void this.fetch(picture, isLight)
    }
  }

  private async fetch(picture: number, isLight: boolean): Promise<void> {
    const name = isLight ? `${picture} light` : `${picture}`
    this.coming.add(name)
    try {
      const address = isLight ? http.lightAddress(this.reel, picture) : http.pictureAddress(this.reel, picture)
      const answer = await fetch(address)
      if (answer.ok) this.keep(picture, { bitmap: await createImageBitmap(await answer.blob()), isLight })
    } catch {
      // Asked for again when it is looked at again.
    }
    this.coming.delete(name)
    if (!this.isGone) this.changed()
  }

  private keep(picture: number, decoded: Decoded): void {
    const before = this.known.get(picture)
    if (this.isGone || (before && decoded.isLight)) {
      decoded.bitmap.close()
      return
    }
    before?.bitmap.close()
    this.known.set(picture, decoded)
    for (const [old, gone] of this.known) {
      if (this.known.size <= this.most) break
      this.known.delete(old)
      gone.bitmap.close()
    }
  }

  dispose(): void {
    this.isGone = true
    for (const { bitmap } of this.known.values()) bitmap.close()
    this.known.clear()
  }
}
