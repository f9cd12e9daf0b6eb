<script setup lang="ts">
import { computed, ref } from 'vue'
import { http, type TakeCard } from '../api/http'
import { useScene } from '../scene/sceneStore'
import CheckItem from '../shared/CheckItem.vue'
import MenuItem from '../shared/MenuItem.vue'
import NameField from '../shared/NameField.vue'
import { inkOfTake } from './takeInks'
import TakeLane from './TakeLane.vue'
import { nameOf, useTakes } from './takes'
import { useRecording } from './recording'

/** One take in the list. */
const props = defineProps<{ take: TakeCard }>()
const takes = useTakes()
const recording = useRecording()
const scene = useScene()
const isRenamed = ref(false)
const isCompared = computed(() => takes.compared.has(props.take.id))
const isSeen = computed(() => takes.seen === props.take.id)
const isThere = computed(() => {
  void scene.rowsVersion
  return scene.model.objects.has(props.take.object)
})
const moves = computed(() => props.take.channels.some((channel) => channel.startsWith('position.')))
const about = computed(() => {
  const { take } = props
  const by = take.device || 'by hand'
  return `${take.objectName}, ${by}, from frame ${shown(take.first)} to ${shown(take.last)}${take.speed === 1 ? '' : `, recorded at ${take.speed}×`}`
})
const shown = (frame: number) => Number(frame.toFixed(1))
</script>

<template>
  <li class="take">
    <div class="head">
      <i
        class="swatch"
        :style="{ background: `#${inkOfTake(take).toString(16).padStart(6, '0')}` }"
        aria-hidden="true"
      />
      <NameField
        v-if="isRenamed"
        :name="nameOf(take)"
        begun
        @rename="takes.rename(take, $event)"
        @done="isRenamed = false"
      />
      <b v-else :title="about" @dblclick="isRenamed = true">{{ nameOf(take) }}</b>
      <span class="num dim">{{ take.seconds.toFixed(1) }} s</span>
      <span class="dim whose">{{ take.objectName }}</span>
      <button
        v-if="moves"
        type="button"
        class="act"
        :aria-pressed="isCompared"
        :disabled="!isThere"
        :aria-label="`The way of ${nameOf(take)} on the stage`"
        title="Show its way on the stage, beside those of others"
        @click="takes.compare(take)"
      >
        <i class="bi bi-bezier2" aria-hidden="true" />
      </button>
      <button
        type="button"
        class="act"
        :aria-pressed="isSeen"
        :disabled="!isThere"
        :aria-label="`See ${nameOf(take)}`"
        title="See it move: play, and nothing is kept"
        @click="takes.see(isSeen ? null : take)"
      >
        <i class="bi bi-eye" aria-hidden="true" />
      </button>
      <BButton
        variant="quiet"
        class="btn-small"
        :aria-label="`Make keys of ${nameOf(take)}`"
        title="Make keys of it, in a layer or in the base"
        @click="recording.landing = [take.id]"
        >Keys…</BButton
      >
      <BDropdown lazy variant="quiet" size="sm" no-caret strategy="fixed" end :title="`More about ${nameOf(take)}`">
        <template #button-content
          ><i class="bi bi-three-dots" aria-hidden="true" /><span class="visually-hidden"
            >More about {{ nameOf(take) }}</span
          ></template
        >
        <MenuItem @click="isRenamed = true">Call it something else</MenuItem>
        <CheckItem v-if="take.hasStamps" :on="take.byStamps" @click="takes.clock(take, !take.byStamps)"
          >Goes by the device’s own clock</CheckItem
        >
        <BDropdownItem :href="http.takeAddress(take.id)">Save its samples as CSV</BDropdownItem>
        <BDropdownDivider />
        <MenuItem @click="takes.discard(take)">Throw it away</MenuItem>
      </BDropdown>
    </div>
    <TakeLane :take="take" />
  </li>
</template>

<style scoped>
.take {
  display: grid;
  gap: 3px;
  padding: 5px 0;
  border-top: 1px solid var(--line-soft);
}
.head {
  display: flex;
  align-items: center;
  gap: 6px;
  min-width: 0;
}
.head b,
.whose {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.head b {
  flex: none;
  max-width: 90px;
}
.whose {
  flex: 1;
  min-width: 0;
}
.dim {
  color: var(--dim);
}
.swatch {
  flex: none;
  width: 9px;
  height: 9px;
  border-radius: 3px;
}
.act {
  flex: none;
  width: 24px;
  height: 24px;
  padding: 0;
  border: 0;
  border-radius: 6px;
  background: none;
  color: var(--dim);
}
.act:hover:enabled {
  color: var(--text);
  background: var(--raised);
}
.act[aria-pressed='true'] {
  color: var(--on-lemon);
  background: var(--lemon);
}
.act:disabled {
  opacity: 0.4;
}
.head :deep(.dropdown-toggle) {
  height: 24px;
  padding: 0 6px;
}
</style>
