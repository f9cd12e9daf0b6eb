<script setup lang="ts">
import type { PenColour } from '../api/http'
import { penInks, penTools, penWidths, usePen, type PenTool, type PenWidth } from './pen'

/** What the pen draws with. */
const pen = usePen()
</script>

<template>
  <div class="pen-bar" role="toolbar" aria-label="Pen">
    <button
      v-for="(tool, name) in penTools"
      :key="name"
      type="button"
      :aria-pressed="pen.tool === name"
      :title="tool.hint"
      :aria-label="tool.label"
      @click="pen.tool = name as PenTool"
    >
      <i class="bi" :class="tool.icon" aria-hidden="true" />
    </button>
    <span class="rule" />
    <button
      v-for="(ink, name) in penInks"
      :key="name"
      type="button"
      :aria-pressed="pen.colour === name"
      :title="`Draw in ${name}`"
      :aria-label="`Draw in ${name}`"
      @click="pen.colour = name as PenColour"
    >
      <span class="ink" :style="{ background: ink }" />
    </button>
    <span class="rule" />
    <button
      v-for="(width, name) in penWidths"
      :key="name"
      type="button"
      :aria-pressed="pen.thickness === name"
      :title="`Draw ${name}`"
      :aria-label="`Draw ${name}`"
      @click="pen.thickness = name as PenWidth"
    >
      <span class="dot" :style="{ width: `${width + 3}px`, height: `${width + 3}px` }" />
    </button>
    <span class="rule" />
    <button type="button" title="Put the pen away (Esc)" aria-label="Put the pen away" @click="pen.isOn = false">
      <i class="bi bi-x-lg" aria-hidden="true" />
    </button>
  </div>
</template>

<style scoped>
.pen-bar {
  position: absolute;
  left: 50%;
  bottom: 12px;
  display: flex;
  gap: 2px;
  padding: 4px;
  border-radius: 10px;
  background: rgb(9 18 17 / 86%);
  transform: translateX(-50%);
}
button {
  display: grid;
  place-content: center;
  width: 28px;
  height: 28px;
  padding: 0;
  border: 1px solid transparent;
  border-radius: 7px;
  background: none;
  color: #f4ecd6;
}
button:hover {
  background: rgb(244 236 214 / 14%);
}
button[aria-pressed='true'] {
  border-color: #f4ecd6;
  background: rgb(244 236 214 / 18%);
}
.rule {
  width: 1px;
  margin: 4px 3px;
  background: rgb(244 236 214 / 25%);
}
.ink {
  width: 15px;
  height: 15px;
  border-radius: 50%;
}
.dot {
  border-radius: 50%;
  background: #f4ecd6;
}
</style>
