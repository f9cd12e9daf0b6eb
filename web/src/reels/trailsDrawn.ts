import { Matrix4, Vector3 } from 'three'
import type { PieceMessage } from '../api/messages'
import type { BentPoints } from '../deform/bentPoints'
import { SampleBook } from '../scene/samples'
import type { SceneModel } from '../scene/sceneModel'
import { BentPlaces } from '../trails/bentPlaces'
import { spaceOf, type Trail } from '../trails/trail'
import type { TrailPicture } from '../trails/trailLines'
import { WorldPlaces } from '../trails/worldPlaces'
import type { ShotTrails } from './shotTrails'

/** Frames that are asked for at once. */
const atOnce = 256
const nothing: never[] = []

/** The trails in the pictures of a reel: where their objects are on each frame, learnt once before the first picture. */
export class TrailsDrawn {
  /** Where each object is, x, y and z for each frame. */
  private readonly places = new Map<number, Float32Array>()
  /** How what trails are drawn in the space of stands on each frame. */
  private readonly around = new Map<number, Matrix4>()

  /** @param scale Pixels that are drawn for one of the picture. */
  constructor(
    private readonly wanted: ShotTrails,
    private readonly scale: number,
  ) {
    for (const { id } of wanted.objects) this.places.set(id, new Float32Array(this.count * 3).fill(NaN))
  }

  /** Whether more is asked for than what comes at once. */
  get takesLong(): boolean {
    return this.count > 4 * atOnce
  }

  /** Asks for all frames of the trails. */
  async learn(
    model: SceneModel,
    points: BentPoints,
    ask: (first: number, count: number) => Promise<PieceMessage>,
  ): Promise<void> {
    const { first, last, objects } = this.wanted
    const outer = this.outer
    for (let from = first; from <= last; from += atOnce) {
      const count = Math.min(atOnce, last - from + 1)
      const book = new SampleBook(atOnce)
      book.take({ forgotten: [], pieces: [await ask(from, count)] })
      const world = new WorldPlaces(model, book, { frame: NaN, held: null })
      const bent = new BentPlaces(model, world, points)
      for (let i = 0; i < count; i++) {
        for (const { id } of objects)
          bent.at(model.objects.get(id)!, i)?.toArray(this.places.get(id)!, (from - first + i) * 3)
        const there = outer === null ? null : world.at(outer, i)
        if (there) this.around.set(from + i, there)
      }
    }
  }

  /** What is drawn in the picture of a frame. */
  at(frame: number): TrailPicture {
    const { objects, settings, space, camera, first, last } = this.wanted
    const [from, to] =
      settings.span === 'around'
        ? [Math.max(first, frame - settings.around), Math.min(last, frame + settings.around)]
        : [first, last]
    const { shown } = spaceOf(space, camera, frame, { at: (_, on) => this.around.get(on) ?? null })
    const place = new Vector3()
    const trails = objects.map(({ id, keys }): Trail => {
      const known = this.places.get(id)!
      const places = new Float32Array(Math.max(0, to - from + 1) * 3).fill(NaN)
      for (let on = from; on <= to; on++)
        shown(place.fromArray(known, (on - first) * 3), on)?.toArray(places, (on - from) * 3)
      return {
        object: id,
        first: from,
        places,
        keys: Uint8Array.from(keys.slice(from - first, to - first + 1)),
        now: frame,
      }
    })
    return {
      trails,
      poses: null,
      handles: nothing,
      settings: { ...settings, thickness: settings.thickness * this.scale, keySize: settings.keySize * this.scale },
      isPlaying: false,
      reached: () => false,
      selected: () => false,
      sampled: nothing,
      ways: nothing,
    }
  }

  private get count(): number {
    return Math.max(0, this.wanted.last - this.wanted.first + 1)
  }

  /** The object in whose space trails are drawn; null for the world. */
  private get outer(): number | null {
    const { space, camera } = this.wanted
    return space === 'world' ? null : space === 'camera' ? camera : space
  }
}
