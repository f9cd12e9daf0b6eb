import { DirectionalLight, HemisphereLight, Object3D, PointLight, SpotLight, type Light, type Scene } from 'three'
import type { Read } from './shapes'

const makers = [() => new PointLight(), () => new SpotLight(), () => new DirectionalLight()]

/** The scene's lights, and the soft light that is there in any case. Filled anew for every frame. */
export class StageLights {
  private readonly lights = new Map<number, { kind: number; light: Light; holder: Object3D }>()
  private readonly sky = new HemisphereLight(0xdfeee8, 0x3a4a48, 1.1)
  private readonly fallback = new DirectionalLight(0xfff4e0, 1.6)

  constructor(private readonly scene: Scene) {
    this.fallback.position.set(-6, 10, 8)
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
