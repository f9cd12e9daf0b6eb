<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next'
import { useTemplateRef, watch } from 'vue'
import { useFocusReturn } from './focusReturn'

/** A dialog that asks how something is to be done. It is gone at once: the next key belongs to the workspace. */
const props = defineProps<{
  title: string
  ok: string
  ready: boolean
  /** What the button says that leaves it; some of what is done in it may have been done by then. */ leave?: string
  /** There is nothing to call off: what is done in it is done at once. */ doneAtOnce?: boolean
  /** What the button says that does away with what it is about. */ remove?: string
  size?: 'sm' | 'lg'
  /** It leaves the stage to be seen, where what it is about shows. */
  aside?: boolean
  /** It is not gone once it is confirmed: what it does takes a while. */ stays?: boolean
}>()
const emit = defineEmits<{ done: []; remove: []; close: [] }>()
const form = useTemplateRef<HTMLFormElement>('form')
useFocusReturn()

/** Enter was pressed before what it would do was told. */
let isWanted = false

function finish(): void {
  isWanted = !props.ready
  if (isWanted) return
  emit('done')
  if (!props.stays) emit('close')
}
watch(
  () => props.ready,
  (ready) => ready && isWanted && finish(),
)
const forget = () => (isWanted = false)

// What was chosen by a button or as a file is there: from now on Enter does it, and does not choose once more.
const done = useTemplateRef<InstanceType<typeof BButton>>('done')
watch(
  () => props.ready,
  () => {
    const at = document.activeElement
    if (at === document.body || (form.value?.contains(at) && at?.matches('button, input[type=file]')))
      (done.value?.$el as HTMLElement).focus()
  },
  { flush: 'post', once: true },
)

/** Some browsers would open the list of a select. */
function enter(event: KeyboardEvent): void {
  const at = event.target
  if (!(at instanceof HTMLSelectElement) || (CSS.supports('selector(:open)') && at.matches(':open'))) return
  event.preventDefault()
  form.value!.requestSubmit()
}

function drop(): void {
  emit('remove')
  emit('close')
}

/** What is typed first belongs to the first field. */
function begin(): void {
  if (form.value?.contains(document.activeElement)) return
  const fields = [
    ...(form.value?.querySelectorAll<HTMLElement>(
      'input:not([type=hidden]):enabled, select:enabled, textarea:enabled',
    ) ?? []),
  ]
  const first =
    fields.find((field) => field.hasAttribute('autofocus')) ??
    fields.find((field) => !(field instanceof HTMLInputElement && field.type === 'radio' && !field.checked))
  first?.focus()
  if (first instanceof HTMLInputElement && first.type === 'text') first.select()
}
watch(form, begin, { flush: 'post' })
</script>

<template>
  <BModal
    :model-value="true"
    no-animation
    :focus="false"
    :title="title"
    title-tag="h2"
    :size="size"
    :no-backdrop="aside"
    :modal-class="aside ? 'aside' : ''"
    @shown="begin"
    @hide.prevent="emit('close')"
  >
    <form ref="form" class="ask" @submit.prevent="finish" @input="forget" @keydown.enter="enter">
      <slot />
      <!-- Enter confirms from a plain field only where the form has a button for it. -->
      <button type="submit" class="d-none" tabindex="-1" aria-hidden="true" />
    </form>
    <template #footer>
      <BButton v-if="remove" variant="quiet" class="me-auto" @click="drop">{{ remove }}</BButton>
      <BButton v-if="!doneAtOnce" variant="quiet" @click="emit('close')">{{ leave ?? 'Cancel' }}</BButton>
      <BButton ref="done" variant="lime" :disabled="!ready" @click="finish">{{ ok }}</BButton>
    </template>
  </BModal>
</template>
