import {
  BufferGeometry,
  Color,
  DoubleSide,
  FrontSide,
  InstancedBufferAttribute,
  InstancedMesh,
  Matrix4,
  MeshBasicMaterial,
  MeshDepthMaterial,
  MeshLambertMaterial,
  RGBADepthPacking,
  type Material,
  type Scene,
} from 'three'
import { bentBefore } from '../deform/bentBefore'
import type { BentPass } from '../deform/bentPass'
import type { Shape } from './shapes'
import type { Shading } from './views'

/** How dark an edge is, against its own surface, where both are drawn. */
const edgeOverSurface = 0.32

/** All solid objects of one shape, drawn in one call. Filled anew for every frame. */
export class ShapeBatch {
  private readonly surfaceMaterial = new MeshLambertMaterial()
  private readonly wireMaterial = new MeshBasicMaterial({ wireframe: true })
  /** What is bent throws its shadow from where it is bent to. */
  private readonly depthMaterial: MeshDepthMaterial | null
  private readonly geometry: BufferGeometry
  private surface: InstancedMesh
  /** The same instances as edges. */
  private wire: InstancedMesh
  /** Where the bent vertices of each instance begin; null where nothing is bent. */
  private rows: InstancedBufferAttribute | null = null
  private owners: number[] = []

  /** @param pass What has bent the instances; null for a batch of those that nothing bends. */
  constructor(
    private readonly scene: Scene,
    { key, geometry }: Shape,
    private readonly pass: BentPass | null = null,
  ) {
    // What is thin or bent is seen from behind, too.
    this.surfaceMaterial.side = pass || key.startsWith('plane') ? DoubleSide : FrontSide
    this.depthMaterial = pass ? bentBefore(new MeshDepthMaterial({ depthPacking: RGBADepthPacking }), pass) : null
    this.geometry = pass ? sharing(geometry) : geometry
    if (pass) for (const material of [this.surfaceMaterial, this.wireMaterial]) bentBefore(material, pass)
    ;[this.surface, this.wire] = this.make(16)
  }

  begin(): void {
    this.owners.length = 0
  }

  add(owner: number, matrix: Matrix4, color: Color, row = 0): void {
    const at = this.owners.length
    if (at === this.surface.instanceMatrix.count) this.grow()
    this.surface.setMatrixAt(at, matrix)
    this.surface.setColorAt(at, color)
    this.rows?.setX(at, row)
    this.owners.push(owner)
  }

  end(): void {
    this.surface.count = this.wire.count = this.owners.length
    this.surface.instanceMatrix.needsUpdate = true
    this.surface.instanceColor!.needsUpdate = true
    if (this.rows) this.rows.needsUpdate = true
    // Worked out again when a ray asks for it.
    this.surface.boundingSphere = null
  }

  get isEmpty(): boolean {
    return this.owners.length === 0
  }

  /** Makes it ready to be drawn in a view. */
  dress(shading: Shading): void {
    this.surface.visible = this.owners.length > 0 && shading !== 'wire'
    this.wire.visible = this.owners.length > 0 && shading !== 'shaded'
    this.wireMaterial.color.setScalar(shading === 'both' ? edgeOverSurface : 1)
  }

  /** What a ray meets; nothing while the batch is empty, or bent, so that it is elsewhere than a ray would look. */
  get target(): InstancedMesh | null {
    return this.owners.length && !this.pass ? this.surface : null
  }

  ownerOf(instance: number): number | undefined {
    return this.owners[instance]
  }

  dispose(): void {
    this.drop()
    this.surfaceMaterial.dispose()
    this.wireMaterial.dispose()
    this.depthMaterial?.dispose()
    if (this.pass) this.geometry.dispose()
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
    surface.castShadow = surface.receiveShadow = true
    if (this.depthMaterial) surface.customDepthMaterial = this.depthMaterial
    surface.setColorAt(0, new Color())
    const wire = mesh(this.wireMaterial)
    wire.instanceMatrix = surface.instanceMatrix
    wire.instanceColor = surface.instanceColor
    if (this.pass) {
      this.rows = new InstancedBufferAttribute(new Float32Array(capacity), 1)
      this.geometry.setAttribute('bentRow', this.rows)
    }
    return [surface, wire]
  }

  private grow(): void {
    const [{ instanceMatrix, instanceColor }, rows] = [this.surface, this.rows]
    this.drop()
    // The card's copies are of the old size.
    if (rows) this.geometry.dispose()
    ;[this.surface, this.wire] = this.make(instanceMatrix.count * 2)
    this.surface.instanceMatrix.array.set(instanceMatrix.array)
    this.surface.instanceColor!.array.set(instanceColor!.array)
    if (rows) this.rows!.array.set(rows.array)
  }
}

/** A geometry with the same vertices, which can have more said of its instances. */
function sharing(geometry: BufferGeometry): BufferGeometry {
  const made = new BufferGeometry()
  made.setIndex(geometry.index)
  for (const [name, attribute] of Object.entries(geometry.attributes)) made.setAttribute(name, attribute)
  return made
}
