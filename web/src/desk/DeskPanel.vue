<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, shallowRef, useTemplateRef, watch } from 'vue'
import { useComparing } from '../curves/comparing'
import CompareChip from '../curves/CompareChip.vue'
import { drawClips } from '../clips/clipDraw'
import { useClipHands } from '../clips/clipHands'
import { shownClips } from '../clips/clipLane'
import { drawThreads, labelWidth } from '../cues/threadDraw'
import { useThreadHands } from '../cues/threadHands'
import { threadsOf } from '../cues/threads'
import { useCurveViews } from '../curves/curveViews'
import { useSpeeds } from '../curves/speeds'
import { useTallLanes } from '../curves/tallLanes'
import FlowStrip from '../flow/FlowStrip.vue'
import { useSelection } from '../scene/selection'
import { drawSoon } from '../scene/drawLoop'
import { laneOf, soundOf } from '../scene/owners'
import { drawSound } from '../sound/soundDraw'
import { useSoundHands } from '../sound/soundHands'
import { useSounds } from '../sound/sounds'
import { useScene } from '../scene/sceneStore'
import { colours } from '../styles/scheme'
import { usePlayhead } from '../timebar/playhead'
import AddMenu from './AddMenu.vue'
import DeskFoot from './DeskFoot.vue'
import { useDeskKeyboard } from './deskKeyboard'
import { useDeskPicture } from './deskPicture'
import DeskRuler from './DeskRuler.vue'
import DeskReadout from './DeskReadout.vue'
import { useDesk } from './deskStore'
import FirstSteps from './FirstSteps.vue'
import FilterMenu from './FilterMenu.vue'
import { useHandsByLane } from './handsByLane'
import { useLooseBands } from '../loose/useLooseBands'
import { drawLanes } from './laneDraw'
import { useLaneFilter } from './laneFilter'
import { useLaneHands } from './laneHands'
import LaneHead from './LaneHead.vue'
import { objectChannels, objectOf, lanesWithin, type Lane } from './lanes'
import { frameOf } from './deskDraw'
import { useMenus } from '../menus/menus'
import { meansName } from './naming'
import OverviewStrip from './OverviewStrip.vue'
import PaceStrip from '../pace/PaceStrip.vue'
import PeopleLines from '../people/PeopleLines.vue'
import PlayheadLine from './PlayheadLine.vue'
import type { Readout } from './readout'
import { useTimeView } from './timeView'
import { useCanvas } from './useCanvas'
import { useWheelHands } from './wheelHands'

const scene = useScene()
const selection = useSelection()
const playhead = usePlayhead()
const desk = useDesk()
const filter = useLaneFilter()
const view = useTimeView()
const keyboard = useDeskKeyboard()
const picture = useDeskPicture()

const body = useTemplateRef<HTMLDivElement>('body')
const lanesCanvas = useTemplateRef<HTMLCanvasElement>('lanesCanvas')
const { height: bodyHeight } = useElementSize(body)
const { width: lanesWidth } = useElementSize(useTemplateRef<HTMLDivElement>('room'))
const views = useCurveViews()
const speeds = useSpeeds()
const sounds = useSounds()
const comparing = useComparing()

const shown = computed(() => lanesWithin(desk.lanes, desk.scrolled, desk.scrolled + bodyHeight.value))
const looseBands = useLooseBands()
const lanes = useCanvas(lanesCanvas, (ctx, width, height) => {
  const p = picture(width, height)
  const { keys, owners } = selection
  drawLanes(ctx, p, {
    lanes: shown.value,
    scrolled: desk.scrolled,
    selected: selection.objects,
    // Asked for every channel on the desk.
    selectedTimes: (object, channel) => (owners.has(object) ? keys.get(laneOf(object, channel)) : undefined),
    spacing: desk.spacing,
    loose: looseBands,
    box: desk.selectionBox,
    played: desk.played,
    cursor: keyboard.cursor,
  })
  for (const lane of shown.value) {
    if (lane.curves) tall.draw(ctx, p, lane)
    else if (lane.kind === 'sound') {
      const sound = scene.model.sounds.get(soundOf(lane.object!.id)!)
      if (sound)
        drawSound(ctx, p, {
          scene: scene.id!,
          top: lane.top - desk.scrolled,
          height: lane.height,
          sound,
          selected: selection.sounds.has(sound.id),
          silent: sounds.isSilent(sound),
          redraw: lanes.redraw,
        })
    } else if (lane.kind === 'clips')
      drawClips(ctx, p, {
        top: lane.top - desk.scrolled,
        height: lane.height,
        clips: shownClips(scene.model.placedOn(objectOf(lane)!.id), desk.played),
        selected: selection.clips,
      })
  }
  drawThreads(ctx, p, threads())
  hands.drawBox(ctx, p)
  curveHands.drawBox(ctx, p)
})
/** What a drag tells at the pointer. */
const readout: Readout = { at: shallowRef(null) }
const hands = useLaneHands(lanes.width, lanes.redraw, readout)
const tall = useTallLanes(lanes.width, lanes.redraw, readout, () => desk.scrolled)
const curveHands = tall.hands
const clipHands = useClipHands(lanes.width, readout)
const soundHands = useSoundHands(lanes.width, readout, () => desk.scrolled)
/** The cues between the lanes, as they lie on the desk now. */
const threads = () => {
  const stretch = { width: lanes.width.value, first: view.first, last: view.last }
  return threadsOf(scene.model, desk.lanes, stretch, desk.scrolled, labelWidth)
}
const threadHands = useThreadHands(() => lanes.width.value, threads, labelWidth, readout)

