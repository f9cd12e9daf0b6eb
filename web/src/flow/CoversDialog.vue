<script setup lang="ts">
import { computed } from 'vue'
import type { TimeTarget } from '../api/http'
import { specOf } from '../scene/catalogue'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import { useWarps } from './warps'

/** What a warp covers. Changes are made as they are selected. */
const props = defineProps<{ warp: number }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const warps = useWarps()

const warp = computed(() => {
  void scene.rowsVersion
  return scene.model.warps.get(props.warp)
})
const nameOf = ({ object, channel }: TimeTarget) => {
  const known = scene.model.objects.get(object)
  const spec = known && channel ? specOf(known, channel) : undefined
  return `${known?.name ?? ''}${spec ? `, ${spec.fullName}` : ''}`
}
const set = (targets: TimeTarget[] | null) => scene.edit({ edit: 'setWarpTargets', warp: props.warp, targets })
const takeOut = (target: TimeTarget) => set(warp.value!.targets!.filter((each) => each !== target))
</script>

<template>
  <AskDialog
    v-if="warp"
    :title="`What ${warp.name} covers`"
    ok="Done"
    done-at-once
    :ready="true"
    @close="emit('close')"
  >
    <p v-if="!warp.targets" class="mb-0">The whole scene.</p>
    <ul v-else class="targets">
      <li v-for="target in warp.targets" :key="nameOf(target)">
        {{ nameOf(target) }}
        <BButton
          variant="quiet"
          class="btn-small"
          :disabled="warp.targets.length === 1"
          :title="
            warp.targets.length === 1 ? 'A warp covers something at least; delete it instead' : 'It plays plainly again'
          "
          @click="takeOut(target)"
          >Take out</BButton
        >
      </li>
    </ul>
    <div class="ways">
      <BButton
        variant="quiet"
        class="btn-small"
        :disabled="warps.selectedObjects().length === 0"
        @click="warps.cover(warp.id, warps.selectedObjects())"
        >Add the selected objects</BButton
      >
      <BButton
        variant="quiet"
        class="btn-small"
        :disabled="warps.selectedChannels().length === 0"
        @click="warps.cover(warp.id, warps.selectedChannels())"
        >Add the channels of the selected keys</BButton
      >
      <BButton v-if="warp.targets" variant="quiet" class="btn-small" @click="set(null)">The whole scene</BButton>
    </div>
  </AskDialog>
</template>

<style scoped>
.targets {
  display: grid;
  gap: 4px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.targets li {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
