<script setup lang="ts">
import { computed } from 'vue'
import type { SignedAxis } from '../api/http'
import { useSelection } from '../scene/selection'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { vStands } from '../scene/standing'
import DirectionPick from '../values/DirectionPick.vue'
import NumberField from '../values/NumberField.vue'
import TiedSection from '../values/TiedSection.vue'
import { upBeside } from './directions'
import { useLeaving } from './leaving'
import { usePuttingOn } from './puttingOn'

/** Which path an object goes along, and how it is turned on it. */
const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const selection = useSelection()
const leaving = useLeaving()
const puttingOn = usePuttingOn()

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
  const { value } = event.target as HTMLSelectElement
  if (value === '') await leaving(objects())
  else await puttingOn(objects(), Number(value), follow.value ? (follow.value.facing ?? null) : 'plusX')
}

const give = (change: { facing?: SignedAxis | null; up?: SignedAxis; bank?: number }) => {
  const { facing, up, bank } = { ...follow.value!, ...change }
  void scene.edit({ edit: 'setFollow', objects: objects(), facing, up, bank })
}
const face = (facing: SignedAxis | null) => give({ facing, up: upBeside(facing, follow.value!.up) })
</script>

<template>
  <TiedSection v-if="paths.length || follow" label="Follows a path">
    <label title="It goes along the path from its start to its end; its own position is then beside the path">
      <span>on path</span>
      <select class="small-pick" aria-label="Path that it follows" v-stands="follow?.path" @change="put">
        <option value="">none</option>
        <option v-for="path in paths" :key="path.id" :value="path.id">{{ path.name }}</option>
      </select>
    </label>
    <template v-if="follow">
      <DirectionPick
        word="facing"
        label="Faces along the path"
        hint="The direction of its own that looks along the path"
        none="not"
        :value="follow.facing"
        @pick="face"
      />
      <DirectionPick
        v-if="follow.facing"
        word="up"
        label="Kept up"
        hint="The direction of its own that is kept up"
        :value="follow.up"
        :across="follow.facing"
        @pick="give({ up: $event! })"
      />
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
  </TiedSection>
</template>

<style scoped>
select {
  height: 20px;
  max-width: 130px;
}
.bank > .field {
  width: 58px;
  height: 20px;
}
</style>
