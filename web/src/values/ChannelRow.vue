<script setup lang="ts">
import { computed } from 'vue'
import type { ChannelSpec } from '../api/http'
import { channelRow } from '../scene/held'
import type { Holder } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { vStands } from '../scene/standing'
import { usePlayhead } from '../timebar/playhead'
import { numberStyle, useChannelState } from './channelState'
import NumberField from './NumberField.vue'
import { driverOf } from '../loose/loose'
import { useLayers } from '../layers/layers'
import { useLayerShares } from '../layers/shares'
import Sparkline from './Sparkline.vue'
import { usePending } from './pending'
import { useWorking } from '../working/working'
import { useClipboard } from '../desk/clipboard'
import { useValueClipboard } from './valueClipboard'
import ValueMarker from './ValueMarker.vue'
import ValueMenu from './ValueMenu.vue'

const props = withDefaults(
  defineProps<{ object: Holder; spec: ChannelSpec; /** The selected objects differ here. */ various?: boolean }>(),
  { various: false },
)
const emit = defineEmits<{
  hold: [value: number]
  keep: [value: number]
  /** A change of whatever each object has, such as `+=5`. */
  changed: [text: string]
  /** The value that is there was typed once more. */
  again: []
  marker: []
  still: []
  lock: [locked: boolean]
}>()

const scene = useScene()
const playhead = usePlayhead()
const channels = useChannelState()
const pending = usePending()
const working = useWorking()
const layers = useLayers()

const label = computed(() => props.spec.fullName)
const value = computed(() => {
  void scene.seenVersion
  return channels.value(props.object, props.spec.name)
})
const style = computed(() => numberStyle(props.spec))
const track = computed(() => {
  void scene.samplesVersion
  return scene.book.track(props.object.id, props.spec.name)
})
const state = computed(() => channels.state(props.object, props.spec.name))
const locked = computed(() => {
  void scene.rowsVersion
  return props.object.channels.get(props.spec.name)?.locked ?? false
})
/** Locked in the scene, or for as long as somebody works here. */
const shut = computed(() => {
  void scene.rowsVersion
  const { object, spec } = props
  return working.isLocked(object.id) || (object.channels.get(layers.nameOf(object.id, spec.name))?.locked ?? false)
})
/** What says the value so that none can be set. */
const driver = computed(() => {
  void scene.rowsVersion
  void scene.seenVersion
  const object = scene.model.objects.get(props.object.id as number)
  return object ? driverOf(object, props.spec.name, scene.book, playhead.readFrame) : ''
})
const tint = computed(() => /\.([xyz])$/.exec(props.spec.name)?.[1] ?? '')
const clipboard = useValueClipboard()
const keys = useClipboard()
const { words: shares, ask: askShares } = useLayerShares(
  () => props.object,
  () => props.spec.name,
)
const begin = () => scene.hold([channelRow(props.object.id, props.spec.name)])
const select = (event: Event) => emit('keep', Number((event.target as HTMLSelectElement).value))
</script>

<template>
  <div class="channel" :data-channel="spec.name" @pointerenter="askShares">
    <ValueMarker :state="state" :label="label" :disabled="shut" @click="emit('marker')" />
    <ValueMenu
      :name="spec.label"
      :label="label"
      :tint="tint"
      :has-keys="state !== 'still' && state !== 'moved'"
      :has-key-here="state === 'keyed'"
      :locked="locked"
      :lockable="typeof object.id === 'number'"
      @key="emit('marker')"
      @still="emit('still')"
      @reset="emit('keep', spec.default)"
      @copy="clipboard.copy(value)"
      @paste="emit('keep', clipboard.value!)"
      @paste-keys="keys.pasteOnto(spec.name)"
      @lock="emit('lock', !locked)"
    />
    <Sparkline
      :track="track"
      :version="scene.samplesVersion"
      :first="scene.settings.work[0]"
      :last="scene.settings.work[1]"
      :now="playhead.readFrame"
    />
    <div v-if="spec.unit === 'onOff'" class="form-check form-switch switch">
      <input
        class="form-check-input"
        type="checkbox"
        role="switch"
        :aria-label="label"
        v-stands="value >= 0.5"
        :indeterminate="various"
        :title="various ? 'The selected objects differ' : undefined"
        :disabled="shut"
        @change="emit('keep', value >= 0.5 ? 0 : 1)"
      />
    </div>
    <select
      v-else-if="spec.unit === 'choice'"
      class="pick num"
      :aria-label="label"
      v-stands="various ? -1 : Math.round(value)"
      :disabled="shut"
      @change="select"
    >
      <option v-if="various" :value="-1" disabled>various</option>
      <option v-for="(choice, i) in spec.choices" :key="choice" :value="i">{{ choice }}</option>
    </select>
    <NumberField
      @begin="begin"
      @end="pending.count || scene.letGo()"
      v-else
      :value="value"
      :label="label"
      :unit="style.unit"
      :step="style.step"
      :decimals="style.decimals"
      :least="spec.least"
      :most="spec.most"
      :disabled="shut || driver !== ''"
      :placeholder="various ? 'various' : undefined"
      :hint="driver || shares"
      @changed="emit('changed', $event)"
      @again="emit('again')"
      @hold="emit('hold', $event)"
      @keep="emit('keep', $event)"
      @cancel="pending.cancel"
    />
  </div>
</template>

<style scoped>
.channel {
  display: grid;
  grid-template-columns: var(--value-columns);
  align-items: center;
  gap: 6px;
  height: 25px;
}
.switch {
  display: flex;
  justify-content: flex-end;
  min-height: 0;
  margin: 0;
  padding: 0;
}
.switch input {
  margin: 0;
  float: none;
}
.pick {
  height: 22px;
  width: 100%;
  font-size: 12px;
  color: var(--text);
  background: var(--ink);
  border: 1px solid var(--line);
  border-radius: 6px;
}
</style>
