import {
  BufferGeometry,
  FloatType,
  Matrix4,
  NearestFilter,
  NoBlending,
  Points,
  Ray,
  RGBAFormat,
  Scene,
  ShaderMaterial,
  Vector2,
  Vector3,
  WebGLRenderTarget,
  Camera,
  type WebGLRenderer,
} from 'three'
import type { Shape } from '../stage/shapes'
import { bendFunctions } from './bendShader'
import type { Run, Steps } from './steps'

/** Something that is bent, as it was drawn last. */
export interface BentThing {
  id: number
  shape: Shape
  size: Vector3
  run: Run
  world: Matrix4
}

/** Places that stand beside each other in a row of the picture that they are read from. */
const perRow = 1024

/** Where the vertices of what is bent are, read back from the graphics card: for a ray, for framing, and for who looks from outside. */
export class BentPlaces {
  private things: BentThing[] = []
  private readonly ids = new Set<number>()
  private read: Map<number, Float32Array> | null = null
  private target: WebGLRenderTarget | null = null
  private readonly scene = new Scene()
  private readonly plain = new WeakMap<BufferGeometry, BufferGeometry>()
  /** What draws; nothing is known of places before there is one. */
  renderer: WebGLRenderer | null = null

  constructor(private readonly steps: Steps) {}

  begin(): void {
    this.things = []
    this.ids.clear()
    this.read = null
  }

  add(thing: BentThing): void {
    this.ids.add(thing.id)
    this.things.push({ ...thing, size: thing.size.clone(), world: thing.world.clone() })
  }

  /** The places of an object's vertices in the world, three numbers each; null where it is not bent. */
  of(id: number): Float32Array | null {
    if (!this.ids.has(id)) return null
    this.read ??= this.readBack()
    return this.read?.get(id) ?? null
  }

  /** What a ray meets of all that is bent: nearest places, one for each object. */
  under(ray: Ray): { distance: number; id: number; point: Vector3 }[] {
    return this.things.flatMap(({ id, shape }) => {
      const places = this.of(id)
      const index = shape.geometry.index?.array
      if (!places || !index) return []
      let nearest: { distance: number; id: number; point: Vector3 } | null = null
      for (let i = 0; i < index.length; i += 3) {
        a.fromArray(places, index[i]! * 3)
        b.fromArray(places, index[i + 1]! * 3)
        c.fromArray(places, index[i + 2]! * 3)
        if (!ray.intersectTriangle(a, b, c, false, met)) continue
        const distance = met.distanceTo(ray.origin)
        if (!nearest || distance < nearest.distance) nearest = { distance, id, point: met.clone() }
      }
      return nearest ?? []
    })
  }

  dispose(): void {
    this.target?.dispose()
  }

  private readBack(): Map<number, Float32Array> | null {
    const { renderer } = this
    if (!renderer || this.things.length === 0) return null
    const counts = this.things.map(({ shape }) => shape.geometry.getAttribute('position').count)
    const all = counts.reduce((sum, count) => sum + count, 0)
    const size = new Vector2(perRow, Math.ceil(all / perRow))
    if (!this.target || this.target.height < size.y) {
      this.target?.dispose()
      this.target = new WebGLRenderTarget(size.x, size.y, {
        format: RGBAFormat,
        type: FloatType,
        minFilter: NearestFilter,
        magFilter: NearestFilter,
        depthBuffer: false,
      })
    }
    size.y = this.target.height
    let first = 0
    const drawn = this.things.map((thing, i) => {
      const points = new Points(this.plainOf(thing.shape.geometry), this.material(thing, first, size))
      points.frustumCulled = false
      points.matrixAutoUpdate = false
      points.matrix.copy(thing.world)
      first += counts[i]!
      return points
    })
    this.scene.add(...drawn)
    const [before, clears] = [renderer.getRenderTarget(), renderer.autoClear]
    renderer.setRenderTarget(this.target)
    renderer.autoClear = false
    renderer.render(this.scene, eye)
    const pixels = new Float32Array(size.x * size.y * 4)
    renderer.readRenderTargetPixels(this.target, 0, 0, size.x, size.y, pixels)
    renderer.setRenderTarget(before)
    renderer.autoClear = clears
    for (const { material } of drawn) material.dispose()
    this.scene.clear()
    const read = new Map<number, Float32Array>()
    let at = 0
    this.things.forEach(({ id }, i) => {
      const places = new Float32Array(counts[i]! * 3)
      for (let v = 0; v < counts[i]!; v++, at++) places.set(pixels.subarray(at * 4, at * 4 + 3), v * 3)
      read.set(id, places)
    })
    return read
  }

  /** The vertices alone, each drawn once. */
  private plainOf(geometry: BufferGeometry): BufferGeometry {
    let plain = this.plain.get(geometry)
    if (!plain) {
      this.plain.set(geometry, (plain = new BufferGeometry()))
      plain.setAttribute('position', geometry.getAttribute('position'))
    }
    return plain
  }

  private material({ run, size }: BentThing, first: number, target: Vector2): ShaderMaterial {
    return new ShaderMaterial({
      uniforms: {
        bendSteps: this.steps.uniform,
        bendRun: { value: new Vector2(run.first, run.count) },
        bendSize: { value: size },
        first: { value: first },
        target: { value: target },
      },
      vertexShader: `
uniform vec2 bendRun;
uniform vec3 bendSize;
uniform float first;
uniform vec2 target;
varying vec3 bentPlace;
${bendFunctions}
void main() {
  bentPlace = position * bendSize;
  vec3 facing = vec3(0.0, 1.0, 0.0);
  bend(int(bendRun.x), int(bendRun.y), bentPlace, facing);
  bentPlace = (modelMatrix * vec4(bentPlace, 1.0)).xyz;
  float at = first + float(gl_VertexID);
  float row = floor((at + 0.5) / target.x);
  gl_Position = vec4((vec2(at - row * target.x, row) + 0.5) / target * 2.0 - 1.0, 0.0, 1.0);
  gl_PointSize = 1.0;
}`,
      fragmentShader: `
varying vec3 bentPlace;
void main() { gl_FragColor = vec4(bentPlace, 1.0); }`,
      blending: NoBlending,
      depthTest: false,
      depthWrite: false,
    })
  }
}

const [a, b, c, met] = [new Vector3(), new Vector3(), new Vector3(), new Vector3()]
const eye = new Camera()
