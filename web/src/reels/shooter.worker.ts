import figtree from '@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2?url'
import mono from '@fontsource-variable/jetbrains-mono/files/jetbrains-mono-latin-wght-normal.woff2?url'
import { decode } from '@msgpack/msgpack'
import { PerspectiveCamera, type Camera } from 'three'
import { http } from '../api/http'
import type { PieceMessage } from '../api/messages'
import { BentPoints } from '../deform/bentPoints'
import { Refused } from '../api/refused'
import { loadCatalogue } from '../scene/catalogue'
import { SampleBook } from '../scene/samples'
import { SceneModel } from '../scene/sceneModel'
import { noRows } from '../scene/sceneRows'
import { filmThrough } from '../stage/filming'
import { cameraAt, facingOf } from '../stage/pose'
import { loadUsualMeshes, meshesAreHere, meshesCome } from '../stage/meshes'
import { bareMoment } from '../stage/bareMoment'
import { StageScene } from '../stage/stageScene'
import { burnIn } from './burnIn'
import type { FromWorker, Shot, Spent } from './shotMessages'
import { ShotRenderer } from './shotRenderer'
import { TrailsDrawn } from './trailsDrawn'

/** Most moments that are asked for at once. */
const momentsAtOnce = 192
/** Pictures on their way to the server at a time. */
const onTheWay = 3
const previewEvery = 250
/** So long the server is waited for, in milliseconds; it lets go of a reel a little later. */
const patience = 150_000

const say = (message: FromWorker, transfer: Transferable[] = []) => self.postMessage(message, { transfer })

self.onmessage = (event: MessageEvent<Shot>) =>
  void shoot(event.data).catch((wrong) =>
    say({ kind: 'failed', why: wrong instanceof Error ? wrong.message : String(wrong) }),
  )

async function shoot(shot: Shot): Promise<void> {
  const { start, settings } = shot
  const { width, height, plan } = settings
  const inside = plan.inside ?? 1
  const began = performance.now()
  const spent: Spent = { sampling: 0, drawing: 0, packing: 0, all: 0 }
  await Promise.all([loadCatalogue(), loadUsualMeshes(), ...fonts.map(loadFont)])

  const model = new SceneModel()
  model.take({ ...noRows(), objects: shot.objects, backdrops: shot.backdrops })
  const atOnce = Math.max(1, Math.floor(momentsAtOnce / inside))
  const book = new SampleBook(atOnce * inside)
  const stage = new StageScene()
  stage.tint(shot.colours)
  stage.arrange(model)
  stage.grid.visible = settings.grid
  stage.showsBehind = settings.background === 'stage'
  stage.backdrops.scene = shot.sceneId
  stage.backdrops.sharpFor(Math.max(width, height))
  const ground =
    settings.background === 'seeThrough'
      ? null
      : settings.background === 'colour'
        ? settings.colour
        : shot.colours.stage
  const renderer = new ShotRenderer(width, height, settings.samples, ground, settings.exposure)
  const paper = new OffscreenCanvas(width, height)
  const ctx = paper.getContext('2d', { alpha: ground === null, willReadFrequently: true })!
  const unseen = new Set(shot.unseen)
  const look = typeof shot.camera === 'number' ? shot.camera : facingOf(shot.camera)
  const cameraOf = lookThrough(shot, model, book, stage)

  const trails = shot.trails && new TrailsDrawn(shot.trails, renderer.scale)
  if (trails) {
    if (trails.takesLong) say({ kind: 'waits', why: 'Looking where the trails go…' })
    const points = new BentPoints(renderer.three)
    await trails.learn(
      model,
      points,
      async (first, count) => decode(await patiently(() => http.shotFrames(start.id, first, count))) as PieceMessage,
    )
    points.dispose()
  }

  const sending = new Set<Promise<void>>()
  let failed: unknown = null
  let previewedAt = 0
  for (let picture = 0; picture < start.pictures; picture++) {
    if (picture % atOnce === 0) {
      const asked = performance.now()
      const count = Math.min(atOnce, start.pictures - picture)
      const packed = await patiently(() => http.shotSamples(start.id, picture, count))
      book.take({ forgotten: [...book.chunks], pieces: [decode(packed) as PieceMessage] })
      spent.sampling += performance.now() - asked
    }
    const before = performance.now()
    const ways = trails?.at(start.frames[picture]!) ?? null
    const draw = () =>
      renderer.draw(ctx, inside, (moment) => {
        const frame = picture * inside + moment
        stage.show(model, book, {
          ...bareMoment(frame),
          unseen,
          behindAt: start.frames[picture]!,
          lines: 'thick',
          trails: ways,
        })
        const camera = cameraOf(frame)
        stage.dress({ look, shading: settings.shading, helpers: settings.helpers, trails: trails !== null }, camera)
        return { scene: stage.three, camera }
      })
    draw()
    // What is cut otherwise than before, and the picture behind it, were asked for by drawing.
    if (!meshesAreHere()) {
      await meshesCome()
      draw()
    }
    if (stage.backdrops.late) {
      await behindHere(stage)
      draw()
    }
    burnIn(ctx, width, height, settings.burnIn, {
      ...shot.written,
      frame: `frame ${start.frames[picture]}`,
      source: `source ${Math.round(start.sources[picture]! * 100) / 100}`,
      timecode: start.timecodes[picture]!,
    })
    const drawn = performance.now()
    spent.drawing += drawn - before
    const png = await paper.convertToBlob({ type: 'image/png' })
    spent.packing += performance.now() - drawn
    const isDue = drawn - previewedAt > previewEvery
    if (isDue) previewedAt = drawn
    const preview = isDue
      ? await createImageBitmap(paper, {
          resizeWidth: 192,
          resizeHeight: Math.max(1, Math.round((192 * height) / width)),
        })
      : null
    say({ kind: 'drawn', picture, preview }, preview ? [preview] : [])
    while (sending.size >= onTheWay) await Promise.race(sending)
    if (failed) throw failed
    const sent = patiently(() => http.keepPicture(start.id, picture, png))
      .then(() => {})
      .catch((wrong: unknown) => void (failed ??= wrong))
      .finally(() => sending.delete(sent))
    sending.add(sent)
  }
  await Promise.all(sending)
  if (failed) throw failed
  const card = await patiently(() => http.finishReel(start.id))
  renderer.dispose()
  stage.dispose()
  spent.all = performance.now() - began
  say({ kind: 'done', card, spent })
}

