<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { PerspectiveCamera, type Camera } from 'three'
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import type { Edit } from '../api/http'
import type { SceneCastMessage } from '../api/messages'
import { drawSoon } from '../scene/drawLoop'
import { useHeardRuns } from '../sound/heardRuns'
import { useScenePieces } from '../sound/scenePieces'
import { useScene } from '../scene/sceneStore'
import { laneOf } from '../scene/owners'
import { reasonOf } from '../scene/reasons'
import { cameraAt, facingOf, type Pose } from '../stage/pose'
import { Sharpness } from '../stage/sharpness'
import { PlainRenderer } from '../stage/plainRenderer'
import { filmThrough } from '../stage/filming'
import { loadUsualMeshes, whenMeshesCome } from '../stage/meshes'
import { bareMoment } from '../stage/bareMoment'
import { StageScene, type Moment } from '../stage/stageScene'
import type { Shading } from '../stage/views'
import { colours } from '../styles/scheme'
import type { Ending } from '../timebar/playOrder'
import { useFollower, type Told } from './follower'

/** The stage as a desk shows it, alone. */
const props = defineProps<{ id: number; cast: SceneCastMessage; /** Whether it is heard here. */ heard: boolean }>()
const scene = useScene()
const holder = useTemplateRef<HTMLElement>('holder')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const problem = ref('')
const isOpen = ref(false)

const endings: readonly string[] = ['once', 'loop', 'bounce'] satisfies Ending[]
const told = computed<Told>(() => {
  const { frame, playing, way, speed, ending, played } = props.cast
  return {
    at: frame,
    playing,
    way: way < 0 ? -1 : 1,
    speed,
    ending: endings.includes(ending) ? (ending as Ending) : 'loop',
    first: played[0],
    last: played[1],
  }
})
const { at: frame, run } = useFollower(
  told,
  computed(() => scene.settings.framesPerSecond),
)
const hasSounds = computed(() => {
  void scene.rowsVersion
  return scene.model.sounds.size > 0
})
const sound = useHeardRuns(
  () => (props.heard && isOpen.value && hasSounds.value ? run.value : null),
  () => {
    const { speed, ending, first, last } = told.value
    const { framesPerSecond, ticksPerFrame } = scene.settings
    return { rate: framesPerSecond * speed, speed, ending, range: [first, last], ticksPerFrame }
  },
  (context) => pieces.of(context),
  () => {},
)
const pieces = useScenePieces(() => void sound.lay())
const held = computed(() => {
  const { objects, channels, values } = props.cast
  return new Map(objects.map((object, i) => [laneOf(object, channels[i]!), values[i]!]))
})

const stage = new StageScene()
const sharpness = new Sharpness(window.devicePixelRatio, () => drawSoon(() => render(true)))
let renderer: PlainRenderer | null = null
const filmed = new PerspectiveCamera(40, 1, 0.05, 2000)

/** Where the view stands that is shown. */
function pose(): Pose {
  const { position, quaternion, degrees, height } = props.cast
  return { position, quaternion: quaternion as Pose['quaternion'], lens: degrees > 0 ? { degrees } : { height } }
}

function camera(aspect: number): Camera {
  const object = props.cast.camera === null ? undefined : scene.model.objects.get(props.cast.camera)
  if (!object) return cameraAt(pose(), aspect)
  filmed.aspect = aspect
  filmThrough(filmed, stage.nodes.get(object.id)!, stage.lensOf(object, scene.book, frame.value, read()))
  return filmed
}
const read = (): Moment['held'] =>
  held.value.size ? (object, channel) => held.value.get(laneOf(object, channel)) : null

function render(isStill = false): void {
  const { clientWidth: width, clientHeight: height } = holder.value ?? { clientWidth: 0, clientHeight: 0 }
  // What is not here yet cannot be shown: the last picture stays.
  if (!renderer || !isOpen.value || width === 0 || height === 0 || !scene.book.isHere(frame.value)) return
  if (!isStill) sharpness.moved()
  renderer.size(width, height, sharpness.ratio)
  const { shading, helpers, camera: through } = props.cast
  stage.show(scene.model, scene.book, {
    ...bareMoment(frame.value),
    held: read(),
    lines: props.cast.playing ? 'thin' : undefined,
  })
  const seenBy = camera(width / height)
  stage.dress({ look: through ?? facingOf(pose()), shading: shading as Shading, helpers }, seenBy)
  renderer.draw(stage.three, seenBy)
  holder.value!.dataset.frame = String(frame.value)
}

const drawn = () => render()
function redraw(): void {
  drawSoon(drawn)
}

void loadUsualMeshes()
const stopWaiting = whenMeshesCome(redraw)
stage.backdrops.changed = redraw
stage.backdrops.scene = props.id

onMounted(async () => {
  try {
    renderer = new PlainRenderer(canvas.value!)
  } catch {
    problem.value = 'This browser cannot draw in 3D: WebGL 2 is switched off or missing.'
    return
  }
  stage.tint(colours())
  try {
    await scene.open(props.id)
    isOpen.value = true
    look()
    redraw()
  } catch (wrong) {
    problem.value = reasonOf(wrong)
  }
})
onBeforeUnmount(() => {
  stopWaiting()
  sharpness.dispose()
  stage.dispose()
  renderer?.dispose()
  renderer = null
  pieces.letGo()
  void scene.close()
})

/** Asks for what is seen here and for what comes next. */
function look(): void {
  if (!isOpen.value) return
  const { playing, way, first, last, ending } = told.value
  void scene.look({
    frame: frame.value,
    also: null,
    way: playing ? way : 1,
    played: [first, last],
    loops: ending === 'loop',
  })
}

watch(frame, () => {
  look()
  redraw()
})
watch(
  () => scene.rowsVersion,
  () => {
    stage.arrange(scene.model)
    redraw()
  },
  { immediate: true },
)
watch([() => scene.seenVersion, () => scene.samplesVersion, () => props.cast], redraw)
watch(
  () => props.cast.playing,
  (playing) => {
    if (playing) sharpness.start(performance.now(), 1000 / (scene.settings.framesPerSecond * props.cast.speed), 1)
    else sharpness.stop()
  },
)
/** How long to wait for what a hand has let go of: it is kept a moment later. */
const keptWithin = 400
watch(
  () => props.cast.tried,
  (tried) => {
    if (!tried) return void scene.dropTry(keptWithin)
    try {
      scene.tryEdit(JSON.parse(tried) as Edit)
    } catch {
      // What cannot be read shows nothing.
    }
  },
)
watch(
  () => scene.gone,
  (gone) => gone && (problem.value = 'This scene has been deleted.'),
)
useResizeObserver(holder, redraw)
</script>

<template>
  <section ref="holder" class="scene-screen" aria-label="Stage">
    <canvas ref="canvas" aria-hidden="true" />
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="!isOpen" class="problem" role="status">Opening the scene…</p>
  </section>
</template>

<style scoped>
.scene-screen {
  position: relative;
  width: 100%;
  height: 100%;
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.problem {
  position: absolute;
  inset: 0;
  display: grid;
  place-content: center;
  margin: 0;
  color: #a9b8b2;
}
</style>
