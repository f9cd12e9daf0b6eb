import {
  Color,
  InstancedMesh,
  Matrix4,
  MeshBasicMaterial,
  MeshLambertMaterial,
  type BufferGeometry,
  type Material,
  type Scene,
} from 'three'
import type { Shading } from './views'

/** How dark an edge is, against its own surface, where both are drawn. */
const edgeOverSurface = 0.32

/** All solid objects of one shape, drawn in one call. Filled anew for every frame. */
export class ShapeBatch {
  private readonly surfaceMaterial = new MeshLambertMaterial()
  private readonly wireMaterial = new MeshBasicMaterial({ wireframe: true })
  private surface: InstancedMesh
  /** The same instances as edges. */
  private wire: InstancedMesh
  private owners: number[] = []

  constructor(
    private readonly scene: Scene,
    private readonly geometry: BufferGeometry,
  ) {
    ;[this.surface, this.wire] = this.make(16)
  }

  begin(): void {
    this.owners.length = 0
  }

  add(owner: number, matrix: Matrix4, color: Color): void {
    if (this.owners.length === this.surface.instanceMatrix.count) this.grow()
    this.surface.setMatrixAt(this.owners.length, matrix)
    this.surface.setColorAt(this.owners.length, color)
    this.owners.push(owner)
  }

  end(): void {
    this.surface.count = this.wire.count = this.owners.length
    this.surface.instanceMatrix.needsUpdate = true
    this.surface.instanceColor!.needsUpdate = true
    // Worked out again when a ray asks for it.
    this.surface.boundingSphere = null
  }

  /** Makes it ready to be drawn in a view. */
  dress(shading: Shading): void {
    this.surface.visible = this.owners.length > 0 && shading !== 'wire'
    this.wire.visible = this.owners.length > 0 && shading !== 'shaded'
    this.wireMaterial.color.setScalar(shading === 'both' ? edgeOverSurface : 1)
  }

  /** What a ray meets, or nothing while the batch is empty. */
  get target(): InstancedMesh | null {
    return this.owners.length ? this.surface : null
  }

  ownerOf(instance: number): number | undefined {
    return this.owners[instance]
  }

  dispose(): void {
    this.drop()
    this.surfaceMaterial.dispose()
    this.wireMaterial.dispose()
  }

  private drop(): void {
    for (const mesh of [this.surface, this.wire]) {
      this.scene.remove(mesh)
      mesh.dispose()
    }
  }

  private make(capacity: number): [InstancedMesh, InstancedMesh] {
    const mesh = (material: Material) => {
      const made = new InstancedMesh(this.geometry, material, capacity)
      made.frustumCulled = false
      this.scene.add(made)
      return made
    }
    const surface = mesh(this.surfaceMaterial)
    surface.setColorAt(0, new Color())
    const wire = mesh(this.wireMaterial)
    wire.instanceMatrix = surface.instanceMatrix
    wire.instanceColor = surface.instanceColor
    return [surface, wire]
  }

  private grow(): void {
    const { instanceMatrix, instanceColor } = this.surface
    this.drop()
    ;[this.surface, this.wire] = this.make(instanceMatrix.count * 2)
    this.surface.instanceMatrix.array.set(instanceMatrix.array)
    this.surface.instanceColor!.array.set(instanceColor!.array)
  }
}
