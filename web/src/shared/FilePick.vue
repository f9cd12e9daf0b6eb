<script setup lang="ts">
/** A button that lets somebody choose files, and the names of those that are there, however they came. */
defineProps<{
  /** What sort of file it is, for those who do not see it. */
  label: string
  accept: string
  multiple?: boolean
  names: readonly string[]
}>()
const emit = defineEmits<{ pick: [event: Event] }>()
</script>

<template>
  <label class="btn btn-quiet btn-small pick">
    <i class="bi bi-folder2-open" aria-hidden="true" />
    {{ names.length > 0 ? 'Another file…' : 'Choose a file…' }}
    <input
      type="file"
      class="visually-hidden"
      :aria-label="label"
      :accept="accept"
      :multiple="multiple"
      @change="emit('pick', $event)"
    />
  </label>
  <span class="names" :title="names.join(', ')">{{ names.join(', ') }}</span>
</template>

<style scoped>
.pick {
  white-space: nowrap;
}
.pick:has(:focus-visible) {
  outline: 2px solid var(--lime);
  outline-offset: 2px;
}
.names {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
