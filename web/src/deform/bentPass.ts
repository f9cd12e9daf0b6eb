import {
  BufferAttribute,
  Camera,
  DataTexture,
  FloatType,
  GLSL3,
  InstancedBufferAttribute,
  InstancedBufferGeometry,
  Mesh,
  NearestFilter,
  NoBlending,
  RGBAFormat,
  Scene,
  ShaderMaterial,
  WebGLRenderTarget,
  type BufferGeometry,
  type Texture,
  type Vector3,
  type WebGLRenderer,
} from 'three'
import { bendFunctions } from './bendShader'
import type { Run, Steps } from './steps'

/** Vertices that stand beside each other in a row of the textures; the shader of what is drawn knows it too. */
export const verticesPerRow = 256
/** So many rows of rest places are kept; whoever keys how shapes are cut makes ever more. */
const mostRestRows = 8192

/**
 * Works out where the vertices of all that is bent are, once each, into two textures, of places and of ways that surfaces
 * face: triangles that share a vertex would have it bent anew for each of them.
 */
export class BentPass {
  private readonly places = { value: null as Texture | null }
  private readonly facings = { value: null as Texture | null }
  /** What materials read the textures from. */
  readonly uniforms = { bentPlaces: this.places, bentFacings: this.facings }

  private readonly scene = new Scene()
  private readonly mesh: Mesh<InstancedBufferGeometry, ShaderMaterial>
  /** For so many things there is room in the attributes of the quad. */
  private room = 0
  private readonly material: ShaderMaterial
  private target: WebGLRenderTarget | null = null
  private readonly rest = new RestPlaces()
  private things: { row: number; count: number; restRow: number; size: Vector3; run: Run }[] = []
  private rows = 0
  private isDue = false

  constructor(steps: Steps) {
    this.material = new ShaderMaterial({
      glslVersion: GLSL3,
      uniforms: { bendSteps: steps.uniform, rest: this.rest.uniform, high: { value: 1 } },
      vertexShader,
      fragmentShader,
      blending: NoBlending,
      depthTest: false,
      depthWrite: false,
    })
    this.mesh = new Mesh(quadFor(0), this.material)
    this.mesh.frustumCulled = false
    this.scene.add(this.mesh)
  }

  begin(): void {
    this.things = []
    this.rows = 0
    this.rest.begin()
  }

  /** @returns the row in which the vertices of a thing begin. */
  add(geometry: BufferGeometry, size: Vector3, run: Run): number {
    const count = geometry.getAttribute('position').count
    const row = this.rows
    this.things.push({ row, count, restRow: this.rest.rowOf(geometry), size: size.clone(), run })
    this.rows += Math.ceil(count / verticesPerRow)
    return row
  }

  end(): void {
    this.isDue = this.things.length > 0
    if (!this.isDue) return
    this.rest.end()
    const { length } = this.things
    if (this.room < length) {
      // A new one: three.js goes by how many instances there was room for at first.
      this.mesh.geometry.dispose()
      this.mesh.geometry = quadFor((this.room = length * 2))
    }
    const put = (name: string, write: (data: Float32Array, at: number, i: number) => void) => {
      const attribute = this.mesh.geometry.getAttribute(name) as InstancedBufferAttribute
      this.things.forEach((_, i) => write(attribute.array as Float32Array, i * attribute.itemSize, i))
      attribute.needsUpdate = true
    }
    put('thing', (data, at, i) => {
      const { row, count, restRow } = this.things[i]!
      data.set([row, Math.ceil(count / verticesPerRow), count, restRow], at)
    })
    put('thingRun', (data, at, i) => data.set([this.things[i]!.run.first, this.things[i]!.run.count], at))
    put('thingSize', (data, at, i) => this.things[i]!.size.toArray(data, at))
    this.mesh.geometry.instanceCount = length
  }

  /** Works everything out that has been added since, before the first view of a picture is drawn. */
  run(renderer: WebGLRenderer): void {
    if (!this.isDue) return
    this.isDue = false
    if (!this.target || this.target.height < this.rows) {
      this.target?.dispose()
      this.target = new WebGLRenderTarget(verticesPerRow, Math.ceil(this.rows * 1.5), {
        count: 2,
        format: RGBAFormat,
        type: FloatType,
        minFilter: NearestFilter,
        magFilter: NearestFilter,
        depthBuffer: false,
      })
      ;[this.places.value, this.facings.value] = this.target.textures as [Texture, Texture]
      this.material.uniforms.high!.value = this.target.height
    }
    const [before, clears] = [renderer.getRenderTarget(), renderer.autoClear]
    renderer.setRenderTarget(this.target)
    renderer.autoClear = false
    renderer.render(this.scene, eye)
    renderer.setRenderTarget(before)
    renderer.autoClear = clears
  }

