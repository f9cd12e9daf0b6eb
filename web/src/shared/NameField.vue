<script setup lang="ts">
import { nextTick, onMounted, ref, useTemplateRef } from 'vue'

/** A name that can be changed in its place: the slot shows it, `rename()` turns it into a field. */
const props = defineProps<{ name: string; /** It is a field from the first. */ begun?: boolean }>()
const emit = defineEmits<{ rename: [name: string]; done: [] }>()
const typed = ref<string | null>(null)
const field = useTemplateRef<HTMLInputElement>('field')

async function rename(): Promise<void> {
  typed.value = props.name
  await nextTick()
  field.value?.select()
}

function finish(): void {
  if (typed.value === null) return
  const wanted = typed.value.trim()
  typed.value = null
  if (wanted && wanted !== props.name) emit('rename', wanted)
  emit('done')
}

function giveUp(): void {
  typed.value = null
  emit('done')
}

onMounted(() => void (props.begun && rename()))

function press(event: KeyboardEvent): void {
  if (event.key === 'Escape') giveUp()
  if (event.key === 'Enter') finish()
}

defineExpose({ rename })
</script>

<template>
  <input
    v-if="typed !== null"
    ref="field"
    v-model="typed"
    class="form-control form-control-sm"
    maxlength="80"
    aria-label="Name"
    @blur="finish"
    @keydown.stop="press"
  />
  <slot v-else :rename="rename" />
</template>
