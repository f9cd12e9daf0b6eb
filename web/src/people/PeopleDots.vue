<script setup lang="ts">
import { computed } from 'vue'
import { usePeople } from './people'

/** Who else has an object selected: a dot for each, on its lane. */
const props = defineProps<{ object: number }>()
const people = usePeople()
const those = computed(() => people.byObject.get(props.object) ?? [])
</script>

<template>
  <i
    v-for="person in those.slice(0, 3)"
    :key="person.tab"
    class="dot"
    :style="{ background: person.ink }"
    role="img"
    :title="`${person.called} has it selected`"
    :aria-label="`${person.called} has it selected`"
  />
</template>

<style scoped>
.dot {
  flex: none;
  width: 7px;
  height: 7px;
  border-radius: 50%;
}
</style>
