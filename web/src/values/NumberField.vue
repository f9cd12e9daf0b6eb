<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue'
import { useCancelOnEscape } from '../shared/cancelling'
import { useNotices } from '../scene/notices'
import { useFieldDrag } from './fieldDrag'
import { useFieldProblem } from './fieldProblem'
import { stepWith, useFieldSteps } from './fieldSteps'
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
    /** What is shown instead of the number; then what is typed is taken by `take`. */
    text?: string
    /** What is shown where several things differ; then a change such as `+=5` goes out as it is. */
    placeholder?: string
    /** What typing begins with, where that is not what is shown. */
    typing?: string
    /** Whether a text is right for a field that shows a text of its own, and what is said where it is not. */
    fits?: (text: string) => boolean
    /** Takes what was typed into such a field; false where it cannot be. */
    take?: (text: string) => Promise<boolean>
    wrongHint?: string
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
    typing: undefined,
    fits: undefined,
    take: undefined,
    wrongHint: 'Not a number or a sum. Try 12*4, 50% or +=5.',
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
  /** What the hand dragged or stepped is given up. */
  cancel: []
  /** A change of whatever each value is, such as `+=5`. */
  changed: [text: string]
  /** What stands there anyway was typed once more, and confirmed. */ again: []
}>()

const field = useTemplateRef<HTMLInputElement>('field')
const typed = ref<string | null>(null)
/** Why what has been typed cannot be taken; empty where it can. */
const wrong = ref('')
const problem = useFieldProblem()
watch(wrong, (why) => problem.tell(field.value, why), { flush: 'sync' })
onBeforeUnmount(() => problem.tell(field.value, ''))

const shown = computed(
  () =>
    typed.value ??
    props.text ??
    props.placeholder ??
    `${format(props.value)}${Number.isNaN(props.value) ? '' : props.unit}`,
)
const begun = () =>
  props.typing ??
  props.text ??
  (props.placeholder === undefined && !Number.isNaN(props.value) ? String(tidy(props.value)) : '')

function format(value: number): string {
  // Not known yet.
  if (Number.isNaN(value)) return '…'
  const text = props.trim ? String(Number(value.toFixed(props.decimals))) : value.toFixed(props.decimals)
  // Never "-0.00".
  return Number(text) === 0 && !props.trim ? (0).toFixed(props.decimals) : text
}

const within = (value: number) => Math.min(Math.max(value, props.least), props.most)
const tidy = (value: number) => Math.round(value * 1e6) / 1e6

const hand = { hold: (value: number) => emit('hold', value), cancel: () => emit('cancel') }
const steps = useFieldSteps({
  ...hand,
  keep(value) {
    if (typed.value === String(value)) typedFrom = typed.value
    emit('keep', value)
  },
})
const drag = useFieldDrag({
  ...hand,
  keep: (value) => emit('keep', value),
  value: () => props.value,
  isTyping: () => typed.value !== null,
  moved: (from, count, event) => within(tidy(from + count * stepWith(props.step, event))),
  pressed: () => field.value?.focus(),
})

/** Whether anything has been typed since. */
let isTyped = false
/** What stood in the field when typing began, or stands there now while nothing has been typed. */
let typedFrom = ''

async function begin(): Promise<void> {
  typed.value = typedFrom = begun()
  isTyped = false
  emit('begin')
  await nextTick()
  field.value?.select()
}

// What changes meanwhile, by an undo say, shows in a field in which nothing has been typed.
watch(begun, async (now) => {
  if (typed.value === null || typed.value !== typedFrom || steps.isOn()) return
  typed.value = typedFrom = now
  await nextTick()
  if (document.activeElement === field.value) field.value?.select()
})

/** @returns whether the field holds something right then. */
async function finish(): Promise<boolean> {
  if (typed.value === null) return true
  steps.finish()
  const text = typed.value
  if (wrong.value) useNotices().problem(`${props.label}: “${text}” was not taken. ${wrong.value}`)
  const isWrong = wrong.value !== ''
  typed.value = null
  wrong.value = ''
  if (isWrong || text === typedFrom) {
    emit('end')
    return !isWrong
  }
  if (props.text !== undefined) return (await props.take?.(text)) ?? true
  const value = read(text)
  if (props.placeholder !== undefined && /^\s*[+\-*/]=/.test(text)) emit('changed', text)
  else if (value !== null) emit('keep', value)
  return true
}

