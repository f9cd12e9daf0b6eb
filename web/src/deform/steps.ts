import { DataTexture, FloatType, NearestFilter, RGBAFormat, type Matrix4, type Texture } from 'three'

/** A deformer with its values at a moment; see the core's `DeformerPose`. */
export interface Pose {
  kind: number
  axis: number
  within: boolean
  oneWay: boolean
  foot: number
  length: number
  /** Radians of a bend and a twist, lengths of waves and rings, else a factor. */
  strength: number
  /** Degrees about the axis. */
  direction: number
  count: number
  phase: number
  /** How much waves are pinned, what is flattened spreads, or rings fade; and how large a stretched section is. */
  share: number
}

/** Which steps of the picture are those of one thing. */
export interface Run {
  first: number
  count: number
}

const floatsPerStep = 16
/** Steps that stand beside each other in a row of the texture; the shader knows it too. */
export const stepsPerRow = 64
/** The kind of a step that leads from one space into another, after those of deformers. */
export const leads = 100
export const fades = 101

/**
 * What bends all that is drawn in one picture, for the graphics card: a run of steps for each thing, each a deformer, the
 * way from one space into another, or a fade; four texels a step.
 */
export class Steps {
  private data = new Float32Array(floatsPerStep * stepsPerRow)
  private count = 0
  private texture = this.make()
  /** What materials read the texture from. */
  readonly uniform: { value: Texture } = { value: this.texture }

  begin(): void {
    this.count = 0
  }

  /** How many steps there are so far: the first of the next run. */
  get length(): number {
    return this.count
  }

  deformer(pose: Pose): void {
    const turned = (pose.direction * Math.PI) / 180
    // prettier-ignore
    this.put([
      pose.kind, (pose.within ? 1 : 0) + (pose.oneWay ? 2 : 0), pose.foot, pose.length,
      pose.strength, Math.sin(turned), Math.cos(turned), pose.axis,
      pose.count, pose.phase, pose.share, 0,
      0, 0, 0, 0,
    ])
  }

  /** From one space into another. */
  lead({ elements: e }: Matrix4): void {
    // prettier-ignore
    this.put([
      leads, 0, 0, 0,
      e[0]!, e[4]!, e[8]!, e[12]!,
      e[1]!, e[5]!, e[9]!, e[13]!,
      e[2]!, e[6]!, e[10]!, e[14]!,
    ])
  }

  /** A fade: how much is left at a rest place p is p·n + c, kept to 0..1, or 1 less that. */
  fade(n: readonly [number, number, number], c: number, inverts: boolean): void {
    this.put([fades, inverts ? 1 : 0, 0, 0, n[0], n[1], n[2], c, 0, 0, 0, 0, 0, 0, 0, 0])
  }

  end(): void {
    if (this.count === 0) return
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

  private put(step: readonly number[]): void {
    const at = this.count++ * floatsPerStep
    if (at + floatsPerStep > this.data.length) {
      const grown = new Float32Array(this.data.length * 2)
      grown.set(this.data)
      this.data = grown
    }
    this.data.set(step, at)
  }

  private make(): DataTexture {
    const width = stepsPerRow * (floatsPerStep / 4)
    const texture = new DataTexture(this.data, width, this.data.length / 4 / width, RGBAFormat, FloatType)
    texture.minFilter = texture.magFilter = NearestFilter
    return texture
  }
}
