<script setup lang="ts">
import { useEventListener, useResizeObserver } from '@vueuse/core'
import { Box3, Sphere, Vector3 } from 'three'
import { computed, nextTick, onBeforeUnmount, onMounted, shallowRef, useTemplateRef, watch } from 'vue'
import { useSelection } from '../scene/selection'
import type { Edit } from '../api/http'
import { drawSoon, eachFrame } from '../scene/drawLoop'
import { useScene } from '../scene/sceneStore'
import { useCancelOnEscape } from '../shared/cancelling'
import { colours } from '../styles/scheme'
import { usePlayhead } from '../timebar/playhead'
import { usePending } from '../values/pending'
import { Handles, type Handled } from './handles'
import { useHandling } from './handling'
import { usePathDrawing } from '../paths/drawing'
import { usePathHands } from '../paths/pathHands'
import { usePathPoints } from '../paths/pathPoints'
import { useLayers } from '../layers/layers'
import { useEvenTimes } from '../paths/evenTimes'
import { usePointNodes } from '../paths/pointNodes'
import { BentPoints } from '../deform/bentPoints'
import TrailMenu from '../trails/TrailMenu.vue'
import { useTrails } from '../trails/trails'
import { useTrailEdits } from '../trails/trailEdits'
import { useTrailHands } from '../trails/trailHands'
import { useTrailNodes } from '../trails/trailNodes'
import { useTrailPicture } from '../trails/trailPicture'
import { usePeople } from '../people/people'
import { useShowWhere } from './showWhere'
import { useWorking } from '../working/working'
import { useLiveMotion } from '../record/live'
import { useRecordHands } from '../record/recordHands'
import RecordPanel from '../record/RecordPanel.vue'
import type { OwnerKey } from '../scene/owners'
import { useDeforming } from '../deform/deforming'
import { useFadeHands } from '../deform/fadeHands'
import { useLanternHands } from '../deform/lanternHands'
import HandlingMenu from './HandlingMenu.vue'
import { useCarrying } from './carrying'
import { usePicking } from './picking'
import { Sharpness } from './sharpness'
import StageMeter from './StageMeter.vue'
import StagePane from './StagePane.vue'
import { StageRenderer, type Drawn } from './stageRenderer'
import type { StageScene } from './stageScene'
import { loadUsualMeshes, meshesAreHere, usualMeshesAreHere, whenMeshesCome } from './meshes'
import { poseOf } from './pose'
import { keepThumbnail } from './thumbnails'
import ToolPicker from './ToolPicker.vue'
import { useViews } from './views'
import ViewMenu from './ViewMenu.vue'
import { inTurns } from '../workspace/turns'

/** Shows a scene in one view or several, and takes what hands do there. */
const props = defineProps<{ /** What it shows it with, which is its own from now on. */ made: StageScene }>()
const stage = props.made

type Pane = InstanceType<typeof StagePane>
type StageElement = HTMLElement & { verticesOf: (object: number) => Float32Array | null }

const scene = useScene()
const selection = useSelection()
const playhead = usePlayhead()
const pending = usePending()
const views = useViews()
const handling = useHandling()
const working = useWorking()
const people = usePeople()
const layers = useLayers()
const showWhere = useShowWhere()
const live = useLiveMotion()
const nobody: ReadonlyMap<number, string> = new Map()
/** What others have selected, each in the colour of the first of them. */
const byOthers = computed(() =>
  people.byObject.size === 0 ? nobody : new Map([...people.byObject].map(([id, those]) => [id, those[0]!.ink])),
)

const holder = useTemplateRef<HTMLDivElement>('holder')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const panes = useTemplateRef<Pane[]>('panes')
const problem = shallowRef('')
/** What the hand on the handles has done so far, told at the pointer. */
const told = shallowRef<{ x: number; y: number; text: string } | null>(null)
let pointer = { x: 0, y: 0 }

