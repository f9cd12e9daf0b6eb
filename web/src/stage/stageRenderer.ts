import { PCFShadowMap, WebGLRenderer } from 'three'
import { allDrawn } from './fence'
import type { StageScene } from './stageScene'
import type { ViewCamera } from './viewCamera'
import type { View } from './views'

/** A view's place on the canvas, in CSS pixels from its upper left. */
export interface Place {
  x: number
  y: number
  width: number
  height: number
}

export interface Drawn {
  view: View
  camera: ViewCamera
  place: Place
}

/** Draws the views side by side on one canvas; those that are not drawn again keep their picture. */
export class StageRenderer {
  readonly three: WebGLRenderer
  private height = 0
  /** Whether nothing is drawn yet: between the views and beside them a line may stay that none of them covers. */
  private isEmpty = true

  /** @throws when the browser has no WebGL 2. */
  constructor(canvas: HTMLCanvasElement) {
    // three.js always asks for a see-through canvas, which costs the page a blend of the whole stage for each frame.
    const context = canvas.getContext('webgl2', { alpha: false, antialias: false, preserveDrawingBuffer: true })
    if (!context) throw new Error('there is no WebGL 2')
    this.three = new WebGLRenderer({ canvas, context })
    this.three.setScissorTest(true)
    this.three.shadowMap.enabled = true
    this.three.shadowMap.type = PCFShadowMap
  }

  size(width: number, height: number): void {
    this.height = height
    this.three.setScissorTest(true)
    this.three.setSize(width, height, false)
    this.isEmpty = true
  }

  /** @returns whether the ratio is another one, which empties the canvas. */
  setRatio(ratio: number): boolean {
    if (this.three.getPixelRatio() === ratio) return false
    this.three.setPixelRatio(ratio)
    this.isEmpty = true
    return true
  }

  draw(stage: StageScene, { view, camera, place: { x, y, width, height } }: Drawn, shadows: boolean): void {
    if (this.isEmpty) this.fill(stage)
    camera.camera.updateMatrixWorld()
    stage.dress(view, camera.camera)
    stage.shade(shadows, view, camera.camera)
    const fromBelow = this.height - y - height
    this.three.setViewport(x, fromBelow, width, height)
    this.three.setScissor(x, fromBelow, width, height)
    this.three.render(stage.three, camera.camera)
  }

  private fill(stage: StageScene): void {
    this.isEmpty = false
    this.three.setScissorTest(false)
    this.three.setClearColor(stage.ground)
    this.three.clear()
    this.three.setScissorTest(true)
  }

  /** @returns the milliseconds until all that has been asked for is drawn; a lost context never tells. */
  async finished(): Promise<number> {
    const asked = performance.now()
    await allDrawn(this.three.getContext() as WebGL2RenderingContext)
    return performance.now() - asked
  }

  dispose(): void {
    this.three.dispose()
  }
}
