<script setup lang="ts">
import { computed } from 'vue'
import type { Interpolation } from '../api/http'
import { useClipDialogs } from '../clips/clipDialogs'
import CleanPanel from '../curves/CleanPanel.vue'
import HandlePanel from '../curves/HandlePanel.vue'
import BeforeAfterPanel from '../curves/BeforeAfterPanel.vue'
import EasePanel from '../curves/EasePanel.vue'
import { useArranging } from '../desk/arranging'
import { useDesk } from '../desk/deskStore'
import { useKeyDialogs } from '../desk/keyDialogs'
import { useSelectedTimes } from '../desk/selectedFrames'
import { useSelectedCounts } from '../desk/selectedCounts'
import { holdsOnly, specOf } from '../scene/catalogue'
import { useSelection } from '../scene/selection'
import { inOf, outOf } from '../scene/keys'
import { useScene } from '../scene/sceneStore'
import { curveOfLane, warpOf } from '../scene/owners'
import { useBookmarks } from '../timebar/bookmarks'
import TimeField from '../timebar/TimeField.vue'
import { keyPanels, useKeyPanel, type KeyPanel } from './keyPanel'
import SelectedSection from './SelectedSection.vue'
import ModeButtons from './ModeButtons.vue'
import NumberField from './NumberField.vue'
import { readSum } from './sums'

/** The selected keys: their frame, value, and how they arrive and leave. */
const scene = useScene()
const selection = useSelection()
const desk = useDesk()
const selectedTimes = useSelectedTimes()
const arranging = useArranging()
const dialogs = useKeyDialogs()
const clipDialogs = useClipDialogs()
const bookmarks = useBookmarks()

/** What the selected keys have in common; undefined where they differ. */
const common = computed(() => {
  void scene.rowsVersion
  let first: { time: number; value: number; in: Interpolation; out: Interpolation } | undefined
  const same = { value: true, in: true, out: true }
  for (const [lane, times] of selection.keys) {
    const { object, channel } = curveOfLane(lane)
    const keys = scene.model.holder(object)?.channels.get(channel)?.keys
    if (!keys) continue
    for (let i = 0; i < keys.count; i++) {
      const time = keys.times[i]!
      if (!times.has(time)) continue
      const now = { time, value: keys.values[i]!, in: inOf(keys.modes[i]!), out: outOf(keys.modes[i]!) }
      if (!first) first = now
      else {
        same.value &&= first.value === now.value
        same.in &&= first.in === now.in
        same.out &&= first.out === now.out
        if (time < first.time) first = { ...first, time }
      }
    }
  }
  return first && { ...first, same }
})
const { counts, words: counted } = useSelectedCounts()
/** Where the desk shows the first of them. */
const frame = computed(() => {
  const first = common.value && ((desk.played ? selectedTimes(true)?.[0] : undefined) ?? common.value.time)
  return first === undefined ? 0 : first / scene.settings.ticksPerFrame
})

/** Moves the whole selection, so that its first key comes to stand on the frame. */
const setFrame = (wanted: number) =>
  void arranging.onSelected((keys) => ({
    edit: 'moveKeys',
    keys,
    frames: wanted - frame.value,
    ripple: false,
    played: desk.played,
  }))

/** All the same, or each by as much. */
const setValue = (value: number) =>
  void arranging.onSelected((keys) => ({ edit: 'setKeyValues', keys, offset: value, factor: 0 }))

function typed(text: string): void {
  const change = /^([+\-*/])=(.+)$/.exec(text.replace(/\s/g, ''))
  const number = readSum(change?.[2] ?? '', 0)
  if (!change || number === null) return
  const [factor, offset] = { '+': [1, number], '-': [1, -number], '*': [number, 0], '/': [1 / number, 0] }[change[1]!]!
  void arranging.onSelected((keys) => ({ edit: 'setKeyValues', keys, offset: offset!, factor: factor! }))
}

const setMode = (side: 'in' | 'out', mode: Interpolation) =>
  void arranging.onSelected((keys) => ({ edit: 'setInterpolation', keys, [side]: mode }))

