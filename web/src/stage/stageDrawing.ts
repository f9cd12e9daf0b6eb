import { useEventListener, useResizeObserver } from '@vueuse/core'
import { nextTick, watch, type ShallowRef } from 'vue'
import { drawSoon, eachFrame } from '../scene/drawLoop'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useHeldNow } from './heldNow'
import { meshesAreHere, usualMeshesAreHere, whenMeshesCome } from './meshes'
import { Sharpness } from './sharpness'
import type { StageRenderer, Drawn } from './stageRenderer'
import type { Moment, StageScene } from './stageScene'
import type { ViewCamera } from './viewCamera'
import { useViews } from './views'

/** A view's place on the page, and what it looks through. */
export interface PaneOf {
  readonly element: HTMLElement | null
  readonly camera: ViewCamera
}

/** What is drawn, and where. */
export interface Drawing {
  stage: StageScene
  holder: Readonly<ShallowRef<HTMLElement | null>>
  paneAt: (index: number) => PaneOf
  /** What of the scene's state is to be seen now. */
  moment: () => Moment
  /** The scene's state has been laid out: what stands on it is put in its place. */
  place: () => void
  /** A view is about to be drawn. */
  before: (index: number) => void
}

/** How many frames a camera may stand before it is stepped no more. */
const restAfter = 12
/** How long after the sharp picture shadows come, in milliseconds. */
const shadeAfter = 400
/** While playing, every so many pictures are timed. */
const timedEvery = 12

/**
 * When the stage is drawn, with how many pixels and whether with shadows: at the next frame where something moves, and
 * once more with all pixels when it rests.
 */
