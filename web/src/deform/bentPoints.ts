import {
  BufferAttribute,
  BufferGeometry,
  Camera,
  FloatType,
  NearestFilter,
  NoBlending,
  Points,
  RGBAFormat,
  Scene,
  ShaderMaterial,
  Vector2,
  Vector3,
  WebGLRenderTarget,
  type WebGLRenderer,
} from 'three'
import { bendFunctions } from './bendShader'
import { Steps, type Run } from './steps'

/** Points that stand beside each other in a row of the picture that they are read from. */
const perRow = 256

/** Where single points come to lie, each by steps of its own, worked out on the graphics card as that of all that is drawn. */
export class BentPoints {
  readonly steps = new Steps()
  private places: number[] = []
  private runs: number[] = []
  private target: WebGLRenderTarget | null = null
  private readonly scene = new Scene()
  private readonly material: ShaderMaterial

  constructor(private readonly renderer: WebGLRenderer) {
    this.material = new ShaderMaterial({
      uniforms: { bendSteps: this.steps.uniform, target: { value: new Vector2() } },
      vertexShader,
      fragmentShader,
      blending: NoBlending,
      depthTest: false,
      depthWrite: false,
    })
  }

  begin(): void {
    this.steps.begin()
    this.places = []
    this.runs = []
  }

  add({ x, y, z }: Vector3, { first, count }: Run): void {
    this.places.push(x, y, z)
    this.runs.push(first, count)
  }

  /** Where all that have been added come to lie, in the order of adding. */
  read(): Vector3[] {
    const count = this.places.length / 3
    if (count === 0) return []
    this.steps.end()
    const { renderer } = this
    const target = this.targetFor(count)
    ;(this.material.uniforms.target!.value as Vector2).set(target.width, target.height)
    const geometry = new BufferGeometry()
    geometry.setAttribute('position', new BufferAttribute(new Float32Array(this.places), 3))
    geometry.setAttribute('run', new BufferAttribute(new Float32Array(this.runs), 2))
    const points = new Points(geometry, this.material)
    points.frustumCulled = false
    this.scene.add(points)
    const [before, clears] = [renderer.getRenderTarget(), renderer.autoClear]
    renderer.setRenderTarget(target)
    renderer.autoClear = false
    renderer.render(this.scene, eye)
    const rows = Math.ceil(count / perRow)
    const pixels = new Float32Array(perRow * rows * 4)
    renderer.readRenderTargetPixels(target, 0, 0, perRow, rows, pixels)
    renderer.setRenderTarget(before)
    renderer.autoClear = clears
    this.scene.clear()
    geometry.dispose()
    return Array.from({ length: count }, (_, i) => new Vector3().fromArray(pixels, i * 4))
  }

  dispose(): void {
    this.target?.dispose()
    this.material.dispose()
    this.steps.dispose()
  }

  private targetFor(count: number): WebGLRenderTarget {
    const rows = Math.ceil(count / perRow)
    if (this.target && this.target.height >= rows) return this.target
    this.target?.dispose()
    return (this.target = new WebGLRenderTarget(perRow, rows * 2, {
      format: RGBAFormat,
      type: FloatType,
      minFilter: NearestFilter,
      magFilter: NearestFilter,
      depthBuffer: false,
    }))
  }
}

const eye = new Camera()

const vertexShader = /* glsl */ `
attribute vec2 run;
uniform vec2 target;
varying vec3 bentPlace;
${bendFunctions}
void main() {
  bentPlace = position;
  vec3 facing = vec3(0.0, 1.0, 0.0);
  bend(int(run.x), int(run.y), bentPlace, facing);
  float row = floor((float(gl_VertexID) + 0.5) / target.x);
  gl_Position = vec4((vec2(float(gl_VertexID) - row * target.x, row) + 0.5) / target * 2.0 - 1.0, 0.0, 1.0);
  gl_PointSize = 1.0;
}`

const fragmentShader = /* glsl */ `
varying vec3 bentPlace;
void main() { gl_FragColor = vec4(bentPlace, 1.0); }`