const picking = usePicking(stage)
const recordHands = useRecordHands(stage, (resting) => {
  for (const index of views.shown) paneAt(index).camera.resting = resting
})
const pathHands = usePathHands(stage)
const pathBox = pathHands.box
const trails = useTrails()
let bentPoints: BentPoints | null = null
const trailPicture = useTrailPicture(() => bentPoints)
const trailEdits = useTrailEdits(trailPicture)
const trailNodes = useTrailNodes(trailPicture, trailEdits)
const trailHands = useTrailHands(trailPicture, trailEdits, () => redrawState())
const drawing = usePathDrawing()
const pathPoints = usePathPoints()
const evenTimes = useEvenTimes()
const pointNodes = usePointNodes(stage.ropes)
/** The edit that the hand on the handles of path points is about to make. */
let pointsMoved: Edit | null = null
const deforming = useDeforming()
const tellHand = (words: string | null) => (told.value = words === null ? null : { ...pointer, text: words })
const lanternHands = useLanternHands(stage.lantern, tellHand, () => redraw([views.activeIndex]))
const fadeHands = useFadeHands(stage.fadeEdge, tellHand)
/** The object whose fade can be dragged on the stage. */
const fading = computed(() => (deforming.object?.fade && !playhead.playing ? deforming.object.id : null))
/** The deformer whose lantern stands on the stage. */
const lantern = computed(() =>
  deforming.object && deforming.active && !playhead.playing
    ? { object: deforming.object.id, deformer: deforming.active.name }
    : null,
)
const carrying = useCarrying(stage)
const sharpness = new Sharpness(window.devicePixelRatio, () => drawSoon(drawStill))
let renderer: StageRenderer | null = null
let handles: Handles
let stopStepping: (() => void) | null = null
let thumbnailTimer: ReturnType<typeof setTimeout> | undefined
/** The views, by place, that the next drawing is to bring up to date, and whether the scene's state is another one. */
const due = new Set<number>()
let isStateDue = true
/** How often the scene's state has been drawn. */
let pictures = 0
let drawn: Drawn[] = []

const paneAt = (index: number): Pane => panes.value!.find((pane) => pane.index === index)!
/** What a hand holds on this frame; null, and so nothing to ask, while it holds nothing. */
const held = () => {
  if (!live.isMoving) return pending.count ? pending.get : null
  return (object: OwnerKey, channel: string) => live.get(object, channel) ?? pending.get(object, channel)
}

/** What draws, from when it is made on: before there are handles and all else, too. */
let drawer: StageRenderer | null = null
let stopBeginning: (() => void) | undefined
onMounted(() => {
  stopBeginning = inTurns([
    () => {
      try {
        drawer = new StageRenderer(canvas.value!)
      } catch {
        problem.value =
          'This browser cannot draw in 3D: WebGL 2 is switched off or missing. Values and the desk still work.'
        return false
      }
    },
    makeHandles,
    () => begin(drawer!),
  ])
})

function makeHandles(): void {
  const first = paneAt(views.activeIndex)
  handles = new Handles(first.camera.camera, first.element!, stage.three, {
    start: () => (paneAt(views.activeIndex).camera.resting = true),
    change: (values, words, moved) => {
      if (!movePoints(moved) && !moveTrail()) pending.hold(values)
      told.value = { ...pointer, text: words }
    },
    end: () => {
      letGo()
      trailEdits.letGo()
      if (pointsMoved) void scene.keepTry(pointsMoved)
      else void pending.finish()
      pointsMoved = null
    },
    hover: () => redraw(),
  })
}

/** From now on there is a picture. */
function begin(first: StageRenderer): void {
  renderer = first
  stage.backdrops.changed = () => redrawState()
  stage.bentPlaces.renderer = renderer.three
  bentPoints = new BentPoints(renderer.three)
  // Where vertices are, for whoever looks from outside.
  ;(holder.value as unknown as StageElement).verticesOf = (id) => stage.bentPlaces.of(id)
  void loadUsualMeshes()
  stage.arrange(scene.model)
  stir()
  window.addEventListener('keydown', snapWithCtrl)
  window.addEventListener('keyup', snapWithCtrl)
  takeLooks()
  freeHands()
  applyColours()
  fit()
  holdHandles()
  // For who shoots it, and for the screens, which are told that there is something to be shown.
  views.stand = () => poseOf(paneAt(views.activeIndex).camera.camera)
  views.turned++
}

const stopWaiting = whenMeshesCome(() => redrawState())
onBeforeUnmount(() => {
  stopBeginning?.()
  stopWaiting()
  stopStepping?.()
  clearTimeout(thumbnailTimer)
  sharpness.dispose()
  clearTimeout(shadeTimer)
  window.removeEventListener('keydown', snapWithCtrl)
  window.removeEventListener('keyup', snapWithCtrl)
  handles?.dispose()
  stage.dispose()
  bentPoints?.dispose()
  drawer?.dispose()
  renderer = null
  views.stand = () => null
})

