import {
  Color,
  ConeGeometry,
  Frustum,
  LineBasicMaterial,
  LineSegments,
  MathUtils,
  Matrix4,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  Object3D,
  OctahedronGeometry,
  Raycaster,
  Scene,
  Sphere,
  Vector3,
  type BufferGeometry,
  type Camera,
  type ColorRepresentation,
  type EulerOrder,
} from 'three'
import { specOf } from '../scene/catalogue'
import { bendingOf, bentObjects, type Bent } from '../deform/bending'
import { BackdropQuad } from '../backdrops/backdropQuad'
import { BentGhosts } from '../deform/bentGhosts'
import { BentPass } from '../deform/bentPass'
import { BentPlaces } from '../deform/bentPlaces'
import { FadeEdge } from '../deform/fadeEdge'
import { Lantern } from '../deform/lantern'
import { Steps } from '../deform/steps'
import { Bones } from '../joints/bones'
import { Beads } from '../paths/beads'
import { EvenPlaces } from '../paths/evenPlaces'
import { Ropes } from '../paths/ropes'
import type { SampleBook } from '../scene/samples'
import { TrailLines, type TrailPicture } from '../trails/trailLines'
import type { SceneModel, SceneObject } from '../scene/sceneModel'
import { Pool } from './pool'
import { Floor } from './floor'
import { ShapeBatch } from './shapeBatch'
import { edgesOf, shapeOf, shapeScale, type Read, type Shape } from './shapes'
import { Shadows } from './shadows'
import { Sky } from './sky'
import { StageLights } from './stageLights'
import type { View } from './views'
import { aimed, type Aimed } from './aiming'

/** A value that stands for the sampled one while a hand changes it. */
export type Held = ((object: number, channel: string) => number | undefined) | null

/** What is to be seen of a scene: its state on a frame, and what a hand does to it. */
export interface Moment {
  frame: number
  held: Held
  selected: ReadonlySet<number>
  /** The frame on which all that is not selected stands still, dimmed; null while everything moves. */
  othersAt: number | null
  /** What this window hides while somebody works. */
  unseen: ReadonlySet<number>
  /** What others have selected, and the colours that they are seen in. */
  byOthers: ReadonlyMap<number, string>
  /** The path whose points are worked on, and those that are selected. */
  points: { path: number; selected: ReadonlySet<number> } | null
  /** Where things are at even times: x, y and z each. */
  evenPlaces: Float32Array
  /** The ways of objects through space. */
  trails: TrailPicture | null
  /** The deformer whose lantern is shown. */
  lantern?: { object: number; deformer: string } | null
  /** The object whose fade has grips. */
  fading?: number | null
  /** The frame whose background pictures are seen, where frames are counted otherwise. */
  behindAt?: number
}

/** The colours that a stage is drawn in, as the page writes them. */
export interface StageColours {
  stage: string
  haze: string
  air: string
  grid: string
  gridStrong: string
}

const lemon = 0xffe14d
const bone = 0xefe6cf
const solid = 0.999
/** How much of an object's own colour is left when it stands aside. */
const dimmed = 0.28

/** The scene as three.js draws it. Every frame is a look-up in the samples; no curve is evaluated here. */
export class StageScene {
  readonly three = new Scene()
  /** An empty node for each object: where it is, and what moves with it. */
  readonly nodes = new Map<number, Object3D>()
  private readonly floor = new Floor()
  readonly grid = this.floor.lines
  private readonly sky = new Sky()
  private readonly shadows: Shadows
  readonly backdrops: BackdropQuad
  /** So many times fewer parts are shapes cut into that are cut finely: while drawing cannot keep up. */
  coarser = 1
  /** Whether some shape in the picture is, or could be. */
  isCoarser = false
  isFine = false
  /** Whether sky, ground and background pictures are behind everything; else there is one colour. */
  showsBehind = true
  readonly ground = new Color()

