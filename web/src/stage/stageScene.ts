import { Color, Object3D, Raycaster, Scene, type Camera, type Vector3 } from 'three'
import { bendingOf, bentObjects } from '../deform/bending'
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
import { piecesOf } from '../paths/rope'
import { Ropes, type Lines } from '../paths/ropes'
import type { SampleBook } from '../scene/samples'
import { PoseGhosts } from '../trails/poseGhosts'
import { TrailLines, type TrailPicture } from '../trails/trailLines'
import type { SceneModel } from '../scene/sceneModel'
import type { SceneObject } from '../scene/sceneRows'
import { Floor } from './floor'
import { Helpers } from './helpers'
import { reader, type Held } from './reader'
import { shapeOf } from './shapes'
import { Shadows } from './shadows'
import { Sky } from './sky'
import { inksOn, lemon, type StageColours } from './stageColours'
import { StageLights } from './stageLights'
import { StageNodes } from './stageNodes'
import { StageShapes } from './stageShapes'
import type { View } from './views'
import './quickColours'

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
  /** The group whose place is marked as a pivot. */
  pivot?: number | null
  /** The frame whose background pictures are seen, where frames are counted otherwise. */
  behindAt?: number
  /** How ropes are drawn; by how many they are, when left out. */
  lines?: Lines
}

/** The scene as three.js draws it. Every frame is a look-up in the samples; no curve is evaluated here. */
export class StageScene {
  readonly three = new Scene()
  private readonly places = new StageNodes()
  /** An empty node for each object: where it is, and what moves with it. */
  readonly nodes: ReadonlyMap<number, Object3D> = this.places.all
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
  private readonly poses = new PoseGhosts(this.three, this.steps)
  readonly lantern = new Lantern(this.three, this.steps, this.bentPlaces)
  readonly fadeEdge = new FadeEdge(this.three, this.steps, this.bentPlaces)
  /** The objects that something bends or fades. */
  private bent: ReadonlySet<number> = new Set()
  /** What the groups that each object hangs below leave of what is seen of it. */
  private readonly veils = new Map<number, number>()

  private readonly lights: StageLights
  private readonly shapes: StageShapes
  private readonly helpers: Helpers

  constructor() {
    this.three.background = this.ground
    this.three.onBeforeRender = (renderer) => this.bentPass.run(renderer)
    this.three.add(this.sky.dome, this.grid)
    this.backdrops = new BackdropQuad(this.three)
    this.lights = new StageLights(this.three)
    this.shadows = new Shadows(this.three)
    this.shapes = new StageShapes(this.three, this.bentPass, this.bentPlaces, this.bentGhosts)
    this.helpers = new Helpers(this.three)
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
    this.ropes.arrange(model.objects)
    this.places.arrange(model, (id) => this.lights.remove(id))
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
      pivot,
      behindAt,
      lines,
    }: Moment,
  ): void {
    this.backdrops.show(model, behindAt ?? frame)
    const inks = inksOn(this.ground)
    const objects = model.inOrder()
    const inSelection = new Set<number>()
    for (const object of objects)
      if (selected.has(object.id) || (object.parent !== null && inSelection.has(object.parent)))
        inSelection.add(object.id)
    const readOf = (object: SceneObject) =>
      reader(object, book, othersAt !== null && !inSelection.has(object.id) ? othersAt : frame, held)
    for (const object of objects) this.places.place(object, readOf(object))
    const worldOf = (id: number) => this.nodes.get(id)!.matrixWorld
    const laying = { model, worldOf, readOf, steps: this.steps }

    this.isCoarser = this.isFine = false
    this.steps.begin()
    this.shapes.begin()
    this.helpers.begin()
    this.lights.begin()
    let ropes = 0
    for (const id of inSelection) ropes += piecesOf(model.objects.get(id)?.path)
    this.ropes.begin(lines, ropes)
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
      if (object.path) {
        const worked = points?.path === object.id ? points.selected : null
        this.ropes.show(object, node, { isSelected, points: worked, inks })
      }
      if (object.id === pivot) this.beads.show('Pivot', node)
      if (object.follow) this.beads.show(object.name, node.parent!)
      const shape = shapeOf(object, read, this.coarser)
      if (shape) {
        this.isCoarser ||= shape.isCoarser
        this.isFine ||= shape.isFine
        this.shapes.add(object, shape, node, {
          bent: this.bent.has(object.id) ? bendingOf(object, laying) : null,
          read,
          veil: this.veils.get(object.id)!,
          outlined: outline,
          outlinesClear: selected.has(object.id),
          aside: othersAt !== null && !isSelected ? this.ground : null,
        })
      } else if (object.kind === 'light') this.lights.show(object.id, node, read)
      if (object.kind === 'joint') {
        const over = object.follow ? null : object.parent
        const colour = (id: number) => (selected.has(id) ? inks.picked : (byOthers.get(id) ?? inks.plain))
        const isBelow = over !== null && model.objects.get(over)?.kind === 'joint' && !unseen.has(over)
        this.bones.show(
          object.id,
          node,
          colour(object.id),
          isBelow ? { object: over, node: node.parent!, colour: colour(over) } : undefined,
        )
      }
      if (object.kind === 'camera' || object.kind === 'light') this.helpers.add(object, node, isSelected, inks)
    }
    const shaped = lantern && model.objects.get(lantern.object)
    this.lantern.show(shaped ? { object: shaped, deformer: lantern!.deformer, ...laying } : null)
    const faded = fading == null ? undefined : model.objects.get(fading)
    this.fadeEdge.show(faded ? { object: faded, ...laying } : null)
    this.poses.show(trails?.poses ?? null, laying, unseen)
    this.steps.end()
    this.shapes.end()
    this.helpers.end()
    this.lights.end()
    this.evenPlaces.show(evenPlaces)
    this.trails.show(trails)
    this.ropes.end()
    this.beads.end()
    this.bones.end()
  }

  /** Makes everything ready to be drawn in one view. */
  dress(view: View, camera: Camera): void {
    const { look, shading, helpers, trails = helpers } = view
    this.backdrops.dress(this.showsBehind ? look : null, camera)
    this.sky.dome.visible = this.showsBehind && (typeof look === 'number' || look === 'free')
    this.shapes.dress(shading)
    this.helpers.dress(view)
    this.beads.dress(helpers)
    this.bones.dress(helpers)
    this.evenPlaces.dress(helpers)
    this.trails.dress(trails)
    this.poses.dress(view)
    this.lantern.dress(helpers)
    this.fadeEdge.dress(helpers)
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
  inside(id: number): Iterable<Object3D> {
    return this.places.inside(id)
  }

  /** The objects under a ray, nearest first. */
  pick(ray: Raycaster): number[] {
    return [
      ...this.shapes.under(ray),
      ...this.helpers.under(ray),
      ...this.bentPlaces.under(ray.ray),
      ...this.bones.pick(ray),
    ]
      .sort((a, b) => a.distance - b.distance)
      .map((hit) => hit.id)
  }

  /** The nearest place of a shape under a ray; null where there is none. */
  hit(ray: Raycaster): Vector3 | null {
    const hits = [...this.shapes.under(ray), ...this.bentPlaces.under(ray.ray)]
    return hits.sort((a, b) => a.distance - b.distance)[0]?.point ?? null
  }

  dispose(): void {
    this.shapes.dispose()
    this.shadows.dispose()
    this.backdrops.dispose()
    this.bentGhosts.dispose()
    this.poses.dispose()
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
}

const unit = (value: number) => Math.min(Math.max(value, 0), 1)
