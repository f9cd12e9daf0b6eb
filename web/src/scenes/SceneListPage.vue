<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { http, type SceneCard as Card } from '../api/http'
import { useNotices } from '../scene/notices'
import BrandMark from '../shared/BrandMark.vue'
import SchemeButton from '../shared/SchemeButton.vue'
import { accepted, comesInAlone, useBringIn } from '../incoming/bringIn'
import AboutLine from './AboutLine.vue'
import { importFiles } from './importing'
import DeletedScenes from './DeletedScenes.vue'
import SceneCard from './SceneCard.vue'
import { useSceneCards } from './sceneCards'

const BringInDialog = defineAsyncComponent(() => import('../incoming/BringInDialog.vue'))

/** The orders in which scenes can be listed. */
const orders = {
  changed: { label: 'Changed last', compare: (a: Card, b: Card) => b.changedAt.localeCompare(a.changedAt) },
  name: { label: 'By name', compare: (a: Card, b: Card) => a.name.localeCompare(b.name, undefined, { numeric: true }) },
  objects: { label: 'Largest', compare: (a: Card, b: Card) => b.objects - a.objects },
}

const router = useRouter()
const notices = useNotices()
const bringIn = useBringIn()
const { cards, isAway, refresh } = useSceneCards()
const dropping = ref(false)
const busy = ref('')
const share = ref(0)
const deleted = ref(false)
let reading = new AbortController()

const text = ref('')
const order = useStorage<keyof typeof orders>('zesty-scene-order', 'changed')
const shown = computed(() => {
  const wanted = text.value.trim().toLowerCase()
  const found = (cards.value ?? []).filter(({ name }) => name.toLowerCase().includes(wanted))
  return found.toSorted((orders[order.value] ?? orders.changed).compare)
})

const grid = useTemplateRef<HTMLElement>('grid')

/** The arrow keys go from scene to scene, Home and End to the ends. */
function walk(event: KeyboardEvent): void {
  const pictures = [...grid.value!.querySelectorAll<HTMLElement>('.picture')]
  const at = pictures.indexOf(event.target as HTMLElement)
  if (at < 0) return
  const columns = getComputedStyle(grid.value!).gridTemplateColumns.split(' ').length
  const to = {
    ArrowLeft: at - 1,
    ArrowRight: at + 1,
    ArrowUp: at - columns,
    ArrowDown: at + columns,
    Home: 0,
    End: pictures.length - 1,
  }[event.key]
  if (to === undefined) return
  event.preventDefault()
  pictures[to]?.focus()
}

const open = (id: number) => router.push(`/scenes/${id}`)

async function guarded(action: () => Promise<unknown>): Promise<void> {
  try {
    await action()
  } catch (wrong) {
    notices.problem(wrong)
  }
  await refresh()
}

const isAdding = ref(false)
async function add(): Promise<void> {
  // A double-click means one scene.
  if (isAdding.value) return
  isAdding.value = true
  await guarded(async () => open((await http.addScene()).id))
  isAdding.value = false
}
const duplicate = (card: Card) => guarded(() => http.duplicateScene(card.id))
const rename = (card: Card, name: string) =>
  guarded(() => http.editScene(card.id, card.revision, { edit: 'renameScene', name }))

const remove = (card: Card) =>
  guarded(async () => {
    await http.deleteScene(card.id)
    notices.say(`${card.name} is deleted.`, {
      label: 'Undo',
      run: () => void guarded(() => http.restoreScene(card.id)),
    })
  })

async function take(files: FileList | null): Promise<void> {
  dropping.value = false
  if (!files?.length || bringIn.isOpen) return
  // Scenes come in whole, and other files as objects of a new scene.
  if ([...files].some((file) => comesInAlone(file))) return bringIn.open([...files])
  await bring([...files])
}

/** Reads files in; what runs can be called off. */
async function bring(files: File[]): Promise<void> {
  busy.value = files.length === 1 ? `Reading ${files[0]!.name}…` : `Reading ${files.length} files…`
  reading = new AbortController()
  const { signal } = reading
  share.value = 0
  const again = (those: File[]) => void bring(those)
  await guarded(() => importFiles(files, signal, again, (now) => (share.value = now)))
  busy.value = ''
}

function pickFiles(event: Event): void {
  const input = event.target as HTMLInputElement
  void take(input.files).then(() => (input.value = ''))
}
</script>

