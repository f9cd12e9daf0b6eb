<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { readSum } from './sums'

const props = withDefaults(
  defineProps<{
    value: number
    label: string
    unit?: string
    step?: number
    decimals?: number
    least?: number
    most?: number
    hint?: string
    /** Leaves out zeros that say nothing. */
    trim?: boolean
    /** What is shown instead of the number; then what is typed goes out as it is. */
    text?: string
    /** What is shown where several things differ; then a change such as `+=5` goes out as it is. */
    placeholder?: string
    disabled?: boolean
  }>(),
  {
    unit: '',
    step: 0.1,
    decimals: 2,
    least: -Infinity,
    most: Infinity,
    hint: '',
    trim: false,
    text: undefined,
    placeholder: undefined,
    disabled: false,
  },
)
const emit = defineEmits<{
  /** Typing begins; `end` follows where nothing comes of it. */
  begin: []
  end: []
  /** While the hand drags or steps. */
  hold: [value: number]
  /** The value is decided. */
  keep: [value: number]
  /** What was typed, where the field shows a text of its own. */
  typed: [text: string]
  /** A change of whatever each value is, such as `+=5`. */
  changed: [text: string]
}>()

const field = useTemplateRef<HTMLInputElement>('field')
const typed = ref<string | null>(null)
const wrong = ref(false)

const shown = computed(
  () =>
    typed.value ??
    props.text ??
    props.placeholder ??
    `${format(props.value)}${Number.isNaN(props.value) ? '' : props.unit}`,
)
const begun = () =>
  props.text ?? (props.placeholder === undefined && !Number.isNaN(props.value) ? String(tidy(props.value)) : '')

function format(value: number): string {
  // Not known yet.
  if (Number.isNaN(value)) return '…'
  const text = props.trim ? String(Number(value.toFixed(props.decimals))) : value.toFixed(props.decimals)
  // Never "-0.00".
  return Number(text) === 0 && !props.trim ? (0).toFixed(props.decimals) : text
}

const within = (value: number) => Math.min(Math.max(value, props.least), props.most)
const tidy = (value: number) => Math.round(value * 1e6) / 1e6

async function begin(): Promise<void> {
  typed.value = begun()
  emit('begin')
  await nextTick()
  field.value?.select()
}

function finish(): void {
  if (typed.value === null) return
  const text = typed.value
  typed.value = null
  wrong.value = false
  if (text === begun()) return emit('end')
  const value = readSum(text, props.value)
  if (props.text !== undefined) emit('typed', text)
  else if (props.placeholder !== undefined && /^\s*[+\-*/]=/.test(text)) emit('changed', text)
  else if (value !== null) emit('keep', within(value))
}

function type(event: Event): void {
  typed.value = (event.target as HTMLInputElement).value
  wrong.value = props.text === undefined && typed.value !== '' && readSum(typed.value, props.value) === null
}

function press(event: KeyboardEvent): void {
  if (event.key === 'Enter') {
    if (wrong.value) return
    finish()
    field.value?.blur()
  } else if (event.key === 'Escape') {
    typed.value = null
    wrong.value = false
    emit('end')
    field.value?.blur()
  } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
    event.preventDefault()
    const step = props.step * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1) * (event.key === 'ArrowUp' ? 1 : -1)
    const value = within(
      tidy((typed.value === null ? props.value : (readSum(typed.value, props.value) ?? props.value)) + step),
    )
    typed.value = String(value)
    emit('keep', value)
  }
}

// Dragging sideways changes the value; a press that does not move starts typing.
let drag: { x: number; from: number; moved: boolean } | null = null

function grab(event: PointerEvent): void {
  if (event.button !== 0 || typed.value !== null) return
  event.preventDefault()
  drag = { x: event.clientX, from: props.value, moved: false }
  field.value!.setPointerCapture(event.pointerId)
}

function pull(event: PointerEvent): void {
  if (!drag) return
  const distance = event.clientX - drag.x
  if (!drag.moved && Math.abs(distance) < 4) return
  drag.moved = true
  emit('hold', dragged(event))
}

function dragged(event: PointerEvent): number {
  const step = props.step * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1)
  return within(tidy(drag!.from + Math.round((event.clientX - drag!.x) / 3) * step))
}

function drop(event: PointerEvent): void {
  if (!drag) return
  const { moved } = drag
  if (moved) emit('keep', dragged(event))
  drag = null
  if (!moved) field.value?.focus()
}
</script>

<template>
  <input
    ref="field"
    class="field num"
    :class="{ wrong }"
    type="text"
    inputmode="decimal"
    autocomplete="off"
    spellcheck="false"
    :value="shown"
    :disabled="disabled"
    :aria-label="label"
    :aria-invalid="wrong"
    :title="
      wrong
        ? 'Not a number or a sum. Try 12*4 or +=5.'
        : hint || `${label}: type a number or a sum, drag sideways, or step with the arrow keys`
    "
    @focus="begin"
    @blur="finish"
    @input="type"
    @keydown.stop="press"
    @pointerdown="grab"
    @pointermove="pull"
    @pointerup="drop"
    @pointercancel="drag = null"
  />
</template>

<style scoped>
.field {
  width: 100%;
  min-width: 0;
  height: 22px;
  padding: 0 7px;
  text-align: right;
  font-size: 12px;
  color: var(--text);
  background: var(--ink);
  border: 1px solid var(--line);
  border-radius: 6px;
  cursor: ew-resize;
}
.field:focus {
  cursor: text;
  outline: 2px solid var(--lemon);
  outline-offset: 0;
}
.field.wrong {
  border-color: var(--grapefruit);
  color: var(--grapefruit);
}
</style>
