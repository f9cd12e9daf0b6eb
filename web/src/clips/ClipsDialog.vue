<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ClipCycle } from '../api/http'
import { useQuestions } from '../scene/questions'
import { withFullNames } from '../scene/reasons'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import { usePlayhead } from '../timebar/playhead'
import NumberField from '../values/NumberField.vue'
import CyclePick from './CyclePick.vue'

/** All clips of the scene: to be placed on the selected objects, called something else, or deleted. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const playhead = usePlayhead()
const questions = useQuestions()

const clips = computed(() => {
  void scene.rowsVersion
  const placed = [...scene.model.placed.values()]
  return [...scene.model.clips.values()].map((clip) => ({
    ...clip,
    moves: withFullNames(clip.channels.join(', ')),
    frames: Number((clip.length / scene.settings.ticksPerFrame).toFixed(2)),
    ...usesOf(placed.filter((one) => one.clip === clip.id)),
  }))
})
function usesOf(placed: readonly { object: number }[]): { uses: number; objects: string } {
  const names = [...new Set(placed.map(({ object }) => scene.model.objects.get(object)?.name ?? ''))]
  const few = names.slice(0, 2).join(names.length === 2 ? ' and ' : ', ')
  return { uses: placed.length, objects: names.length > 2 ? `${few} and ${names.length - 2} more` : few }
}

const picked = ref(clips.value[0]?.id ?? null)
const times = ref(1)
const cycle = ref<ClipCycle>('once')
const targets = computed(() => [...selection.objects].flatMap((id) => scene.model.objects.get(id) ?? []))
const onWhat = computed(() => (targets.value.length === 1 ? targets.value[0]!.name : `${targets.value.length} objects`))
const ready = computed(() => clips.value.some(({ id }) => id === picked.value) && targets.value.length > 0)

function setTimes(value: number): void {
  times.value = value
  if (value > 1 && cycle.value === 'once') cycle.value = 'repeat'
}

function rename(clip: number, event: Event): void {
  const field = event.target as HTMLInputElement
  const known = scene.model.clips.get(clip)!.name
  if (field.value.trim() && field.value !== known) void scene.edit({ edit: 'renameClip', clip, name: field.value })
  else field.value = known
}

/** Where a clip is placed, deleting it takes it off there, which is asked about. */
async function remove({ id, name, uses, objects }: (typeof clips.value)[number]): Promise<void> {
  if (uses) {
    const answer = await questions.ask({
      title: `Delete ${name}?`,
      text: `It is placed ${uses === 1 ? 'once' : `${uses} times`}, on ${objects}. Deleting it takes it off there.`,
      ways: [
        { value: 'delete', label: 'Delete it' },
        { value: 'keep', label: 'Keep it' },
      ],
      otherwise: 'keep',
    })
    if (answer === 'keep') return
  }
  await scene.edit({ edit: 'deleteClip', clip: id })
}

async function place(): Promise<void> {
  const before = new Set(scene.model.placed.keys())
  const kept = await scene.edit({
    edit: 'placeClip',
    clip: picked.value!,
    objects: targets.value.map(({ id }) => id),
    frame: playhead.frame,
    times: times.value,
    cycle: cycle.value,
  })
  if (kept) selection.selectClips([...scene.model.placed.keys()].filter((id) => !before.has(id)))
}
</script>

<template>
  <AskDialog title="Clips" ok="Place" leave="Close" :ready="ready" @done="place" @close="emit('close')">
    <p v-if="clips.length === 0" class="mb-0">
      No clips yet. Select some keys of an object on the desk and save them as a clip (E).
    </p>
    <template v-else>
      <ul class="list" aria-label="Clips of the scene">
        <li v-for="clip in clips" :key="clip.id" :class="{ picked: picked === clip.id }">
          <input
            v-model="picked"
            type="radio"
            name="clip"
            class="form-check-input"
            :value="clip.id"
            :aria-label="`Place ${clip.name}`"
          />
          <input
            class="called"
            :value="clip.name"
            maxlength="80"
            :aria-label="`Name of ${clip.name}`"
            @focus="picked = clip.id"
            @change="rename(clip.id, $event)"
            @keydown.enter.prevent="($event.target as HTMLInputElement).blur()"
          />
          <span class="about num">{{ clip.frames }} f</span>
          <span class="about channels" :title="clip.moves">{{ clip.moves }}</span>
          <span class="about num" :title="`On objects ${clip.uses} times`">× {{ clip.uses }}</span>
          <button
            type="button"
            class="bin"
            :aria-label="`Delete ${clip.name}`"
            :title="clip.uses ? 'Delete it, and take it off wherever it is placed' : 'Delete it'"
            @click="remove(clip)"
          >
            <i class="bi bi-trash3" aria-hidden="true" />
          </button>
        </li>
      </ul>
      <p v-if="targets.length === 0" class="told mb-0">Select an object to place a clip on it.</p>
      <div v-else class="row-of-fields">
        on {{ onWhat }} at frame {{ playhead.readFrame }},
        <NumberField
          :value="times"
          label="How often it is played"
          unit=" ×"
          :decimals="2"
          :step="1"
          :least="0.01"
          :most="10000"
          trim
          @hold="setTimes"
          @keep="setTimes"
        />
        <CyclePick :value="cycle" @pick="cycle = $event" />
      </div>
    </template>
  </AskDialog>
</template>

<style scoped>
.list {
  display: grid;
  gap: 2px;
  max-height: 40vh;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
}
.list li {
  display: grid;
  grid-template-columns: 18px minmax(90px, 1fr) 52px minmax(0, 1fr) 34px 24px;
  align-items: center;
  gap: 8px;
  padding: 3px 8px;
  border-radius: 7px;
}
.list li.picked {
  background: var(--raised);
}
.list li > input[type='radio'] {
  margin: 0;
}
.called {
  min-width: 0;
  padding: 1px 6px;
  border: 1px solid transparent;
  border-radius: 6px;
  background: none;
  color: var(--text);
}
.called:hover,
.called:focus {
  border-color: var(--line);
  background: var(--ink);
}
.about {
  color: var(--dim);
  font-size: 12px;
  white-space: nowrap;
}
.channels {
  overflow: hidden;
  text-overflow: ellipsis;
}
.bin {
  padding: 0;
  border: 0;
  background: none;
  color: var(--dim);
}
.bin:hover {
  color: var(--grapefruit);
}
</style>
