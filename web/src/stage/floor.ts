import { BufferAttribute, BufferGeometry, Color, LineSegments, ShaderMaterial, Vector4 } from 'three'

/** Units from the middle to where the grid ends, and between corners of its lines. */
const [reach, step] = [24, 6]

/**
 * The grid on the ground, a line for each unit. It fades towards its edge, and where its lines would come too close
 * to be told apart: there they would shimmer as the view moves.
 */
export class Floor {
  readonly lines: LineSegments<BufferGeometry, ShaderMaterial>

  constructor() {
    const [places, weights] = [[] as number[], [] as number[]]
    for (let line = -reach; line <= reach; line++)
      for (let at = -reach; at < reach; at += step) {
        places.push(at, 0, line, at + step, 0, line, line, 0, at, line, 0, at + step)
        // The lines through the middle are always seen, those of five units longer than the rest.
        const weight = line === 0 ? 2 : line % 5 === 0 ? 1 : 0
        weights.push(weight, weight, weight, weight)
      }
    const geometry = new BufferGeometry()
    geometry.setAttribute('position', new BufferAttribute(new Float32Array(places), 3))
    geometry.setAttribute('weight', new BufferAttribute(new Float32Array(weights), 1))
    const material = new ShaderMaterial({
      uniforms: { weak: { value: new Color() }, strong: { value: new Color() }, high: { value: 1 } },
      vertexShader,
      fragmentShader,
      transparent: true,
      depthWrite: false,
    })
    this.lines = new LineSegments(geometry, material)
    this.lines.frustumCulled = false
    // Before all else that is seen through, which lies over it.
    this.lines.renderOrder = -2
    this.lines.onBeforeRender = (renderer) => {
      material.uniforms.high!.value = renderer.getCurrentViewport(viewport).w
      material.uniformsNeedUpdate = true
    }
  }

  tint({ grid, gridStrong }: { grid: string; gridStrong: string }): void {
    ;(this.lines.material.uniforms.weak!.value as Color).set(grid)
    ;(this.lines.material.uniforms.strong!.value as Color).set(gridStrong)
  }
}

const viewport = new Vector4()

const vertexShader = /* glsl */ `
attribute float weight;
uniform float high;
varying float shown;
varying float isStrong;
void main() {
  gl_Position = projectionMatrix * viewMatrix * vec4(position, 1.0);
  bool isFlat = projectionMatrix[3][3] == 1.0;
  vec3 way = isFlat ? vec3(viewMatrix[0][2], viewMatrix[1][2], viewMatrix[2][2]) : normalize(cameraPosition - position);
  float unit = projectionMatrix[1][1] * 0.5 * high / max(isFlat ? 1.0 : gl_Position.w, 0.01);
  // How many pixels are from line to line, as steeply as the ground is seen.
  float apart = unit * abs(way.y) * (weight > 0.5 ? 5.0 : 1.0);
  float far = 1.0 - smoothstep(${(reach * 0.7).toFixed(1)}, ${reach.toFixed(1)}, length(position.xz));
  shown = weight > 1.5 ? far : far * smoothstep(1.5, 6.0, apart);
  isStrong = weight > 1.5 ? 1.0 : 0.0;
}`

const fragmentShader = /* glsl */ `
uniform vec3 weak;
uniform vec3 strong;
varying float shown;
varying float isStrong;
void main() {
  gl_FragColor = vec4(mix(weak, strong, isStrong), shown);
  #include <colorspace_fragment>
}`