/** Waits for the picture that is behind what is drawn. */
async function behindHere({ backdrops }: StageScene): Promise<void> {
  const since = performance.now()
  while (backdrops.isDue()) {
    if (performance.now() - since > patience) throw new Error(`${backdrops.late}. Take it away, or bring it again.`)
    await new Promise<void>((come) => {
      const wait = setTimeout(come, 1000)
      backdrops.changed = () => {
        clearTimeout(wait)
        come()
      }
    })
  }
}

function lookThrough(
  { camera, settings }: Shot,
  model: SceneModel,
  book: SampleBook,
  stage: StageScene,
): (frame: number) => Camera {
  const aspect = settings.width / settings.height
  if (typeof camera !== 'number') {
    const still = cameraAt(camera, aspect)
    return () => still
  }
  const [object, filmed] = [model.objects.get(camera)!, new PerspectiveCamera(40, aspect, 0.05, 2000)]
  return (frame) => {
    filmThrough(filmed, stage.nodes.get(camera)!, stage.lensOf(object, book, frame, null))
    return filmed
  }
}

/** Asks again while the server does not answer. */
async function patiently<T>(ask: () => Promise<T>): Promise<T> {
  const since = performance.now()
  for (;;) {
    try {
      return await ask()
    } catch (wrong) {
      const isAway = wrong instanceof Refused && (wrong.status === 0 || wrong.status === 502)
      if (!isAway || performance.now() - since > patience) throw wrong
      say({ kind: 'waits', why: 'The server does not answer; shooting goes on once it does.' })
      await new Promise((done) => setTimeout(done, 1000))
    }
  }
}

const fonts = [
  ['JetBrains Mono Variable', mono],
  ['Figtree Variable', figtree],
] as const

/** A text in another face is better than no reel. */
async function loadFont([name, address]: (typeof fonts)[number]): Promise<void> {
  const face = new FontFace(name, `url(${address})`, { weight: '100 900' })
  try {
    ;(self as unknown as { fonts: FontFaceSet }).fonts.add(await face.load())
  } catch {
    return
  }
}
