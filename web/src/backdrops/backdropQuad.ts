import {
  AddEquation,
  CustomBlending,
  LinearFilter,
  LinearMipmapLinearFilter,
  Mesh,
  OneMinusSrcAlphaFactor,
  PlaneGeometry,
  ShaderMaterial,
  SrcAlphaFactor,
  Texture,
  Vector4,
  type Camera,
  type Scene,
} from 'three'
import type { BackdropMessage } from '../api/messages'
import type { SceneModel } from '../scene/sceneModel'
import type { Look } from '../stage/views'
import { BackdropPictures } from './backdropPictures'
import { placedIn } from './backdropPlace'

/** Pictures of a sequence that are looked for before they are due. */
const ahead = 10

interface Shown {
  texture: Texture
  /** The file that the texture has. */
  asset: string
}

/** Draws the picture behind what a view looks from: on the sky and the ground, and below everything else. */
export class BackdropQuad {
  /** The scene whose files the pictures are. */
  scene: number | null = null
  /** Called when another picture can be drawn than before. */
  changed = (): void => {}
  /** What is due and not here, by its name, in the views dressed since the last moment; and what is drawn in the last of them. */
  late = ''
  drawn = ''

  private readonly pictures = new BackdropPictures(() => this.changed())
  private readonly shown = new Map<number, Shown>()
  private readonly quad: Mesh<PlaneGeometry, ShaderMaterial>
  private model: SceneModel | null = null
  private frame = 0
  /** The file that was due and not here when it was last drawn. */
  private lacks: { asset: string; isSequence: boolean } | null = null

  constructor(scene: Scene) {
    const uniforms = { map: { value: null }, place: { value: new Vector4() }, opacity: { value: 1 } }
    this.quad = new Mesh(
      new PlaneGeometry(2, 2),
      new ShaderMaterial({
        uniforms,
        vertexShader,
        fragmentShader,
        depthTest: false,
        depthWrite: false,
        // Seen through, and yet drawn before what is solid.
        blending: CustomBlending,
        blendEquation: AddEquation,
        blendSrc: SrcAlphaFactor,
        blendDst: OneMinusSrcAlphaFactor,
      }),
    )
    this.quad.frustumCulled = false
    this.quad.renderOrder = -2.5
    this.quad.visible = false
    scene.add(this.quad)
  }

  /** From now on pictures come as sharp as something is that many pixels long. */
  sharpFor(pixels: number): void {
    this.pictures.sharpFor = pixels
  }

  /** Takes over what there is, and which frame it is. */
  show(model: SceneModel, frame: number): void {
    this.model = model
    this.frame = Math.floor(frame + 1e-9)
    this.late = ''
    this.lacks = null
    for (const [id, { texture }] of this.shown) {
      if (model.backdrops.has(id)) continue
      texture.dispose()
      this.shown.delete(id)
    }
  }

  /** Makes ready for what a view looks from; null for none. */
  dress(look: Look | null, camera: Camera): void {
    const backdrop = look === null ? undefined : this.model?.backdropOf(look)
    const texture = backdrop?.on && backdrop.opacity > 0 ? this.textureOf(backdrop) : null
    this.quad.visible = texture !== null
    if (!texture) return
    const { map, place, opacity } = this.quad.material.uniforms
    const { width, height } = texture.image as ImageBitmap
    map!.value = texture
    opacity!.value = backdrop!.opacity
    placedIn(backdrop!, width / height, camera, place!.value as Vector4)
    this.quad.material.uniformsNeedUpdate = true
  }

  /** Whether the picture that was due when it was last drawn is still not here; then it is asked for again. */
  isDue(): boolean {
    if (this.lacks === null || this.scene === null || this.pictures.get(this.lacks.asset)) return false
    this.pictures.want(this.scene, [this.lacks.asset], this.lacks.isSequence)
    return true
  }

  dispose(): void {
    this.pictures.dispose()
    for (const { texture } of this.shown.values()) texture.dispose()
    this.quad.geometry.dispose()
    this.quad.material.dispose()
  }

  /** What is drawn: the picture of the frame; until it is here, the one before; nothing where there is none yet. */
  private textureOf({ id, pictures }: BackdropMessage): Texture | null {
    const at = Math.max(
      0,
      pictures.findLastIndex(({ from }) => from <= this.frame),
    )
    const due = pictures[at]!
    const next = pictures.slice(at, at + 1 + ahead).map(({ asset }) => asset)
    if (this.scene !== null) this.pictures.want(this.scene, next, pictures.length > 1)
    const bitmap = this.pictures.get(due.asset)
    const shown = this.shown.get(id)
    if (!bitmap) {
      const word = this.pictures.isLost(due.asset) ? 'cannot be shown' : 'is on its way'
      this.lacks = { asset: due.asset, isSequence: pictures.length > 1 }
      this.late = `The picture ${due.name} ${word}`
      return shown?.texture ?? null
    }
    this.drawn = due.name
    if (shown?.asset === due.asset) return shown.texture
    const texture = shown && sameSize(shown.texture, bitmap) ? shown.texture : this.fresh(id, pictures.length === 1)
    texture.image = bitmap
    texture.needsUpdate = true
    this.shown.set(id, { texture, asset: due.asset })
    return texture
  }

  private fresh(id: number, isAlone: boolean): Texture {
    this.shown.get(id)?.texture.dispose()
    const texture = new Texture()
    // What changes with each frame is not also made smaller for each.
    texture.generateMipmaps = isAlone
    texture.minFilter = isAlone ? LinearMipmapLinearFilter : LinearFilter
    return texture
  }
}

const sameSize = ({ image }: Texture, { width, height }: ImageBitmap) => {
  const before = image as ImageBitmap
  return before.width === width && before.height === height
}

const vertexShader = /* glsl */ `
uniform vec4 place;
varying vec2 at;
void main() {
  at = vec2(uv.x, 1.0 - uv.y);
  gl_Position = vec4(place.xy + position.xy * place.zw, 1.0, 1.0);
}`

const fragmentShader = /* glsl */ `
uniform sampler2D map;
uniform float opacity;
varying vec2 at;
void main() {
  vec4 seen = texture2D(map, at);
  gl_FragColor = vec4(seen.rgb, seen.a * opacity);
}`