  dispose(): void {
    this.target?.dispose()
    this.mesh.geometry.dispose()
    this.material.dispose()
    this.rest.dispose()
  }
}

/** The rows of the textures that each of so many things fills. */
function quadFor(things: number): InstancedBufferGeometry {
  const quad = new InstancedBufferGeometry()
  quad.setAttribute('position', new BufferAttribute(new Float32Array([0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0]), 3))
  quad.setIndex([0, 1, 2, 0, 2, 3])
  for (const [name, size] of [
    ['thing', 4],
    ['thingRun', 2],
    ['thingSize', 3],
  ] as const)
    quad.setAttribute(name, new InstancedBufferAttribute(new Float32Array(things * size), size))
  return quad
}

/** Where the vertices of shapes are at rest, and which way surfaces face there, two texels each. */
class RestPlaces {
  private data = new Float32Array(verticesPerRow * 2 * 4 * 16)
  private texture = this.make()
  readonly uniform: { value: Texture } = { value: this.texture }
  private rowsOf = new WeakMap<BufferGeometry, number>()
  private rows = 0
  private isNew = false

  begin(): void {
    if (this.rows < mostRestRows) return
    this.rowsOf = new WeakMap()
    this.rows = 0
  }

  rowOf(geometry: BufferGeometry): number {
    const known = this.rowsOf.get(geometry)
    if (known !== undefined) return known
    const [places, normals] = [geometry.getAttribute('position'), geometry.getAttribute('normal')]
    const row = this.rows
    this.rows += Math.ceil(places.count / verticesPerRow)
    const rowSize = verticesPerRow * 2 * 4
    if (this.rows * rowSize > this.data.length) {
      const grown = new Float32Array(Math.max(this.data.length * 2, this.rows * rowSize))
      grown.set(this.data)
      this.data = grown
    }
    for (let i = 0; i < places.count; i++) {
      const at = row * rowSize + i * 8
      this.data.set([places.getX(i), places.getY(i), places.getZ(i), 0], at)
      this.data.set([normals.getX(i), normals.getY(i), normals.getZ(i), 0], at + 4)
    }
    this.rowsOf.set(geometry, row)
    this.isNew = true
    return row
  }

  end(): void {
    if (!this.isNew) return
    this.isNew = false
    if (this.texture.image.data !== this.data) {
      this.texture.dispose()
      this.texture = this.make()
      this.uniform.value = this.texture
    }
    this.texture.needsUpdate = true
  }

  dispose(): void {
    this.texture.dispose()
  }

  private make(): DataTexture {
    const width = verticesPerRow * 2
    const texture = new DataTexture(this.data, width, this.data.length / 4 / width, RGBAFormat, FloatType)
    texture.minFilter = texture.magFilter = NearestFilter
    return texture
  }
}

const eye = new Camera()

const vertexShader = /* glsl */ `
in vec4 thing;
in vec2 thingRun;
in vec3 thingSize;
uniform float high;
flat out vec4 ofThing;
flat out vec2 ofRun;
flat out vec3 ofSize;
void main() {
  ofThing = thing;
  ofRun = thingRun;
  ofSize = thingSize;
  gl_Position = vec4(position.x * 2.0 - 1.0, (thing.x + position.y * thing.y) / high * 2.0 - 1.0, 0.0, 1.0);
}`

const fragmentShader = /* glsl */ `
precision highp float;
precision highp int;
layout(location = 0) out vec4 outPlace;
layout(location = 1) out vec4 outFacing;
uniform highp sampler2D rest;
flat in vec4 ofThing;
flat in vec2 ofRun;
flat in vec3 ofSize;
${bendFunctions}
void main() {
  ivec2 at = ivec2(gl_FragCoord.xy);
  int vertex = (at.y - int(ofThing.x)) * ${verticesPerRow} + at.x;
  if (vertex >= int(ofThing.z)) discard;
  ivec2 where = ivec2(at.x * 2, int(ofThing.w) + at.y - int(ofThing.x));
  vec3 place = texelFetch(rest, where, 0).xyz * ofSize;
  vec3 facing = normalize(texelFetch(rest, where + ivec2(1, 0), 0).xyz / max(abs(ofSize), vec3(1e-20)));
  bend(int(ofRun.x), int(ofRun.y), place, facing);
  outPlace = vec4(place, 1.0);
  outFacing = vec4(facing, 0.0);
}`
