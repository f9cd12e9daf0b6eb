<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, shallowRef, useTemplateRef, watch } from 'vue'
import { BentPoints } from '../deform/bentPoints'
import { useDeforming } from '../deform/deforming'
import { useFadeHands } from '../deform/fadeHands'
import { useLanternHands } from '../deform/lanternHands'
import { useLayers } from '../layers/layers'
import { usePathDrawing } from '../paths/drawing'
import { useEvenTimes } from '../paths/evenTimes'
import { usePathHands } from '../paths/pathHands'
import { usePathPoints } from '../paths/pathPoints'
import { usePointNodes } from '../paths/pointNodes'
import { usePeople } from '../people/people'
import { useLiveMotion } from '../record/live'
import { useRecordHands } from '../record/recordHands'
import RecordPanel from '../record/RecordPanel.vue'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { useCancelOnEscape } from '../shared/cancelling'
import { colours } from '../styles/scheme'
import { usePlayhead } from '../timebar/playhead'
import { useTrailEdits } from '../trails/trailEdits'
import { useTrailHands } from '../trails/trailHands'
import { useTrailNodes } from '../trails/trailNodes'
import { useTrailPicture } from '../trails/trailPicture'
import { useTrails } from '../trails/trails'
import { usePending } from '../values/pending'
import { useWorking } from '../working/working'
import { inTurns } from '../workspace/turns'
import { useCarrying } from './carrying'
import { boundsOf, outside } from './framing'
import { useHandling } from './handling'
import { useHeldNow } from './heldNow'
import { loadUsualMeshes } from './meshes'
import { usePhotographs } from './photographs'
import { usePivotMark } from './pivotMark'
import { usePicking } from './picking'
import { poseOf } from './pose'
import { useShowWhere } from './showWhere'
import { useStageDrawing } from './stageDrawing'
import { useStageHandles } from './stageHandles'
import StageNotes from './StageNotes.vue'
import StagePane from './StagePane.vue'
import { StageRenderer } from './stageRenderer'
import type { StageScene } from './stageScene'
import StageTools from './StageTools.vue'
import { useViews } from './views'

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
const trails = useTrails()
const pathDrawing = usePathDrawing()
const pathPoints = usePathPoints()
const evenTimes = useEvenTimes()
const deforming = useDeforming()
const pivotMark = usePivotMark()
const held = useHeldNow()

const nobody: ReadonlyMap<number, string> = new Map()
/** What others have selected, each in the colour of the first of them. */
const byOthers = computed(() =>
  people.byObject.size === 0 ? nobody : new Map([...people.byObject].map(([id, those]) => [id, those[0]!.ink])),
)
/** The object whose fade can be dragged on the stage. */
const fading = computed(() => (deforming.object?.fade && !playhead.playing ? deforming.object.id : null))
/** The deformer whose lantern stands on the stage. */
const lantern = computed(() =>
  deforming.object && deforming.active && !playhead.playing
    ? { object: deforming.object.id, deformer: deforming.active.name }
    : null,
)

const holder = useTemplateRef<HTMLDivElement>('holder')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const panes = useTemplateRef<Pane[]>('panes')
const paneAt = (index: number): Pane => panes.value!.find((pane) => pane.index === index)!
const problem = shallowRef('')
/** What the hand has done so far, told at the pointer. */
const told = shallowRef<{ x: number; y: number; text: string } | null>(null)
let pointer = { x: 0, y: 0 }
const tell = (words: string | null) => (told.value = words === null ? null : { ...pointer, text: words })

let bentPoints: BentPoints | null = null
const trailPicture = useTrailPicture(() => bentPoints)
const trailEdits = useTrailEdits(trailPicture)
const trailNodes = useTrailNodes(trailPicture, trailEdits)
const pointNodes = usePointNodes(stage.ropes)

const drawing = useStageDrawing({
  stage,
  holder,
  paneAt,
  moment: () => ({
    frame: playhead.frame,
    held: held(),
    selected: showWhere.drawn,
    othersAt: playhead.othersAt,
    unseen: working.unseen,
    byOthers: byOthers.value,
    points: pathPoints.path ? { path: pathPoints.path.id, selected: pathPoints.points } : null,
    evenPlaces: evenTimes.places,
    trails: trailPicture.picture(trailHands.changed()),
    lantern: lantern.value,
    fading: fading.value,
    pivot: pivotMark.group,
    lines: playhead.playing ? 'thin' : undefined,
  }),
  place: () => {
    pointNodes.place()
    trailNodes.place()
    handles.place()
  },
  before: (index) =>
    handles.show(
      index === views.activeIndex &&
        (selection.first !== null || trails.selected.size > 0) &&
        !playhead.playing &&
        !recordHands.isActive() &&
        !trailHands.isDragging(),
    ),
})
const { redraw, redrawState, stir } = drawing
const handles = useStageHandles({ stage, paneAt, pointNodes, trailNodes, trailEdits, tell, redraw, redrawState })
const photographs = usePhotographs(stage, drawing, () => handles.show(false))

// What hands do on the stage: each is asked in turn whether a press is meant for it.
const recordHands = useRecordHands(stage, (resting) => {
  for (const index of views.shown) paneAt(index).camera.resting = resting
})
const lanternHands = useLanternHands(stage.lantern, tell, () => redraw([views.activeIndex]))
const fadeHands = useFadeHands(stage.fadeEdge, tell)
const pathHands = usePathHands(stage)
const trailHands = useTrailHands(trailPicture, trailEdits, () => redrawState())
const picking = usePicking(stage)
const carrying = useCarrying(stage)