/** A view as hands on paths know it. */
const handView = (pane: number) => ({
  element: paneAt(pane).element!,
  view: paneAt(pane).camera,
  look: views.all[pane]!.look,
})

function press(event: PointerEvent, pane: number): void {
  const of = handView(pane)
  if (recordHands.press(event, of) || lanternHands.press(event, of) || fadeHands.press(event, of)) return
  if (!isOnDrawnHandle() && (pathHands.press(event, of) || trailHands.press(event, of))) return
  // The middle of the handles lies over the point that they move, which goes along time as well.
  if (handles?.isOnMiddle && trails.selected.size > 0 && trailHands.press(event, of)) return
  picking.press(event, isOnHandle())
}

function release(event: PointerEvent, pane: number): void {
  const hands = [recordHands, lanternHands, fadeHands, pathHands, trailHands]
  if (!hands.some((hand) => hand.release(event))) picking.release(event, paneAt(pane).element!, paneAt(pane).camera)
}

const isOnDrawnHandle = () => handles !== undefined && (handles.isOnDrawn || handles.isDragging)
const isOnHandle = () => handles !== undefined && (handles.hovered || handles.isDragging)

function letGo(): void {
  paneAt(views.activeIndex).camera.resting = false
  told.value = null
}

useCancelOnEscape(
  () => handles?.isDragging || views.all.some((_, index) => paneAt(index).camera.isDragged),
  () => {
    for (const index of views.shown) paneAt(index).camera.cancel()
    carrying.cancel()
    if (!handles?.isDragging) return
    handles.cancel()
    trailEdits.letGo()
    pending.cancel()
    if (pointsMoved) void scene.dropTry()
    pointsMoved = null
    letGo()
    redrawState()
  },
)

/** How many frames a camera may stand before it is stepped no more. */
const restAfter = 12

