import {
  BufferAttribute,
  BufferGeometry,
  CanvasTexture,
  Color,
  Points,
  PointsMaterial,
  Sprite,
  SpriteMaterial,
  type Scene,
} from 'three'
import { LineMaterial } from 'three/examples/jsm/lines/LineMaterial.js'
import { LineSegments2 } from 'three/examples/jsm/lines/LineSegments2.js'
import { LineSegmentsGeometry } from 'three/examples/jsm/lines/LineSegmentsGeometry.js'
import type { TrailHandle } from './trailHandles'
import { lengthOf, stepsOf, suddenIn, type Trail } from './trail'
import type { TrailSettings } from './trails'

/** What is to be drawn of trails. */
export interface TrailPicture {
  trails: readonly Trail[]
  /** Handles of the way at selected keys. */
  handles: readonly TrailHandle[]
  settings: TrailSettings
  /** Frames that a hand changes: the playhead's reach, or a drag's. */
  reached: (object: number, frame: number) => boolean
  selected: (object: number, frame: number) => boolean
}

const cream = new Color(0xf4ecd8)
const lemon = new Color(0xffe14d)
const lime = new Color(0xb5e048)
const grapefruit = new Color(0xff7d92)
const dark = new Color(0x10201e)
const slow = new Color(0x6fb7e0)
const fast = new Color(0xff9440)
const scratch = new Color()
/** How much of the line's colour is left at the far end of the past. */
const faded = 0.25
const labelHeight = 0.02

/** Trails on the stage: a line, dots on frames, marks on keys, numbers. Past fades, what is to come is solid. */
export class TrailLines {
  private readonly line = new LineSegments2(
    new LineSegmentsGeometry(),
    new LineMaterial({ vertexColors: true, transparent: true, depthTest: false, linewidth: 2 }),
  )
  private readonly dots = points(dotMark)
  private readonly keys = points(keyMark)
  private readonly numbers: Sprite[] = []
  private readonly byNumber = new Map<number, SpriteMaterial>()
  private used = 0
  private isShown = false

  constructor(private readonly three: Scene) {
    for (const part of [this.line, this.dots, this.keys]) {
      part.frustumCulled = false
      part.visible = false
      part.renderOrder = 3
      three.add(part)
    }
  }

  show(picture: TrailPicture | null): void {
    this.used = 0
    this.isShown = picture !== null && picture.trails.length > 0
    if (picture && this.isShown) this.fill(picture)
    for (let i = this.used; i < this.numbers.length; i++) this.numbers[i]!.visible = false
    for (const part of [this.line, this.dots, this.keys]) part.visible &&= this.isShown
  }

  /** Helpers are seen, or not, in each view by itself. */
  dress(shown: boolean): void {
    const seen = shown && this.isShown
    this.line.visible = seen && this.line.geometry.instanceCount > 0
    this.dots.visible = seen && count(this.dots) > 0
    this.keys.visible = seen && count(this.keys) > 0
    for (let i = 0; i < this.used; i++) this.numbers[i]!.visible = seen
  }

  dispose(): void {
    for (const part of [this.line, this.dots, this.keys]) {
      part.geometry.dispose()
      part.material.dispose()
      if (part instanceof Points) part.material.map?.dispose()
    }
    for (const material of this.byNumber.values()) {
      material.map?.dispose()
      material.dispose()
    }
  }

  private fill({ trails, handles, settings, reached, selected }: TrailPicture): void {
    const [ends, inks]: [number[], number[]] = [[], []]
    const [dots, dotInks]: [number[], number[]] = [[], []]
    const [keys, keyInks]: [number[], number[]] = [[], []]
    for (const trail of trails) {
      const { places, first, now, object } = trail
      const n = lengthOf(trail)
      const steps = settings.bySpeed ? stepsOf(trail) : null
      const top = steps?.reduce((most, step) => Math.max(most, step), 0) ?? 0
      const sudden = steps && suddenIn(steps)
      const isKnown = (i: number) => !Number.isNaN(places[i * 3]!)
      for (let i = 0; i < n; i++) {
        if (!isKnown(i)) continue
        const frame = first + i
        const ink = inkOf(frame, first, now, reached(object, frame))
        if (i + 1 < n && isKnown(i + 1)) {
          ends.push(...places.subarray(i * 3, i * 3 + 6))
          inks.push(...ink.toArray(), ...inkOf(frame + 1, first, now, reached(object, frame + 1)).toArray())
        }
        if (trail.keys[i] || selected(object, frame)) {
          keys.push(...places.subarray(i * 3, i * 3 + 3))
          keyInks.push(...(selected(object, frame) ? lemon : frame === now ? lime : cream).toArray())
        } else if (frame === now) {
          keys.push(...places.subarray(i * 3, i * 3 + 3))
          keyInks.push(...lime.toArray())
        } else if (settings.every > 0 && (frame - first) % settings.every === 0) {
          dots.push(...places.subarray(i * 3, i * 3 + 3))
          const step = steps?.[Math.min(i, steps.length - 1)] ?? 0
          const dot = !steps
            ? inkOf(frame, first, now, reached(object, frame))
            : sudden!.has(i)
              ? grapefruit
              : scratch.copy(slow).lerp(fast, top > 0 ? step / top : 0)
          dotInks.push(...dot.toArray())
        }
        if (settings.numbers && isNumbered(trail, i, labelStep(settings, n))) this.number(frame, places, i)
      }
    }
    for (const { from, to } of handles) {
      ends.push(...from.toArray(), ...to.toArray())
      inks.push(...lemon.toArray(), ...lemon.toArray())
      dots.push(...to.toArray())
      dotInks.push(...lemon.toArray())
    }
    // A geometry of lines keeps the room of its first filling: another filling is another geometry.
    this.line.geometry.dispose()
    this.line.geometry = new LineSegmentsGeometry()
    if (ends.length) this.line.geometry.setPositions(ends).setColors(inks)
    this.line.material.linewidth = settings.thickness
    put(this.dots, dots, dotInks, settings.thickness + 3)
    put(this.keys, keys, keyInks, settings.keySize * 1.6)
  }

