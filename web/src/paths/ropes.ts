import {
  BufferAttribute,
  BufferGeometry,
  CanvasTexture,
  Color,
  Line,
  LineBasicMaterial,
  Matrix4,
  Points,
  PointsMaterial,
  Vector3,
  type Camera,
  type Object3D,
  type Scene,
} from 'three'
import { Line2 } from 'three/addons/lines/Line2.js'
import { LineGeometry } from 'three/addons/lines/LineGeometry.js'
import { LineMaterial } from 'three/addons/lines/LineMaterial.js'
import type { PathMessage } from '../api/messages'
import type { SceneObject } from '../scene/sceneRows'
import { paper } from '../stage/paper'
import type { LineInks } from '../stage/stageColours'
import { mostInAll, piecesOf, ropeOf, type Rope } from './rope'

const [cream, lemon, dark] = [0xefe6cf, 0xffe14d, 0x10201e]
/** How far the dark edge of a rope reaches, which is seen where the ground is light. */
const edge = 1.1
/** Of more pieces than this in all ropes, thick lines would take long to draw. */
const mostThick = mostInAll

/** Thick lines are slow to draw, thin ones hard to see. */
export type Lines = 'thick' | 'thin'

type ThinLine = Line<BufferGeometry, LineBasicMaterial>

/** A rope with its dark edge, and faintly where something stands before it. */
interface Thick {
  line: Line2
  casing: Line2
  behind: Line2
}

/** The same as lines of one pixel, which are drawn many times faster. */
interface Thin {
  line: ThinLine
  behind: ThinLine
}

/** What is drawn of one path. */
interface Drawn {
  path: PathMessage
  rope: Rope
  /** Made when they are needed first. */
  thick: Thick | null
  thin: Thin | null
  floats: Points<BufferGeometry, PointsMaterial>
  world: Matrix4
  /** What the points are coloured by, so that they are only where that is otherwise. */
  shownAs: { isSelected: boolean; points: ReadonlySet<number> | null } | null
}

/** How a path is seen. */
export interface RopeLook {
  isSelected: boolean
  /** Those of its points that are selected; null where its points are not worked on. */
  points: ReadonlySet<number> | null
  /** What thin lines are drawn in. */
  inks: LineInks
}

/** What lies under the pointer of a path. */
export interface RopeHit {
  object: number
  /** The nearest of its points, if the pointer is over one. */
  point: number | null
  /** Where on the rope: the curve and the parameter on it. */
  segment: number
  u: number
  /** How far from the pointer, in pixels. */
  away: number
}

/** The paths on the stage: a rope each, with a float at each of its points. */
export class Ropes {
  private readonly drawn = new Map<number, Drawn>()
  private readonly used = new Set<number>()
  private readonly round = roundTexture()
  private areThin = { selected: false, others: false }
  /** Of all paths together. */
  private pieces = 0

  constructor(private readonly three: Scene) {}

  /**
   * @param lines How all are drawn; left out, those are thick that are selected, or all, unless they are very many.
   * @param selected In how many pieces those are drawn that are selected.
   */
  begin(lines: Lines | undefined, selected: number): void {
    this.used.clear()
    const isThin = (pieces: number) => lines === 'thin' || (lines === undefined && pieces > mostThick)
    this.areThin = { selected: isThin(selected), others: isThin(this.pieces) }
  }

