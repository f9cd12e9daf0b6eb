<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { http, type DeletedScene } from '../api/http'
import { useNotices } from '../scene/notices'
import { inBytes } from '../shared/bytes'
import { useFocusReturn } from '../shared/focusReturn'
import { momentOf } from '../shared/when'

/** The deleted scenes: each can be brought back, or deleted for good, which is asked twice. */
const emit = defineEmits<{ close: []; changed: [] }>()
const notices = useNotices()
useFocusReturn()
const scenes = ref<DeletedScene[] | null>(null)
const sure = ref<number | null>(null)
const busy = ref<number | null>(null)
const text = ref('')
const found = computed(() => {
  const wanted = text.value.trim().toLowerCase()
  return (scenes.value ?? [])
    .filter(({ name }) => name.toLowerCase().includes(wanted))
    .toSorted((a, b) => b.deletedAt.localeCompare(a.deletedAt))
})

async function guarded(action: () => Promise<unknown>): Promise<void> {
  try {
    await action()
  } catch (wrong) {
    notices.problem(wrong)
  }
  scenes.value = await http.deletedScenes().catch(() => scenes.value)
}

onMounted(() => guarded(async () => {}))

const bringBack = (scene: DeletedScene) =>
  guarded(async () => {
    await http.restoreScene(scene.id)
    notices.say(`${scene.name} is back.`)
    emit('changed')
  })

async function remove(scene: DeletedScene): Promise<void> {
  if (sure.value !== scene.id) return void (sure.value = scene.id)
  sure.value = null
  busy.value = scene.id
  await guarded(async () => {
    await http.deleteForGood(scene.id)
    notices.say(`${scene.name} and its history are gone; ${inBytes(scene.bytes)} are free again.`)
  })
  busy.value = null
}
</script>

<template>
  <BModal
    :model-value="true"
    no-animation
    title="Deleted scenes"
    title-tag="h2"
    size="lg"
    no-footer
    focus="[autofocus]"
    @hidden="emit('close')"
  >
    <p v-if="scenes === null" class="dim mb-0">Looking for deleted scenes…</p>
    <p v-else-if="scenes.length === 0" class="dim mb-0">
      None. A scene that you delete waits here until you want it back.
    </p>
    <template v-else>
      <input
        v-if="text || scenes.length > 6"
        v-model="text"
        type="search"
        class="form-control form-control-sm mb-3"
        placeholder="Find a deleted scene…"
        aria-label="Find a deleted scene"
        autofocus
      />
      <p v-if="found.length === 0" class="dim mb-0">None of them has “{{ text }}” in its name.</p>
    </template>
    <ul v-if="found.length" class="list" aria-label="Deleted scenes, the last deleted first">
      <li v-for="scene in found" :key="scene.id">
        <div class="what">
          <span class="name" :title="scene.name">{{ scene.name }}</span>
          <span class="dim num"
            >deleted {{ momentOf(scene.deletedAt) }} · {{ scene.objects }}
            {{ scene.objects === 1 ? 'object' : 'objects' }} · {{ inBytes(scene.bytes) }}</span
          >
        </div>
        <BButton variant="strong" class="btn-small" @click="bringBack(scene)">Bring back</BButton>
        <BButton
          variant="quiet"
          class="btn-small"
          :class="{ sure: sure === scene.id }"
          :disabled="busy === scene.id"
          @click="remove(scene)"
          >{{
            busy === scene.id ? 'Deleting…' : sure === scene.id ? 'Really delete for good' : 'Delete for good'
          }}</BButton
        >
      </li>
    </ul>
  </BModal>
</template>

<style scoped>
.list {
  display: grid;
  gap: 10px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  content-visibility: auto;
  contain-intrinsic-size: auto 38px;
  display: flex;
  align-items: center;
  gap: 10px;
}
.what {
  display: grid;
  flex: 1;
  min-width: 0;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-weight: 600;
}
.dim {
  font-size: 12px;
}
.sure {
  border-color: var(--grapefruit);
  color: var(--grapefruit);
}
</style>
