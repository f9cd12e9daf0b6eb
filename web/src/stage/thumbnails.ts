import { Color, PerspectiveCamera, WebGLRenderer } from 'three'
import { http } from '../api/http'
import { LiveLine } from '../api/live'
import type { SamplesMessage, SceneMessage } from '../api/messages'
import { loadCatalogue } from '../scene/catalogue'
import { SampleBook } from '../scene/samples'
import { SceneModel } from '../scene/sceneModel'
import { loadUsualMeshes, meshesAreHere, meshesCome } from './meshes'
import { paper } from './paper'
import { readBack } from './readBack'
import { bareMoment } from './bareMoment'
import { StageScene } from './stageScene'

const [width, height] = [480, 270]
const backdrop = new Color('#2a3f43')

/**
 * Draws the scene's picture for the list, as the stage shows it, and keeps it with the server.
 * @param after Draws over it again, before anybody has seen it.
 */
export async function keepThumbnail(
  renderer: WebGLRenderer,
  stage: StageScene,
  model: SceneModel,
  book: SampleBook,
  frame: number,
  id: number | null,
  revision: number,
  after: () => void,
): Promise<void> {
  if (id === null) return
  const camera = new PerspectiveCamera(40, width / height, 0.05, 2000)
  const filming = model.inOrder().find((object) => object.kind === 'camera')
  const node = filming && stage.nodes.get(filming.id)
  if (node) {
    node.matrixWorld.decompose(camera.position, camera.quaternion, camera.scale)
    camera.fov = stage.lensOf(filming, book, frame, null)
    camera.updateProjectionMatrix()
  } else {
    camera.position.set(7, 5, 10)
    camera.lookAt(0, 0.5, 0)
  }
  const { background } = stage.three
  stage.three.background = backdrop
  stage.grid.visible = stage.showsBehind = false
  stage.dress({ look: 'free', shading: 'shaded', helpers: false }, camera)
  // In the lower left corner of the canvas and copied at once, so that it is never seen and nothing is given another size.
  const { domElement: canvas } = renderer
  const ratio = renderer.getPixelRatio()
  const wide = Math.min(width, canvas.width / ratio, (canvas.height / ratio) * (width / height))
  const high = (wide * height) / width
  renderer.setScissorTest(true)
  renderer.setScissor(0, 0, wide, high)
  renderer.setViewport(0, 0, wide, high)
  renderer.render(stage.three, camera)
  const reading = readBack(
    renderer.getContext() as WebGL2RenderingContext,
    Math.floor(wide * ratio),
    Math.floor(high * ratio),
  )
  stage.three.background = background
  stage.grid.visible = stage.showsBehind = true
  after()
  await http.keepThumbnail(id, revision, await pictureOf(await reading)).catch(() => {})
}

/** A PNG of what was read back, with its first row at the bottom. */
function pictureOf(pixels: ImageData): Promise<Blob> {
  const whole = paper(pixels.width, pixels.height)
  whole.ctx.putImageData(pixels, 0, 0)
  const { canvas, ctx } = paper(width, height)
  ctx.setTransform(1, 0, 0, -1, 0, height)
  ctx.drawImage(whole.canvas, 0, 0, width, height)
  return canvas.convertToBlob({ type: 'image/png' })
}

const middle = (model: SceneModel) => Math.round((model.settings.work[0] + model.settings.work[1]) / 2)

/**
 * Draws pictures of scenes that have none yet, one after the other.
 * @param drawn Called after each.
 * @param stop Ends it: whoever opens a scene is not to wait for pictures of others.
 */
export async function drawThumbnails(
  ids: readonly number[],
  drawn: (id: number) => void,
  stop: AbortSignal,
): Promise<void> {
  if (ids.length === 0) return
  await Promise.all([loadCatalogue(), loadUsualMeshes()])
  if (stop.aborted) return
  // Set by the line, in calls that the compiler does not follow.
  let scene = null as SceneMessage | null
  let samples = null as SamplesMessage | null
  let here = () => {}
  const line = new LiveLine(
    {
      opened: (message) => {
        scene = message
        here()
      },
      more() {},
      sampled: (message) => (samples = message),
      tried() {},
      people() {},
      working() {},
      tracked() {},
      takes() {},
      changed() {},
      gone() {},
      back() {},
      state() {},
    },
    () => ({ author: '', name: '', window: '' }),
  )
  // What it waits for then ends too.
  stop.addEventListener('abort', () => void line.stop())
  await line.start()
  const renderer = new WebGLRenderer({ antialias: true })
  renderer.setSize(width, height, false)
  try {
    for (const id of ids) {
      if (stop.aborted) return
      // Its keys are not waited for: the next scene calls them off.
      const opening = new Promise<void>((opened) => (here = opened))
      const whole = line.open(id)
      whole.catch(() => {})
      await Promise.race([opening, whole])
      const { rows, revision, chunk, samples: first } = scene!
      const model = new SceneModel()
      model.take(rows)
      const book = new SampleBook(chunk)
      // What stands still is told once, with the first frame.
      book.take(first)
      const frame = middle(model)
      await line.sample(id, { first: frame, last: frame, isAhead: false, letGo: [] })
      book.take(samples!)
      const stage = new StageScene()
      stage.arrange(model)
      const moment = bareMoment(frame)
      stage.show(model, book, moment)
      // What is cut otherwise than usual was asked for by showing it.
      if (!meshesAreHere()) {
        await meshesCome()
        stage.show(model, book, moment)
      }
      await keepThumbnail(renderer, stage, model, book, frame, id, revision, () => {})
      stage.dispose()
      drawn(id)
    }
  } finally {
    renderer.dispose()
    await line.stop()
  }
}
