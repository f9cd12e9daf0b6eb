<script setup lang="ts">
import CameraControls from 'camera-controls'
import * as THREE from 'three'
import { computed, onBeforeUnmount, onMounted, shallowRef, useTemplateRef, watch } from 'vue'
import { useResizeObserver } from '@vueuse/core'
import { useChoice } from '../scene/choice'
import { drawSoon, eachFrame } from '../scene/drawLoop'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { usePending } from '../values/pending'
import { colours } from '../styles/scheme'
import { Handles } from './handles'
import StageChips from './StageChips.vue'
import { Sharpness } from './sharpness'
import { StageScene } from './stageScene'
import { keepThumbnail } from './thumbnails'
import ToolPicker from './ToolPicker.vue'
import { useViews } from './views'

CameraControls.install({ THREE })

const scene = useScene()
const choice = useChoice()
const playhead = usePlayhead()
const pending = usePending()
const views = useViews()

const holder = useTemplateRef<HTMLDivElement>('holder')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const problem = shallowRef('')

const stage = new StageScene()
const free = new THREE.PerspectiveCamera(40, 1, 0.05, 2000)
const filmed = new THREE.PerspectiveCamera(40, 1, 0.05, 2000)
let renderer: THREE.WebGLRenderer | null = null
let controls: CameraControls
let handles: Handles
let stopStepping: (() => void) | undefined
let thumbnailTimer: ReturnType<typeof setTimeout> | undefined

const meter = computed(() => {
  const wanted = playhead.wantedRate
  const rates = `playing ${playhead.shownRate.toFixed(1)} of ${Number(wanted.toFixed(3))} fps`
  return playhead.pace === 'realTime'
    ? `${rates} · ${playhead.dropped} dropped`
    : `${rates} · every frame, ${Math.round(Math.min(1, playhead.shownRate / wanted) * 100)} % of true speed`
})
const camera = () => (views.through === null ? free : filmed)
/** What a hand holds on this frame; null, and so nothing to ask, while it holds nothing. */
const held = () => (pending.count ? pending.get : null)

onMounted(() => {
  try {
    renderer = new THREE.WebGLRenderer({ canvas: canvas.value!, antialias: false })
  } catch {
    problem.value =
      'This browser cannot draw in 3D: WebGL 2 is switched off or missing. Values and the desk still work.'
    return
  }
  controls = new CameraControls(free, canvas.value!)
  controls.dollyToCursor = true
  controls.smoothTime = 0.08
  controls.draggingSmoothTime = 0.04
  void controls.setLookAt(9, 6, 12, 0, 0.5, 0, false)
  handles = new Handles(free, canvas.value!, stage.three, {
    start: () => (controls.enabled = false),
    change: (values) => pending.hold(values),
    end: () => {
      controls.enabled = views.through === null
      void pending.keepStill()
    },
  })
  stage.arrange(scene.model)
  let before = performance.now()
  stopStepping = eachFrame((now) => {
    if (controls.update((now - before) / 1000)) drawSoon(draw)
    before = now
  })
  window.addEventListener('keydown', snapWithCtrl)
  window.addEventListener('keyup', snapWithCtrl)
  applyColours()
  fit()
})

onBeforeUnmount(() => {
  stopStepping?.()
  clearTimeout(thumbnailTimer)
  sharpness.dispose()
  window.removeEventListener('keydown', snapWithCtrl)
  window.removeEventListener('keyup', snapWithCtrl)
  handles?.dispose()
  controls?.dispose()
  stage.dispose()
  renderer?.dispose()
  renderer = null
})

const sharpness = new Sharpness(window.devicePixelRatio, () => drawSoon(render))

/** Draws because something changed; once it rests, it is drawn again with all pixels. */
function draw(): void {
  sharpness.moved()
  render()
}

function render(): void {
  if (!renderer) return
  if (renderer.getPixelRatio() !== sharpness.ratio) renderer.setPixelRatio(sharpness.ratio)
  stage.helpersShown = views.helpersShown
  stage.show(scene.model, scene.book, playhead.frame, held(), choice.objects, views.through)
  const through = views.through === null ? undefined : scene.model.objects.get(views.through)
  if (through) stage.lookThrough(through, scene.book, playhead.frame, held(), filmed)
  renderer.render(stage.three, camera())
}

function fit(): void {
  if (!renderer || !holder.value) return
  const { clientWidth: width, clientHeight: height } = holder.value
  if (width === 0 || height === 0) return
  renderer.setSize(width, height, false)
  for (const each of [free, filmed]) {
    each.aspect = width / height
    each.updateProjectionMatrix()
  }
  drawSoon(draw)
}

function holdHandles(): void {
  if (!renderer) return
  const node = choice.first === null || playhead.playing ? null : (stage.nodes.get(choice.first) ?? null)
  handles.hold(node, choice.tool)
  drawSoon(draw)
}

