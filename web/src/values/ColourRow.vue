<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue'
import { useNotices } from '../scene/notices'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { useChannelState } from './channelState'
import { hexOf, linearOf, readHex } from './colour'
import { useFieldProblem } from './fieldProblem'
import ValueMarker, { type MarkerState } from './ValueMarker.vue'

const props = defineProps<{
  object: SceneObject
  channels: readonly string[]
  /** The selected objects differ here. */ various?: boolean
}>()
const emit = defineEmits<{ hold: [values: number[]]; keep: [values: number[]]; marker: [] }>()

const scene = useScene()
const state = useChannelState()

const parts = computed(() => {
  void scene.seenVersion
  return props.channels.map((channel) => state.value(props.object, channel))
})
const hex = computed(() => (parts.value.some(Number.isNaN) ? '' : hexOf(parts.value)))
const marker = computed<MarkerState>(() => {
  const states = props.channels.map((channel) => state.state(props.object, channel))
  return (['changed', 'keyed', 'animated', 'moved'] as const).find((wanted) => states.includes(wanted)) ?? 'still'
})
const read = (event: Event) => linearOf((event.target as HTMLInputElement).value)
const shown = computed(() => (props.various ? 'various' : hex.value || '…'))

/** What is typed; null while nothing is. */
const typed = ref<string | null>(null)
const isWrong = computed(() => typed.value !== null && typed.value !== shown.value && readHex(typed.value) === null)

async function begin(event: FocusEvent): Promise<void> {
  typed.value = shown.value
  await nextTick()
  ;(event.target as HTMLInputElement).select()
}

function finish(): void {
  const text = typed.value
  typed.value = null
  if (text === null || text === shown.value) return
  const wanted = readHex(text)
  if (wanted) emit('keep', linearOf(wanted))
  else useNotices().problem(`Colour: “${text}” was not taken. ${hint}`)
}
const hint = 'A colour is # and six digits from 0 to f, such as #d95f4c.'
const field = useTemplateRef<HTMLInputElement>('field')
const problem = useFieldProblem()
watch(isWrong, (wrong) => problem.tell(field.value, wrong ? hint : ''))
onBeforeUnmount(() => problem.tell(field.value, ''))

function press(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey) return
  event.stopPropagation()
  if (event.key === 'Enter') problem.isPressed = true
  if (event.key === 'Escape') typed.value = null
  if (event.key === 'Escape' || (event.key === 'Enter' && !isWrong.value)) (event.target as HTMLInputElement).blur()
}

// Some browsers let one point at a colour anywhere on the screen.
const picker = (window as { EyeDropper?: new () => { open(): Promise<{ sRGBHex: string }> } }).EyeDropper

async function pick(): Promise<void> {
  // Called off with Escape, nothing is picked.
  const picked = await new picker!().open().catch(() => null)
  const wanted = picked && readHex(picked.sRGBHex)
  if (wanted) emit('keep', linearOf(wanted))
}
</script>

<template>
  <div class="channel" data-channel="look.colour">
    <ValueMarker :state="marker" label="Colour" @click="emit('marker')" />
    <span>Colour</span>
    <input
      type="color"
      class="swatch"
      aria-label="Colour"
      :value="hex || '#000000'"
      :disabled="!hex"
      @input="emit('hold', read($event))"
      @change="emit('keep', read($event))"
    />
    <div class="exact">
      <input
        ref="field"
        class="num hex"
        :class="{ wrong: isWrong }"
        aria-label="Colour as #rrggbb"
        autocomplete="off"
        spellcheck="false"
        maxlength="20"
        :value="typed ?? shown"
        title="Type a colour such as #d95f4c, or copy it from here"
        :aria-invalid="isWrong"
        :aria-describedby="isWrong ? 'field-problem' : undefined"
        :disabled="!hex"
        @focus="begin"
        @input="typed = ($event.target as HTMLInputElement).value"
        @blur="finish"
        @keydown="press"
      />
      <button
        v-if="picker"
        type="button"
        class="pick"
        title="Pick a colour anywhere on the screen"
        aria-label="Pick a colour on the screen"
        :disabled="!hex"
        @click="pick"
      >
        <i class="bi bi-eyedropper" aria-hidden="true" />
      </button>
    </div>
  </div>
</template>

<style scoped>
.channel {
  display: grid;
  grid-template-columns: 18px minmax(42px, 84px) minmax(18px, 1fr) auto;
  align-items: center;
  gap: 6px;
  height: 25px;
}
.swatch {
  width: 100%;
  height: 20px;
  padding: 0;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: none;
  overflow: hidden;
}
.swatch::-webkit-color-swatch-wrapper {
  padding: 0;
}
.swatch::-webkit-color-swatch {
  border: 0;
}
.exact {
  display: flex;
  gap: 3px;
}
.hex {
  width: 80px;
  height: 22px;
  padding: 0 7px;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: var(--ink);
  color: var(--text);
  font-size: 12px;
  text-align: right;
}
@container values (width < 250px) {
  .hex {
    width: 62px;
    padding: 0 4px;
    font-size: 11.5px;
  }
  .pick {
    width: 18px;
  }
}
.hex.wrong {
  border-color: var(--grapefruit);
  color: var(--grapefruit);
}
.pick {
  width: 22px;
  padding: 0;
  border: 0;
  border-radius: 6px;
  background: none;
  color: var(--dim);
}
.pick:hover {
  color: var(--text);
}
</style>
