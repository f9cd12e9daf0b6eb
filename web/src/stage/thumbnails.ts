import { Color, PerspectiveCamera, WebGLRenderer } from 'three'
import { http } from '../api/http'
import { LiveLine } from '../api/live'
import type { SamplesMessage, SceneMessage } from '../api/messages'
import { loadCatalogue } from '../scene/catalogue'
import { SampleBook } from '../scene/samples'
import { SceneModel } from '../scene/sceneModel'
import { StageScene } from './stageScene'

const [width, height] = [480, 270]
const backdrop = new Color('#2a3f43')

/** Draws the scene's picture for the list, as the stage shows it, and keeps it with the server. */
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
  const ratio = renderer.getPixelRatio()
  renderer.setPixelRatio(1)
  renderer.setSize(width, height, false)
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
  stage.grid.visible = false
  stage.dress({ look: 'free', shading: 'shaded', helpers: false })
  renderer.setScissorTest(false)
  renderer.setViewport(0, 0, width, height)
  renderer.render(stage.three, camera)
  stage.three.background = background
  stage.grid.visible = true
  const png = await new Promise<Blob | null>((done) => renderer.domElement.toBlob(done, 'image/png'))
  renderer.setPixelRatio(ratio)
  after()
  if (png) await http.keepThumbnail(id, revision, png).catch(() => {})
}

const middle = (model: SceneModel) => Math.round((model.settings.work[0] + model.settings.work[1]) / 2)

/** Draws pictures of scenes that have none yet, one after the other. */
export async function drawThumbnails(ids: readonly number[], drawn: (id: number) => void): Promise<void> {
  if (ids.length === 0) return
  await loadCatalogue()
  // Set by the line, in calls that the compiler does not follow.
  let scene = null as SceneMessage | null
  let samples = null as SamplesMessage | null
  const line = new LiveLine(
    {
      opened: (message) => (scene = message),
      sampled: (message) => (samples = message),
      tried() {},
      changed() {},
      gone() {},
      back() {},
      state() {},
    },
    () => ({ author: '', name: '', window: '' }),
  )
  await line.start()
  const renderer = new WebGLRenderer({ antialias: true })
  try {
    for (const id of ids) {
      await line.open(id)
      const { rows, revision, chunk } = scene!
      const model = new SceneModel()
      model.take(rows)
      const book = new SampleBook(chunk)
      const frame = middle(model)
      await line.sample(id, { first: frame, last: frame, isAhead: false, letGo: [] })
      book.take(samples!)
      const stage = new StageScene()
      stage.arrange(model)
      stage.show(model, book, { frame, held: null, selected: new Set(), othersAt: null })
      await keepThumbnail(renderer, stage, model, book, frame, id, revision, () => {})
      stage.dispose()
      drawn(id)
    }
  } finally {
    renderer.dispose()
    await line.stop()
  }
}
