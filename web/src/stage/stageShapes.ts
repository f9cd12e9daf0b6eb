import {
  Color,
  LineBasicMaterial,
  LineSegments,
  Matrix4,
  Mesh,
  MeshLambertMaterial,
  Vector3,
  type BufferGeometry,
  type ColorRepresentation,
  type Object3D,
  type Raycaster,
  type Scene,
} from 'three'
import type { Bent } from '../deform/bending'
import { overAll, type BentGhosts } from '../deform/bentGhosts'
import type { BentPass } from '../deform/bentPass'
import type { BentPlaces } from '../deform/bentPlaces'
import type { SceneObject } from '../scene/sceneRows'
import { Pool } from './pool'
import { ShapeBatch } from './shapeBatch'
import { edgesOf } from './edges'
import { shapeScale, type Read, type Shape } from './shapes'
import { lemon } from './stageColours'
import type { View } from './views'

/** From this opacity on, something counts as solid. */
export const solid = 0.999
/** How much of an object's own colour is left when it stands aside. */
const dimmed = 0.28
const mostBatches = 60

/** How a shape is seen in a picture. */
export interface Look {
  /** What bends it; null where nothing does. */
  bent: Bent | null
  read: Read
  /** What the groups above it leave of it, 0 to 1. */
  veil: number
  outlined: ColorRepresentation | undefined
  /** Whether its outline is as strong however clear it is: because it is selected itself, and not with what it belongs to. */
  outlinesClear: boolean
  /** The ground, into which its colour goes where it stands aside; null where it does not. */
  aside: Color | null
}

/** The shapes in a picture: solid ones by the batch, clear ones one by one, and outlines of both. */
export class StageShapes {
  private readonly batches = new Map<string, ShapeBatch>()
  private readonly ghosts: Pool<Mesh<BufferGeometry, MeshLambertMaterial>>
  private readonly outlines: Pool<LineSegments<BufferGeometry, LineBasicMaterial>>

  constructor(
    private readonly three: Scene,
    private readonly bentPass: BentPass,
    private readonly bentPlaces: BentPlaces,
    private readonly bentGhosts: BentGhosts,
  ) {
    this.ghosts = new Pool(
      three,
      () => new Mesh(undefined, new MeshLambertMaterial({ transparent: true, depthWrite: false })),
    )
    this.outlines = new Pool(three, () => {
      const outline = new LineSegments(
        undefined as BufferGeometry | undefined,
        new LineBasicMaterial({ color: lemon, depthTest: false, transparent: true, opacity: 0.9 }),
      )
      outline.renderOrder = overAll
      return outline as LineSegments<BufferGeometry, LineBasicMaterial>
    })
  }

  begin(): void {
    for (const batch of this.batches.values()) batch.begin()
    this.bentPass.begin()
    this.bentPlaces.begin()
    this.bentGhosts.begin()
    this.ghosts.begin()
    this.outlines.begin()
  }

  add(object: SceneObject, shape: Shape, node: Object3D, { bent, read, veil, aside, ...look }: Look): void {
    const size = shapeScale(object.kind, read, scratch)
    color.setRGB(unit(read('look.red')), unit(read('look.green')), unit(read('look.blue')))
    if (aside) color.lerp(aside, 1 - dimmed)
    const opacity = unit(read('look.opacity')) * veil
    const isSolid = opacity >= solid && !bent?.fades
    const outlined = opacity > 0 || look.outlinesClear ? look.outlined : undefined
    const outlineOpacity = (outlined === lemon ? 0.9 : 0.6) * (look.outlinesClear ? 1 : opacity)
    if (bent) {
      this.bentPlaces.add({ id: object.id, shape, size, ...bent })
      if (isSolid)
        this.batch(shape, true).add(object.id, bent.world, color, this.bentPass.add(shape.geometry, size, bent.run))
      else if (opacity > 0) this.bentGhosts.add(object.id, shape, size, bent, color, opacity, opacity >= solid)
      if (outlined !== undefined) this.bentGhosts.outline(shape, size, bent, outlined, outlineOpacity)
      return
    }
    matrix.makeScale(size.x, size.y, size.z).premultiply(node.matrixWorld)
    if (isSolid) this.batch(shape, false).add(object.id, matrix, color)
    else if (opacity > 0) {
      const ghost = this.ghosts.next()
      ghost.geometry = shape.geometry
      ghost.material.color.copy(color)
      ghost.material.opacity = opacity
      putAt(ghost, object.id, matrix)
    }
    if (outlined !== undefined) {
      const outline = this.outlines.next()
      outline.material.color.set(outlined)
      outline.material.opacity = outlineOpacity
      outline.geometry = edgesOf(shape)
      putAt(outline, object.id, matrix)
    }
  }

  end(): void {
    this.bentPass.end()
    this.bentGhosts.end()
    this.endBatches()
    this.ghosts.end()
    this.outlines.end()
  }

  dress(shading: View['shading']): void {
    for (const batch of this.batches.values()) batch.dress(shading)
    for (const ghost of this.ghosts.inUse) ghost.material.wireframe = shading === 'wire'
    this.bentGhosts.dress(shading)
  }

  /** What a ray hits of those that nothing bends. */
  *under(ray: Raycaster): Iterable<{ distance: number; id: number; point: Vector3 }> {
    for (const batch of this.batches.values()) {
      if (!batch.target) continue
      for (const { distance, point, instanceId } of ray.intersectObject(batch.target, false)) {
        const id = batch.ownerOf(instanceId!)
        if (id !== undefined) yield { distance, point, id }
      }
    }
    for (const { distance, point, object } of ray.intersectObjects(this.ghosts.inUse, false))
      yield { distance, point, id: object.userData.object as number }
  }

  dispose(): void {
    for (const batch of this.batches.values()) batch.dispose()
  }

  private batch(shape: Shape, isBent: boolean): ShapeBatch {
    const key = `${shape.key}${isBent ? ' bent' : ''}`
    let batch = this.batches.get(key)
    if (!batch) this.batches.set(key, (batch = new ShapeBatch(this.three, shape, isBent ? this.bentPass : null)))
    return batch
  }

  /** Who keys a cut or a proportion makes many batches: those that nothing is in go when there are too many. */
  private endBatches(): void {
    for (const [key, batch] of this.batches) {
      batch.end()
      if (!batch.isEmpty || this.batches.size <= mostBatches) continue
      batch.dispose()
      this.batches.delete(key)
    }
  }
}

/** Puts what is drawn for an object where a matrix says. */
export function putAt(drawn: Object3D, object: number, at: Matrix4): void {
  drawn.matrix.copy(at)
  drawn.matrixWorldNeedsUpdate = true
  drawn.userData.object = object
}

const matrix = new Matrix4()
const scratch = new Vector3()
const color = new Color()
const unit = (value: number) => Math.min(Math.max(value, 0), 1)
