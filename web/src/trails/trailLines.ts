import {
  BufferGeometry,
  CanvasTexture,
  LineBasicMaterial,
  LineSegments,
  Points,
  PointsMaterial,
  Sprite,
  SpriteMaterial,
  type Scene,
} from 'three'
import { LineMaterial } from 'three/examples/jsm/lines/LineMaterial.js'
import { LineSegments2 } from 'three/examples/jsm/lines/LineSegments2.js'
import { paper } from '../stage/paper'
import { inkOf, LineBuffer, MarkBuffer, type Ink } from './buffers'
import type { TrailHandle } from './trailHandles'
import type { PosePicture } from './posesAround'
import { lengthOf, stepsOf, suddenIn, type Trail } from './trail'
import type { TrailSettings } from './trails'

/** What is to be drawn of trails. */
export interface TrailPicture {
  trails: readonly Trail[]
  /** Whole poses before and after; null for none. */
  poses: PosePicture | null
  /** Handles of the way at selected keys. */
  handles: readonly TrailHandle[]
  settings: TrailSettings
  /** Then lines are thin, whatever their thickness. */
  isPlaying: boolean
  /** Frames that a hand changes: the playhead's reach, or a drag's. */
  reached: (object: number, frame: number) => boolean
  selected: (object: number, frame: number) => boolean
  /** Ways that a bake would sample: x, y and z of each place. */
  sampled: readonly Float32Array[]
  /** Ways that takes have. */
  ways: readonly { frames: readonly number[]; places: Float32Array; ink: number; isGap: (frame: number) => boolean }[]
}

const cream = inkOf(0xf4ecd8)
const lemon = inkOf(0xffe14d)
const lime = inkOf(0xb5e048)
const grapefruit = inkOf(0xff7d92)
const dark = inkOf(0x10201e)
const tangerine = inkOf(0xff9440)
const slow = inkOf(0x6fb7e0)
const fast = inkOf(0xff9440)
/** How much of the line's colour is left at the far end of the past. */
const faded = 0.25
/** How far the past is faded at its near end. */
const nearly = 0.75
const labelHeight = 0.02

/** Trails on the stage: a line, dots on frames, marks on keys, numbers. Past fades, what is to come is solid. */
export class TrailLines {
  private readonly ends = new LineBuffer()
  private readonly dotMarks = new MarkBuffer()
  private readonly keyMarks = new MarkBuffer()
  private readonly line = new LineSegments2(
    this.ends.geometry,
    new LineMaterial({ vertexColors: true, transparent: true, depthTest: false, linewidth: 2 }),
  )
  private readonly thin = new LineSegments(
    this.ends.thin,
    new LineBasicMaterial({ vertexColors: true, transparent: true, depthTest: false }),
  )
  private readonly dots = points(this.dotMarks, dotMark)
  private readonly keys = points(this.keyMarks, keyMark)
  private readonly numbers: Sprite[] = []
  private readonly byNumber = new Map<number, SpriteMaterial>()
  private used = 0
  private isShown = false
  private isThin = false

  constructor(private readonly three: Scene) {
    for (const part of [this.line, this.thin, this.dots, this.keys]) {
      part.frustumCulled = false
      part.visible = false
      part.renderOrder = 3
      three.add(part)
    }
  }

  show(picture: TrailPicture | null): void {
    this.used = 0
    this.isShown = picture !== null && picture.trails.length + picture.ways.length > 0
    if (picture && this.isShown) this.fill(picture)
    for (let i = this.used; i < this.numbers.length; i++) this.numbers[i]!.visible = false
    for (const part of [this.line, this.thin, this.dots, this.keys]) part.visible &&= this.isShown
  }

  /** Helpers are seen, or not, in each view by itself. */
  dress(shown: boolean): void {
    const seen = shown && this.isShown
    this.line.visible = seen && !this.isThin && this.ends.count > 0
    this.thin.visible = seen && this.isThin && this.ends.count > 0
    this.dots.visible = seen && this.dotMarks.count > 0
    this.keys.visible = seen && this.keyMarks.count > 0
    for (let i = 0; i < this.used; i++) this.numbers[i]!.visible = seen
  }

  dispose(): void {
    for (const part of [this.line, this.thin, this.dots, this.keys]) {
      part.geometry.dispose()
      part.material.dispose()
      if (part instanceof Points) part.material.map?.dispose()
    }
    for (const material of this.byNumber.values()) {
      material.map?.dispose()
      material.dispose()
    }
  }

  private fill({ trails, handles, settings, isPlaying, reached, selected, sampled, ways }: TrailPicture): void {
    this.isThin = isPlaying
    const most =
      trails.reduce((sum, trail) => sum + lengthOf(trail), 0) +
      handles.length +
      [...sampled, ...ways.map(({ places }) => places)].reduce((sum, way) => sum + way.length / 3, 0)
    if (this.ends.begin(most)) this.line.geometry = this.ends.geometry
    this.dotMarks.begin(most)
    this.keyMarks.begin(most)
    const [one] = trails
    // All trails have the same frames.
    const inks = one ? Array.from(one.keys, (_, i) => fadedInk(one.first + i, one.first, one.now)) : []
    for (const trail of trails) this.fillTrail(trail, settings, inks, reached, selected)
    for (const way of sampled) this.fillWay(way)
    for (const way of ways) this.fillTake(way)
    for (const { from, to } of handles) {
      this.ends.add(from.x, from.y, from.z, lemon)
      this.ends.add(to.x, to.y, to.z, lemon)
      this.dotMarks.add(to.x, to.y, to.z, lemon)
    }
    this.ends.end(isPlaying)
    for (const buffer of [this.dotMarks, this.keyMarks]) buffer.end()
    this.line.material.linewidth = settings.thickness
    this.dots.material.size = settings.thickness + 3
    this.keys.material.size = settings.keySize * 1.6
  }