// Where a scene has cues, keys are shown where they are seen, until somebody says otherwise.
let shownScene: number | null = null
watch(
  () => scene.loads,
  () => {
    if (scene.id !== shownScene && scene.model.cues.size) desk.played = true
    shownScene = scene.id
  },
  { immediate: true },
)
// What tall lanes show beside the rows has to be asked for.
watch(
  [shown, () => speeds.on, () => comparing.past, () => views.hidden, () => scene.loads, () => comparing.ghosts],
  () => {
    speeds.look(shown.value)
    void comparing.look(shown.value.filter((lane) => lane.curves).flatMap((lane) => objectChannels(views.shown(lane))))
  },
  { immediate: true },
)
watch(bodyHeight, (height) => (desk.bodyHeight = height), { immediate: true })

const laneAt = (event: MouseEvent): Lane | undefined => {
  const y = event.offsetY + desk.scrolled
  return desk.lanes.find((lane) => y >= lane.top && y < lane.top + lane.height)
}
const by = useHandsByLane(laneAt, (lane, event) => {
  if (threadHands.isOver(event)) return threadHands
  if (lane?.kind === 'clips') return clipHands
  if (lane?.kind === 'sound' && !(event.type === 'pointerdown' && event.altKey)) return soundHands
  // Alt scrubs on the desk, but on a handle it moves that handle alone.
  const scrubs = event.type === 'pointerdown' && event.altKey && event.button === 0
  return lane?.curves && !(scrubs && !curveHands.isOverHandle(lane, event.offsetX, event.offsetY)) ? curveHands : hands
})

const menus = useMenus()
function openMenu(event: MouseEvent): void {
  const { lane, what } = by.pick(event)
  if (what === 'clip') menus.onClips(event)
  else if (what === 'sound') menus.onSounds(event)
  else if (what) menus.onKeys(event)
  else if (lane)
    menus.onLane(event, lane, frameOf({ width: lanes.width.value, first: view.first, last: view.last }, event.offsetX))
}

const { wheel, fingerDown, fingerMove, fingerUp } = useWheelHands(lanes.width)

function grab(event: PointerEvent): void {
  keyboard.isHere = false
  if (fingerDown(event)) by.cancel()
  else by.grab(event)
}

function move(event: PointerEvent): void {
  if (!fingerMove(event)) by.move(event)
}

function drop(event: PointerEvent): void {
  fingerUp(event)
  by.drop(event)
}

function cancel(event: PointerEvent): void {
  fingerUp(event)
  by.cancel()
}

watch(
  [
    () => view.first,
    () => view.last,
    () => scene.rowsVersion,
    () => scene.samplesVersion,
    () => selection.objects,
    () => selection.keys,
    () => selection.clips,
    () => selection.sounds,
    shown,
    colours,
    () => desk.scrolled,
    () => keyboard.cursor,
    () => desk.played,
    () => views.zoomed,
    () => views.normalised,
    () => views.hidden,
    () => speeds.on,
    () => comparing.ghosts,
  ],
  lanes.redraw,
  { flush: 'sync' },
)
watch(
  () => playhead.frame,
  (frame) => {
    if (playhead.playing) view.reveal(frame, playhead.way === 1 ? 0.1 : 0.9)
  },
)
watch(
  () => playhead.went,
  () => view.reveal(playhead.frame),
)
watch(
  () => selection.first,
  () => drawSoon(revealSelected),
)
// What is found is read from the top; then the selected object is there again.
watch(
  () => filter.text,
  (text) => {
    if (text) desk.scrolled = 0
    else drawSoon(revealSelected)
  },
)

function revealSelected(): void {
  const lane = desk.lanes.find((each) => each.kind === 'object' && each.object!.id === selection.first)
  if (!lane || !body.value) return
  const visible = lane.top >= desk.scrolled && lane.top + 3 * lane.height <= desk.scrolled + bodyHeight.value
  if (!visible) desk.scrolled = Math.max(0, lane.top - bodyHeight.value / 3)
}

