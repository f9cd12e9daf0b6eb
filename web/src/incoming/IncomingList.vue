<script setup lang="ts">
import { computed } from 'vue'
import { kindIcons, kindNames } from '../desk/addObject'
import { chosenWith, depthsOf, type IncomingObject } from './choosing'

/** The objects that would come in, each with a box to leave it out. */
const props = defineProps<{ objects: readonly IncomingObject[]; taken: ReadonlySet<string> }>()
const chosen = defineModel<ReadonlySet<number>>({ required: true })

/** So many are listed; of more, those after them go with what they hang below. */
const most = 1000
const shown = computed(() => props.objects.slice(0, most))
const depths = computed(() => depthsOf(props.objects))
const change = (id: number, event: Event) =>
  (chosen.value = chosenWith(props.objects, chosen.value, id, (event.target as HTMLInputElement).checked))

const about = ({ triangles, keys }: IncomingObject) =>
  [
    triangles > 0 && `${triangles.toLocaleString('en')} ${triangles === 1 ? 'triangle' : 'triangles'}`,
    keys > 0 && `${keys.toLocaleString('en')} ${keys === 1 ? 'key' : 'keys'}`,
  ]
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <div class="objects" role="group" aria-label="Objects of the file" tabindex="0">
    <label
      v-for="each in shown"
      :key="each.id"
      class="object"
      :style="{ paddingLeft: `${Math.min(depths.get(each.id)!, 10) * 16}px` }"
    >
      <input
        type="checkbox"
        class="form-check-input"
        :checked="chosen.has(each.id)"
        @change="change(each.id, $event)"
      />
      <i :class="`bi ${kindIcons[each.kind]}`" :title="kindNames[each.kind]" aria-hidden="true" />
      <span class="name" :title="`${each.name} (${kindNames[each.kind].toLowerCase()})`">{{ each.name }}</span>
      <span v-if="taken.has(each.name)" class="number" title="There is an object of that name already"
        >gets a number</span
      >
      <span class="dim num">{{ about(each) }}</span>
    </label>
    <span v-if="objects.length > most" class="dim"
      >and {{ (objects.length - most).toLocaleString('en') }} more, which come with what they hang below</span
    >
  </div>
</template>

<style scoped>
.objects {
  max-height: 270px;
  padding: 5px 8px;
  border: 1px solid var(--line);
  border-radius: 8px;
  overflow-y: auto;
}
.object {
  display: flex;
  align-items: center;
  gap: 7px;
  min-height: 23px;
}
.object input {
  flex: none;
  margin: 0;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.number {
  flex: none;
  padding: 0 6px;
  border: 1px solid var(--line);
  border-radius: 9px;
  font-size: 11px;
  color: var(--lemon);
}
.num {
  flex: none;
  margin-left: auto;
  font-size: 12px;
}
</style>
