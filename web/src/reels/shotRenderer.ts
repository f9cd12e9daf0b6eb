import { Color, LinearToneMapping, WebGLRenderer, type Camera, type Scene } from 'three'
import { LightSum } from './light'

type Paper = OffscreenCanvasRenderingContext2D

/** Draws the pictures of a reel, at its own size. */
export class ShotRenderer {
  readonly three: WebGLRenderer
  /** Pixels each way that are drawn for one of the picture. */
  readonly scale: number
  private readonly sum: LightSum
  private readonly pixels: Uint8Array
  private readonly ground: Color | null

  /**
   * @param samples Samples of each pixel: 4, or 16.
   * @param ground What is behind everything; null for nothing.
   * @param stops How much lighter.
   * @throws when the browser has no WebGL 2.
   */
  constructor(
    private readonly width: number,
    private readonly height: number,
    samples: number,
    ground: string | null,
    stops: number,
  ) {
    // Four samples by how the browser draws edges; sixteen by drawing twice as large each way besides.
    this.scale = samples > 4 ? 2 : 1
    const canvas = new OffscreenCanvas(width * this.scale, height * this.scale)
    this.three = new WebGLRenderer({ canvas, alpha: true, antialias: true })
    this.three.setSize(canvas.width, canvas.height, false)
    if (this.gl.drawingBufferWidth < canvas.width)
      throw new Error('This browser cannot draw pictures that large. Shoot it smaller.')
    if (stops !== 0) {
      this.three.toneMapping = LinearToneMapping
      this.three.toneMappingExposure = 2 ** stops
    }
    this.ground = ground === null ? null : new Color(ground)
    this.sum = new LightSum(width, height, this.scale)
    this.pixels = new Uint8Array(canvas.width * canvas.height * 4)
  }

  private get gl(): WebGL2RenderingContext {
    return this.three.getContext() as WebGL2RenderingContext
  }

  /** Draws a picture of so many moments onto paper; each is set up just before it is drawn. */
  draw(paper: Paper, moments: number, setUp: (moment: number) => { scene: Scene; camera: Camera }): void {
    const { width, height, scale } = this
    for (let i = 0; i < moments; i++) {
      const { scene, camera } = setUp(i)
      // Cleared, and not drawn: light and dark of what is seen leave it as it is.
      scene.background = null
      this.three.setClearColor(this.ground ?? 0, this.ground ? 1 : 0)
      this.three.render(scene, camera)
      if (moments === 1 && scale === 1) {
        paper.clearRect(0, 0, width, height)
        paper.drawImage(this.three.domElement, 0, 0)
        return
      }
      this.gl.readPixels(0, 0, width * scale, height * scale, this.gl.RGBA, this.gl.UNSIGNED_BYTE, this.pixels)
      this.sum.add(this.pixels)
    }
    paper.putImageData(new ImageData(this.sum.take(), width, height), 0, 0)
  }

  dispose(): void {
    this.three.dispose()
  }
}
