<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { http, type ReelCard } from '../api/http'
import MenuItem from '../shared/MenuItem.vue'
import { inBytes } from '../shared/bytes'
import { rateLabel } from '../timebar/rates'
import { momentOf } from '../shared/when'

/** One reel on the list: a picture that moves under the pointer, what it is, and what can be done with it. */
const props = defineProps<{ reel: ReelCard; side: 'a' | 'b' | null; canCompare: boolean }>()
const emit = defineEmits<{
  choose: [side: 'a' | 'b']
  words: []
  pick: []
  video: []
  sheet: []
  scene: []
  curves: []
  remove: []
}>()

const still = computed(() => Math.floor(props.reel.pictures / 3))
const picture = ref<number | null>(null)
// A dozen of its pictures, as far as they are loaded.
const { pause, resume } = useIntervalFn(
  () => {
    const step = Math.max(1, Math.floor(props.reel.pictures / 12))
    picture.value = ((picture.value ?? still.value) + step) % props.reel.pictures
  },
  200,
  { immediate: false },
)
function rest(): void {
  pause()
  picture.value = null
}

const frames = computed(() => {
  const { frames, every = 1 } = props.reel.settings.plan
  return `${frames.first}–${frames.last}${every > 1 ? ` every ${every}` : ''}`
})
const made = computed(() => `${momentOf(props.reel.madeAt)}${props.reel.madeBy ? ` by ${props.reel.madeBy}` : ''}`)
const title = computed(() => `Reel ${props.reel.number}`)
const what = computed(() => {
  const { settings, bytes } = props.reel
  const blur = (settings.plan.inside ?? 1) > 1 ? `, motion blur ${settings.plan.shutter}°` : ''
  const only = settings.only.length ? `, only ${settings.only.join(', ')}` : ''
  return `Through ${settings.through}${only}${blur}, ${settings.samples} samples a pixel; ${inBytes(bytes)}; after change ${props.reel.position} of the scene`
})
/** A click anywhere on it but on what does something else. */
function look(event: MouseEvent): void {
  if (!(event.target as Element).closest('.menu, .other')) emit('choose', 'a')
}
</script>

<template>
  <article class="reel" :class="side" :aria-label="title" @click="look">
    <button
      type="button"
      class="look"
      :title="`Look at it as A\n${what}`"
      :aria-label="`Look at ${title} as A`"
      @pointerenter="resume"
      @pointerleave="rest"
    >
      <img :src="http.pictureAddress(reel.id, picture ?? still)" alt="" />
    </button>
    <div class="words">
      <span class="title"
        ><span v-if="side" class="letter">{{ side.toUpperCase() }}</span
        ><b>{{ title }}</b
        ><span v-if="reel.picked" class="picked">picked</span></span
      >
      <span v-if="reel.name" class="line name">{{ reel.name }}</span>
      <span class="line num">{{ frames }} · {{ rateLabel(reel.rate) }} fps</span>
      <span class="line num">{{ reel.settings.width }}×{{ reel.settings.height }}</span>
      <span class="line">{{ made }}</span>
      <span v-if="reel.note" class="line note" :title="reel.note">“{{ reel.note }}”</span>
    </div>
    <BDropdown lazy no-caret size="sm" variant="quiet" class="menu" toggle-class="btn-small" strategy="fixed">
      <template #button-content
        ><i class="bi bi-three-dots" aria-hidden="true" /><span class="visually-hidden"
          >More of {{ title }}</span
        ></template
      >
      <MenuItem v-if="canCompare && side !== 'b'" @click="emit('choose', 'b')">Compare with A, as B</MenuItem>
      <MenuItem @click="emit('pick')">{{ reel.picked ? 'Pick it no more' : 'Pick it' }}</MenuItem>
      <MenuItem @click="emit('words')">Name and note…</MenuItem>
      <BDropdownDivider />
      <MenuItem @click="emit('video')">Save as video…</MenuItem>
      <BDropdownItem :href="http.picturesAddress(reel.id)">Save as numbered pictures</BDropdownItem>
      <MenuItem @click="emit('sheet')">Save a contact sheet…</MenuItem>
      <BDropdownDivider />
      <MenuItem @click="emit('curves')">Compare the curves of now with those of then</MenuItem>
      <MenuItem @click="emit('scene')">Open the scene as it was</MenuItem>
      <BDropdownDivider />
      <MenuItem @click="emit('remove')">Delete</MenuItem>
    </BDropdown>
    <button
      v-if="canCompare && side === null"
      type="button"
      class="letter other"
      :title="`Compare ${title} with A, as B`"
      :aria-label="`Compare ${title} with A`"
      @click="emit('choose', 'b')"
    >
      B
    </button>
  </article>
</template>

<style scoped>
.reel {
  position: relative;
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 10px;
  padding: 8px;
  border: 1px solid var(--line);
  border-radius: 9px;
  background: var(--ink);
  cursor: pointer;
}
.reel.a {
  border-color: var(--lemon);
}
.reel.b {
  border-color: var(--mint);
}
.look {
  align-self: start;
  padding: 0;
  overflow: hidden;
  border: 0;
  border-radius: 6px;
  background: var(--stage);
  aspect-ratio: 16 / 10;
}
img {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: cover;
}
.words {
  display: grid;
  align-content: start;
  font-size: 12px;
  line-height: 1.4;
}
.title {
  display: flex;
  align-items: center;
  gap: 6px;
  padding-right: 30px;
  font-size: 13px;
}
.letter {
  display: grid;
  place-content: center;
  width: 18px;
  height: 18px;
  border-radius: 5px;
  font-weight: 700;
}
.a .letter {
  background: var(--lemon);
  color: var(--on-lemon);
}
.b .letter {
  background: #63d3b8;
  color: #10201e;
}
.other {
  position: absolute;
  right: 14px;
  bottom: 10px;
  width: 22px;
  height: 22px;
  padding: 0;
  border: 1px solid var(--mint);
  background: none;
  color: var(--mint);
}
.other:hover {
  background: #63d3b8;
  color: #10201e;
}
.picked {
  color: var(--lime);
  font-weight: 650;
}
[data-bs-theme='light'] .picked {
  color: var(--text);
}
.line {
  overflow: hidden;
  color: var(--dim);
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name {
  color: var(--text);
}
.menu {
  position: absolute;
  right: 6px;
  top: 6px;
}
</style>
