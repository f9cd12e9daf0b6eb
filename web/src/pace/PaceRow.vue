<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import type { Edit } from '../api/http'
import type { PaceMessage } from '../api/messages'
import { frameOf, xOf } from '../desk/deskDraw'
import { useDesk } from '../desk/deskStore'
import { useTimeView } from '../desk/timeView'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { useCancelOnEscape } from '../shared/cancelling'
import MenuItem from '../shared/MenuItem.vue'
import { useTimeDisplay } from '../timebar/timeDisplay'
import NumberField from '../values/NumberField.vue'
import { usePaces } from './paces'

/** One that goes: its speed, to be typed, and its bar, whose ends are dragged. */
const props = defineProps<{ row: PaceMessage; width: number }>()
const scene = useScene()
const selection = useSelection()
const desk = useDesk()
const view = useTimeView()
const time = useTimeDisplay()
const paces = usePaces()

type Part = 'start' | 'end' | 'bar'
interface Drag {
  part: Part
  pressedAt: number
  from: number
  to: number
}
let drag: Drag | null = null
/** What the hand makes of the pace, as it is told on the way. */
const held = shallowRef<PaceMessage | null>(null)
const isHeld = ref(false)

const name = computed(() => {
  void scene.rowsVersion
  return scene.model.objects.get(props.row.object)?.name ?? ''
})
const triedOf = (id: number) => paces.tried.find(({ object }) => object === id)
const shown = computed(() => held.value ?? triedOf(props.row.object) ?? props.row)
const stretch = () => ({ width: props.width, first: view.first, last: view.last })
const bar = computed(() => {
  const [left, right] = [xOf(stretch(), shown.value.start), xOf(stretch(), shown.value.end)]
  return { left: `${left}px`, width: `${Math.max(right - left, 2)}px` }
})
const plain = (value: number) => String(Number(value.toFixed(2)))
/** What starts or ends between frames is told to the hundredth. */
const at = (frame: number) =>
  Math.abs(frame - Math.round(frame)) < 0.005 ? time.label(Math.round(frame)) : plain(frame)
const words = computed(() => {
  const { start, end, length, top } = shown.value
  return `${at(start)} to ${at(end)} · ${plain(end - start)} frames · ${plain(length)} long · top ${plain(top)}`
})
/** Beside the bar, on the side where there is room; else in it. */
const wordsAt = computed(() => {
  const [left, right] = [xOf(stretch(), shown.value.start), xOf(stretch(), shown.value.end)]
  const wide = 7 * words.value.length + 16
  if (right + wide < props.width) return { left: `${Math.max(8, right + 10)}px` }
  return left > wide ? { right: `${props.width - left + 10}px` } : { left: `${Math.max(8, left + 12)}px` }
})

const edit = ({ from, to }: Drag): Edit => ({ edit: 'setPace', objects: [props.row.object], from, to })

function grab(event: PointerEvent, part: Part): void {
  if (event.button !== 0) return
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  drag = { part, pressedAt: event.clientX, from: props.row.start, to: props.row.end }
}

let isAsking = false
async function tell(): Promise<void> {
  if (isAsking || !drag) return
  isAsking = true
  const asked = { ...drag }
  const told = await scene.paces(paces.objects, edit(asked)).catch(() => null)
  isAsking = false
  if (!drag) return
  if (told) paces.tried = told
  held.value = triedOf(props.row.object) ?? held.value
  if (drag.from !== asked.from || drag.to !== asked.to) void tell()
}

function pull(event: PointerEvent): void {
  if (!drag || (!isHeld.value && Math.abs(event.clientX - drag.pressedAt) < 4)) return
  isHeld.value = true
  const moved = frameOf(stretch(), event.clientX) - frameOf(stretch(), drag.pressedAt)
  const by = (frame: number) => (desk.snaps ? Math.round(frame + moved) : Math.round((frame + moved) * 100) / 100)
  const { start, end } = props.row
  const [from, to] = [
    drag.part === 'end' ? start : Math.min(by(start), drag.part === 'start' ? end - 1 : Infinity),
    drag.part === 'start' ? end : Math.max(by(end), drag.part === 'end' ? start + 1 : -Infinity),
  ]
  if (from === drag.from && to === drag.to) return
  Object.assign(drag, { from, to })
  held.value = { ...shown.value, start: from, end: to }
  scene.tryEdit(edit(drag))
  void tell()
}