  readonly ropes = new Ropes(this.three)
  private readonly beads = new Beads(this.three)
  private readonly bones = new Bones(this.three)
  private readonly evenPlaces = new EvenPlaces(this.three)
  private readonly trails = new TrailLines(this.three)
  /** What bends things in this picture, and where their vertices are then. */
  private readonly steps = new Steps()
  private readonly bentPass = new BentPass(this.steps)
  readonly bentPlaces = new BentPlaces(this.steps)
  private readonly bentGhosts = new BentGhosts(this.three, this.steps)
  readonly lantern = new Lantern(this.three, this.steps, this.bentPlaces)
  readonly fadeEdge = new FadeEdge(this.three, this.steps, this.bentPlaces)
  /** The objects that something bends or fades. */
  private bent: ReadonlySet<number> = new Set()
  /** What the groups that each object hangs below leave of what is seen of it. */
  private readonly veils = new Map<number, number>()

  private readonly root = new Object3D()
  /** What a follower's own transform lies inside: its frame on the path. */
  private readonly frames = new Map<number, Object3D>()
  private readonly batches = new Map<string, ShapeBatch>()
  private readonly lights: StageLights
  private readonly ghosts: Pool<Mesh<BufferGeometry, MeshLambertMaterial>>
  private readonly outlines: Pool<LineSegments<BufferGeometry, LineBasicMaterial>>
  private readonly helpers: Pool<Mesh>
  private readonly helperGeometry = {
    camera: new ConeGeometry(0.28, 0.5, 4, 1)
      .rotateY(Math.PI / 4)
      .rotateX(Math.PI / 2)
      .translate(0, 0, -0.2),
    light: new OctahedronGeometry(0.28),
  }

  constructor() {
    this.three.background = this.ground
    this.three.onBeforeRender = (renderer) => this.bentPass.run(renderer)
    // The nodes say where things are, and are not drawn: a chain of parents may be deeper than a renderer calls itself.
    this.three.add(this.sky.dome, this.grid)
    this.backdrops = new BackdropQuad(this.three)
    this.lights = new StageLights(this.three)
    this.shadows = new Shadows(this.three)
    this.ghosts = new Pool(
      this.three,
      () => new Mesh(undefined, new MeshLambertMaterial({ transparent: true, depthWrite: false })),
    )
    this.outlines = new Pool(
      this.three,
      () =>
        new LineSegments(
          undefined,
          new LineBasicMaterial({ color: lemon, depthTest: false, transparent: true, opacity: 0.9 }),
        ),
    )
    this.helpers = new Pool(
      this.three,
      () => new Mesh(undefined, new MeshBasicMaterial({ color: 0xefe6cf, wireframe: true })),
    )
  }

  /** Takes over the colours of ground and sky and of the grid's lines, those through the middle among them. */
  tint(colours: StageColours): void {
    this.ground.set(colours.stage)
    this.sky.tint(colours)
    this.floor.tint(colours)
  }

  /** Takes over which objects there are, and what moves with what. */
  arrange(model: SceneModel): void {
    this.bent = bentObjects(model)
    this.ropes.keep((id) => model.objects.has(id))
    for (const [id, node] of this.nodes) {
      if (model.objects.has(id)) continue
      this.lights.remove(id)
      node.removeFromParent()
      this.nodes.delete(id)
      this.frames.delete(id)
    }
    for (const object of model.objects.values())
      if (!this.nodes.has(object.id)) this.nodes.set(object.id, new Object3D())
    for (const object of model.objects.values()) {
      const above = (object.parent !== null && this.nodes.get(object.parent)) || this.root
      const parent = object.follow ? this.frameOf(object.id, above) : above
      const node = this.nodes.get(object.id)!
      if (!object.follow) this.frames.delete(object.id)
      if (node.parent !== parent) parent.add(node)
      node.userData.object = object.id
    }
  }

