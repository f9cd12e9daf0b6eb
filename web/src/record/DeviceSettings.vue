<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted } from 'vue'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import NumberField from '../values/NumberField.vue'
import { useDevices } from './devices'
import { useRecordSettings } from './recordSettings'

/** Which device drives what. */
const settings = useRecordSettings()
const devices = useDevices()
const selection = useSelection()
const scene = useScene()
onMounted(() => devices.watchThem(true))
onBeforeUnmount(() => devices.watchThem(false))

const object = computed(() => (selection.first === null ? null : (scene.model.objects.get(selection.first) ?? null)))
const boundTo = computed(() => devices.bound && scene.model.objects.get(devices.bound.object))
const told = computed(() => {
  const { current } = devices
  if (!current) return ''
  if (!devices.isThere(current)) return `nothing for ${current.quiet.toFixed(0)} s`
  return `${current.rate.toFixed(0)} a second, ${current.lost} lost of late`
})
</script>

<template>
  <div class="lines">
    <p v-if="devices.port?.problem" class="wrong" role="alert">{{ devices.port.problem }}</p>
    <p v-else-if="devices.all.length === 0" class="none">
      Nothing is heard. A device sends its poses by OSC to UDP port {{ devices.port?.port ?? '…' }} of this machine;
      <span class="num">./zesty tracker</span> stands in for one.
    </p>
    <template v-else>
      <label class="line">
        <span class="what">device</span>
        <select v-model="devices.chosen" class="small-pick" aria-label="Device" :disabled="devices.bound !== null">
          <option v-for="{ name } in devices.all" :key="name">{{ name }}</option>
        </select>
        <span class="num told" :class="{ gone: devices.current && !devices.isThere(devices.current) }">{{ told }}</span>
      </label>
      <div class="line">
        <span class="what">moves</span>
        <select v-model="settings.now.moved" class="small-pick" aria-label="What the device moves">
          <option value="both">position and rotation</option>
          <option value="position">position</option>
          <option value="rotation">rotation</option>
        </select>
        <span class="dim">×</span>
        <span class="by"
          ><NumberField
            :value="settings.now.scale"
            label="Scale of the device"
            :decimals="4"
            :step="0.1"
            :least="0.0001"
            :most="10000"
            trim
            @hold="settings.now.scale = $event"
            @keep="settings.now.scale = $event"
        /></span>
      </div>
      <label class="tick"
        ><input v-model="settings.now.fromHere" type="checkbox" class="form-check-input" /> goes on from where the
        object is</label
      >
      <label
        class="tick"
        title="Off, a take starts where the scene plays; on, it goes where the device’s own clock says"
        ><input v-model="settings.now.byStamps" type="checkbox" class="form-check-input" /> takes go by the device’s own
        clock</label
      >
      <div class="line">
        <span v-if="boundTo" class="bound">{{ devices.bound!.device }} drives {{ boundTo.name }}</span>
        <BButton
          variant="quiet"
          class="btn-small"
          :disabled="!object || !devices.current"
          :title="object ? `Bind it to ${object.name}, as both stand now` : 'Select the object that it is to drive'"
          @click="devices.bind(object!.id)"
          >{{ devices.bound ? 'Bind anew' : object ? `Bind to ${object.name}` : 'Bind' }}</BButton
        >
        <BButton v-if="devices.bound" variant="quiet" class="btn-small" @click="devices.release">Let go</BButton>
      </div>
    </template>
  </div>
</template>

<style scoped>
.none,
.wrong {
  margin: 0;
  color: var(--dim);
}
.wrong {
  color: var(--grapefruit);
}
.told {
  color: var(--dim);
  font-size: 11px;
}
.told.gone {
  color: var(--grapefruit);
}
.bound {
  color: var(--tangerine);
}
.by {
  width: 52px;
}
.dim {
  color: var(--dim);
}
</style>