watch(
  () => desk.scrolled,
  (top) => {
    if (!body.value || Math.abs(body.value.scrollTop - top) <= 1) return
    body.value.scrollTop = top
    // There is an end to how far it scrolls.
    desk.scrolled = body.value.scrollTop
  },
  { flush: 'post' },
)

/** Enter selects the objects that are found. */
function selectFound(): void {
  const isMeant = meansName(filter.text)
  const named = desk.objects.filter((id) => isMeant(scene.model.objects.get(id)!.name))
  if (named.length) selection.select(named)
}

/** Escape empties the field and gives the keyboard back to the workspace. */
function leaveSearch(event: KeyboardEvent): void {
  filter.text = ''
  ;(event.target as HTMLInputElement).blur()
}

// With fewer lanes there is less to scroll.
watch(
  () => Math.max(0, desk.height - bodyHeight.value),
  (furthest) => {
    if (desk.scrolled > furthest) desk.scrolled = furthest
  },
)

const scroll = () => (desk.scrolled = body.value!.scrollTop)
/** Which frames are in view, for whoever measures the page. */
const shownFrames = computed(() => JSON.stringify({ first: view.first, last: view.last }))
</script>

<template>
  <section class="desk" aria-label="Desk" :data-view="shownFrames">
    <div class="corner">
      <input
        v-model="filter.text"
        class="find"
        type="search"
        placeholder="Find a lane…"
        aria-label="Find a lane"
        title="Part of a name; * stands for any letters, Enter selects what is found"
        @keydown.esc.stop="leaveSearch"
        @keydown.enter.stop="selectFound"
      />
      <FilterMenu />
      <AddMenu />
    </div>
    <DeskRuler />
    <FlowStrip />
    <PaceStrip />
    <div class="rows">
      <div ref="body" class="body" @scroll="scroll">
        <div class="heads" :style="{ height: `${Math.max(desk.height, bodyHeight)}px` }">
          <LaneHead v-for="lane in shown" :key="lane.id" :lane="lane" />
          <p v-if="desk.lanes.length === 0" class="none">
            {{ filter.text || filter.count ? 'No lane like that' : 'No objects yet' }}
          </p>
        </div>
        <div ref="room" />
      </div>
      <div class="beside" :style="{ width: `${lanesWidth}px`, height: `${bodyHeight}px` }">
        <canvas
          ref="lanesCanvas"
          class="lanes"
          tabindex="0"
          role="application"
          aria-label="Keys. Up and down go from lane to lane, left and right from key to key, Space selects, comma and full stop move the selected keys by a frame, Delete removes them."
          @focus="keyboard.isHere = lanesCanvas!.matches(':focus-visible')"
          @blur="keyboard.isHere = false"
          @keydown="keyboard.press"
          @pointerdown="grab"
          @pointermove="move"
          @pointerup="drop"
          @pointercancel="cancel"
          @dblclick="by.insert"
          @auxclick.prevent
          @contextmenu.prevent="openMenu"
          @wheel.prevent="wheel"
        />
        <PeopleLines :first="view.first" :last="view.last" :width="lanes.width.value" />
        <PlayheadLine :first="view.first" :last="view.last" :width="lanes.width.value" />
        <CompareChip />
        <FirstSteps v-if="bodyHeight > 130" />
        <DeskReadout :told="readout" :width="lanes.width.value" />
        <span class="visually-hidden" role="status">{{ keyboard.said }}</span>
      </div>
    </div>
    <DeskFoot />
    <OverviewStrip />
  </section>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template: 24px fit-content(40%) fit-content(45%) minmax(0, 1fr) 34px / 246px minmax(0, 1fr);
  height: 100%;
  background: var(--ink);
}
.corner {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 0 6px 0 10px;
  border-right: 1px solid var(--line);
}
.find {
  flex: 1;
  min-width: 0;
  border: 0;
  background: none;
  color: var(--text);
  font-size: 12.5px;
}
.find::placeholder {
  color: var(--dim);
}
.rows {
  position: relative;
  grid-column: 1 / 3;
  min-height: 0;
}
.body {
  height: 100%;
  display: grid;
  grid-template-columns: 246px minmax(0, 1fr);
  align-items: start;
  overflow: hidden auto;
  scrollbar-width: thin;
  scrollbar-color: var(--line) transparent;
}
.heads {
  position: relative;
  border-right: 1px solid var(--line);
}
.none {
  padding: 8px 10px;
  color: var(--dim);
}
/* Beside the scrolled heads, not stuck within them: then it would be a layer of its own, blended anew for every frame of playing. */
.beside {
  position: absolute;
  inset: 0 auto auto 246px;
  overflow: hidden;
}
.lanes {
  width: 100%;
  height: 100%;
  touch-action: none;
}
</style>
