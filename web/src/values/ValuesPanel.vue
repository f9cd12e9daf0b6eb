<script setup lang="ts">
import { computed } from 'vue'
import type { ChannelSpec, ChannelValue } from '../api/http'
import { channelsOf } from '../scene/catalogue'
import { useChoice } from '../scene/choice'
import type { SceneObject } from '../scene/sceneModel'
import { useScene } from '../scene/sceneStore'
import ChannelRow from './ChannelRow.vue'
import { useChannelState } from './channelState'
import ColourRow from './ColourRow.vue'
import ObjectHead from './ObjectHead.vue'
import { usePending } from './pending'

const scene = useScene()
const choice = useChoice()
const pending = usePending()
const state = useChannelState()

const object = computed<SceneObject | undefined>(() => {
  void scene.rowsVersion
  return choice.first === null ? undefined : scene.model.objects.get(choice.first)
})
const colour = ['look.red', 'look.green', 'look.blue']
const groups = computed(() => {
  const specs = object.value ? channelsOf(object.value.kind) : []
  return ['Move', 'Turn', 'Size', 'Attributes'].map((name) => ({
    name,
    specs: specs.filter((spec) => spec.group === name && !colour.includes(spec.name)),
    hasColour: name === 'Attributes' && specs.some((spec) => spec.name === colour[0]),
  }))
})

/** The same channel of every chosen object that has it. */
function onChosen(channel: string, value: number): ChannelValue[] {
  return [...choice.objects].flatMap((id) => {
    const chosen = scene.model.objects.get(id)
    return chosen && channelsOf(chosen.kind).some((spec) => spec.name === channel)
      ? [{ object: id, channel, value }]
      : []
  })
}

const hold = (channels: readonly string[], values: readonly number[]) =>
  pending.hold(channels.flatMap((channel, i) => onChosen(channel, values[i]!)))

function keep(channels: readonly string[], values: readonly number[]): void {
  hold(channels, values)
  void pending.keepStill()
}

/** A click on a marker keys the value here, or removes the key that is here. */
function toggleKey(channels: readonly string[]): void {
  const thing = object.value!
  const here = channels.map((channel) => ({ object: thing.id, channel, time: state.keyHere(thing, channel) }))
  const isHeld = channels.some((channel) => pending.get(thing.id, channel) !== undefined)
  if (!isHeld && here.every((key) => key.time !== undefined))
    void scene.edit({ edit: 'deleteKeys', keys: here.map((key) => ({ ...key, time: key.time! })) })
  else void pending.key(channels.map((channel) => ({ object: thing.id, channel })))
}

const key = (spec: ChannelSpec) => `${object.value!.id}|${spec.name}`
</script>

<template>
  <aside class="values" aria-label="Values">
    <template v-if="object">
      <ObjectHead :object="object" />
      <section v-for="group in groups" :key="group.name" :aria-label="group.name">
        <h2 class="group">{{ group.name }}</h2>
        <ChannelRow
          v-for="spec in group.specs"
          :key="key(spec)"
          :object="object"
          :spec="spec"
          @hold="hold([spec.name], [$event])"
          @keep="keep([spec.name], [$event])"
          @marker="toggleKey([spec.name])"
        />
        <ColourRow
          v-if="group.hasColour"
          :object="object"
          :channels="colour"
          @hold="hold(colour, $event)"
          @keep="keep(colour, $event)"
          @marker="toggleKey(colour)"
        />
      </section>
    </template>
    <div v-else class="none">
      <p class="none-title">Nothing is chosen</p>
      <p>Click an object on the stage, or its lane on the desk, to see and set its values.</p>
    </div>
  </aside>
</template>

<style scoped>
.values {
  height: 100%;
  padding: 10px 12px;
  overflow-y: auto;
  background: var(--panel);
  border-left: 1px solid var(--line);
}
.group {
  margin: 8px 0 2px;
  font-size: 11px;
  font-weight: 450;
  color: var(--dim);
}
.none {
  display: grid;
  align-content: center;
  height: 100%;
  text-align: center;
  color: var(--dim);
}
.none-title {
  margin-bottom: 4px;
  font-size: 15px;
  font-weight: 600;
  color: var(--text);
}
</style>
