<script setup lang="ts">
import { computed } from 'vue'
import type { RotationOrder } from '../api/http'
import { useSelection } from '../scene/selection'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { vStands } from '../scene/standing'
import { useAnswer } from '../shared/answers'
import { usePlayhead } from '../timebar/playhead'

/** The order of an object's turns, how it gets from key to key, and where its turns lock. */
const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const selection = useSelection()
const playhead = usePlayhead()

const orders: RotationOrder[] = ['xyz', 'xzy', 'yxz', 'yzx', 'zxy', 'zyx']
const rotation = computed(() => {
  void scene.rowsVersion
  const row = scene.model.objects.get(props.object.id)
  return { order: row?.rotationOrder ?? 'xyz', interpolation: row?.rotationInterpolation ?? 'eachAxis' }
})
const { told: locks } = useAnswer(
  () => `${props.object.id} ${scene.revision} ${scene.settings.range.join()}`,
  () => scene.gimbalLocks(props.object.id),
)
const spanWords = ([first, last]: [number, number]) => (first === last ? String(first) : `${first}–${last}`)

const setOrder = (event: Event) =>
  void scene.edit({
    edit: 'setRotationOrder',
    objects: [...selection.objects],
    order: (event.target as HTMLSelectElement).value as RotationOrder,
    keepPoses: true,
  })
const setRotationInterpolation = () =>
  void scene.edit({
    edit: 'setRotationInterpolation',
    objects: [...selection.objects],
    rotationInterpolation: rotation.value.interpolation === 'quaternion' ? 'eachAxis' : 'quaternion',
  })
</script>

<template>
  <div class="rotation">
    <label title="The order in which the three rotations follow each other. Every pose at a key stays as it is">
      order
      <select class="small-pick" v-stands="rotation.order" aria-label="Rotation order" @change="setOrder">
        <option v-for="order in orders" :key="order" :value="order">{{ order.toUpperCase() }}</option>
      </select>
    </label>
    <label
      title="Between two keys it takes the quaternion interpolation from pose to pose, instead of three curves of their own"
    >
      <input
        type="checkbox"
        class="form-check-input"
        v-stands="rotation.interpolation === 'quaternion'"
        @change="setRotationInterpolation"
      />
      quaternion interpolation
    </label>
  </div>
  <p v-if="locks && locks.length" class="lock" role="status">
    <i class="bi bi-exclamation-triangle" aria-hidden="true" /> Gimbal lock at
    <button
      v-for="span in locks.slice(0, 4)"
      :key="span[0]"
      type="button"
      class="num"
      title="Go there. Another order, or the quaternion interpolation, avoids it"
      @click="playhead.goTo(span[0])"
    >
      {{ spanWords(span) }}</button><template v-if="locks.length > 4"> and {{ locks.length - 4 }} more</template>
  </p>
</template>

<style scoped>
.rotation {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 14px;
  padding-left: 24px;
  color: var(--dim);
  font-size: 11.5px;
}
.rotation label {
  display: flex;
  align-items: center;
  gap: 5px;
}
.rotation select {
  height: 20px;
}
.rotation input {
  margin: 0;
}
.lock {
  margin: 3px 0 0 24px;
  color: var(--grapefruit);
  font-size: 11.5px;
}
.lock button {
  padding: 0 3px;
  border: 0;
  border-radius: 4px;
  background: none;
  color: inherit;
  text-decoration: underline;
}
</style>
