<script setup lang="ts">
/** A dialog that asks how something is to be done. It is gone at once: the next key belongs to the workspace. */
const props = defineProps<{ title: string; ok: string; ready: boolean }>()
const emit = defineEmits<{ done: []; close: [] }>()

function finish(): void {
  if (!props.ready) return
  emit('done')
  emit('close')
}
</script>

<template>
  <BModal
    :model-value="true"
    no-animation
    focus="[autofocus]"
    :title="title"
    title-tag="h2"
    :ok-title="ok"
    ok-variant="lime"
    cancel-variant="quiet"
    :ok-disabled="!ready"
    centered
    @ok.prevent="finish"
    @hidden="emit('close')"
  >
    <form class="ask" @submit.prevent="finish">
      <slot />
    </form>
  </BModal>
</template>