/** A view as hands know it. */
const handView = (pane: number) => ({
  element: paneAt(pane).element!,
  view: paneAt(pane).camera,
  look: views.all[pane]!.look,
})

function press(event: PointerEvent, pane: number): void {
  const of = handView(pane)
  if (recordHands.press(event, of) || lanternHands.press(event, of) || fadeHands.press(event, of)) return
  if (!handles.isOnDrawn() && (pathHands.press(event, of) || trailHands.press(event, of))) return
  // The middle of the handles lies over the point that they move, which goes along time as well.
  if (handles.isOnMiddle() && trails.selected.size > 0 && trailHands.press(event, of)) return
  picking.press(event, handles.isOnDrawn() ? 'on' : handles.isOn() ? 'by' : 'off')
}

function move(event: PointerEvent, pane: number): void {
  const of = handView(pane)
  if (recordHands.move(event, of) || lanternHands.move(event, of) || fadeHands.move(event)) return
  if (!trailHands.move(event)) pathHands.move(event, of)
}

function release(event: PointerEvent, pane: number): void {
  const hands = [recordHands, lanternHands, fadeHands, pathHands, trailHands]
  if (!hands.some((hand) => hand.release(event))) picking.release(event, paneAt(pane).element!, paneAt(pane).camera)
}

/** A hand drags in a view through a camera object that it does not move: where it is not about something else, it is told so. */
function tellStuck(pane: number): void {
  const isElsewhere =
    recordHands.isActive() ||
    handles.isOn() ||
    pathHands.isDragging() ||
    trailHands.isDragging() ||
    lanternHands.isDragging() ||
    fadeHands.isDragging()
  if (!isElsewhere) carrying.tellStuck(pane, paneAt(pane).camera)
}

useCancelOnEscape(
  () => handles.isDragging() || views.all.some((_, index) => paneAt(index).camera.isDragged),
  () => {
    for (const index of views.shown) paneAt(index).camera.cancel()
    carrying.cancel()
    handles.cancel()
  },
)

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
    handles.make,
    () => begin(drawer!),
  ])
})

/** From now on there is a picture. */
function begin(renderer: StageRenderer): void {
  drawing.begin(renderer)
  stage.backdrops.changed = () => redrawState()
  stage.bentPlaces.renderer = renderer.three
  bentPoints = new BentPoints(renderer.three)
  // Where vertices are, for whoever looks from outside.
  ;(holder.value as unknown as StageElement).verticesOf = (id) => stage.bentPlaces.of(id)
  void loadUsualMeshes()
  stage.arrange(scene.model)
  stir()
  takeLooks()
  freeHands()
  applyColours()
  drawing.fit()
  holdHandles()
  // For who shoots it, and for the screens, which are told that there is something to be shown.
  views.stand = () => poseOf(paneAt(views.activeIndex).camera.camera)
  views.turned++
}

onBeforeUnmount(() => {
  stopBeginning?.()
  drawing.end()
  handles.dispose()
  stage.dispose()
  bentPoints?.dispose()
  drawer?.dispose()
  views.stand = () => null
})

function takeLooks(): void {
  if (drawing.renderer) views.all.forEach(({ look }, index) => (paneAt(index).camera.looking = look))
}

function freeHands(): void {
  views.all.forEach((_, index) => (paneAt(index).camera.movesCamera = views.movesCamera && !playhead.playing))
}

function holdHandles(): void {
  if (drawing.renderer) handles.hold()
}

function applyColours(): void {
  stage.tint(colours())
  redrawState()
}

const standing = () => ({ stage, model: scene.model, book: scene.book, frame: playhead.frame, held: held() })

/** The objects that the view worked in does not show. */
views.outside = () =>
  drawing.renderer && playhead.isHere ? outside(paneAt(views.activeIndex).camera.camera, standing()) : []

/** Looks at what is selected, or else at all. */
function frameSelection(): void {
  if (!drawing.renderer) return
  const bounds = boundsOf(standing(), selection.objects.size ? selection.objects : undefined)
  if (!bounds) return
  if (typeof views.active.look === 'number') views.active.look = 'free'
  paneAt(views.activeIndex).camera.looking = views.active.look
  paneAt(views.activeIndex).camera.fit(bounds)
}

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
watch(
  () => scene.rowsVersion,
  () => {
    stage.arrange(scene.model)
    views.forget((camera) => scene.model.objects.has(camera))
    holdHandles()
    photographs.takeSoon()
  },
  { immediate: true },
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
    () => pathDrawing.isOn,
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
    () => pivotMark.group,
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
  () => trails.settings,
  () => redrawState(),
  { deep: true },
)
useEventListener(window, ['keydown', 'keyup'], trailHands.hold, { capture: true })
watch([() => views.movesCamera, () => playhead.playing], freeHands)
watch(() => views.frameAsked, frameSelection)
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
        @stuck="tellStuck"
        @press="press"
        @release="release"
        @moved="move"
        @wheeled="(event) => recordHands.turn(event)"
        @doubled="(event, pane) => pathHands.doubled(event as PointerEvent, handView(pane))"
      />
    </div>
    <p v-if="problem" class="stage-problem">{{ problem }}</p>
    <StageTools />
    <RecordPanel />
    <StageNotes :told="told" :box="pathHands.box.value" />
  </section>
</template>
