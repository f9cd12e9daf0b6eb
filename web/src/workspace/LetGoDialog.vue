<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { http, type HistoryItem } from '../api/http'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import { inBytes } from '../shared/bytes'

/** How much room the history takes, and letting go of the older part of it. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const notices = useNotices()
const entries = ref<HistoryItem[] | null>(null)
const before = ref<number | null>(null)
const isSure = ref(false)

const all = computed(() => sum(entries.value ?? []))
const going = computed(() => (entries.value ?? []).filter(({ seq }) => before.value !== null && seq < before.value))
/** Only what is in force can be let go, and the last change always stays. */
const offered = computed(() =>
  (entries.value ?? []).filter(({ seq }) => seq > scene.note.floor + 1 && seq <= scene.position).reverse(),
)
const sum = (some: readonly HistoryItem[]) => some.reduce((bytes, entry) => bytes + entry.bytes, 0)
const changes = (count: number) => (count === 1 ? '1 change' : `${count} changes`)

onMounted(async () => {
  try {
    entries.value = (await http.history(scene.id!)).entries
  } catch (wrong) {
    notices.problem(wrong)
    emit('close')
  }
})

async function letGo(): Promise<void> {
  const count = going.value.length
  try {
    await http.letHistoryGo(scene.id!, before.value!)
    notices.say(`${changes(count)} of the history ${count === 1 ? 'is' : 'are'} let go. The scene is as it was.`)
  } catch (wrong) {
    notices.problem(wrong)
  }
}
</script>

<template>
  <AskDialog
    title="Room that the history takes"
    ok="Let go"
    :ready="isSure && going.length > 0"
    @done="letGo"
    @close="emit('close')"
  >
    <p class="mb-2">
      {{
        entries === null
          ? 'Adding it up…'
          : `${changes(entries.length)} take ${inBytes(all)}. What you let go cannot be undone or compared with any more; the scene stays as it is.`
      }}
    </p>
    <label class="form-label" for="keep-from">Keep from this change on</label>
    <select id="keep-from" v-model="before" class="form-select steps" size="8" autofocus @change="isSure = false">
      <option v-for="{ seq, title } in offered" :key="seq" :value="seq">{{ seq }} · {{ title }}</option>
    </select>
    <div v-if="going.length" class="form-check mt-3">
      <input id="sure" v-model="isSure" class="form-check-input" type="checkbox" />
      <label class="form-check-label" for="sure"
        >Let {{ changes(going.length) }} go for good, which gives {{ inBytes(sum(going)) }} back</label
      >
    </div>
  </AskDialog>
</template>

<style scoped>
.steps {
  font-size: 12.5px;
}
</style>
