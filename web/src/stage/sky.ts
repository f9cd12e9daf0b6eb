import { BackSide, BufferAttribute, Color, Mesh, ShaderMaterial, SphereGeometry } from 'three'

/** Heights above the horizon in degrees, and how much of ground, haze and sky is seen there. */
const bands: readonly [height: number, ground: number, haze: number, sky: number][] = [
  [-90, 1, 0, 0],
  [-24, 1, 0, 0],
  [-8, 0.45, 0.55, 0],
  [0, 0, 1, 0],
  [9, 0, 0.72, 0.28],
  [30, 0, 0.22, 0.78],
  [90, 0, 0, 1],
]

/** What is behind everything: ground below, sky above, haze between. Colours lie on the corners of a dome: drawing it costs little. */
export class Sky {
  readonly dome: Mesh<SphereGeometry, ShaderMaterial>

  constructor() {
    const geometry = new SphereGeometry(1, 24, 36)
    geometry.setAttribute('tint', new BufferAttribute(new Float32Array(geometry.getAttribute('position').count * 3), 3))
    this.dome = new Mesh(
      geometry,
      new ShaderMaterial({ vertexShader, fragmentShader, side: BackSide, depthTest: false, depthWrite: false }),
    )
    this.dome.frustumCulled = false
    this.dome.renderOrder = -3
  }

  /** Takes over colours, as the page writes them. */
  tint({ stage, haze, air }: { stage: string; haze: string; air: string }): void {
    const places = this.dome.geometry.getAttribute('position')
    const tints = this.dome.geometry.getAttribute('tint')
    // Mixed as they are shown, not as light.
    const [ground, horizon, top] = [stage, haze, air].map((each) => new Color(each).convertLinearToSRGB())
    for (let i = 0; i < places.count; i++) {
      const height = (Math.asin(Math.min(Math.max(places.getY(i), -1), 1)) * 180) / Math.PI
      const above = Math.max(
        1,
        bands.findIndex(([at]) => at >= height - 1e-6),
      )
      const [low, high] = [bands[above - 1]!, bands[above]!]
      const share = (height - low[0]) / (high[0] - low[0])
      const of = (part: 1 | 2 | 3) => low[part] + (high[part] - low[part]) * share
      tints.setXYZ(
        i,
        ground!.r * of(1) + horizon!.r * of(2) + top!.r * of(3),
        ground!.g * of(1) + horizon!.g * of(2) + top!.g * of(3),
        ground!.b * of(1) + horizon!.b * of(2) + top!.b * of(3),
      )
    }
    tints.needsUpdate = true
  }
}

const vertexShader = /* glsl */ `
attribute vec3 tint;
varying vec3 seen;
void main() {
  seen = tint;
  gl_Position = (projectionMatrix * vec4(mat3(viewMatrix) * position * 10.0, 1.0)).xyww;
}`

const fragmentShader = /* glsl */ `
varying vec3 seen;
void main() {
  gl_FragColor = vec4(seen, 1.0);
}`