/** Steps the cameras from now on until they rest. */
function stir(): void {
  let before = performance.now()
  let rested = 0
  stopStepping ??= eachFrame((now) => {
    const moved = views.shown.filter((index) => paneAt(index).camera.step((now - before) / 1000))
    before = now
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
const shadeAfter = 400
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
  if (passed !== undefined) views.drawingTime = sharpness.timed(passed / share, ratio)
}

function render(shaded = views.shadowsWhen === 'always'): void {
  if (!renderer || !usualMeshesAreHere()) return
  if (renderer.setRatio(sharpness.ratio)) for (const index of views.shown) due.add(index)
  // What is not here yet cannot be shown: the last picture stays, and is said to be older.
  stage.backdrops.scene = scene.id
  stage.coarser = sharpness.coarser
  if (isStateDue && playhead.isHere) {
    const { frame, othersAt } = playhead
    stage.show(scene.model, scene.book, {
      frame,
      held: held(),
      selected: showWhere.drawn,
      othersAt,
      unseen: working.unseen,
      byOthers: byOthers.value,
      points: pathPoints.path ? { path: pathPoints.path.id, selected: pathPoints.points } : null,
      evenPlaces: evenTimes.places,
      trails: trailPicture.picture(trailHands.changed()),
      lantern: lantern.value,
      fading: fading.value,
    })
    pointNodes.place()
    trailNodes.place()
    handles.place()
    // What the picture really shows, for whoever looks from outside.
    if (meshesAreHere()) {
      holder.value!.dataset.frame = String(frame)
      holder.value!.dataset.pictures = String(++pictures)
    }
  }
  isStateDue = false
  for (const each of drawn) {
    const index = views.all.indexOf(each.view)
    if (!due.has(index)) continue
    const { look } = each.view
    const filming = typeof look === 'number' ? scene.model.objects.get(look) : undefined
    if (filming)
      each.camera.film(stage.nodes.get(filming.id)!, stage.lensOf(filming, scene.book, playhead.frame, held()))
    handles.shown =
      index === views.activeIndex &&
      (selection.first !== null || trails.selected.size > 0) &&
      !playhead.playing &&
      !recordHands.isActive() &&
      !trailHands.isDragging()
    renderer.draw(stage, each, shaded)
  }
  due.clear()
  views.lateBehind = stage.backdrops.late
  holder.value!.dataset.behind = stage.backdrops.late ? '' : stage.backdrops.drawn
  holder.value!.dataset.shade = isShadeDue ? 'due' : shaded ? 'done' : 'none'
}

/** Takes over the places of the views and what they look from. */
function fit(): void {
  if (!renderer || !holder.value || holder.value.clientWidth === 0 || holder.value.clientHeight === 0) return
  renderer.size(holder.value.clientWidth, holder.value.clientHeight)
  drawn = views.shown.map((index) => {
    const { camera, element } = paneAt(index)
    const { offsetLeft: x, offsetTop: y } = element!.parentElement!
    const place = { x, y, width: element!.clientWidth, height: element!.clientHeight }
    camera.aspect = place.width / Math.max(place.height, 1)
    return { view: views.all[index]!, camera, place }
  })
  // A view that was not shown until now has not been stepped to where it looks from.
  stir()
  redrawState()
}

function takeLooks(): void {
  if (renderer) views.all.forEach(({ look }, index) => (paneAt(index).camera.looking = look))
}

function freeHands(): void {
  views.all.forEach((_, index) => (paneAt(index).camera.movesCamera = views.movesCamera && !playhead.playing))
}

/** What the handles work on: of what is selected, that which does not move with something else selected. */
function handled(): Handled[] {
  const isInside = (parent: number | null): boolean => {
    let at = parent
    while (at !== null && !selection.objects.has(at)) at = scene.model.objects.get(at)?.parent ?? null
    return at !== null
  }
  return [...selection.objects].flatMap((id) => {
    const [object, node] = [scene.model.objects.get(id), stage.nodes.get(id)]
    return object && node && !isInside(object.parent) && !working.isLocked(id)
      ? [{ node, order: object.rotationOrder }]
      : []
  })
}

/** Moves the selected points of a path along with the handles; false where none is selected. */
function movePoints({ x, y, z }: Vector3): boolean {
  if (!pathPoints.path || pathPoints.points.size === 0) return false
  const points = [...pathPoints.points]
  const by = { x: Math.round(x * 1e4) / 1e4, y: Math.round(y * 1e4) / 1e4, z: Math.round(z * 1e4) / 1e4 }
  pointsMoved = { edit: 'movePathPoints', path: pathPoints.path.id, points, by, at: playhead.frame }
  scene.tryEdit(pointsMoved)
  return true
}

/** Moves the selected points of trails along with the handles; false where none is selected. */
function moveTrail(): boolean {
  if (trails.selected.size === 0) return false
  const edit = trailNodes.editOf(handles.held)
  if (edit) scene.tryEdit((pointsMoved = edit))
  return true
}

function holdHandles(): void {
  if (!renderer) return
  const pane = paneAt(views.activeIndex)
  handles.moveTo(pane.camera.camera, pane.element!)
  const isStill = !playhead.playing && playhead.isHere
  const ofPoints = pathPoints.points.size > 0
  const ofTrails = !ofPoints && trails.selected.size > 0
  const held =
    !isStill || drawing.isOn ? [] : ofPoints ? pointNodes.handled() : ofTrails ? trailNodes.handled() : handled()
  // A point has no rotation and no size of its own; several have a centre.
  const isMoved = selection.tool === 'move' || (ofTrails && held.length > 1)
  const centre = ofTrails ? 'common' : handling.centre
  handles.hold((ofPoints || ofTrails) && !isMoved ? [] : held, selection.tool, handling.axes, centre)
  redrawState()
}

function applyColours(): void {
  stage.tint(colours())
  redrawState()
}

const snapWithCtrl = (event: KeyboardEvent) => {
  if (handles && event.key === 'Control') handles.snapping = event.type === 'keydown'
}

/** The objects that the view worked in does not show; a group has nothing to be seen by. */
views.outside = () => {
  if (!renderer || !playhead.isHere) return []
  const { camera } = paneAt(views.activeIndex).camera
  return stage.outside(camera, scene.model, scene.book, playhead.frame, held())
}

function frameSelection(): void {
  if (!renderer) return
  const box = new Box3()
  const ids = selection.objects.size ? selection.objects : new Set(scene.model.objects.keys())
  for (const id of ids)
    for (const node of stage.inside(id)) {
      box.expandByPoint(new Vector3().setFromMatrixPosition(node.matrixWorld))
      const bent = stage.bentPlaces.of(node.userData.object as number)
      for (let i = 0; bent && i < bent.length; i += 3) box.expandByPoint(new Vector3().fromArray(bent, i))
    }
  if (box.isEmpty()) return
  box.expandByScalar(1.2)
  if (typeof views.active.look === 'number') views.active.look = 'free'
  paneAt(views.activeIndex).camera.looking = views.active.look
  paneAt(views.activeIndex).camera.fit(box.getBoundingSphere(new Sphere()))
}

/** The list's picture is taken once nothing has changed for a while; never while playing, which it would hold up. */
function photographSoon(): void {
  clearTimeout(thumbnailTimer)
  thumbnailTimer = setTimeout(photograph, 1500)
}

function photograph(): void {
  if (!renderer) return
  // Nor of what is still to come, or is drawn with few pixels.
  if (playhead.playing || !playhead.isHere || sharpness.ratio < 1) {
    photographSoon()
    return
  }
  handles.shown = false
  const { model, book, id, revision } = scene
  // Everybody sees it: without what one does here while working.
  const bare = {
    held: null,
    selected: new Set<number>(),
    othersAt: null,
    unseen: new Set<number>(),
    byOthers: nobody,
    points: null,
    evenPlaces: new Float32Array(),
    trails: null,
  }
  stage.show(model, book, { frame: playhead.frame, ...bare })
  void keepThumbnail(renderer.three, stage, model, book, playhead.frame, id, revision, drawStill)
}

useResizeObserver(holder, fit)
useEventListener(
  holder,
  'pointermove',
  (event: PointerEvent) => {
    if (event.buttons === 0) return
    const box = holder.value!.getBoundingClientRect()
    pointer = { x: event.clientX - box.left, y: event.clientY - box.top }
  },
  { capture: true },
)
useEventListener(window, 'pointerdown', () => (sharpness.isHeld = true), { capture: true })
useEventListener(window, ['pointerup', 'pointercancel'], () => (sharpness.isHeld = false), { capture: true })
// Not in the capturing phase: a press takes the focus from some element, and lets go of nothing.
useEventListener(window, 'blur', () => (sharpness.isHeld = false))
watch(
  () => scene.rowsVersion,
  () => {
    stage.arrange(scene.model)
    views.forget((camera) => scene.model.objects.has(camera))
    holdHandles()
    photographSoon()
  },
  { immediate: true },
)
watch(
  () => scene.model.objects.size,
  () => sharpness.forget(),
)
watch([() => handling.axes, () => handling.centre], holdHandles)
watch(
  [
    () => selection.objects,
    () => working.untouchable,
    () => selection.tool,
    () => playhead.playing,
    () => playhead.isHere,
    () => views.activeIndex,
    () => pathPoints.points,
    () => trails.selected,
    () => drawing.isOn,
  ],
  holdHandles,
)
watch(
  [
    () => playhead.frame,
    () => scene.seenVersion,
    () => pending.values,
    () => trails.ways,
    () => working.unseen,
    () => showWhere.drawn,
    byOthers,
    () => pathPoints.path?.id,
    () => pathPoints.points,
    () => evenTimes.places,
    () => trails.objects,
    () => trails.selected,
    () => trails.space,
    () => trails.sampled,
    () => layers.active,
    () => layers.reaches,
    lantern,
    fading,
  ],
  () => redrawState(playhead.playing && views.updates === 'active' ? [views.activeIndex] : undefined),
  { flush: 'sync' },
)
/** Where so many pictures a second come anyway, what a hand or a device does goes along with them. */
const oftenEnough = 20
watch(
  () => live.values,
  () => (playhead.playing && playhead.wantedRate >= oftenEnough && live.isMoving) || redrawState(),
  { flush: 'sync' },
)
watch(
  () => views.all,
  () => {
    takeLooks()
    holdHandles()
  },
  { deep: true },
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
    if (!playing) {
      sharpness.stop()
      return
    }
    sharpness.isFine = stage.isFine
    sharpness.start(performance.now(), 1000 / playhead.wantedRate, shareOfViews())
    views.pixelShare = sharpness.pixelShare
  },
)
/** While playing, every so many pictures are timed. */
const timedEvery = 12
let drawnSinceTimed = 0
playhead.whenDrawn((dropped) => {
  sharpness.played(performance.now(), dropped)
  views.pixelShare = sharpness.pixelShare
  views.coarser = stage.isCoarser ? sharpness.coarser : 1
  if (++drawnSinceTimed >= timedEvery) {
    drawnSinceTimed = 0
    time()
  }
})
watch(
  () => trails.settings,
  () => redrawState(),
  { deep: true },
)
useEventListener(window, ['keydown', 'keyup'], trailHands.hold, { capture: true })
watch([() => views.movesCamera, () => playhead.playing], freeHands)
watch(() => views.frameAsked, frameSelection)
watch(() => views.shadowsWhen, draw)
watch(colours, applyColours)
</script>

<template>
  <section ref="holder" class="stage" aria-label="Stage">
    <canvas ref="canvas" class="stage-canvas" aria-hidden="true" />
    <div class="panes" :class="`of-${views.count}`">
      <StagePane
        v-for="(_, index) in views.all"
        :key="index"
        ref="panes"
        :index="index"
        :moves="carrying.moves(index)"
        @stir="stir"
        @stuck="
          (pane) =>
            recordHands.isActive() ||
            isOnHandle() ||
            trailHands.isDragging() ||
            lanternHands.isDragging() ||
            fadeHands.isDragging() ||
            carrying.tellStuck(pane, paneAt(pane).camera)
        "
        @press="press"
        @release="release"
        @moved="
          (event, pane) =>
            recordHands.move(event, handView(pane)) ||
            lanternHands.move(event, handView(pane)) ||
            fadeHands.move(event) ||
            trailHands.move(event) ||
            pathHands.move(event, handView(pane))
        "
        @wheeled="(event) => recordHands.turn(event)"
        @doubled="(event, pane) => pathHands.doubled(event as PointerEvent, handView(pane))"
      />
    </div>
    <p v-if="problem" class="stage-problem">{{ problem }}</p>
    <div class="stage-corner" :class="{ below: views.count > 1 }">
      <template v-if="!views.folded">
        <ViewMenu />
        <TrailMenu />
        <HandlingMenu />
        <ToolPicker />
      </template>
      <button
        type="button"
        class="chip fold"
        :aria-expanded="!views.folded"
        aria-label="The stage's tools"
        :title="views.folded ? 'Show the stage\'s tools' : 'Fold the stage\'s tools away'"
        @click="views.folded = !views.folded"
      >
        <i :class="`bi bi-chevron-${views.folded ? 'left' : 'right'}`" aria-hidden="true" />
      </button>
    </div>
    <span v-if="told" class="stage-told num" :style="{ left: `${told.x}px`, top: `${told.y}px` }">{{ told.text }}</span>
    <span
      v-if="pathBox"
      class="path-box"
      :style="{
        left: `${pathBox.left + pathBox.offsetLeft}px`,
        top: `${pathBox.top + pathBox.offsetTop}px`,
        width: `${pathBox.right - pathBox.left}px`,
        height: `${pathBox.bottom - pathBox.top}px`,
      }"
    />
    <p v-if="drawing.isChoosing" class="stage-drawing" role="status">
      Click the rope of the path that the selected objects are to go along. <kbd>Esc</kbd> gives up.
    </p>
    <p v-if="drawing.isOn" class="stage-drawing" role="status">
      Click to set points, drag to pull handles. <kbd>Enter</kbd> ends, <kbd>Backspace</kbd> takes the last back,
      <kbd>Esc</kbd> gives up.
    </p>
    <RecordPanel />
    <p v-if="!playhead.isHere" class="stage-away num" role="status">Frame {{ playhead.frame }} is on its way</p>
    <p v-else-if="views.lateBehind" class="stage-away" role="status">{{ views.lateBehind }}</p>
    <StageMeter v-if="playhead.playing" />
    <div v-else-if="scene.model.objects.size === 0 && !drawing.isOn" :key="scene.rowsVersion" class="stage-empty">
      <p class="stage-empty-title">An empty stage</p>
      <p>Add a box with <b>+ Add</b> on the desk below, drag its arrows, and press <kbd>N</kbd> to key it.</p>
    </div>
  </section>
</template>
