<script setup lang="ts">
import { computed, shallowRef, useTemplateRef, watch } from 'vue'
import { useCurveViews } from '../curves/curveViews'
import { useTallLanes } from '../curves/tallLanes'
import { useDeskKeyboard } from '../desk/deskKeyboard'
import { useDeskPicture } from '../desk/deskPicture'
import DeskReadout from '../desk/DeskReadout.vue'
import { useDesk } from '../desk/deskStore'
import { useHandsByLane } from '../desk/handsByLane'
import { drawCursor } from '../desk/laneDraw'
import { keysOf } from '../desk/laneKeys'
import type { Lane } from '../desk/lanes'
import PlayheadLine from '../desk/PlayheadLine.vue'
import type { Readout } from '../desk/readout'
import { useTimeView } from '../desk/timeView'
import { useCanvas } from '../desk/useCanvas'
import { useWheelHands } from '../desk/wheelHands'
import { useSelection } from '../scene/selection'
import { warpChannel, warpOf } from '../scene/owners'
import { useScene } from '../scene/sceneStore'
import { colours } from '../styles/scheme'
import { useMenus } from '../menus/menus'
import FlowHead from './FlowHead.vue'
import { drawLadder } from './ladderDraw'
import { useLadderHands } from './ladderHands'

/** The warps above all lanes, whichever of those are in view: each a ladder, or its curve. */
const scene = useScene()
const selection = useSelection()
const desk = useDesk()
const view = useTimeView()
const views = useCurveViews()
const picture = useDeskPicture()
const keyboard = useDeskKeyboard()

const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const height = computed(() => desk.flowLanes.reduce((sum, lane) => sum + lane.height, 0))
const { width, redraw } = useCanvas(canvas, (ctx, wide, high) => {
  const p = picture(wide, high)
  ctx.fillStyle = p.colours.curveGround
  ctx.fillRect(0, 0, wide, high)
  for (const lane of desk.flowLanes) {
    const holder = lane.object!
    if (lane.curves) tall.draw(ctx, p, lane, desk.flowPercent ? percentOf(p.range) : undefined)
    else
      drawLadder(ctx, p, {
        lane,
        points: keysOf(lane.channels[0]!),
        track: scene.book.track(holder.id, warpChannel),
        on: scene.model.warps.get(warpOf(holder.id)!)?.on ?? false,
        selected: selection.selectedTimes(holder.id, warpChannel),
      })
    ctx.fillStyle = p.colours.lineSoft
    ctx.fillRect(0, lane.top + lane.height - 1, wide, 1)
    if (keyboard.cursor?.lane === lane.id) drawCursor(ctx, p, lane, keyboard.cursor.time, 0)
  }
  curveHands.drawBox(ctx, p)
})

/** Source frames in percent of the scene range. */
const percentOf = ([first, last]: readonly [number, number]) => ({
  from: first,
  per: Math.max(1, last - first) / 100,
  sign: ' %',
})

const readout: Readout = { at: shallowRef(null) }
const tall = useTallLanes(width, redraw, readout, () => 0)
const curveHands = tall.hands
const ladderHands = useLadderHands(width, readout)
const { wheel } = useWheelHands(width)
const menus = useMenus()
const laneAt = (event: MouseEvent): Lane | undefined =>
  desk.flowLanes.find(({ top, height }) => event.offsetY >= top && event.offsetY < top + height)
const by = useHandsByLane(laneAt, (lane) => (!lane ? null : lane.curves ? curveHands : ladderHands))

function openMenu(event: MouseEvent): void {
  const { lane, what } = by.pick(event)
  if (what) menus.onPoint(event)
  else if (lane) menus.onLane(event, lane, null)
}

watch(
  [
    () => view.first,
    () => view.last,
    () => scene.rowsVersion,
    () => scene.samplesVersion,
    () => selection.keys,
    () => desk.flowLanes,
    () => views.zoomed,
    () => desk.flowPercent,
    () => keyboard.cursor,
    colours,
  ],
  redraw,
  { flush: 'sync' },
)
</script>

<template>
  <div v-if="desk.flowLanes.length" class="strip">
    <div class="heads" :style="{ height: `${height}px` }">
      <FlowHead v-for="lane in desk.flowLanes" :key="lane.id" :lane="lane" />
    </div>
    <div class="over" :style="{ height: `${height}px` }">
      <canvas
        ref="canvas"
        class="ladder"
        role="img"
        aria-label="Time flow: played frames above, source frames below. W adds a point at the playhead; its frame and source frame are fields under Selected key."
        @pointerdown="by.grab"
        @pointermove="by.move"
        @pointerup="by.drop"
        @pointercancel="by.cancel"
        @dblclick="by.insert"
        @auxclick.prevent
        @contextmenu.prevent="openMenu"
        @wheel.prevent="wheel"
      />
      <PlayheadLine :first="view.first" :last="view.last" :width="width" />
      <DeskReadout :told="readout" :width="width" />
    </div>
  </div>
  <div v-else class="no-strip" />
</template>

<style scoped>
.strip {
  grid-column: 1 / 3;
  display: grid;
  grid-template-columns: 246px minmax(0, 1fr);
  align-items: start;
  overflow: hidden auto;
  scrollbar-width: thin;
  scrollbar-color: var(--line) transparent;
  border-bottom: 1px solid var(--line);
}
.no-strip {
  grid-column: 1 / 3;
}
.heads {
  position: relative;
  border-right: 1px solid var(--line);
}
.over {
  position: relative;
  overflow: hidden;
}
.ladder {
  width: 100%;
  height: 100%;
  touch-action: none;
}
</style>
