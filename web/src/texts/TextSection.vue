<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { http, type LetterCount } from '../api/http'
import { textAligns, textFonts, type TextAlign, type TextFont } from '../api/messages'
import { Refused } from '../api/refused'
import { reasonOf } from '../scene/reasons'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { vStands } from '../scene/standing'
import { fontWords, newText, useTexts } from './texts'

/** What a text says, seen on the stage as it is typed, and how it is set. */
const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const texts = useTexts()

const text = computed(() => {
  void scene.rowsVersion
  return scene.model.objects.get(props.object.id)?.text ?? props.object.text!
})
/** What is typed and not kept yet; null while nothing is. */
const typed = ref<string | null>(null)
/** What stood there when it was begun. */
let before = ''
const shown = computed(() => ({ ...text.value, lines: typed.value ?? text.value.lines }))

const letters = shallowRef<LetterCount | null>(null)
const wrong = ref('')
let asked = 0
async function ask(): Promise<void> {
  const own = ++asked
  try {
    const found = await http.letters(shown.value)
    if (own === asked) [letters.value, wrong.value] = [found, '']
  } catch (refusal) {
    if (own === asked && refusal instanceof Refused) wrong.value = reasonOf(refusal)
  }
}
watch(() => `${shown.value.font} ${shown.value.lines}`, useDebounceFn(ask, 120), { immediate: true })

const edit = () => ({
  edit: 'setText' as const,
  objects: [props.object.id],
  lines: typed.value,
  font: null,
  align: null,
})

function type(event: Event): void {
  if (typed.value === null) before = text.value.lines
  typed.value = (event.target as HTMLTextAreaElement).value
  if (typed.value.trim()) scene.tryEdit(edit())
}

/** Keeps what is typed. What cannot be kept stays in the field, with the reason below it. */
async function finish(): Promise<void> {
  if (typed.value === null) return
  if (typed.value === before || !typed.value.trim()) return giveUp()
  const kept = await scene.keepTry(edit())
  if (kept) typed.value = null
}

let isGivenUp = false
async function giveUp(): Promise<void> {
  if (typed.value === null || isGivenUp) return
  isGivenUp = true
  // What was tried is told until it has been dropped.
  typed.value = before
  await scene.dropTry()
  isGivenUp = false
  if (typed.value === before) typed.value = null
}

function press(event: KeyboardEvent): void {
  // The finder is there from here, too.
  if (!event.ctrlKey && !event.metaKey) event.stopPropagation()
  const field = event.target as HTMLTextAreaElement
  if (event.key === 'Escape') {
    void giveUp()
    field.blur()
  } else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) field.blur()
}
onBeforeUnmount(() => void finish())

const field = useTemplateRef<HTMLTextAreaElement>('field')
watch(
  [field, newText],
  () => {
    if (!field.value || newText.value !== props.object.id) return
    newText.value = null
    field.value.select()
  },
  { flush: 'post' },
)

const set = (change: { font?: TextFont; align?: TextAlign }) =>
  void scene.edit({ edit: 'setText', objects: texts.selected(), lines: null, font: null, align: null, ...change })
const aligned = { left: 'begin', centre: 'have their middle', right: 'end' } as const
const alignIcons = { left: 'bi-text-left', centre: 'bi-text-center', right: 'bi-text-right' } as const
</script>

<template>
  <section class="text" aria-label="Text">
    <textarea
      ref="field"
      class="form-control form-control-sm"
      aria-label="What it says"
      title="What the text says; Ctrl and Enter or a click elsewhere keeps it, Escape gives it up"
      :rows="Math.min(shown.lines.split('\n').length, 5)"
      :value="shown.lines"
      spellcheck="false"
      dir="auto"
      @input="type"
      @blur="finish"
      @keydown="press"
    />
    <div class="set">
      <select
        class="small-pick"
        aria-label="Font"
        title="The font of the letters"
        v-stands="text.font"
        @change="set({ font: ($event.target as HTMLSelectElement).value as TextFont })"
      >
        <option v-for="font in textFonts" :key="font" :value="font">{{ fontWords[font] }}</option>
      </select>
      <span class="aligns" role="radiogroup" aria-label="Lines">
        <button
          v-for="align in textAligns"
          :key="align"
          type="button"
          role="radio"
          :aria-checked="text.align === align"
          :aria-label="align"
          :title="`Lines ${aligned[align]} at the origin`"
          @click="set({ align })"
        >
          <i :class="`bi ${alignIcons[align]}`" aria-hidden="true" />
        </button>
      </span>
      <button
        type="button"
        class="word-pill"
        :disabled="(letters?.count ?? 0) < 2"
        title="Makes a group of it, with a text for each letter where it stands, so that each can be keyed"
        @click="texts.split(object.id)"
      >
        Split into {{ letters && letters.count > 1 ? `${letters.count} letters` : 'letters' }}
      </button>
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-else-if="letters?.missing.length" class="lacks" role="status">
      <i class="bi bi-exclamation-circle" aria-hidden="true" />
      This font has no {{ letters.missing.join(' ') }}: a box stands there. Try another font.
    </p>
  </section>
</template>

<style scoped>
.text {
  display: flex;
  flex-direction: column;
  gap: 5px;
  margin: 5px 0 3px;
}
textarea {
  resize: vertical;
  min-height: 30px;
}
.set {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
}
.set .small-pick {
  flex: 1 1 118px;
  min-width: 0;
}
.aligns {
  display: flex;
}
.aligns button {
  width: 22px;
  height: 20px;
  padding: 0;
  border: 0;
  border-radius: 5px;
  background: none;
  color: var(--dim);
}
.aligns button:hover {
  color: var(--text);
}
.aligns button[aria-checked='true'] {
  background: var(--raised);
  color: var(--text);
}
.wrong,
.lacks {
  margin: 0;
  font-size: 12px;
}
.lacks .bi {
  color: var(--grapefruit);
}
</style>
