<script setup lang="ts">
import { computed } from 'vue'
import type { ChannelSpec } from '../api/http'
import { channelsOf } from '../scene/catalogue'
import type { SceneObject } from '../scene/sceneRows'

/** Which channels are meant: by groups, or one by one. */
const props = defineProps<{
  objects: readonly SceneObject[]
  /** Only these can be; all where left out. */ only?: ReadonlySet<string>
}>()
const chosen = defineModel<readonly string[]>({ required: true })

const groups = computed(() => {
  const specs = new Map<string, ChannelSpec>()
  for (const object of props.objects)
    for (const spec of channelsOf(object)) if (props.only?.has(spec.name) ?? true) specs.set(spec.name, spec)
  return Object.entries(Object.groupBy([...specs.values()], ({ group }) => group)).map(([group, list]) => ({
    group,
    specs: list!,
  }))
})
const has = (name: string) => chosen.value.includes(name)
function set(names: readonly string[], isOn: boolean): void {
  const others = chosen.value.filter((name) => !names.includes(name))
  chosen.value = isOn ? [...others, ...names] : others
}
const namesOf = (specs: readonly ChannelSpec[]) => specs.map(({ name }) => name)
const isChecked = (event: Event) => (event.target as HTMLInputElement).checked
</script>

<template>
  <div class="choice" role="group" aria-label="Channels">
    <div v-for="{ group, specs } in groups" :key="group" class="line">
      <label class="tick whole">
        <input
          type="checkbox"
          class="form-check-input"
          :checked="specs.every(({ name }) => has(name))"
          :indeterminate="specs.some(({ name }) => has(name)) && !specs.every(({ name }) => has(name))"
          @change="set(namesOf(specs), isChecked($event))"
        />
        {{ group }}
      </label>
      <span class="each">
        <label v-for="spec in specs" :key="spec.name" class="tick">
          <input
            type="checkbox"
            class="form-check-input"
            :checked="has(spec.name)"
            :aria-label="`${group} ${spec.label}`"
            @change="set([spec.name], isChecked($event))"
          />
          {{ spec.label }}
        </label>
      </span>
    </div>
  </div>
</template>

<style scoped>
.choice {
  max-height: 148px;
  overflow-y: auto;
  padding: 6px 10px;
  border: 1px solid var(--line);
  border-radius: 9px;
}
.line {
  display: grid;
  grid-template-columns: 104px 1fr;
  gap: 8px;
  padding: 2px 0;
}
.each {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  color: var(--dim);
}
.whole {
  align-self: start;
}
</style>