  show(object: SceneObject, node: Object3D, { isSelected, points, inks }: RopeLook): void {
    const drawn = this.of(object)
    this.used.add(object.id)
    drawn.world.copy(node.matrixWorld)
    const isThin = isSelected ? this.areThin.selected : this.areThin.others
    if (isThin) {
      const { line, behind } = (drawn.thin ??= this.added(thinOf(drawn.rope)))
      for (const each of [line, behind]) each.material.color.set(isSelected ? inks.picked : inks.plain)
    } else {
      const { line, casing, behind } = (drawn.thick ??= this.added(thickOf(drawn.rope)))
      for (const each of [line, behind]) each.material.color.set(isSelected ? lemon : cream)
      line.material.linewidth = isSelected ? 3 : 2.2
      casing.material.linewidth = line.material.linewidth + 2 * edge
    }
    const { floats } = drawn
    floats.material.size = points ? 11 : 6
    if (drawn.shownAs?.isSelected !== isSelected || drawn.shownAs.points !== points) {
      drawn.shownAs = { isSelected, points }
      colourPoints(floats.geometry, isSelected, points)
    }
    for (const part of partsOf(drawn)) {
      part.visible = true
      part.matrix.copy(node.matrixWorld)
      part.matrixWorldNeedsUpdate = true
    }
    for (const part of Object.values((isThin ? drawn.thick : drawn.thin) ?? {})) part.visible = false
  }

  end(): void {
    for (const [id, drawn] of this.drawn)
      if (!this.used.has(id)) for (const part of partsOf(drawn)) part.visible = false
  }

  /** Takes over which paths there are. */
  arrange(objects: ReadonlyMap<number, SceneObject>): void {
    this.pieces = 0
    for (const { path } of objects.values()) this.pieces += piecesOf(path)
    for (const [id, drawn] of this.drawn) {
      if (objects.has(id)) continue
      this.remove(drawn)
      this.drawn.delete(id)
    }
  }

  /** The rope nearest to a place of a view, in pixels, and not further than so many. */
  under(camera: Camera, width: number, height: number, x: number, y: number, reach: number): RopeHit | null {
    let best: RopeHit | null = null
    for (const id of this.used) {
      const { rope, path, world } = this.drawn.get(id)!
      const onScreen = (place: Vector3) => {
        const at = scratch.copy(place).applyMatrix4(world).project(camera)
        return at.z > 1 ? null : { x: ((at.x + 1) / 2) * width, y: ((1 - at.y) / 2) * height }
      }
      const spots = rope.places.map(onScreen)
      for (let i = 1; i < spots.length; i++) {
        const [a, b] = [spots[i - 1], spots[i]]
        if (!a || !b) continue
        const [dx, dy] = [b.x - a.x, b.y - a.y]
        const share = Math.min(Math.max(((x - a.x) * dx + (y - a.y) * dy) / (dx * dx + dy * dy || 1), 0), 1)
        const away = Math.hypot(a.x + share * dx - x, a.y + share * dy - y)
        if (away > (best?.away ?? reach)) continue
        const from = rope.us[i - 1]! === 1 ? 0 : rope.us[i - 1]!
        const to = rope.us[i]! === 0 ? 1 : rope.us[i]!
        best = { object: id, point: null, segment: rope.segments[i - 1]!, u: from + share * (to - from), away }
      }
      path.points.forEach(({ at }, point) => {
        const spot = onScreen(scratch.set(...at))
        const away = spot ? Math.hypot(spot.x - x, spot.y - y) : Infinity
        // A point wins over the rope on both its sides.
        if (away <= reach + 3 && (best?.point == null || away < best.away))
          best = { object: id, point, segment: Math.min(point, path.points.length - 2), u: 0, away }
      })
    }
    return best
  }

  /** Where a point of a path is in the world. */
  placeOf(object: number, point: number): Vector3 | null {
    const drawn = this.drawn.get(object)
    const at = drawn?.path.points[point]?.at
    return drawn && at ? new Vector3(...at).applyMatrix4(drawn.world) : null
  }

  /** The points of a path that lie within a rectangle of a view, in pixels. */
  within(
    object: number,
    camera: Camera,
    width: number,
    height: number,
    box: { left: number; top: number; right: number; bottom: number },
  ): number[] {
    const drawn = this.drawn.get(object)
    return (drawn?.path.points ?? []).flatMap(({ at }, point) => {
      const spot = scratch
        .set(...at)
        .applyMatrix4(drawn!.world)
        .project(camera)
      const [x, y] = [((spot.x + 1) / 2) * width, ((1 - spot.y) / 2) * height]
      return spot.z <= 1 && x >= box.left && x <= box.right && y >= box.top && y <= box.bottom ? [point] : []
    })
  }

