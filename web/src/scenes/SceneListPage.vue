<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { http, type SceneCard as Card } from '../api/http'
import { useNotices } from '../scene/notices'
import BrandMark from '../shared/BrandMark.vue'
import SchemeButton from '../shared/SchemeButton.vue'
import { importFiles } from './importing'
import DeletedScenes from './DeletedScenes.vue'
import SceneCard from './SceneCard.vue'

const router = useRouter()
const notices = useNotices()
const cards = ref<Card[] | null>(null)
const dropping = ref(false)
const busy = ref('')
const deleted = ref(false)
let reading = new AbortController()

async function refresh(): Promise<void> {
  try {
    cards.value = await http.scenes()
  } catch (wrong) {
    notices.problem(wrong)
  }
}

onMounted(async () => {
  await refresh()
  const bare = (cards.value ?? []).filter((card) => !card.hasThumbnail).map((card) => card.id)
  if (bare.length === 0) return
  const { drawThumbnails } = await import('../stage/thumbnails')
  // A list without pictures is still a list.
  await drawThumbnails(bare, () => void refresh()).catch(() => {})
})

const open = (id: number) => router.push(`/scenes/${id}`)

async function guarded(action: () => Promise<unknown>): Promise<void> {
  try {
    await action()
  } catch (wrong) {
    notices.problem(wrong)
  }
  await refresh()
}

const add = () => guarded(async () => open((await http.addScene()).id))
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
  if (!files?.length) return
  await bring([...files])
}

/** Reads files in; what runs can be called off. */
async function bring(files: File[]): Promise<void> {
  busy.value = files.length === 1 ? `Reading ${files[0]!.name}…` : `Reading ${files.length} files…`
  reading = new AbortController()
  const { signal } = reading
  await guarded(() => importFiles(files, signal, (again) => void bring(again)))
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
        <BButton v-if="busy" variant="quiet" class="btn-small" @click="reading.abort()">Call off</BButton>
        <div class="gap" />
        <BButton
          variant="quiet"
          title="Scenes that were deleted, to bring back or to delete for good"
          @click="deleted = true"
          ><i class="bi bi-trash3" aria-hidden="true" /> Deleted</BButton
        >
        <label class="btn btn-quiet import" title="Read scene files; you can also drop them anywhere on this page">
          <i class="bi bi-upload" aria-hidden="true" /> Import
          <input
            type="file"
            class="visually-hidden"
            accept=".json,.zesty.json,application/json"
            multiple
            @change="pickFiles"
          />
        </label>
        <BButton variant="lime" @click="add"><i class="bi bi-plus-lg" aria-hidden="true" /> New scene</BButton>
      </div>
      <p v-if="cards === null" class="dim">Looking for scenes…</p>
      <div v-else-if="cards.length === 0" class="none">
        <p class="none-title">No scenes yet</p>
        <p>Start with <b>New scene</b>, or drop a scene file here.</p>
      </div>
      <div v-else class="cards">
        <SceneCard
          v-for="card in cards"
          :key="card.id"
          :card="card"
          @rename="rename(card, $event)"
          @duplicate="duplicate(card)"
          @remove="remove(card)"
        />
      </div>
    </main>
    <DeletedScenes v-if="deleted" @close="deleted = false" @changed="refresh" />
    <div v-if="dropping" class="drop" aria-hidden="true">
      <i class="bi bi-file-earmark-arrow-down" /> Drop scene files to import them
    </div>
  </div>
</template>

<style scoped>
.page {
  height: 100%;
  overflow-y: auto;
}
.top {
  display: flex;
  align-items: center;
  height: 42px;
  padding: 0 14px;
  border-bottom: 1px solid var(--line);
}
main {
  max-width: 1160px;
  margin: 0 auto;
  padding: 26px 24px 60px;
}
.title {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-bottom: 18px;
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