  /** Puts everything where it is at a moment, whose samples have to be here. */
  show(
    model: SceneModel,
    book: SampleBook,
    {
      frame,
      held,
      selected,
      othersAt,
      unseen,
      byOthers,
      points,
      evenPlaces,
      trails,
      lantern,
      fading,
      behindAt,
    }: Moment,
  ): void {
    this.backdrops.show(model, behindAt ?? frame)
    const objects = model.inOrder()
    const inSelection = new Set<number>()
    for (const object of objects)
      if (selected.has(object.id) || (object.parent !== null && inSelection.has(object.parent)))
        inSelection.add(object.id)
    const readOf = (object: SceneObject) =>
      reader(object, book, othersAt !== null && !inSelection.has(object.id) ? othersAt : frame, held)
    for (const object of objects) this.place(object, readOf(object))
    const worldOf = (id: number) => this.nodes.get(id)!.matrixWorld
    const laying = { model, worldOf, readOf, steps: this.steps }

    this.isCoarser = this.isFine = false
    for (const batch of this.batches.values()) batch.begin()
    this.steps.begin()
    this.bentPass.begin()
    this.bentPlaces.begin()
    this.bentGhosts.begin()
    for (const pool of [this.ghosts, this.outlines, this.helpers]) pool.begin()
    this.lights.begin()
    this.ropes.begin()
    this.beads.begin()
    this.bones.begin(objects.length)
    for (const object of objects) {
      const node = this.nodes.get(object.id)!
      const above = object.parent === null ? 1 : (this.veils.get(object.parent) ?? 1)
      this.veils.set(object.id, object.kind === 'group' ? above * unit(readOf(object)('look.opacity')) : above)
      if (!node.visible || unseen.has(object.id)) continue
      const read = readOf(object)
      const isSelected = inSelection.has(object.id)
      const outline = isSelected ? lemon : byOthers.get(object.id)
      if (object.path) this.ropes.show(object, node, isSelected, points?.path === object.id ? points.selected : null)
      if (object.follow) this.beads.show(object.name, node.parent!)
      const shape = shapeOf(object, read, this.coarser)
      if (shape) {
        this.isCoarser ||= shape.isCoarser
        this.isFine ||= shape.isFine
        const bent = this.bent.has(object.id) ? bendingOf(object, laying) : null
        this.addShape(object, shape, bent, node, read, outline, othersAt !== null && !isSelected)
      } else if (object.kind === 'light') this.lights.show(object.id, node, read)
      if (object.kind === 'joint') {
        const over = object.follow ? null : object.parent
        const colour = (id: number) => (selected.has(id) ? lemon : (byOthers.get(id) ?? bone))
        const isBelow = over !== null && model.objects.get(over)?.kind === 'joint' && !unseen.has(over)
        this.bones.show(
          object.id,
          node,
          colour(object.id),
          isBelow ? { object: over, node: node.parent!, colour: colour(over) } : undefined,
        )
      }
      if (object.kind === 'camera' || object.kind === 'light') this.addHelper(object, node, isSelected)
    }
    const shaped = lantern && model.objects.get(lantern.object)
    this.lantern.show(shaped ? { object: shaped, deformer: lantern!.deformer, ...laying } : null)
    const faded = fading == null ? undefined : model.objects.get(fading)
    this.fadeEdge.show(faded ? { object: faded, ...laying } : null)
    this.steps.end()
    this.bentPass.end()
    this.bentGhosts.end()
    this.endBatches()
    for (const pool of [this.ghosts, this.outlines, this.helpers]) pool.end()
    this.lights.end()
    this.evenPlaces.show(evenPlaces)
    this.trails.show(trails)
    this.ropes.end()
    this.beads.end()
    this.bones.end()
  }

  /** Makes everything ready to be drawn in one view. */
  dress({ look, shading, helpers }: View, camera: Camera): void {
    this.backdrops.dress(this.showsBehind ? look : null, camera)
    this.sky.dome.visible = this.showsBehind && (typeof look === 'number' || look === 'free')
    for (const batch of this.batches.values()) batch.dress(shading)
    this.beads.dress(helpers)
    this.bones.dress(helpers)
    this.evenPlaces.dress(helpers)
    this.trails.dress(helpers)
    for (const ghost of this.ghosts.inUse) ghost.material.wireframe = shading === 'wire'
    this.bentGhosts.dress(shading)
    this.lantern.dress(helpers)
    this.fadeEdge.dress(helpers)
    // Who looks through a camera does not see its mark.
    for (const helper of this.helpers.inUse) helper.visible = helpers && helper.userData.object !== look
  }

  /** Lets the sun throw shadows in the next picture, or not. What is drawn as wires throws none. */
  shade(wanted: boolean, view: View, camera: Camera): void {
    this.lights.unshade()
    this.shadows.dress(wanted && view.shading !== 'wire' ? this.lights.sun : null, camera)
  }

  /** A camera object's field of view, in degrees. */
  lensOf(object: SceneObject, book: SampleBook, frame: number, held: Held): number {
    return reader(object, book, frame, held)('camera.fov')
  }

