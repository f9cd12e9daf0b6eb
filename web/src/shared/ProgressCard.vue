<script setup lang="ts">
/** How far something is that takes long, at the page's corner, with its end before its time. */
defineProps<{
  title: string
  detail: string
  done: number
  all: number
  /** What the bar shows. */
  what: string
  /** What calling it off does. */
  hint: string
  /** What the card as a whole is about, where that is not its title. */
  label?: string
}>()
defineEmits<{ cancel: [] }>()
</script>

<template>
  <section class="card-of-progress" :aria-label="label ?? title">
    <slot />
    <div class="words">
      <b>{{ title }}</b>
      <span class="num dim">{{ detail }}</span>
      <progress :value="done" :max="all" :aria-label="what" />
    </div>
    <BButton variant="quiet" class="btn-small" :title="hint" @click="$emit('cancel')">Cancel</BButton>
  </section>
</template>

<style scoped>
.card-of-progress {
  position: fixed;
  right: 14px;
  top: 52px;
  z-index: 1040;
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 10px 12px;
  border: 1px solid var(--line);
  border-radius: 9px;
  background: var(--panel);
  box-shadow: 0 8px 28px rgb(0 0 0 / 35%);
  font-size: 12.5px;
}
.words {
  display: grid;
  gap: 3px;
  min-width: 190px;
}
progress {
  width: 100%;
  height: 6px;
  accent-color: var(--lime);
}
</style>