<template>
  <div
    class="page"
    @dragover.prevent="dropping = true"
    @dragleave.self="dropping = false"
    @drop.prevent="take($event.dataTransfer?.files ?? null)"
  >
    <header class="top">
      <BrandMark />
      <div class="gap" />
      <SchemeButton />
    </header>
    <main>
      <div class="title">
        <h1>Scenes</h1>
        <span v-if="busy" role="status" class="dim">{{ busy }}</span>
        <template v-if="busy">
          <progress :value="share" aria-label="Import" />
          <span class="dim num">{{ Math.floor(share * 100) }} %</span>
          <BButton variant="quiet" class="btn-small" @click="reading.abort()">Call off</BButton>
        </template>
        <div class="gap" />
        <template v-if="text || (cards && cards.length > 1)">
          <input
            v-model="text"
            type="search"
            class="form-control find"
            placeholder="Find a scene…"
            aria-label="Find a scene"
            @keydown.down.prevent="grid?.querySelector<HTMLElement>('.picture')?.focus()"
          />
          <select v-model="order" class="small-pick order" aria-label="Order of the scenes">
            <option v-for="(each, way) in orders" :key="way" :value="way">{{ each.label }}</option>
          </select>
        </template>
        <BButton
          variant="quiet"
          title="Scenes that were deleted, to bring back or to delete for good"
          @click="deleted = true"
          ><i class="bi bi-trash3" aria-hidden="true" /> Deleted</BButton
        >
        <label class="btn btn-quiet import" title="Read scene files; you can also drop them anywhere on this page">
          <i class="bi bi-upload" aria-hidden="true" /> Import
          <input type="file" class="visually-hidden" :accept="`${accepted},.bvh,.svg`" multiple @change="pickFiles" />
        </label>
        <BButton variant="lime" @click="add"><i class="bi bi-plus-lg" aria-hidden="true" /> New scene</BButton>
      </div>
      <p v-if="isAway" class="away" role="status">
        <i class="bi bi-wifi-off" aria-hidden="true" /> The server does not answer. The scenes are here again as soon as
        it does.
      </p>
      <p v-else-if="cards === null" class="dim">Looking for scenes…</p>
      <div v-if="cards?.length === 0" class="none">
        <p class="none-title">No scenes yet</p>
        <p>Start with <b>New scene</b>, or drop a scene file here.</p>
      </div>
      <p v-else-if="cards && shown.length === 0" class="none">No scene has “{{ text }}” in its name.</p>
      <div v-else-if="cards" ref="grid" class="cards" @keydown="walk">
        <SceneCard
          v-for="card in shown"
          :key="card.id"
          :card="card"
          @rename="rename(card, $event)"
          @duplicate="duplicate(card)"
          @remove="remove(card)"
        />
      </div>
    </main>
    <AboutLine />
    <DeletedScenes v-if="deleted" @close="deleted = false" @changed="refresh" />
    <BringInDialog v-if="bringIn.isOpen" alone @close="bringIn.isOpen = false" />
    <div v-if="dropping" class="drop" aria-hidden="true">
      <i class="bi bi-file-earmark-arrow-down" /> Drop scenes, or files whose objects make one
    </div>
  </div>
</template>

<style scoped>
.page {
  display: flex;
  flex-direction: column;
  height: 100%;
  overflow-y: auto;
}
.top {
  display: flex;
  flex: none;
  align-items: center;
  height: 42px;
  padding: 0 14px;
  border-bottom: 1px solid var(--line);
}
main {
  flex: 1 0 auto;
  width: 100%;
  max-width: 1160px;
  margin: 0 auto;
  padding: 26px 24px 40px;
}
.title {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 10px;
  margin-bottom: 18px;
}
progress {
  width: 120px;
  height: 6px;
  appearance: none;
  border: 0;
  border-radius: 3px;
  background: var(--raised);
}
progress::-webkit-progress-bar {
  border-radius: 3px;
  background: var(--raised);
}
progress::-webkit-progress-value {
  border-radius: 3px;
  background: var(--lime);
}
progress::-moz-progress-bar {
  border-radius: 3px;
  background: var(--lime);
}
.find {
  width: 180px;
  height: 32px;
  font-size: 12.5px;
}
.order {
  height: 32px;
}
h1 {
  margin: 0;
  font-size: 22px;
  font-weight: 700;
}
.gap {
  flex: 1;
}
.import:focus-within {
  outline: 2px solid var(--lemon);
  outline-offset: 1px;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(258px, 1fr));
  gap: 18px;
}
.away {
  margin: 0 0 18px;
  padding: 9px 14px;
  border: 1px solid var(--tangerine);
  border-radius: 10px;
}
.away i {
  margin-right: 6px;
  color: var(--tangerine);
}
.none {
  padding: 90px 0;
  text-align: center;
  color: var(--dim);
}
.none-title {
  margin-bottom: 4px;
  font-size: 17px;
  font-weight: 650;
  color: var(--text);
}
.drop {
  position: fixed;
  inset: 12px;
  display: grid;
  place-content: center;
  border: 2px dashed var(--lemon);
  border-radius: 14px;
  background: var(--veil);
  font-size: 18px;
  text-align: center;
  pointer-events: none;
}
</style>