  /** An object's node and those of all that move with it. */
  *inside(id: number): Iterable<Object3D> {
    const waiting = [this.nodes.get(id)]
    for (let node = waiting.pop(); node; node = waiting.pop()) {
      yield node
      waiting.push(...node.children)
    }
  }

  /** The objects under a ray, nearest first. */
  pick(ray: Raycaster): number[] {
    const hits: { distance: number; id: number }[] = []
    for (const batch of this.batches.values()) {
      if (!batch.target) continue
      for (const hit of ray.intersectObject(batch.target, false)) {
        const id = batch.ownerOf(hit.instanceId!)
        if (id !== undefined) hits.push({ distance: hit.distance, id })
      }
    }
    for (const hit of ray.intersectObjects([...this.ghosts.inUse, ...this.helpers.inUse], false))
      hits.push({ distance: hit.distance, id: hit.object.userData.object as number })
    return [...hits, ...this.bentPlaces.under(ray.ray), ...this.bones.pick(ray)]
      .sort((a, b) => a.distance - b.distance)
      .map((hit) => hit.id)
  }

  /** The nearest place of a shape under a ray; null where there is none. */
  hit(ray: Raycaster): Vector3 | null {
    const targets = [...this.batches.values()].flatMap(({ target }) => target ?? [])
    const hits = [...targets, ...this.ghosts.inUse].flatMap((each) => ray.intersectObject(each as Object3D, false))
    return [...hits, ...this.bentPlaces.under(ray.ray)].sort((a, b) => a.distance - b.distance)[0]?.point ?? null
  }

  /** The objects that a camera does not see, as they stand now; those without a shape by where they are. */
  outside(camera: Camera, model: SceneModel, book: SampleBook, frame: number, held: Held): number[] {
    camera.updateMatrixWorld()
    const seen = new Frustum().setFromProjectionMatrix(
      new Matrix4().multiplyMatrices(camera.projectionMatrix, camera.matrixWorldInverse),
    )
    const ball = new Sphere()
    return model.inOrder().flatMap((object) => {
      const node = this.nodes.get(object.id)
      if (!node || object.kind === 'group') return []
      const read = reader(object, book, frame, held)
      const shape = shapeOf(object, read)
      const bent = this.bentPlaces.of(object.id)
      if (bent) ball.setFromPoints(pointsOf(bent))
      else if (shape) {
        const { geometry } = shape
        if (!geometry.boundingSphere) geometry.computeBoundingSphere()
        matrix.makeScale(...shapeScale(object.kind, read, scratch).toArray()).premultiply(node.matrixWorld)
        ball.copy(geometry.boundingSphere!).applyMatrix4(matrix)
      } else ball.set(scratch.setFromMatrixPosition(node.matrixWorld), 0)
      return seen.intersectsSphere(ball) ? [] : [object.id]
    })
  }

  dispose(): void {
    for (const batch of this.batches.values()) batch.dispose()
    this.shadows.dispose()
    this.backdrops.dispose()
    this.bentGhosts.dispose()
    this.lantern.dispose()
    this.fadeEdge.dispose()
    this.bentPlaces.dispose()
    this.bentPass.dispose()
    this.steps.dispose()
    this.ropes.dispose()
    this.beads.dispose()
    this.bones.dispose()
    this.evenPlaces.dispose()
    this.trails.dispose()
    for (const id of [...this.nodes.keys()]) this.lights.remove(id)
  }

  /** What it aims at turns it before its own rotation, which a hand that turns it goes on from. */
  private aim(object: SceneObject, node: Object3D, read: Read): void {
    node.userData.aimed = object.aim ? aimed(node.userData.aimed as Aimed | undefined, node, read) : undefined
  }

  private place(object: SceneObject, read: Read): void {
    const node = this.nodes.get(object.id)!
    node.position.set(read('position.x'), read('position.y'), read('position.z'))
    node.rotation.set(
      read('rotation.x') * MathUtils.DEG2RAD,
      read('rotation.y') * MathUtils.DEG2RAD,
      read('rotation.z') * MathUtils.DEG2RAD,
      object.rotationOrder.toUpperCase() as EulerOrder,
    )
    this.aim(object, node, read)
    node.scale.set(read('scale.x'), read('scale.y'), read('scale.z'))
    // A parent comes before what moves with it.
    const parent = node.parent!
    if (object.follow) this.placeFrame(parent, read)
    node.visible = parent.visible && read('visible') >= 0.5
    node.updateMatrix()
    node.matrixWorld.multiplyMatrices(parent.matrixWorld, node.matrix)
  }

