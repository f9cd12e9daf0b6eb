<script setup lang="ts">
import { computed } from 'vue'
import type { SignedAxis } from '../api/http'
import { upBeside } from '../paths/directions'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { vStands } from '../scene/standing'
import DirectionPick from '../values/DirectionPick.vue'
import TiedSection from '../values/TiedSection.vue'
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
  const { value } = event.target as HTMLSelectElement
  const [known, wanted] = [aim.value, value === '' ? null : Number(value)]
  if (wanted === null) await aiming.leave(objects())
  else if (known) aiming.set(objects(), wanted, known.axis, known.up)
  else await aiming.aimAt(objects(), wanted)
}

const look = (axis: SignedAxis) => aiming.set(objects(), aim.value!.at, axis, upBeside(axis, aim.value!.up))
</script>

<template>
  <TiedSection v-if="targets.length || aim" label="Aims at something">
    <label title="One of its directions is turned at another object, wherever that goes; its own rotation comes after">
      <span>aims at</span>
      <select class="small-pick" aria-label="Aims at" v-stands="aim?.at" @change="choose">
        <option value="">nothing</option>
        <option v-for="target in targets" :key="target.id" :value="target.id">{{ target.name }}</option>
      </select>
    </label>
    <template v-if="aim">
      <DirectionPick
        word="with"
        label="Direction that aims"
        hint="The direction of its own that looks at the target"
        :value="aim.axis"
        @pick="look($event!)"
      />
      <DirectionPick
        word="up"
        label="Kept up while it aims"
        hint="The direction of its own that is kept up"
        :value="aim.up"
        :across="aim.axis"
        @pick="aiming.set(objects(), aim.at, aim.axis, $event!)"
      />
    </template>
  </TiedSection>
</template>

<style scoped>
select {
  height: 20px;
  max-width: 130px;
}
</style>
