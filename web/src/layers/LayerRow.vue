<script setup lang="ts">
import { computed } from 'vue'
import { layerPeels } from '../api/messages'
import { specOf } from '../scene/catalogue'
import { layerKey, strengthChannel } from '../scene/owners'
import type { Layer } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { useCancelOnEscape } from '../shared/cancelling'
import { useLift } from '../shared/lift'
import CheckItem from '../shared/CheckItem.vue'
import MenuItem from '../shared/MenuItem.vue'
import NameField from '../shared/NameField.vue'
import { useChannelState } from '../values/channelState'
import NumberField from '../values/NumberField.vue'
import { usePending } from '../values/pending'
import ValueMarker from '../values/ValueMarker.vue'
import { useLayerActs } from './layerActs'
import LayerChip from './LayerChip.vue'
import { useLayerDialogs } from './layerDialogs'
import { useLayers } from './layers'

/** A layer's tab: it takes the keys when clicked, and has its strength, its switch and what can be done with it. */
const props = defineProps<{ layer: Layer }>()
const scene = useScene()
const layers = useLayers()
const acts = useLayerActs()
const dialogs = useLayerDialogs()
const pending = usePending()
const state = useChannelState()

const isActive = computed(() => layers.active?.id === props.layer.id)
const objects = computed(() => acts.objectsIn(props.layer))
const objectNames = computed(() => {
  const names = [...objects.value].slice(0, 6).map((id) => scene.model.objects.get(id)?.name ?? '')
  return objects.value.size > names.length ? [...names, `${objects.value.size - names.length} more`] : names
})

const spec = specOf({ kind: 'strength' }, strengthChannel)!
const owner = computed(() => layerKey(props.layer.id))
const strength = computed(() => {
  void scene.seenVersion
  void scene.rowsVersion
  return state.value(props.layer.holder, strengthChannel)
})
const marker = computed(() => state.state(props.layer.holder, strengthChannel))
const row = (value?: number) => [{ object: owner.value, channel: strengthChannel, value }]
function keep(value: number): void {
  pending.hold(row(value / 100))
  void pending.finish()
}
function toggleKey(): void {
  const time = state.keyHere(props.layer.holder, strengthChannel)
  if (time !== undefined && pending.get(owner.value, strengthChannel) === undefined)
    void scene.edit({
      edit: 'deleteKeys',
      keys: [{ object: owner.value, channel: strengthChannel, times: [time] }],
    })
  else void pending.key(row())
}

// A tab that is dragged up or down takes its layer to another place.
const height = 27
const { shift, grab, pull, drop: letGo, giveUp } = useLift()
function drop(): void {
  const moved = Math.round(-letGo() / height)
  const to = Math.min(Math.max(props.layer.place + moved, 0), layers.downwards.length - 1)
  if (to !== props.layer.place) acts.move(props.layer, to)
}
useCancelOnEscape(() => shift.value !== 0, giveUp)
</script>

