<script setup lang="ts">
import type { ChannelSpec, TableTold } from '../api/http'
import type { SceneObject } from '../scene/sceneRows'
import type { TablePlace } from './tablePlaces'

/** The columns of a table, and where each goes. */
defineProps<{
  columns: TableTold['columns']
  objects: readonly SceneObject[]
  channelsOf: (object: number | null) => readonly ChannelSpec[]
}>()
const places = defineModel<TablePlace[]>({ required: true })

const short = (value: number) => Number(value.toPrecision(4))

/** A column that is given an object or a channel comes along once it has both. */
function change(at: number, place: Partial<TablePlace>): void {
  const next = { ...places.value[at]!, ...place }
  if (!('on' in place)) next.on = next.object !== null && next.channel !== null
  places.value = places.value.map((each, i) => (i === at ? next : each))
}
const picked = (event: Event) => (event.target as HTMLSelectElement).value
</script>

<template>
  <div class="columns" role="group" aria-label="Columns of the table" tabindex="0">
    <div v-for="(column, at) in columns" :key="column.name" class="row-of-fields">
      <label class="tick">
        <input
          type="checkbox"
          class="form-check-input"
          :checked="places[at]!.on"
          :disabled="places[at]!.object === null || places[at]!.channel === null"
          @change="change(at, { on: ($event.target as HTMLInputElement).checked })"
        />
        <span class="name" :title="`${column.values} values, ${short(column.least)} to ${short(column.most)}`">{{
          column.name
        }}</span>
      </label>
      <select
        class="small-pick"
        :aria-label="`Object for ${column.name}`"
        :value="places[at]!.object ?? ''"
        @change="change(at, { object: Number(picked($event)) || null, channel: null })"
      >
        <option value="">no object</option>
        <option v-for="each in objects" :key="each.id" :value="each.id">{{ each.name }}</option>
      </select>
      <select
        class="small-pick"
        :aria-label="`Channel for ${column.name}`"
        :value="places[at]!.channel ?? ''"
        :disabled="places[at]!.object === null"
        @change="change(at, { channel: picked($event) || null })"
      >
        <option value="">no channel</option>
        <option v-for="spec in channelsOf(places[at]!.object)" :key="spec.name" :value="spec.name">
          {{ spec.fullName }}
        </option>
      </select>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  gap: 4px;
  max-height: 260px;
  padding: 6px 8px;
  border: 1px solid var(--line);
  border-radius: 8px;
  overflow-y: auto;
}
.row-of-fields {
  flex-wrap: nowrap !important;
}
.tick {
  flex: 1;
  min-width: 0;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
}
select {
  width: 168px;
}
</style>
