import { WebGLRenderer, type Camera, type Scene } from 'three'

/** Draws one picture over a whole canvas. */
export class PlainRenderer {
  private readonly three: WebGLRenderer
  private sized = ''

  /** @throws when the browser has no WebGL 2. */
  constructor(canvas: HTMLCanvasElement) {
    const context = canvas.getContext('webgl2', { alpha: false, antialias: false, preserveDrawingBuffer: true })
    if (!context) throw new Error('there is no WebGL 2')
    this.three = new WebGLRenderer({ canvas, context })
  }

  /** In CSS pixels, and how many of the canvas's there are to one each way. */
  size(width: number, height: number, ratio: number): void {
    const now = `${width} ${height} ${ratio}`
    if (now === this.sized) return
    this.sized = now
    this.three.setPixelRatio(ratio)
    this.three.setSize(width, height, false)
  }

  draw(scene: Scene, camera: Camera): void {
    this.three.render(scene, camera)
  }

  dispose(): void {
    this.three.dispose()
  }
}
