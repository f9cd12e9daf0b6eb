import { Color, InstancedMesh, Matrix4, MeshLambertMaterial, type BufferGeometry, type Scene } from 'three'

/** All solid objects of one shape, drawn in one call. Filled anew for every frame. */
export class ShapeBatch {
  private mesh: InstancedMesh
  private owners: number[] = []

  constructor(
    private readonly scene: Scene,
    private readonly geometry: BufferGeometry,
  ) {
    this.mesh = this.make(16)
  }

  begin(): void {
    this.owners.length = 0
  }

  add(owner: number, matrix: Matrix4, color: Color): void {
    if (this.owners.length === this.mesh.instanceMatrix.count) this.grow()
    this.mesh.setMatrixAt(this.owners.length, matrix)
    this.mesh.setColorAt(this.owners.length, color)
    this.owners.push(owner)
  }

  end(): void {
    this.mesh.count = this.owners.length
    this.mesh.visible = this.owners.length > 0
    this.mesh.instanceMatrix.needsUpdate = true
    if (this.mesh.instanceColor) this.mesh.instanceColor.needsUpdate = true
    // Worked out again when a ray asks for it.
    this.mesh.boundingSphere = null
  }

  /** What a ray meets, or nothing while the batch is empty. */
  get target(): InstancedMesh | null {
    return this.owners.length ? this.mesh : null
  }

  ownerOf(instance: number): number | undefined {
    return this.owners[instance]
  }

  dispose(): void {
    this.scene.remove(this.mesh)
    this.mesh.dispose()
  }

  private make(capacity: number): InstancedMesh {
    const mesh = new InstancedMesh(this.geometry, new MeshLambertMaterial(), capacity)
    mesh.setColorAt(0, new Color())
    mesh.frustumCulled = false
    this.scene.add(mesh)
    return mesh
  }

  private grow(): void {
    const full = this.mesh
    this.mesh = this.make(full.instanceMatrix.count * 2)
    this.mesh.instanceMatrix.array.set(full.instanceMatrix.array)
    this.mesh.instanceColor!.array.set(full.instanceColor!.array)
    this.scene.remove(full)
    full.dispose()
  }
}
