<script setup lang="ts">
import { computed } from 'vue'
import type { SignedAxis } from '../api/http'
import { directionNames, directions } from '../paths/directions'
import type { SceneObject } from '../scene/sceneModel'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { useAiming } from './aiming'

/** What an object aims at, and which of its directions looks there. */
const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const selection = useSelection()
const aiming = useAiming()

const aim = computed(() => {
  void scene.rowsVersion
  return scene.model.objects.get(props.object.id)?.aim ?? null
})
const targets = computed(() => {
  void scene.rowsVersion
  return scene.model.inOrder().filter(({ id }) => !selection.objects.has(id))
})
const objects = () => [...selection.objects]

async function choose(event: Event): Promise<void> {
  const select = event.target as HTMLSelectElement
  const [known, wanted] = [aim.value, select.value === '' ? null : Number(select.value)]
  if (wanted === null) await aiming.leave(objects())
  else if (known) aiming.set(objects(), wanted, known.axis, known.up)
  else await aiming.aimAt(objects(), wanted)
  select.value = String(aim.value?.at ?? '')
}

/** What is up lies across what looks: with one changed the other gives way. */
function look(axis: SignedAxis): void {
  const clashes = axis.at(-1) === aim.value!.up.at(-1)
  const up = clashes ? (axis.endsWith('Y') ? 'plusZ' : 'plusY') : aim.value!.up
  aiming.set(objects(), aim.value!.at, axis, up)
}
const isAcross = (axis: SignedAxis) => aim.value!.axis.at(-1) !== axis.at(-1)
const chosen = (event: Event) => (event.target as HTMLSelectElement).value as SignedAxis
</script>

<template>
  <section v-if="targets.length || aim" class="aim" aria-label="Aims at something">
    <label title="One of its directions is turned at another object, wherever that goes; its own rotation comes after">
      <span>aims at</span>
      <select class="small-pick" aria-label="Aims at" :value="aim?.at ?? ''" @change="choose">
        <option value="">nothing</option>
        <option v-for="target in targets" :key="target.id" :value="target.id">{{ target.name }}</option>
      </select>
    </label>
    <template v-if="aim">
      <label title="The direction of its own that looks at the target">
        <span>with</span>
        <select class="small-pick" aria-label="Direction that aims" :value="aim.axis" @change="look(chosen($event))">
          <option v-for="axis in directions" :key="axis" :value="axis">{{ directionNames[axis] }}</option>
        </select>
      </label>
      <label title="The direction of its own that is kept up">
        <span>up</span>
        <select
          class="small-pick"
          aria-label="Kept up while it aims"
          :value="aim.up"
          @change="aiming.set(objects(), aim.at, aim.axis, chosen($event))"
        >
          <option v-for="axis in directions.filter(isAcross)" :key="axis" :value="axis">
            {{ directionNames[axis] }}
          </option>
        </select>
      </label>
    </template>
  </section>
</template>

<style scoped>
.aim {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 3px 12px;
  margin-top: 4px;
  color: var(--dim);
  font-size: 12px;
}
label {
  display: flex;
  align-items: center;
  gap: 5px;
}
select {
  height: 20px;
  max-width: 130px;
}
</style>
