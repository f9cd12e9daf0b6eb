import {
  Color,
  DoubleSide,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  type BufferGeometry,
  type ColorRepresentation,
  type Object3D,
  type Scene,
  type Vector3,
} from 'three'
import { Pool } from '../stage/pool'
import { edgesOf } from '../stage/edges'
import type { Shape } from '../stage/shapes'
import type { Shading } from '../stage/views'
import type { Bent } from './bending'
import { bends, bendUniforms, type BendUniforms } from './bendShader'
import type { Steps } from './steps'

/** Outlines come after all shapes; what is drawn for hands comes after them. */
export const overAll = 2

/** What is bent or faded and not solid, and the outlines of what is bent: each drawn by itself. */
export class BentGhosts {
  private readonly ghosts: Pool<Mesh<BufferGeometry, MeshLambertMaterial>>
  private readonly outlines: Pool<LineSegments<BufferGeometry, LineBasicMaterial>>
  private readonly uniforms = new WeakMap<Object3D, BendUniforms>()

  /** @param isOver They lie over others of their kind, and over the very same that is drawn solid. */
  constructor(scene: Scene, steps: Steps, isOver = false) {
    this.ghosts = new Pool(scene, () =>
      this.own((own) => {
        const made = new Mesh(
          undefined as BufferGeometry | undefined,
          // Once: drawing its back first would have three.js look for its program twice in each picture.
          bends(
            new MeshLambertMaterial({
              transparent: true,
              side: DoubleSide,
              forceSinglePass: true,
              polygonOffset: isOver,
              polygonOffsetFactor: -1,
              polygonOffsetUnits: -4,
            }),
            steps,
            own,
          ),
        ) as Mesh<BufferGeometry, MeshLambertMaterial>
        made.renderOrder = isOver ? 1 : 0
        made.receiveShadow = isOver
        return made
      }),
    )
    this.outlines = new Pool(scene, () =>
      this.own((own) => {
        const made = new LineSegments(
          undefined as BufferGeometry | undefined,
          bends(new LineBasicMaterial({ depthTest: false, transparent: true }), steps, own),
        ) as LineSegments<BufferGeometry, LineBasicMaterial>
        made.renderOrder = overAll
        return made
      }),
    )
  }

  begin(): void {
    this.ghosts.begin()
    this.outlines.begin()
  }

  /** @param isDense What is seen of it hides what is behind it. */
  add(id: number, shape: Shape, size: Vector3, bent: Bent, color: Color, opacity: number, isDense: boolean): void {
    const ghost = this.ghosts.next()
    ghost.material.color.copy(color)
    ghost.material.opacity = opacity
    ghost.material.depthWrite = isDense
    ghost.userData.object = id
    this.put(ghost, shape.geometry, size, bent)
  }

  outline(shape: Shape, size: Vector3, bent: Bent, color: ColorRepresentation, opacity: number): void {
    const outline = this.outlines.next()
    outline.material.color.set(color)
    outline.material.opacity = opacity
    this.put(outline, edgesOf(shape), size, bent)
  }

  end(): void {
    this.ghosts.end()
    this.outlines.end()
  }

  dress(shading: Shading): void {
    for (const ghost of this.ghosts.inUse) ghost.material.wireframe = shading === 'wire'
  }

  /** Lets them be seen in the next picture, or not. */
  reveal(seen: boolean): void {
    for (const each of [...this.ghosts.inUse, ...this.outlines.inUse]) each.visible = seen
  }

  dispose(): void {
    for (const { material } of [...this.ghosts.items, ...this.outlines.items]) material.dispose()
  }

  private own<T extends Object3D>(make: (own: BendUniforms) => T): T {
    const own = bendUniforms()
    const made = make(own)
    // It is bent to elsewhere than where its geometry is.
    made.frustumCulled = false
    this.uniforms.set(made, own)
    return made
  }

  private put(drawn: Mesh | LineSegments, geometry: BufferGeometry, size: Vector3, bent: Bent): void {
    const { bendRun, bendSize } = this.uniforms.get(drawn)!
    bendRun.value.set(bent.run.first, bent.run.count)
    bendSize.value.copy(size)
    drawn.geometry = geometry
    drawn.matrix.copy(bent.world)
    drawn.matrixWorldNeedsUpdate = true
  }
}
