<script setup lang="ts">
import { computed, onBeforeUnmount, useTemplateRef, watch } from 'vue'
import type { FindingTold } from '../api/http'
import { specOf } from '../scene/catalogue'
import { useScene } from '../scene/sceneStore'
import { amountOf } from './amounts'
import { nameOf, useChecks } from './checks'

/** One finding: a press goes there; then it says why it matters and what can be done. */
const props = defineProps<{ found: FindingTold }>()
const scene = useScene()
const checks = useChecks()

const row = useTemplateRef<HTMLElement>('row')
const isOpen = computed(() => checks.selected === nameOf(props.found))
watch(isOpen, (open) => open && row.value?.scrollIntoView({ block: 'nearest' }), { flush: 'post' })
// It may go while it is pointed at.
onBeforeUnmount(() => isOpen.value && checks.dropMend())

/** What goes from the list leaves the focus to its neighbour. */
function leave(act: () => void): void {
  const beside = row.value?.nextElementSibling ?? row.value?.previousElementSibling
  beside?.querySelector<HTMLElement>('.row-button')?.focus()
  act()
}

const object = computed(() => {
  void scene.rowsVersion
  return props.found.object === null ? undefined : scene.model.objects.get(props.found.object as number)
})
const where = computed(() => {
  const { channel, subject, with: other } = props.found
  const spec = object.value && channel ? specOf(object.value, channel) : undefined
  return [subject, spec?.fullName ?? channel, other && `and ${other}`].filter(Boolean).join(' ')
})
const frames = computed(() => {
  const { first, last } = props.found
  return first === last ? `${first}` : `${first}–${last}`
})
const levels = { fault: 'Fault', warning: 'Warning', note: 'Note' }
</script>

<template>
  <li ref="row" class="finding" :class="[found.level, { open: isOpen, meant: found.meant.length }]">
    <button
      type="button"
      class="row-button"
      :aria-expanded="isOpen"
      :aria-label="`${levels[found.level]}: ${found.name}, ${where}, frame ${frames}, ${amountOf(found, object)}`"
      @click="checks.go(found)"
    >
      <i class="dot" aria-hidden="true" />
      <span class="what">{{ found.name }}</span>
      <span class="num frames">{{ frames }}</span>
      <span class="where">{{ where }}</span>
      <span class="num amount">{{ amountOf(found, object) }}</span>
    </button>
    <div v-if="isOpen" class="more">
      <p>{{ found.why }}</p>
      <div class="ways">
        <BButton
          v-if="found.mend && !found.meant.length"
          variant="lime"
          class="btn-small"
          :title="`Mend: ${found.mend}. It is shown while you point at this`"
          @pointerenter="checks.tryMend(found)"
          @pointerleave="checks.dropMend()"
          @focus="checks.tryMend(found)"
          @blur="checks.dropMend()"
          @click="leave(() => checks.mend(found))"
          >Mend</BButton
        >
        <BButton
          variant="quiet"
          class="btn-small"
          :title="
            found.meant.length
              ? 'Tell of it again'
              : 'Not to be told of again. It is kept with the scene, for everybody'
          "
          @click="leave(() => checks.setAside(found))"
          >{{ found.meant.length ? 'Not meant after all' : 'It is meant' }}</BButton
        >
        <span v-if="found.mend && !found.meant.length" class="dim">{{ found.mend }}</span>
      </div>
    </div>
  </li>
</template>

<style scoped>
.finding {
  border-radius: 8px;
}
.finding.open {
  background: var(--raised);
}
.row-button {
  display: grid;
  grid-template: auto auto / 12px minmax(0, 1fr) auto;
  column-gap: 6px;
  width: 100%;
  padding: 4px 6px;
  border: 0;
  border-radius: 8px;
  background: none;
  color: var(--text);
  text-align: left;
}
.row-button:hover {
  background: var(--raised);
}
.dot {
  grid-row: 1 / 3;
  width: 8px;
  height: 8px;
  margin-top: 6px;
  border-radius: 50%;
  background: var(--dim);
}
.fault .dot {
  border-radius: 2px;
  background: var(--grapefruit);
}
.warning .dot {
  background: var(--tangerine);
}
.what {
  overflow: hidden;
  font-weight: 550;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.frames,
.amount {
  text-align: right;
}
.frames {
  font-size: 12px;
}
.where {
  overflow: hidden;
  color: var(--dim);
  font-size: 12px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.amount {
  color: var(--dim);
  font-size: 11.5px;
}
.meant .what {
  font-weight: 450;
  color: var(--dim);
}
.more {
  padding: 0 8px 8px 24px;
  font-size: 12px;
}
.more p {
  margin: 0 0 6px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
}
</style>