  /** Straight from sample to sample, with a dot on each. */
  private fillWay(way: Float32Array): void {
    for (let i = 0; i < way.length; i += 3) {
      const [x, y, z] = [way[i]!, way[i + 1]!, way[i + 2]!]
      if (Number.isNaN(x + y + z)) continue
      this.dotMarks.add(x, y, z, tangerine)
      if (i === 0 || Number.isNaN(way[i - 3]!)) continue
      this.ends.add(way[i - 3]!, way[i - 2]!, way[i - 1]!, tangerine)
      this.ends.add(x, y, z, tangerine)
    }
  }

  /** A line in the take's own ink, and in that of a problem where nothing came. */
  private fillTake({ frames, places, ink, isGap }: TrailPicture['ways'][number]): void {
    const own = inkOf(ink)
    for (let i = 1; i < frames.length; i++) {
      const at = i * 3
      if (Number.isNaN(places[at]! + places[at - 3]!)) continue
      const middle = (frames[i - 1]! + frames[i]!) / 2
      const now = isGap(middle) ? grapefruit : own
      this.ends.add(places[at - 3]!, places[at - 2]!, places[at - 1]!, now)
      this.ends.add(places[at]!, places[at + 1]!, places[at + 2]!, now)
    }
  }

  private fillTrail(
    trail: Trail,
    settings: TrailSettings,
    inks: readonly Ink[],
    reached: TrailPicture['reached'],
    selected: TrailPicture['selected'],
  ): void {
    const { places, first, now, object, keys } = trail
    const n = lengthOf(trail)
    const steps = settings.bySpeed ? stepsOf(trail) : null
    const top = steps?.reduce((most, step) => Math.max(most, step), 0) ?? 0
    const sudden = steps && suddenIn(steps)
    const step = labelStep(settings, n)
    let before: Ink | null = null
    for (let i = 0; i < n; i++) {
      const [x, y, z] = [places[i * 3]!, places[i * 3 + 1]!, places[i * 3 + 2]!]
      if (Number.isNaN(x + y + z)) {
        before = null
        continue
      }
      const frame = first + i
      const ink = reached(object, frame) ? lemon : inks[i]!
      if (before) {
        this.ends.add(places[i * 3 - 3]!, places[i * 3 - 2]!, places[i * 3 - 1]!, before)
        this.ends.add(x, y, z, ink)
      }
      before = ink
      const isSelected = selected(object, frame)
      if (keys[i] || isSelected || frame === now)
        this.keyMarks.add(x, y, z, isSelected ? lemon : frame === now ? lime : cream)
      else if (settings.every > 0 && i % settings.every === 0)
        this.dotMarks.add(x, y, z, steps ? paceInk(steps, Math.min(i, steps.length - 1), top, sudden!.has(i)) : ink)
      if (settings.numbers && isNumbered(trail, i, step)) this.number(frame, places, i)
    }
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

const mixed = (a: Ink, b: Ink, part: number): Ink => [
  a[0] + (b[0] - a[0]) * part,
  a[1] + (b[1] - a[1]) * part,
  a[2] + (b[2] - a[2]) * part,
]

/** What the line is drawn in on a frame: the past fades. */
function fadedInk(frame: number, first: number, now: number): Ink {
  if (frame >= now) return cream
  const part = now > first ? (frame - first) / (now - first) : 1
  return mixed(dark, cream, faded + (1 - faded) * part * nearly)
}

const paceInk = (steps: Float32Array, i: number, top: number, isSudden: boolean): Ink =>
  isSudden ? grapefruit : mixed(slow, fast, top > 0 ? steps[i]! / top : 0)

function points(
  buffer: MarkBuffer,
  mark: (ctx: OffscreenCanvasRenderingContext2D) => void,
): Points<BufferGeometry, PointsMaterial> {
  const map = new CanvasTexture(marked(mark))
  const look = { sizeAttenuation: false, depthTest: false, transparent: true, vertexColors: true, map }
  return new Points(buffer.geometry, new PointsMaterial(look))
}

const markSize = 48
/** How wide the dark edge of a dot is, by which it is seen on a light ground. */
const edge = 6
function marked(mark: (ctx: OffscreenCanvasRenderingContext2D) => void): OffscreenCanvas {
  const { canvas, ctx } = paper(markSize, markSize)
  ctx.strokeStyle = ctx.fillStyle = '#fff'
  ctx.lineCap = 'round'
  mark(ctx)
  return canvas
}

function dotMark(ctx: OffscreenCanvasRenderingContext2D): void {
  ctx.beginPath()
  ctx.arc(markSize / 2, markSize / 2, markSize / 2 - edge, 0, 2 * Math.PI)
  ctx.fill()
  edged(ctx, edge)
}

/** Draws the edge of what has just been drawn, in a dark that stays dark whatever the mark is tinted with. */
function edged(ctx: OffscreenCanvasRenderingContext2D, width: number): void {
  ctx.strokeStyle = '#10201e'
  ctx.lineWidth = width
  ctx.stroke()
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

function drawn(text: string): OffscreenCanvas {
  const { canvas, ctx } = paper(1, 1)
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
