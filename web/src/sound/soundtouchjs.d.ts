/** What is used of the package, which brings no types. */
declare module 'soundtouchjs' {
  export class SoundTouch {
    tempo: number
    readonly stretch: {
      /** Lengths are in milliseconds. */
      setParameters(rate: number, sequence: number, seekWindow: number, overlap: number): void
    }
  }
  /** Two sides, one sample after the other. */
  export class SimpleFilter {
    constructor(source: { extract(target: Float32Array, frames: number, position: number): number }, pipe: SoundTouch)
    /** @returns how many frames there were. */
    extract(target: Float32Array, frames: number): number
  }
}