<template>
  <div
    class="layer stack-row"
    :class="{ active: isActive, 'passed-over': layers.isPassedOver(layer), moving: shift !== 0 }"
    :style="{ transform: shift ? `translateY(${shift}px)` : undefined, '--peel': `var(--peel-${layer.peel})` }"
    :data-layer="layer.name"
  >
    <LayerChip :layer="layer" />
    <NameField v-slot="{ rename: begin }" :name="layer.name" @rename="acts.set(layer, { name: $event })">
      <button
        type="button"
        class="name"
        :aria-pressed="isActive"
        :aria-label="`Keys go to ${layer.name}`"
        :title="`${layer.name} ${layer.mode === 'add' ? 'adds to' : 'overrides'} what is below${isActive ? '; keys go here' : '. Click to set keys in it'}; double-click to rename, drag to reorder`"
        @click="layers.activate(layer.id)"
        @dblclick="begin"
        @pointerdown="grab"
        @pointermove="pull"
        @pointerup="drop"
        @pointercancel="giveUp"
      >
        {{ layer.name }}
      </button>
    </NameField>
    <i
      v-if="layer.locked"
      class="bi bi-lock-fill sign"
      role="img"
      :aria-label="`${layer.name} is locked`"
      title="Locked"
    />
    <i
      v-if="layer.solo"
      class="bi bi-1-circle-fill sign"
      role="img"
      :aria-label="`${layer.name} is solo`"
      title="Solo"
    />
    <button
      v-if="objects.size"
      type="button"
      class="objects num"
      :aria-label="`Select the ${objects.size} objects with keys in ${layer.name}`"
      :title="`Select what has keys in it: ${objectNames.join(', ')}`"
      @click="acts.select(layer)"
    >
      {{ objects.size }}
    </button>
    <ValueMarker :state="marker" :label="`Strength of ${layer.name}`" :disabled="layer.locked" @click="toggleKey" />
    <NumberField
      class="strength"
      :value="strength * 100"
      :label="`Strength of ${layer.name}`"
      unit=" %"
      :decimals="0"
      :step="1"
      :least="spec.least * 100"
      :most="spec.most * 100"
      :disabled="layer.locked"
      trim
      @hold="pending.hold(row($event / 100))"
      @keep="keep"
      @cancel="pending.cancel"
    />
    <button
      type="button"
      class="small"
      role="switch"
      :aria-checked="layer.on"
      :aria-label="`${layer.name} on`"
      :title="layer.on ? 'Switch it off: the motion without it' : 'Switch it on'"
      @click="acts.set(layer, { on: !layer.on })"
    >
      <i :class="layer.on ? 'bi bi-eye' : 'bi bi-eye-slash-fill'" aria-hidden="true" />
    </button>
    <BDropdown size="sm" variant="quiet" toggle-class="more" no-caret strategy="fixed" end lazy>
      <template #button-content
        ><i class="bi bi-three-dots" aria-hidden="true" /><span class="visually-hidden"
          >What can be done with {{ layer.name }}</span
        ></template
      >
      <MenuItem :active="layer.mode === 'add'" @click="acts.set(layer, { mode: 'add' })"
        >Adds to what is below</MenuItem
      >
      <MenuItem :active="layer.mode === 'override'" @click="acts.set(layer, { mode: 'override' })"
        >Overrides what is below</MenuItem
      >
      <BDropdownDivider />
      <CheckItem role="menuitemcheckbox" :on="layer.solo" @click="acts.set(layer, { solo: !layer.solo })"
        >Solo</CheckItem
      >
      <CheckItem role="menuitemcheckbox" :on="layer.locked" @click="acts.set(layer, { locked: !layer.locked })"
        >Locked</CheckItem
      >
      <div class="peels" role="group" aria-label="Peel">
        <button
          v-for="peel in layerPeels"
          :key="peel"
          type="button"
          role="menuitemradio"
          :aria-label="peel"
          :aria-checked="layer.peel === peel"
          :title="peel"
          :style="{ '--peel': `var(--peel-${peel})` }"
          @click="acts.set(layer, { peel })"
        />
      </div>
      <BDropdownDivider />
      <MenuItem @click="acts.duplicate(layer)">Duplicate</MenuItem>
      <MenuItem @click="acts.split(layer)">Split off the selected objects</MenuItem>
      <MenuItem @click="dialogs.ask({ kind: 'down', layer: layer.id })">Merge down…</MenuItem>
      <MenuItem @click="dialogs.ask({ kind: 'all' })">Merge all layers…</MenuItem>
      <MenuItem @click="acts.remove(layer)">Delete</MenuItem>
    </BDropdown>
  </div>
</template>

<style scoped>
.layer {
  padding: 0 2px 0 6px;
  border-left: 3px solid var(--peel);
  border-radius: 0 7px 7px 0;
}
.layer + .layer {
  margin-top: 1px;
}
.active {
  background: var(--raised);
}
.active .name {
  font-weight: 650;
}
.sign {
  color: var(--dim);
  font-size: 11px;
}
.objects {
  min-width: 18px;
  padding: 0 4px;
  border: 1px solid var(--line);
  border-radius: 999px;
  background: none;
  color: var(--dim);
  font-size: 10.5px;
  line-height: 15px;
}
.objects:hover {
  color: var(--text);
}
.strength {
  flex: none;
  width: 56px;
}
.peels {
  display: flex;
  gap: 6px;
  padding: 4px 16px;
}
.peels button {
  width: 18px;
  height: 18px;
  padding: 0;
  border: 2px solid var(--panel);
  border-radius: 6px;
  background: var(--peel);
}
.peels button[aria-checked='true'] {
  outline: 2px solid var(--text);
}
</style>
