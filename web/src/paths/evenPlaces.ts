import { BufferAttribute, BufferGeometry, Points, PointsMaterial, type Scene } from 'three'

/** Small marks where things are at even times: near to each other where they are slow. */
export class EvenPlaces {
  private readonly material = new PointsMaterial({
    color: 0xe8f0c8,
    size: 5,
    sizeAttenuation: false,
    depthTest: false,
    transparent: true,
    opacity: 0.85,
  })
  private readonly points = new Points(new BufferGeometry(), this.material)
  private shown: Float32Array | null = null

  constructor(three: Scene) {
    this.points.frustumCulled = false
    this.points.visible = false
    this.points.renderOrder = 2
    three.add(this.points)
  }

  show(places: Float32Array): void {
    this.points.visible = places.length > 0
    if (places === this.shown) return
    this.shown = places
    this.points.geometry.setAttribute('position', new BufferAttribute(places, 3))
  }

  /** Helpers are seen, or not, in each view by itself. */
  dress(shown: boolean): void {
    this.points.visible = shown && (this.shown?.length ?? 0) > 0
  }

  dispose(): void {
    this.points.geometry.dispose()
    this.material.dispose()
  }
}