  dispose(): void {
    for (const drawn of this.drawn.values()) this.remove(drawn)
    this.round.dispose()
  }

  private of({ id, path }: SceneObject): Drawn {
    const known = this.drawn.get(id)
    if (known?.path === path) return known
    if (known) this.remove(known)
    const rope = ropeOf(path!)
    const dots = new BufferGeometry()
    dots.setAttribute('position', new BufferAttribute(new Float32Array(path!.points.flatMap(({ at }) => at)), 3))
    dots.setAttribute('color', new BufferAttribute(new Float32Array(path!.points.length * 3), 3))
    const floats = new Points(
      dots,
      new PointsMaterial({ size: 6, sizeAttenuation: false, vertexColors: true, map: this.round, alphaTest: 0.5 }),
    )
    floats.renderOrder = 3
    this.added({ floats })
    const drawn = { path: path!, rope, thick: null, thin: null, floats, world: new Matrix4(), shownAs: null }
    this.drawn.set(id, drawn)
    return drawn
  }

  private added<T extends object>(parts: T): T {
    for (const part of Object.values(parts) as Object3D[]) {
      part.matrixAutoUpdate = false
      // Where it is, is known here: no need to look whether it is in the picture.
      part.frustumCulled = false
      this.three.add(part)
    }
    return parts
  }

  private remove(drawn: Drawn): void {
    for (const part of partsOf(drawn)) {
      this.three.remove(part)
      part.geometry.dispose()
      part.material.dispose()
    }
  }
}

function colourPoints(of: BufferGeometry, isSelected: boolean, selected: ReadonlySet<number> | null): void {
  const colors = of.getAttribute('color') as BufferAttribute
  for (let i = 0; i < colors.count; i++) {
    tint.set(selected?.has(i) || (isSelected && !selected) ? lemon : cream)
    colors.setXYZ(i, tint.r, tint.g, tint.b)
  }
  colors.needsUpdate = true
}

const faint = { transparent: true, opacity: 0.28, depthTest: false }

function thinOf({ places }: Rope): Thin {
  const geometry = new BufferGeometry().setFromPoints(places)
  return {
    line: new Line(geometry, new LineBasicMaterial()),
    behind: new Line(geometry, new LineBasicMaterial(faint)),
  }
}

function thickOf({ places }: Rope): Thick {
  const geometry = new LineGeometry().setPositions(places.flatMap(({ x, y, z }) => [x, y, z]))
  const line = new Line2(geometry, new LineMaterial({ linewidth: 2.2 }))
  const casing = new Line2(geometry, new LineMaterial({ color: dark, depthWrite: false }))
  // After all that is solid, and before the rope itself, which lies just as deep.
  ;[casing.renderOrder, line.renderOrder] = [1, 2]
  return { line, casing, behind: new Line2(geometry, new LineMaterial({ linewidth: 1.6, ...faint })) }
}

const partsOf = ({ thick, thin, floats }: Drawn) => [
  ...Object.values(thick ?? {}),
  ...Object.values(thin ?? {}),
  floats,
]

const scratch = new Vector3()
const tint = new Color()

/** A white disc with a dark edge, which keeps its darkness whatever it is tinted with. */
function roundTexture(): CanvasTexture<OffscreenCanvas> {
  const { canvas, ctx } = paper(32, 32)
  ctx.fillStyle = '#fff'
  ctx.strokeStyle = '#10201e'
  ctx.lineWidth = 5
  ctx.arc(16, 16, 12.5, 0, 2 * Math.PI)
  ctx.fill()
  ctx.stroke()
  return new CanvasTexture(canvas)
}