function applyColours(): void {
  const { grid, gridStrong, stage: ground } = colours()
  stage.three.background = new THREE.Color(ground)
  const [strong, weak] = [new THREE.Color(gridStrong), new THREE.Color(grid)]
  const attribute = stage.grid.geometry.getAttribute('color')
  for (let i = 0; i < attribute.count; i++) {
    // The grid helper writes four points for each line pair; the middle pair are the axes.
    const { r, g, b } = Math.floor(i / 4) === 20 ? strong : weak
    attribute.setXYZ(i, r, g, b)
  }
  attribute.needsUpdate = true
  drawSoon(draw)
}

const snapWithCtrl = (event: KeyboardEvent) => {
  if (handles && event.key === 'Control') handles.snapping = event.type === 'keydown'
}

let pressedAt: [number, number] | null = null
function press(event: PointerEvent): void {
  pressedAt = event.button === 0 && !handles?.hovered ? [event.clientX, event.clientY] : null
}

function release(event: PointerEvent): void {
  if (!pressedAt || !renderer || Math.hypot(event.clientX - pressedAt[0], event.clientY - pressedAt[1]) > 4) return
  const box = canvas.value!.getBoundingClientRect()
  const ray = new THREE.Raycaster()
  const at = new THREE.Vector2(
    ((event.clientX - box.left) / box.width) * 2 - 1,
    1 - ((event.clientY - box.top) / box.height) * 2,
  )
  ray.setFromCamera(at, camera())
  const hit = stage.pick(ray)[0]
  if (hit === undefined) {
    if (!event.shiftKey) choice.choose([])
  } else choice.choose([event.altKey ? hit : wholeOrPart(hit)], event.shiftKey)
}

/** The outermost thing that the object belongs to; each further click goes one level in. */
function wholeOrPart(hit: number): number {
  const way = [hit]
  for (let at = scene.model.objects.get(hit)?.parent; at != null; at = scene.model.objects.get(at)?.parent)
    way.unshift(at)
  const chosen = way.findLastIndex((id) => choice.objects.has(id))
  return way[Math.min(chosen + 1, way.length - 1)]!
}

function frameChoice(): void {
  if (!renderer) return
  const box = new THREE.Box3()
  const ids = choice.objects.size ? choice.objects : new Set(scene.model.objects.keys())
  for (const id of ids)
    stage.nodes
      .get(id)
      ?.traverse((node) => box.expandByPoint(new THREE.Vector3().setFromMatrixPosition(node.matrixWorld)))
  if (box.isEmpty()) return
  box.expandByScalar(1.2)
  views.through = null
  void controls.fitToSphere(box.getBoundingSphere(new THREE.Sphere()), true)
}

function nudge(event: KeyboardEvent): void {
  const turn = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
  if (!turn || !event.shiftKey || !controls) return
  event.preventDefault()
  event.stopPropagation()
  void controls.rotate(turn[0]! * 0.12, turn[1]! * 0.12, true)
}

useResizeObserver(holder, fit)
watch(
  () => scene.rowsVersion,
  () => {
    stage.arrange(scene.model)
    if (views.through !== null && !scene.model.objects.has(views.through)) views.through = null
    holdHandles()
    clearTimeout(thumbnailTimer)
    thumbnailTimer = setTimeout(
      () => renderer && keepThumbnail(renderer, stage, scene.model, scene.id, scene.revision, fit),
      1500,
    )
  },
  { immediate: true },
)
watch([() => choice.objects, () => choice.tool, () => playhead.playing], holdHandles)
watch(
  [() => playhead.frame, () => scene.samplesVersion, () => pending.values, () => views.helpersShown],
  () => drawSoon(draw),
  { flush: 'sync' },
)
watch(
  () => views.through,
  () => {
    if (!renderer) return
    controls.enabled = views.through === null
    handles.camera = camera()
    drawSoon(draw)
  },
)
watch(
  () => playhead.playing,
  (playing) => playing && sharpness.start(performance.now()),
)
let droppedBefore = 0
watch(
  () => playhead.frame,
  () => {
    if (playhead.playing) sharpness.played(performance.now(), Math.max(0, playhead.dropped - droppedBefore))
    droppedBefore = playhead.dropped
  },
)
watch(() => views.frameAsked, frameChoice)
watch(colours, applyColours)
</script>

<template>
  <section ref="holder" class="stage" aria-label="Stage">
    <canvas
      ref="canvas"
      class="stage-canvas"
      tabindex="0"
      aria-label="3D view. Drag to orbit, right-drag to pan, wheel to zoom, Shift and arrow keys to orbit, click to choose."
      @pointerdown="press"
      @pointerup="release"
      @keydown="nudge"
    />
    <p v-if="problem" class="stage-problem">{{ problem }}</p>
    <StageChips />
    <ToolPicker />
    <div v-if="playhead.playing" class="stage-meter num" role="status">
      {{ meter }}
    </div>
    <div v-else-if="scene.model.objects.size === 0" :key="scene.rowsVersion" class="stage-empty">
      <p class="stage-empty-title">An empty stage</p>
      <p>Add a box with <b>+ Add</b> on the desk below, drag its arrows, and press <kbd>N</kbd> to key it.</p>
    </div>
  </section>
</template>
