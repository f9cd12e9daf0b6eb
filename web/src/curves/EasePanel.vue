<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import { http, type KeptEase } from '../api/http'
import { useArranging } from '../desk/arranging'
import { useSelection } from '../scene/selection'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import NumberField from '../values/NumberField.vue'
import { useGivenEase } from './givenEase'
import { useGravity } from './gravity'
import { readyEases } from './readyEases'

/** Ready eases for the stretches between the selected keys, CSS in and out, and eases that are kept. */
const scene = useScene()
const selection = useSelection()
const arranging = useArranging()
const notices = useNotices()

const given = useGivenEase()
const gravity = useGravity()
const css = ref('')
const kept = shallowRef<KeptEase[]>([])
const naming = ref('')

const list = async () => (kept.value = await http.eases().catch(() => kept.value))
onMounted(list)

function setAmount(percent: number): void {
  given.amount = percent
  void given.keep()
}

function setBounces(count: number): void {
  given.bounces = Math.round(count)
  void given.keep()
}

function holdAmount(percent: number): void {
  given.amount = percent
  given.hold()
}

function give(text: string): void {
  if (text.trim()) void arranging.onSelected((keys) => ({ edit: 'easeKeys', keys, css: text }))
}

async function copy(): Promise<void> {
  try {
    css.value = await scene.copyEase(selection.keySets())
    await navigator.clipboard?.writeText(css.value).catch(() => {})
  } catch (wrong) {
    notices.problem(wrong)
  }
}

async function keep(): Promise<void> {
  try {
    await http.keepEase(naming.value, css.value)
    naming.value = ''
    await list()
  } catch (wrong) {
    notices.problem(wrong)
  }
}

async function letGo(name: string): Promise<void> {
  try {
    await http.deleteEase(name)
    await list()
  } catch (wrong) {
    notices.problem(wrong)
  }
}
</script>

<template>
  <div class="amounts">
    <span>Amount</span>
    <NumberField
      :value="given.amount"
      label="Amount of the ease"
      unit=" %"
      :decimals="0"
      :step="5"
      :least="0"
      :most="100"
      hint="How strong an ease is: goes on changing the one that was given last, until something else is done"
      @hold="holdAmount"
      @cancel="given.letGo"
      @keep="setAmount"
    />
    <span>Bounces</span>
    <NumberField
      :value="given.bounces"
      label="Bounces of the ease"
      :decimals="0"
      :step="1"
      :least="1"
      :most="12"
      @hold="given.bounces = Math.round($event)"
      @keep="setBounces"
    />
  </div>
  <div class="tiles">
    <button
      v-for="tile in readyEases"
      :key="tile.ease"
      type="button"
      :title="`${tile.label}: ${tile.hint}`"
      @click="given.give(tile.ease)"
    >
      <svg viewBox="0 0 24 16" aria-hidden="true"><path :d="tile.path" /></svg>
      {{ tile.label }}
    </button>
  </div>
  <p v-if="gravity" class="told num">{{ gravity }}</p>
  <form class="css" @submit.prevent="give(css)">
    <input
      v-model="css"
      class="num"
      type="text"
      spellcheck="false"
      aria-label="Ease as CSS"
      placeholder="cubic-bezier(…) or linear(…)"
    />
    <BButton
      type="submit"
      variant="quiet"
      class="btn-small"
      :disabled="!css.trim()"
      title="Give the selected stretches this ease"
      >Give</BButton
    >
    <BButton variant="quiet" class="btn-small" title="Copy the selected stretch as CSS" @click="copy">Copy</BButton>
  </form>
  <form v-if="css.trim()" class="css" @submit.prevent="keep">
    <input v-model="naming" type="text" aria-label="Name of the ease to keep" placeholder="Name, to keep this ease" />
    <BButton type="submit" variant="quiet" class="btn-small" :disabled="!naming.trim()">Keep</BButton>
  </form>
  <ul v-if="kept.length" class="kept" aria-label="Kept eases">
    <li v-for="ease in kept" :key="ease.name">
      <button type="button" class="name" :title="ease.css" @click="give(ease.css)">{{ ease.name }}</button>
      <button
        type="button"
        class="gone"
        :aria-label="`Let go of ${ease.name}`"
        title="Let go of it"
        @click="letGo(ease.name)"
      >
        <i class="bi bi-x-lg" aria-hidden="true" />
      </button>
    </li>
  </ul>
</template>

<style scoped>
.amounts {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto minmax(0, 1fr);
  align-items: center;
  gap: 4px 8px;
}
.tiles {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 4px;
  margin: 6px 0;
}
.tiles button {
  display: flex;
  align-items: center;
  gap: 5px;
  padding: 2px 5px;
  border: 1px solid var(--line);
  border-radius: 7px;
  background: var(--ink);
  color: var(--text);
  font-size: 11.5px;
  white-space: nowrap;
}
.tiles button:hover {
  border-color: var(--lemon);
}
.tiles svg {
  flex: none;
  width: 24px;
  height: 16px;
}
.tiles path {
  fill: none;
  stroke: var(--mint);
  stroke-width: 1.6;
  stroke-linecap: round;
}
.told {
  margin: 0 0 6px;
  color: var(--dim);
  font-size: 11px;
}
.css {
  display: flex;
  gap: 4px;
  margin-top: 4px;
}
.css input {
  flex: 1;
  min-width: 0;
  height: 26px;
  padding: 0 7px;
  border: 1px solid var(--line);
  border-radius: 7px;
  background: var(--ink);
  color: var(--text);
  font-size: 11.5px;
}
.css input::placeholder {
  color: var(--dim);
}
.kept {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
}
.kept li {
  display: flex;
  border: 1px solid var(--line);
  border-radius: 7px;
}
.kept button {
  border: 0;
  background: none;
  color: var(--text);
  font-size: 11.5px;
}
.gone {
  padding: 0 5px;
  color: var(--dim) !important;
  font-size: 9px !important;
}
</style>