  private number(frame: number, places: Float32Array, i: number): void {
    let sprite = this.numbers[this.used]
    if (!sprite) {
      sprite = new Sprite()
      sprite.renderOrder = 4
      this.numbers.push(sprite)
      this.three.add(sprite)
    }
    this.used++
    const material = this.materialOf(frame)
    const { width, height } = material.map!.image as OffscreenCanvas
    sprite.material = material
    sprite.scale.set((labelHeight * width) / height, labelHeight, 1)
    sprite.center.set(-0.15, -0.15)
    sprite.position.set(places[i * 3]!, places[i * 3 + 1]!, places[i * 3 + 2]!)
    sprite.updateMatrix()
  }

  private materialOf(frame: number): SpriteMaterial {
    let material = this.byNumber.get(frame)
    if (!material) {
      material = new SpriteMaterial({
        map: new CanvasTexture(drawn(String(frame))),
        sizeAttenuation: false,
        depthTest: false,
        transparent: true,
      })
      this.byNumber.set(frame, material)
    }
    return material
  }
}

/** Numbers not nearer than there is room for: about twelve on a trail, on round frames. */
function labelStep({ every }: TrailSettings, frames: number): number {
  const least = Math.max(every, frames / 12)
  return [1, 2, 5, 10, 20, 25, 50, 100, 200, 500].find((step) => step >= least) ?? 1000
}

/** Keys have their numbers, and round frames that are not close to a key. */
function isNumbered({ keys, first }: Trail, i: number, step: number): boolean {
  const near = Math.ceil(step / 2)
  const before = keys.subarray(Math.max(0, i - near), i).includes(1)
  if (keys[i]) return !before
  return (first + i) % step === 0 && !before && !keys.subarray(i, i + near + 1).includes(1)
}

/** What the line is drawn in on a frame. */
function inkOf(frame: number, first: number, now: number, isReached: boolean): Color {
  if (isReached) return scratch.copy(lemon)
  if (frame >= now) return scratch.copy(cream)
  const part = now > first ? (frame - first) / (now - first) : 1
  return scratch.copy(dark).lerp(cream, faded + (1 - faded) * part * 0.75)
}

function points(mark: (ctx: OffscreenCanvasRenderingContext2D) => void): Points<BufferGeometry, PointsMaterial> {
  const map = new CanvasTexture(marked(mark))
  const look = { sizeAttenuation: false, depthTest: false, transparent: true, vertexColors: true, map }
  return new Points(new BufferGeometry(), new PointsMaterial(look))
}

const markSize = 48
function marked(mark: (ctx: OffscreenCanvasRenderingContext2D) => void): OffscreenCanvas {
  const canvas = new OffscreenCanvas(markSize, markSize)
  const ctx = canvas.getContext('2d')!
  ctx.strokeStyle = ctx.fillStyle = '#fff'
  ctx.lineCap = 'round'
  mark(ctx)
  return canvas
}

function dotMark(ctx: OffscreenCanvasRenderingContext2D): void {
  ctx.beginPath()
  ctx.arc(markSize / 2, markSize / 2, markSize / 2 - 2, 0, 2 * Math.PI)
  ctx.fill()
}

/** A stem with wings, as on the desk. */
function keyMark(ctx: OffscreenCanvasRenderingContext2D): void {
  const [middle, top] = [markSize / 2, 10]
  ctx.lineWidth = 11
  ctx.beginPath()
  ctx.moveTo(middle, top)
  ctx.lineTo(middle, markSize - 7)
  ctx.stroke()
  ctx.lineWidth = 6
  for (const side of [-1, 1]) {
    ctx.beginPath()
    ctx.moveTo(middle, top)
    ctx.quadraticCurveTo(middle + side * 17, top, middle + side * 20, markSize - 18)
    ctx.stroke()
  }
}

const count = (of: Points) => of.geometry.getAttribute('position')?.count ?? 0

function put(of: Points<BufferGeometry, PointsMaterial>, places: number[], inks: number[], size: number): void {
  of.geometry.dispose()
  of.geometry.setAttribute('position', new BufferAttribute(new Float32Array(places), 3))
  of.geometry.setAttribute('color', new BufferAttribute(new Float32Array(inks), 3))
  of.material.size = size
}

function drawn(text: string): OffscreenCanvas {
  const canvas = new OffscreenCanvas(1, 1)
  const ctx = canvas.getContext('2d')!
  const font = "600 22px 'JetBrains Mono Variable', monospace"
  ctx.font = font
  canvas.width = Math.ceil(ctx.measureText(text).width) + 10
  canvas.height = 30
  ctx.font = font
  ctx.textBaseline = 'middle'
  ctx.lineJoin = 'round'
  ctx.lineWidth = 5
  ctx.strokeStyle = '#10201e'
  ctx.strokeText(text, 5, 16)
  ctx.fillStyle = '#efe6cf'
  ctx.fillText(text, 5, 16)
  return canvas
}
