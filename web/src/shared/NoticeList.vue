<script setup lang="ts">
import { useNotices } from '../scene/notices'

const notices = useNotices()

function act(id: number, run: () => void): void {
  notices.close(id)
  run()
}
</script>

<template>
  <div class="notices" aria-live="polite">
    <div
      v-for="notice in notices.shown"
      :key="notice.id"
      class="notice"
      :class="notice.kind"
      :role="notice.kind === 'problem' ? 'alert' : 'status'"
    >
      <i
        :class="notice.kind === 'problem' ? 'bi bi-exclamation-triangle-fill' : 'bi bi-info-circle'"
        aria-hidden="true"
      />
      <span>{{ notice.text }}</span>
      <BButton v-if="notice.action" variant="strong" class="btn-small" @click="act(notice.id, notice.action.run)">{{
        notice.action.label
      }}</BButton>
      <button type="button" class="close" aria-label="Close" @click="notices.close(notice.id)">
        <i class="bi bi-x-lg" aria-hidden="true" />
      </button>
    </div>
  </div>
</template>

<style scoped>
.notices {
  position: fixed;
  left: 16px;
  bottom: 44px;
  z-index: 1100;
  display: grid;
  gap: 8px;
  max-width: min(560px, 80vw);
  /* The hand reaches what lies below. */
  pointer-events: none;
}
.notices :deep(button) {
  pointer-events: auto;
}
.notice {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 9px 12px;
  border: 1px solid var(--line);
  border-radius: 12px;
  background: var(--panel);
  box-shadow: 0 8px 28px rgb(0 0 0 / 35%);
}
.problem {
  border-color: var(--grapefruit);
}
.problem > .bi {
  color: var(--grapefruit);
}
.close {
  margin-left: auto;
  padding: 2px 4px;
  border: 0;
  background: none;
  color: var(--dim);
  font-size: 11px;
}
</style>
