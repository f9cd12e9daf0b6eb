<script setup lang="ts">
import { computed } from 'vue'
import { useSelection } from '../scene/selection'
import type { SceneObject } from '../scene/sceneRows'
import { workingIcons, useWorking, type Working } from './working'

/** The eye, the padlock and solo of an object; of all that is selected, if it is. */
const props = defineProps<{ object: SceneObject }>()
const working = useWorking()
const selection = useSelection()

const verbs: Record<Working, string> = { hidden: 'Hide', locked: 'Lock', solo: 'Solo' }
const hints: Record<Working, [off: string, on: string]> = {
  hidden: ['Hide it on the stage, in this window only', 'Hidden in this window; click to show it'],
  locked: ['Lock it in this window, so that nothing touches it', 'Locked in this window; click to open it'],
  solo: ['Solo: show nothing else on the stage, in this window only', 'Solo; click to show the others again'],
}
const buttons = computed(() =>
  (Object.keys(verbs) as Working[]).map((what) => {
    const on = working[what].has(props.object.id)
    const side = on ? 1 : 0
    return { what, on, verb: verbs[what], hint: hints[what][side], icon: workingIcons[what][side] }
  }),
)

function toggle(what: Working): void {
  const { id } = props.object
  working.toggle(what, selection.objects.has(id) ? [...selection.objects] : [id])
}
</script>

<template>
  <button
    v-for="{ what, on, verb, hint, icon } in buttons"
    :key="what"
    type="button"
    class="work"
    :class="{ on }"
    :aria-pressed="on"
    :aria-label="`${verb} ${object.name}`"
    :title="hint"
    @click="toggle(what)"
  >
    <i :class="`bi ${icon}`" aria-hidden="true" />
  </button>
</template>
