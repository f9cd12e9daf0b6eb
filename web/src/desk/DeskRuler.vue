<script setup lang="ts">
import { useTemplateRef, watch } from 'vue'
import { useScene } from '../scene/sceneStore'
import { useFrameNotes } from '../marks/frameNotes'
import { colours } from '../styles/scheme'
import { useBookmarks } from '../timebar/bookmarks'
import { usePlayhead } from '../timebar/playhead'
import { useTimeDisplay } from '../timebar/timeDisplay'
import { drawRuler } from './deskDraw'
import { useDeskPicture } from './deskPicture'
import PeopleLines from '../people/PeopleLines.vue'
import PlayheadLine from './PlayheadLine.vue'
import { useMenus } from '../menus/menus'
import { useRulerHands } from './rulerHands'
import { useTimeView } from './timeView'
import { useCanvas } from './useCanvas'
import { useWheelHands } from './wheelHands'

/** The ruler is a component of its own: it changes with every frame of playing, and the desk does not. */
const scene = useScene()
const playhead = usePlayhead()
const view = useTimeView()
const time = useTimeDisplay()
const bookmarks = useBookmarks()
const notes = useFrameNotes()
const picture = useDeskPicture()

const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { width, redraw } = useCanvas(canvas, (ctx, w, h) => drawRuler(ctx, picture(w, h), bookmarks.inOrder, notes.all))
const hands = useRulerHands(width)
const menus = useMenus()
const { wheel } = useWheelHands(width)

watch(
  [
    () => view.first,
    () => view.last,
    () => scene.rowsVersion,
    colours,
    () => time.known,
    () => time.display,
    () => notes.all,
  ],
  redraw,
  { flush: 'sync' },
)
</script>

<template>
  <div class="over">
    <canvas
      ref="canvas"
      class="ruler"
      tabindex="0"
      role="slider"
      aria-label="Playhead"
      :aria-valuenow="playhead.frame"
      :aria-valuemin="scene.settings.range[0]"
      :aria-valuemax="scene.settings.range[1]"
      @pointerdown="hands.grab"
      @pointermove="hands.move"
      @pointerup="hands.drop"
      @pointercancel="hands.cancel"
      @dblclick="hands.open"
      @contextmenu.prevent="
        (event: MouseEvent) => menus.onRuler(event, hands.frameAt(event), hands.bookmarkAt(event)?.id ?? null)
      "
      @wheel.prevent="wheel"
    />
    <PeopleLines :first="view.first" :last="view.last" :width="width" flag />
    <PlayheadLine :first="view.first" :last="view.last" :width="width" flag />
  </div>
</template>

<style scoped>
.over {
  position: relative;
  overflow: hidden;
}
.ruler {
  width: 100%;
  height: 24px;
  cursor: ew-resize;
  touch-action: none;
}
</style>
