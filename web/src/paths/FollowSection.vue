<script setup lang="ts">
import { computed } from 'vue'
import type { SignedAxis } from '../api/http'
import { useSelection } from '../scene/selection'
import type { SceneObject } from '../scene/sceneModel'
import { useScene } from '../scene/sceneStore'
import NumberField from '../values/NumberField.vue'
import { directionNames, directions } from './directions'
import { useLeaving } from './leaving'

/** Which path an object goes along, and how it is turned on it. */
const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const selection = useSelection()
const leaving = useLeaving()

const follow = computed(() => {
  void scene.rowsVersion
  return scene.model.objects.get(props.object.id)?.follow ?? null
})
const paths = computed(() => {
  void scene.rowsVersion
  return scene.model.inOrder().filter(({ path, id }) => path && !selection.objects.has(id))
})
const objects = () => [...selection.objects]

async function put(event: Event): Promise<void> {
  const select = event.target as HTMLSelectElement
  const { value } = select
  if (value === '') {
    await leaving(objects())
    select.value = String(follow.value?.path ?? '')
    return
  }
  void scene.edit({
    edit: 'followPath',
    objects: objects(),
    path: Number(value),
    facing: follow.value ? follow.value.facing : 'plusX',
  })
}

const give = (change: { facing?: SignedAxis | null; up?: SignedAxis; bank?: number }) => {
  const { facing, up, bank } = { ...follow.value!, ...change }
  void scene.edit({ edit: 'setFollow', objects: objects(), facing, up, bank })
}
const axisOf = (event: Event) => ((event.target as HTMLSelectElement).value || null) as SignedAxis | null

/** What is up lies across what faces along the path: with one changed the other gives way. */
function face(event: Event): void {
  const facing = axisOf(event)
  const clashes = facing !== null && facing.at(-1) === follow.value!.up.at(-1)
  give({ facing, up: clashes ? (facing.endsWith('Y') ? 'plusZ' : 'plusY') : follow.value!.up })
}
const isAcross = (axis: SignedAxis) => follow.value?.facing?.at(-1) !== axis.at(-1)
</script>

<template>
  <section v-if="paths.length || follow" class="follow" aria-label="Follows a path">
    <label title="It goes along the path from its start to its end; its own position is then beside the path">
      <span>on path</span>
      <select class="small-pick" aria-label="Path that it follows" :value="follow?.path ?? ''" @change="put">
        <option value="">none</option>
        <option v-for="path in paths" :key="path.id" :value="path.id">{{ path.name }}</option>
      </select>
    </label>
    <template v-if="follow">
      <label title="The direction of its own that looks along the path">
        <span>facing</span>
        <select class="small-pick" aria-label="Faces along the path" :value="follow.facing ?? ''" @change="face">
          <option value="">not</option>
          <option v-for="axis in directions" :key="axis" :value="axis">{{ directionNames[axis] }}</option>
        </select>
      </label>
      <label v-if="follow.facing" title="The direction of its own that is kept up">
        <span>up</span>
        <select class="small-pick" aria-label="Kept up" :value="follow.up" @change="give({ up: axisOf($event)! })">
          <option v-for="axis in directions.filter(isAcross)" :key="axis" :value="axis">
            {{ directionNames[axis] }}
          </option>
        </select>
      </label>
      <label v-if="follow.facing" class="bank">
        <span>bank</span>
        <NumberField
          :value="follow.bank"
          label="Bank"
          :decimals="2"
          :step="5"
          :least="-1e6"
          :most="1e6"
          hint="Degrees that it leans into a bend of radius 1; into one of radius 10 a tenth of that, and never more than 60"
          trim
          @keep="give({ bank: $event })"
        />
      </label>
    </template>
  </section>
</template>

<style scoped>
.follow {
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
.bank > .field {
  width: 58px;
  height: 20px;
}
</style>