/** Whether every selected key belongs to a channel that only jumps. */
const onlyHold = computed(() =>
  [...selection.keys.keys()].every((lane) => {
    const { object, channel } = curveOfLane(lane)
    const holder = scene.model.holder(object)
    const spec = holder && specOf(holder, channel)
    return spec !== undefined && holdsOnly(spec)
  }),
)

const open = useKeyPanel()
// A warp runs on or stops outside its points; its own menu says which.
const ofWarps = computed(() => selection.keySets().some(({ object }) => warpOf(object) !== null))
const ofOthers = computed(() => selection.keySets().some(({ object }) => typeof object !== 'number'))
const panels = computed(() =>
  (Object.keys(keyPanels) as KeyPanel[]).filter((name) => name !== 'beforeAfter' || !ofWarps.value),
)
const panel = computed(() => (open.opened !== '' && panels.value.includes(open.opened) ? open.opened : ''))
const toggle = (name: KeyPanel) => (open.opened = panel.value === name ? '' : name)
</script>

<template>
  <SelectedSection
    v-if="common"
    label="Selected keys"
    :title="selection.keyCount === 1 ? `Selected ${counted.replace('1 ', '')}` : `${counted} selected`"
  >
    <template #fields>
      <span>{{ selection.keyCount === 1 ? 'Frame' : 'First frame' }}</span>
      <TimeField :frame="Number(frame.toFixed(3))" label="Frame of the selected keys" fractions @keep="setFrame" />
      <span>{{ counts.point === selection.keyCount ? 'Source' : 'Value' }}</span>
      <NumberField
        :value="common.value"
        label="Value of the selected keys"
        :decimals="3"
        trim
        :placeholder="common.same.value ? undefined : 'various'"
        @keep="setValue"
        @changed="typed"
      />
      <span>In</span>
      <ModeButtons
        class="wide"
        side="in"
        :mode="common.same.in ? common.in : null"
        :holds-only="onlyHold"
        @pick="setMode('in', $event)"
      />
      <span>Out</span>
      <ModeButtons
        class="wide"
        side="out"
        :mode="common.same.out ? common.out : null"
        :holds-only="onlyHold"
        @pick="setMode('out', $event)"
      />
    </template>
    <div class="ways">
      <label title="Keys that are dragged stay on whole frames"
        ><input v-model="desk.snaps" type="checkbox" class="form-check-input" /> Whole frames</label
      >
      <BButton
        v-if="!ofOthers"
        variant="quiet"
        class="btn-small"
        title="Save these keys as a clip, to be placed again (E)"
        @click="clipDialogs.ask('save')"
        >Clip…</BButton
      >
      <BButton variant="quiet" class="btn-small" @click="dialogs.ask({ kind: 'onFrames' })">Put on frames…</BButton>
      <BButton
        v-if="bookmarks.inOrder.length"
        variant="quiet"
        class="btn-small"
        title="Put the selected keys on the nearest beats or other bookmarks"
        @click="dialogs.ask({ kind: 'onBookmarks' })"
        >Put on bookmarks…</BButton
      >
    </div>
    <div class="tabs" role="group" aria-label="More for the selected keys">
      <button v-for="name in panels" :key="name" type="button" :aria-expanded="panel === name" @click="toggle(name)">
        {{ keyPanels[name] }}
      </button>
    </div>
    <div v-if="panel" class="panel">
      <HandlePanel v-if="panel === 'handles'" />
      <EasePanel v-else-if="panel === 'ease'" />
      <CleanPanel v-else-if="panel === 'clean'" />
      <BeforeAfterPanel v-else />
    </div>
  </SelectedSection>
</template>

<style scoped>
.tabs {
  display: flex;
  gap: 2px;
  margin-top: 7px;
}
.tabs button {
  flex: 1;
  padding: 2px 4px;
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  color: var(--dim);
  font-size: 12px;
  white-space: nowrap;
}
.tabs button:hover {
  color: var(--text);
}
.tabs button[aria-expanded='true'] {
  color: var(--text);
  border-bottom-color: var(--lemon);
}
.panel {
  padding-top: 7px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  margin-top: 6px;
  color: var(--dim);
  font-size: 11.5px;
}
.ways label {
  display: flex;
  flex: 1;
  align-items: center;
  gap: 5px;
  white-space: nowrap;
}
.ways input {
  margin: 0;
}
</style>
