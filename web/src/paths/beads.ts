import { CanvasTexture, Sprite, SpriteMaterial, Vector3, type Object3D, type Scene } from 'three'
import { paper } from '../stage/paper'

/** How high a bead with its name is drawn, as a share of the view at a distance of 1. */
const height = 0.03
const [pixels, padding] = [40, 14]
/** Where the bead's middle is, from the left, as a share of the height. */
const beadAt = 0.3

/** The beads on the ropes: where what follows a path is, with its name. */
export class Beads {
  private readonly byName = new Map<string, { material: SpriteMaterial; ratio: number }>()
  private readonly sprites: Sprite[] = []
  private used = 0

  constructor(private readonly three: Scene) {}

  begin(): void {
    this.used = 0
  }

  /** @param frame The follower's frame on its path. */
  show(name: string, frame: Object3D): void {
    let sprite = this.sprites[this.used]
    if (!sprite) {
      sprite = new Sprite()
      this.sprites.push(sprite)
      this.three.add(sprite)
    }
    this.used++
    const { material, ratio } = this.of(name)
    sprite.material = material
    sprite.visible = true
    sprite.scale.set(height * ratio, height, 1)
    // The bead lies on the rope, the name beside it.
    sprite.center.set(beadAt / ratio, 0.5)
    sprite.position.copy(place.setFromMatrixPosition(frame.matrixWorld))
    sprite.updateMatrix()
  }

  end(): void {
    for (let i = this.used; i < this.sprites.length; i++) this.sprites[i]!.visible = false
  }

  /** Helpers are seen, or not, in each view by itself. */
  dress(shown: boolean): void {
    for (let i = 0; i < this.used; i++) this.sprites[i]!.visible = shown
  }

  dispose(): void {
    for (const { material } of this.byName.values()) {
      material.map?.dispose()
      material.dispose()
    }
  }

  private of(name: string): { material: SpriteMaterial; ratio: number } {
    const known = this.byName.get(name)
    if (known) return known
    const { canvas, ratio } = drawn(name)
    const material = new SpriteMaterial({
      map: new CanvasTexture(canvas),
      sizeAttenuation: false,
      depthTest: false,
      transparent: true,
    })
    const made = { material, ratio }
    this.byName.set(name, made)
    return made
  }
}

const place = new Vector3()

/** A lime bead, and the name beside it. */
function drawn(name: string): { canvas: OffscreenCanvas; ratio: number } {
  const { canvas, ctx } = paper(1, 1)
  const font = `600 ${pixels * 0.6}px 'Figtree Variable', sans-serif`
  ctx.font = font
  const text = name.length > 24 ? `${name.slice(0, 23)}…` : name
  const { width } = ctx.measureText(text)
  // Another size empties the canvas, and forgets the font.
  canvas.height = pixels
  canvas.width = Math.ceil(width) + pixels + padding
  ctx.font = font
  ctx.textBaseline = 'middle'
  ctx.lineJoin = 'round'
  ctx.lineWidth = 6
  ctx.strokeStyle = '#10201e'
  ctx.strokeText(text, pixels + 4, pixels / 2)
  ctx.fillStyle = '#efe6cf'
  ctx.fillText(text, pixels + 4, pixels / 2)
  ctx.beginPath()
  ctx.arc(pixels * beadAt, pixels / 2, pixels * 0.22, 0, 2 * Math.PI)
  ctx.fillStyle = '#b5e048'
  ctx.fill()
  ctx.lineWidth = 3
  ctx.stroke()
  return { canvas, ratio: canvas.width / canvas.height }
}