function type(event: Event): void {
  typed.value = (event.target as HTMLInputElement).value
  isTyped = true
  wrong.value = typed.value.trim() === '' || typed.value === typedFrom ? '' : whyNot(typed.value)
}

const read = (text: string) => readSum(text, props.value, props.unit.trim() === '%')

function whyNot(text: string): string {
  if (props.text !== undefined) return props.fits?.(text) === false ? props.wrongHint : ''
  const value = read(text)
  if (value === null) return props.wrongHint
  if (props.placeholder !== undefined && /^\s*[+\-*/]=/.test(text)) return ''
  if (value < props.least || value > props.most) return limits.value
  return ''
}

const limits = computed(() => {
  const [least, most] = [props.least, props.most].map((limit) => `${tidy(limit)}${props.unit}`)
  // Some limits are only there so that numbers stay numbers.
  if (props.most >= 1e9) return `It is ${least} at least.`
  return props.least <= -1e9 ? `It is ${most} at most.` : `It goes from ${least} to ${most}.`
})

function press(event: KeyboardEvent): void {
  // What a shortcut with Ctrl does is done in the workspace too; it leaves alone a field in which something is typed.
  if (!event.ctrlKey && !event.metaKey) {
    if (event.key !== 'Escape') event.stopPropagation()
  } else if (event.key.toLowerCase() === 'z' && steps.isOn()) {
    event.preventDefault()
    event.stopPropagation()
    steps.drop()
    typed.value = typedFrom
    return
  }
  if (event.key === 'Enter') {
    // In a dialog Enter confirms it, from whatever field.
    if (wrong.value) {
      event.preventDefault()
      problem.isPressed = true
    } else void enter(event)
  } else if (event.key === 'Escape') {
    // Nothing was typed: a dialog hears of it, the workspace does not.
    if (!field.value?.closest('.modal')) {
      event.stopPropagation()
      giveUp()
    }
  } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
    event.preventDefault()
    const by = stepWith(props.step, event) * (event.key === 'ArrowUp' ? 1 : -1)
    const value = within(tidy((typed.value === null ? props.value : (read(typed.value) ?? props.value)) + by))
    typed.value = String(value)
    steps.step(props.value, value)
  }
}

async function enter(event: KeyboardEvent): Promise<void> {
  const form = field.value?.closest('form')
  if (!form) {
    const isSame = isTyped && typed.value === typedFrom
    await finish()
    if (isSame) emit('again')
    field.value?.blur()
    return
  }
  event.preventDefault()
  const isTaken = await finish()
  await begin()
  if (isTaken) form.requestSubmit()
}

const isChanged = () => typed.value !== null && (typed.value !== typedFrom || steps.isOn())

/** Gives up what was typed or stepped. In a dialog the field keeps the focus; Escape again is for the dialog. */
function giveUp(): void {
  steps.drop()
  wrong.value = ''
  emit('end')
  if (field.value?.closest('.modal')) void begin()
  else {
    typed.value = null
    field.value?.blur()
  }
}

useCancelOnEscape(
  () => drag.isOn() || isChanged(),
  () => (drag.isOn() ? drag.giveUp() : giveUp()),
)
</script>

<template>
  <input
    ref="field"
    class="field num"
    :class="{ wrong: wrong !== '' }"
    type="text"
    inputmode="decimal"
    autocomplete="off"
    spellcheck="false"
    :value="shown"
    :disabled="disabled"
    :aria-label="label"
    :aria-invalid="wrong !== ''"
    :aria-describedby="wrong ? 'field-problem' : undefined"
    :title="hint || `${label}: type a number or a sum, drag sideways, or step with the arrow keys`"
    @focus="begin"
    @blur="finish"
    @input="type"
    @keydown="press"
    @pointerdown="drag.grab"
    @pointermove="drag.pull"
    @pointerup="drag.drop"
    @pointercancel="drag.giveUp"
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
.field:disabled {
  border-color: var(--line-soft);
  color: var(--dim);
}
.field.wrong {
  border-color: var(--grapefruit);
  color: var(--grapefruit);
}
</style>
