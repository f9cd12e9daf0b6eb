import { DirectionalLight, HemisphereLight, Object3D, PointLight, SpotLight, type Light, type Scene } from 'three'
import type { Read } from './shapes'

const makers = [() => new PointLight(), () => new SpotLight(), () => new DirectionalLight()]

/** The scene's lights, and the soft light that is there in any case. */
export class StageLights {
  private readonly lights = new Map<number, { kind: number; light: Light }>()
  private readonly sky = new HemisphereLight(0xdfeee8, 0x3a4a48, 1.1)
  private readonly fallback = new DirectionalLight(0xfff4e0, 1.6)

  constructor(scene: Scene) {
    this.fallback.position.set(-6, 10, 8)
    scene.add(this.sky, this.fallback)
  }

  /** Brings an object's light up to date; spots and suns shine along the object's own −Z. */
  show(id: number, node: Object3D, read: Read): void {
    const kind = Math.round(read('light.kind'))
    let entry = this.lights.get(id)
    if (!entry || entry.kind !== kind) {
      this.remove(id)
      const light = (makers[kind] ?? makers[0]!)()
      light.position.set(0, 0, 0)
      node.add(light)
      if (light instanceof SpotLight || light instanceof DirectionalLight) {
        light.target.position.set(0, 0, -1)
        node.add(light.target)
      }
      this.lights.set(id, (entry = { kind, light }))
    }
    const { light } = entry
    light.color.setRGB(read('look.red'), read('look.green'), read('look.blue'))
    light.intensity = Math.max(0, read('light.intensity'))
    if (light instanceof PointLight || light instanceof SpotLight) light.distance = read('light.range')
    if (light instanceof SpotLight) {
      light.angle = ((read('light.cone') / 2) * Math.PI) / 180
      light.penumbra = 0.4
    }
  }

  remove(id: number): void {
    const entry = this.lights.get(id)
    if (!entry) return
    entry.light.removeFromParent()
    if (entry.light instanceof SpotLight || entry.light instanceof DirectionalLight)
      entry.light.target.removeFromParent()
    entry.light.dispose()
    this.lights.delete(id)
  }

  /** A scene without a light of its own is lit all the same. */
  end(): void {
    this.fallback.visible = this.lights.size === 0
  }
}
