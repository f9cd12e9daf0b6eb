import {
  DirectionalLight,
  HemisphereLight,
  Object3D,
  PointLight,
  SpotLight,
  Vector3,
  type Light,
  type Scene,
} from 'three'
import type { Read } from './shapes'

const makers = [() => new PointLight(), () => new SpotLight(), () => new DirectionalLight()]

/** From where the sun shines that is there in any case, and how far away a sun stands that throws shadows. */
const shining = new Vector3(-6, 10, 8).normalize()
const away = 200

/** The scene's lights, and the soft light that is there in any case. Filled anew for every frame. */
export class StageLights {
  private readonly lights = new Map<number, { kind: number; light: Light; holder: Object3D }>()
  private readonly sky = new HemisphereLight(0xdfeee8, 0x3a4a48, 1.1)
  private readonly fallback = new DirectionalLight(0xfff4e0, 1.6)

  constructor(private readonly scene: Scene) {
    this.fallback.position.copy(shining)
    scene.add(this.sky, this.fallback)
  }

  begin(): void {
    for (const { light } of this.lights.values()) light.visible = false
  }

  /** Lights what an object lights, from where it is; spots and suns shine along the object's own −Z. */
  show(id: number, node: Object3D, read: Read): void {
    const kind = Math.round(read('light.kind'))
    let entry = this.lights.get(id)
    if (!entry || entry.kind !== kind) {
      this.remove(id)
      this.lights.set(id, (entry = this.make(kind)))
    }
    const { light, holder } = entry
    // The objects' nodes are not drawn, so that the light stands beside them, in the same place.
    holder.matrix.copy(node.matrixWorld)
    holder.matrixWorldNeedsUpdate = true
    light.visible = true
    light.color.setRGB(read('look.red'), read('look.green'), read('look.blue'))
    light.intensity = Math.max(0, read('light.intensity'))
    if (light instanceof PointLight || light instanceof SpotLight) light.distance = read('light.range')
    if (light instanceof SpotLight) {
      light.angle = ((read('light.cone') / 2) * Math.PI) / 180
      light.penumbra = 0.4
    }
  }

  /** The sun that shines most, and how it is made to stand above a place; null where none shines. */
  get sun(): { light: DirectionalLight; stand: (at: Vector3) => void } | null {
    if (this.fallback.visible) return { light: this.fallback, stand: (at) => this.standFallback(at) }
    let most: { light: DirectionalLight; holder: Object3D } | null = null
    for (const { light, holder } of this.lights.values())
      if (light instanceof DirectionalLight && light.visible && light.intensity > (most?.light.intensity ?? 0))
        most = { light, holder }
    if (!most) return null
    const { light, holder } = most
    // Only which way a sun shines counts, and not where it is.
    const stand = (at: Vector3) => {
      const back = new Vector3().setFromMatrixColumn(holder.matrix, 2).normalize()
      holder.matrix.setPosition(back.multiplyScalar(away).add(at))
      holder.matrixWorldNeedsUpdate = true
    }
    return { light, stand }
  }

  /** No sun throws shadows. */
  unshade(): void {
    this.fallback.castShadow = false
    for (const { light } of this.lights.values()) light.castShadow = false
  }

  private standFallback(at: Vector3): void {
    this.fallback.position.copy(shining).multiplyScalar(away).add(at)
    this.fallback.target.position.copy(at)
    this.fallback.target.updateMatrixWorld()
  }

  private make(kind: number): { kind: number; light: Light; holder: Object3D } {
    const light = (makers[kind] ?? makers[0]!)()
    const holder = new Object3D()
    holder.matrixAutoUpdate = false
    // A sun is made to stand above what it lights.
    light.position.set(0, 0, 0)
    holder.add(light)
    if (light instanceof SpotLight || light instanceof DirectionalLight) {
      light.target.position.set(0, 0, -1)
      holder.add(light.target)
    }
    this.scene.add(holder)
    return { kind, light, holder }
  }

  remove(id: number): void {
    const entry = this.lights.get(id)
    if (!entry) return
    entry.holder.removeFromParent()
    entry.light.dispose()
    this.lights.delete(id)
  }

  /** A scene without a light of its own is lit all the same. */
  end(): void {
    this.fallback.visible = this.lights.size === 0
  }
}