  /** The node of a follower's frame, which is seen as long as what is above the follower is. */
  private frameOf(id: number, above: Object3D): Object3D {
    let frame = this.frames.get(id)
    if (!frame) this.frames.set(id, (frame = new Object3D()))
    frame.userData.above = above
    return frame
  }

  private placeFrame(frame: Object3D, read: Read): void {
    frame.visible = (frame.userData.above as Object3D).visible
    frame.position.set(read('path.x'), read('path.y'), read('path.z'))
    frame.quaternion.set(read('path.qx'), read('path.qy'), read('path.qz'), read('path.qw')).normalize()
    frame.updateMatrix()
    frame.matrixWorld.copy(frame.matrix)
  }

  private addShape(
    object: SceneObject,
    shape: Shape,
    bent: Bent | null,
    node: Object3D,
    read: Read,
    outlined: ColorRepresentation | undefined,
    aside: boolean,
  ): void {
    const size = shapeScale(object.kind, read, scratch)
    color.setRGB(unit(read('look.red')), unit(read('look.green')), unit(read('look.blue')))
    if (aside) color.lerp(this.ground, 1 - dimmed)
    const opacity = unit(read('look.opacity')) * this.veils.get(object.id)!
    const isSolid = opacity >= solid && !bent?.fades
    if (bent) {
      this.bentPlaces.add({ id: object.id, shape, size, ...bent })
      if (isSolid)
        this.batch(shape, true).add(object.id, bent.world, color, this.bentPass.add(shape.geometry, size, bent.run))
      else if (opacity > 0) this.bentGhosts.add(object.id, shape, size, bent, color, opacity, opacity >= solid)
      if (outlined !== undefined) this.bentGhosts.outline(shape, size, bent, outlined, outlineOpacity(outlined))
      return
    }
    matrix.makeScale(size.x, size.y, size.z).premultiply(node.matrixWorld)
    if (isSolid) this.batch(shape, false).add(object.id, matrix, color)
    else if (opacity > 0) {
      const ghost = this.ghosts.next()
      ghost.geometry = shape.geometry
      ghost.material.color.copy(color)
      ghost.material.opacity = opacity
      putAt(ghost, object.id)
    }
    if (outlined !== undefined) {
      const outline = this.outlines.next()
      outline.material.color.set(outlined)
      outline.material.opacity = outlineOpacity(outlined)
      outline.geometry = edgesOf(shape)
      putAt(outline, object.id)
    }
  }

  private addHelper(object: SceneObject, node: Object3D, selected: boolean): void {
    const helper = this.helpers.next()
    helper.geometry = object.kind === 'camera' ? this.helperGeometry.camera : this.helperGeometry.light
    ;(helper.material as MeshBasicMaterial).color.set(selected ? lemon : 0xefe6cf)
    matrix.copy(node.matrixWorld)
    putAt(helper, object.id)
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

const mostBatches = 60
const outlineOpacity = (outlined: ColorRepresentation) => (outlined === lemon ? 0.9 : 0.6)

function pointsOf(places: Float32Array): Vector3[] {
  return Array.from({ length: places.length / 3 }, (_, i) => new Vector3().fromArray(places, i * 3))
}

const matrix = new Matrix4()
const scratch = new Vector3()
const color = new Color()
const unit = (value: number) => Math.min(Math.max(value, 0), 1)

function putAt(drawn: Object3D, object: number): void {
  drawn.matrix.copy(matrix)
  drawn.matrixWorldNeedsUpdate = true
  drawn.userData.object = object
}

function reader(object: SceneObject, book: SampleBook, frame: number, held: Held): Read {
  const sampled = book.reader(object.id, frame)
  return (channel) => {
    const value = held?.(object.id, channel)
    if (value !== undefined) return value
    return sampled(channel) ?? specOf(object, channel)?.default ?? 0
  }
}