export function useStageDrawing({ stage, holder, paneAt, moment, place, before }: Drawing) {
  const scene = useScene()
  const playhead = usePlayhead()
  const views = useViews()
  const held = useHeldNow()
  const sharpness = new Sharpness(window.devicePixelRatio, () => drawSoon(drawStill))
  let renderer: StageRenderer | null = null
  let stopStepping: (() => void) | null = null
  /** The views, by place, that the next drawing is to bring up to date, and whether the scene's state is another one. */
  const due = new Set<number>()
  let isStateDue = true
  /** How often the scene's state has been drawn. */
  let pictures = 0
  let drawn: Drawn[] = []

  /** Steps the cameras from now on until they rest. */
  function stir(): void {
    let since = performance.now()
    let rested = 0
    stopStepping ??= eachFrame((now) => {
      const moved = views.shown.filter((index) => paneAt(index).camera.step((now - since) / 1000))
      since = now
      if (moved.length) redraw(moved)
      rested = moved.length ? 0 : rested + 1
      if (rested < restAfter) return
      stopStepping?.()
      stopStepping = null
    })
  }

  /** Asks for views to be drawn again because something moved in them. */
  function redraw(which: readonly number[] = views.shown): void {
    for (const index of which) due.add(index)
    views.turned++
    drawSoon(draw)
  }

  /** Asks for everything to be drawn again because the scene is in another state. */
  function redrawState(which?: readonly number[]): void {
    isStateDue = true
    redraw(which)
  }

  /** Draws because something changed; once it rests, it is drawn again with all pixels. */
  function draw(): void {
    isShadeDue = false
    sharpness.moved()
    render()
  }

  function drawStill(): void {
    if (!renderer) return
    for (const index of views.shown) due.add(index)
    isStateDue = true
    isShadeDue = views.shadowsWhen === 'rest'
    render()
    void time().then(shade)
  }

  /** Whether shadows come only now that all is at rest, some time after the sharp picture: where drawing is slow they take long. */
  let isShadeDue = false
  let shadeTimer: ReturnType<typeof setTimeout> | undefined
  function shade(): void {
    clearTimeout(shadeTimer)
    shadeTimer = setTimeout(() => {
      if (!isShadeDue) return
      // A hand holds something, and will move it.
      if (sharpness.isHeld) return shade()
      isShadeDue = false
      for (const index of views.shown) due.add(index)
      render(true)
    }, shadeAfter)
  }

  /** The share of the views that a frame of playing draws. */
  const shareOfViews = () => (playhead.playing && views.updates === 'active' ? 1 / views.count : 1)

  /** Measures how long the picture just asked for takes. */
  async function time(): Promise<void> {
    const { ratio } = sharpness
    const share = shareOfViews()
    const passed = await renderer?.finished()
    if (passed === undefined) return
    views.drawingTime = sharpness.timed(passed / share, ratio)
    views.isTimeSure = sharpness.isSure
  }

  function render(shaded = views.shadowsWhen === 'always'): void {
    if (!renderer || !usualMeshesAreHere()) return
    if (renderer.setRatio(sharpness.ratio)) for (const index of views.shown) due.add(index)
    stage.backdrops.scene = scene.id
    stage.coarser = sharpness.coarser
    // What is not here yet cannot be shown: the last picture stays, and is said to be older.
    if (isStateDue && playhead.isHere) layOut()
    isStateDue = false
    for (const each of drawn) {
      const index = views.all.indexOf(each.view)
      if (!due.has(index)) continue
      const { look } = each.view
      const filming = typeof look === 'number' ? scene.model.objects.get(look) : undefined
      if (filming)
        each.camera.film(stage.nodes.get(filming.id)!, stage.lensOf(filming, scene.book, playhead.frame, held()))
      before(index)
      renderer.draw(stage, each, shaded)
    }
    due.clear()
    views.lateBehind = stage.backdrops.late
    holder.value!.dataset.behind = stage.backdrops.late ? '' : stage.backdrops.drawn
    holder.value!.dataset.shade = isShadeDue ? 'due' : shaded ? 'done' : 'none'
  }

  function layOut(): void {
    const now = moment()
    stage.show(scene.model, scene.book, now)
    place()
    if (!meshesAreHere()) return
    // What the picture really shows, for whoever looks from outside.
    holder.value!.dataset.frame = String(now.frame)
    holder.value!.dataset.pictures = String(++pictures)
  }

  /** Takes over the places of the views and what they look from. */
  function fit(): void {
    if (!renderer || !holder.value || holder.value.clientWidth === 0 || holder.value.clientHeight === 0) return
    renderer.size(holder.value.clientWidth, holder.value.clientHeight)
    drawn = views.shown.map((index) => {
      const { camera, element } = paneAt(index)
      const { offsetLeft: x, offsetTop: y } = element!.parentElement!
      const at = { x, y, width: element!.clientWidth, height: element!.clientHeight }
      camera.aspect = at.width / Math.max(at.height, 1)
      return { view: views.all[index]!, camera, place: at }
    })
    // A view that was not shown until now has not been stepped to where it looks from.
    stir()
    redrawState()
  }

  useResizeObserver(holder, fit)
  useEventListener(window, 'pointerdown', () => (sharpness.isHeld = true), { capture: true })
  useEventListener(window, ['pointerup', 'pointercancel'], () => (sharpness.isHeld = false), { capture: true })
  // Not in the capturing phase: a press takes the focus from some element, and lets go of nothing.
  useEventListener(window, 'blur', () => (sharpness.isHeld = false))
  watch(
    () => scene.model.objects.size,
    () => sharpness.forget(),
  )
  watch(
    [() => views.count, () => views.shown],
    async () => {
      await nextTick()
      sharpness.forget()
      fit()
    },
    { immediate: true },
  )
  watch(
    () => playhead.playing,
    (playing) => {
      if (!playing) return sharpness.stop()
      sharpness.isFine = stage.isFine
      sharpness.start(performance.now(), 1000 / playhead.wantedRate, shareOfViews())
      views.pixelShare = sharpness.pixelShare
    },
  )
  watch(() => views.shadowsWhen, draw)

  let drawnSinceTimed = 0
  playhead.whenDrawn((dropped) => {
    sharpness.played(performance.now(), dropped)
    views.pixelShare = sharpness.pixelShare
    views.coarser = stage.isCoarser ? sharpness.coarser : 1
    if (++drawnSinceTimed >= timedEvery) {
      drawnSinceTimed = 0
      void time()
    }
  })

  const stopWaiting = whenMeshesCome(() => redrawState())

  return {
    sharpness,
    stir,
    redraw,
    redrawState,
    drawStill,
    fit,
    /** What draws, once it can; null before and after. */
    get renderer() {
      return renderer
    },
    /** From now on there are pictures. */
    begin(first: StageRenderer): void {
      renderer = first
    },
    end(): void {
      stopWaiting()
      stopStepping?.()
      sharpness.dispose()
      clearTimeout(shadeTimer)
      renderer = null
    },
  }
}