async function drop(): Promise<void> {
  const done = drag
  drag = null
  if (!done || !isHeld.value) {
    if (done) selection.select([props.row.object])
    return
  }
  isHeld.value = false
  if (done.from === props.row.start && done.to === props.row.end) await letBe()
  else if (!(await scene.keepTry(edit(done)))) paces.tried = []
  held.value = null
}

async function cancel(): Promise<void> {
  drag = null
  isHeld.value = false
  held.value = null
  await letBe()
}
async function letBe(): Promise<void> {
  paces.tried = []
  await scene.dropTry()
}
useCancelOnEscape(
  () => drag !== null && isHeld.value,
  () => void cancel(),
)

const setSpeed = (speed: number) => void scene.edit({ edit: 'setPace', objects: [props.row.object], speed })
const others = computed(() => paces.rows.filter(({ object }) => object !== props.row.object))
const nameOf = (id: number) => scene.model.objects.get(id)?.name ?? ''
const asFast = (as: number) => void scene.edit({ edit: 'setPace', objects: [props.row.object], as })
const allAsFast = () =>
  void scene.edit({ edit: 'setPace', objects: others.value.map(({ object }) => object), as: props.row.object })
</script>

<template>
  <div class="goer" :class="{ on: selection.objects.has(row.object) }" :data-pace="row.object">
    <div class="head">
      <button type="button" class="name" @click="selection.select([row.object])">{{ name }}</button>
      <NumberField
        :value="shown.mean"
        :label="`Speed of ${name}`"
        unit=" /s"
        :decimals="2"
        :step="0.1"
        :least="0.0001"
        trim
        hint="The mean speed from its first to its last key. Type another: the first key stays, the others go along"
        @keep="setSpeed"
      />
      <BDropdown
        v-if="others.length"
        size="sm"
        variant="quiet"
        toggle-class="btn-small more"
        no-caret
        strategy="fixed"
        end
        lazy
      >
        <template #button-content
          ><i class="bi bi-three-dots" aria-hidden="true" /><span class="visually-hidden"
            >How fast {{ name }} is to go</span
          ></template
        >
        <MenuItem v-for="other in others" :key="other.object" @click="asFast(other.object)"
          >As fast as {{ nameOf(other.object) }}</MenuItem
        >
        <BDropdownDivider />
        <MenuItem @click="allAsFast">All others as fast as {{ name }}</MenuItem>
      </BDropdown>
    </div>
    <div class="way">
      <div
        class="bar"
        :style="bar"
        :title="`${name}: ${words}. Drag to move it, its ends to make it faster or slower`"
        @pointerdown="grab($event, 'bar')"
        @pointermove="pull"
        @pointerup="drop"
        @pointercancel="cancel"
      >
        <span
          v-for="end in ['start', 'end'] as const"
          :key="end"
          class="grip"
          :class="end"
          @pointerdown.stop="grab($event, end)"
          @pointermove.stop="pull"
          @pointerup.stop="drop"
          @pointercancel.stop="cancel"
        />
      </div>
      <span class="words num" :class="{ told: isHeld }" :style="wordsAt">{{ words }}</span>
    </div>
  </div>
</template>

<style scoped>
.goer {
  display: grid;
  grid-template-columns: 246px minmax(0, 1fr);
  height: 26px;
  border-top: 1px solid var(--line-soft);
}
.head {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 0 8px 0 10px;
  border-right: 1px solid var(--line);
}
.on .head {
  background: var(--lane-selected);
}
.name {
  flex: 1;
  min-width: 0;
  padding: 0;
  border: 0;
  background: none;
  color: var(--text);
  text-align: left;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.head .field {
  width: 88px;
  height: 20px;
}
:deep(.more) {
  height: 20px;
  padding: 0 4px;
  border: 0;
  background: none;
  color: var(--dim);
}
.way {
  position: relative;
  overflow: hidden;
}
.bar {
  position: absolute;
  top: 6px;
  height: 13px;
  border: 1px solid var(--mint);
  border-radius: 4px;
  background: color-mix(in srgb, var(--mint) 25%, transparent);
  cursor: grab;
  touch-action: none;
}
.grip {
  position: absolute;
  top: -4px;
  width: 9px;
  height: 19px;
  border-radius: 3px;
  background: var(--mint);
  cursor: ew-resize;
  touch-action: none;
}
.grip.start {
  left: -5px;
}
.grip.end {
  right: -5px;
}
.words {
  position: absolute;
  top: 4px;
  color: var(--dim);
  font-size: 11px;
  white-space: nowrap;
  pointer-events: none;
}
.words.told {
  color: var(--text);
}
</style>
