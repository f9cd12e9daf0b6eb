<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed } from 'vue'
import type { ChannelSpec, ChannelValue } from '../api/http'
import { allGroups, channelsOf, deformersGroup, groupOf, isOfColour, isOfDeformer, specOf } from '../scene/catalogue'
import { useSelection } from '../scene/selection'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import LayerStack from '../layers/LayerStack.vue'
import { useLayers } from '../layers/layers'
import { usePlayhead } from '../timebar/playhead'
import { useAutoKey } from './autoKey'
import ChannelRow from './ChannelRow.vue'
import { useChannelState } from './channelState'
import ColourRow from './ColourRow.vue'
import BentSection from '../deform/BentSection.vue'
import CoarseNote from '../deform/CoarseNote.vue'
import DeformerHead from '../deform/DeformerHead.vue'
import FadeHead from '../deform/FadeHead.vue'
import { useDeforming } from '../deform/deforming'
import ClipSection from '../clips/ClipSection.vue'
import AimSection from '../aims/AimSection.vue'
import LooseHead from '../loose/LooseHead.vue'
import LooseSection from '../loose/LooseSection.vue'
import { looseKinds, looseWords } from '../loose/loose'
import CueSection from '../cues/CueSection.vue'
import FollowSection from '../paths/FollowSection.vue'
import TextSection from '../texts/TextSection.vue'
import PathSection from '../paths/PathSection.vue'
import SoundSection from '../sound/SoundSection.vue'
import KeySection from './KeySection.vue'
import ObjectHead from './ObjectHead.vue'
import { usePending } from './pending'
import { readSum } from './sums'
import RollSection from './RollSection.vue'
import RotationSection from './RotationSection.vue'

const scene = useScene()
const selection = useSelection()
const pending = usePending()
const autoKey = useAutoKey()
const state = useChannelState()
const playhead = usePlayhead()
const layers = useLayers()
const deforming = useDeforming()
const ways = [
  ['value', 'value'],
  ['change', 'change'],
] as const

const object = computed<SceneObject | undefined>(() => {
  void scene.rowsVersion
  return selection.first === null ? undefined : scene.model.objects.get(selection.first)
})
/** What the object has, by groups; the parts of a colour stand together. */
const groups = computed(() => {
  const specs = object.value ? channelsOf(object.value) : []
  const own = allGroups().flatMap((name) => {
    const inside = specs.filter((spec) => groupOf(spec) === name && !isOfDeformer(spec.name))
    if (inside.length === 0) return []
    const colour = inside.filter(isOfColour).map((spec) => spec.name)
    const stack: SceneObject['deformers'] = []
    return [{ name, specs: inside.filter((spec) => !isOfColour(spec)), colour, stack }]
  })
  // Of what bends it, one is open; its values stand below them all.
  const stack = object.value?.deformers ?? []
  if (stack.length === 0) return own
  const open = deforming.active?.name
  const inside = specs.filter(({ name, group }) => isOfDeformer(name) && group === open)
  return [...own, { name: deformersGroup, specs: inside, colour: [], stack }]
})
/** How a shape is cut is rarely looked at. */
const showsSegments = useStorage('zesty-segments', false)
const shownOf = ({ name, specs }: (typeof groups.value)[number]) =>
  name === 'Segments' && !showsSegments.value ? [] : specs

/** Whether several selected objects get the same value, or each the same change. */
const together = useStorage<'value' | 'change'>('zesty-together', 'value')

/** The same channel of every selected object that has it and is not locked there. */
function onSelected(channel: string, value: number): ChannelValue[] {
  const change = value - state.kept(object.value!, channel)
  return [...selection.objects].flatMap((id) => {
    const selected = scene.model.objects.get(id)
    const spec = selected && specOf(selected, channel)
    if (!spec || selected.channels.get(layers.nameOf(id, channel))?.locked) return []
    const own = together.value === 'value' || id === selection.first ? value : state.kept(selected, channel) + change
    return [{ object: id, channel, value: Math.min(Math.max(own, spec.least), spec.most) }]
  })
}

/**
 * The channels in which the selected objects differ. Of very many only the first are looked at, and while playing, when
 * nobody types, none.
 */
const various = computed<ReadonlySet<string>>((before) => {
  if (selection.objects.size < 2 || !object.value) return noChannels
  if (before && playhead.playing) return before
  void scene.seenVersion
  const others = [...selection.objects].slice(0, mostCompared).flatMap((id) => scene.model.objects.get(id) ?? [])
  return new Set(
    channelsOf(object.value)
      .map(({ name }) => name)
      .filter((name) => {
        const own = state.value(object.value!, name)
        return others.some((other) => specOf(other, name) && state.value(other, name) !== own)
      }),
  )
})
const mostCompared = 200
const noChannels: ReadonlySet<string> = new Set()

/** Changes whatever each selected object has here, by a typed change such as `+=5`. */
function change(channel: string, text: string): void {
  const values = onSelected(channel, 0).flatMap(({ object: id }) => {
    const other = scene.model.objects.get(id as number)!
    const spec = specOf(other, channel)!
    const value = readSum(text, state.value(other, channel))
    return value === null ? [] : [{ object: id, channel, value: Math.min(Math.max(value, spec.least), spec.most) }]
  })
  pending.hold(values)
  void pending.finish()
}

const onAll = (channels: readonly string[]): ChannelValue[] =>
  channels.flatMap((channel) => onSelected(channel, 0).map(({ object: id }) => ({ object: id, channel })))

const still = (spec: ChannelSpec) =>
  void scene.edit({ edit: 'stayStill', frame: playhead.frame, values: layers.inActive(onAll([spec.name])) })

const lock = (spec: ChannelSpec, locked: boolean) =>
  void scene.edit({
    edit: 'setLocked',
    channels: [...selection.objects]
      .filter((id) => specOf(scene.model.objects.get(id)!, spec.name))
      .map((id) => ({ object: id, channel: spec.name })),
    locked,
  })

const hold = (channels: readonly string[], values: readonly number[]) =>
  pending.hold(channels.flatMap((channel, i) => onSelected(channel, values[i]!)))

function keep(channels: readonly string[], values: readonly number[]): void {
  hold(channels, values)
  void pending.finish()
}

/** With auto-key on a typed value is keyed, also one that is there anyway. */
function confirm(channel: string): void {
  if (autoKey.isOn) void pending.key(onAll([channel]))
}

/** A click on a marker keys the value here, or removes the key that is here. */
function toggleKey(channels: readonly string[]): void {
  const thing = object.value!
  const here = channels.map((channel) => ({ channel, time: state.keyHere(thing, channel) }))
  const isHeld = channels.some((channel) => pending.get(thing.id, channel) !== undefined)
  if (!isHeld && here.every((key) => key.time !== undefined))
    void scene.edit({
      edit: 'deleteKeys',
      keys: here.map(({ channel, time }) => ({
        object: thing.id,
        channel: layers.nameOf(thing.id, channel),
        times: [time!],
      })),
    })
  else void pending.key(onAll(channels))
}

const looseOf = (group: string) => looseKinds.find((kind) => looseWords[kind].group === group)

const key = (spec: ChannelSpec) => `${object.value!.id}|${spec.name}`
</script>

<template>
  <aside class="values" aria-label="Values">
    <LayerStack />
    <KeySection />
    <ClipSection />
    <SoundSection />
    <template v-if="object">
      <ObjectHead :object="object" />
      <TextSection v-if="object.text" :key="object.id" :object="object" />
      <FollowSection :object="object" />
      <AimSection :object="object" />
      <LooseSection :object="object" />
      <BentSection :object="object" />
      <CoarseNote :object="object" />
      <CueSection :object="object" />
      <PathSection v-if="object.path" :object="object" />
      <div v-if="selection.objects.size > 1" class="together" role="radiogroup" aria-label="Each gets the same">
        <span class="dim">each gets the same</span>
        <button
          v-for="[way, label] in ways"
          :key="way"
          type="button"
          role="radio"
          :aria-checked="together === way"
          @click="together = way"
        >
          {{ label }}
        </button>
      </div>
      <section v-for="group in groups" :key="group.name" :aria-label="group.name">
        <h2 v-if="group.name === 'Segments'" class="group">
          <button
            type="button"
            class="fold"
            :aria-expanded="showsSegments"
            title="Into how many parts the shape is cut, so that it can be bent"
            @click="showsSegments = !showsSegments"
          >
            <i :class="`bi ${showsSegments ? 'bi-chevron-down' : 'bi-chevron-right'}`" aria-hidden="true" />
            {{ group.name }}
          </button>
        </h2>
        <h2 v-else class="group">{{ group.name }}</h2>
        <DeformerHead
          v-for="(deformer, place) in group.stack"
          :key="deformer.name"
          :object="object.id"
          :deformer="deformer"
          :place="place"
          :count="group.stack.length"
        />
        <FadeHead v-if="group.name === 'Fade' && object.fade" :object="object" />
        <LooseHead v-if="looseOf(group.name)" :object="object" :kind="looseOf(group.name)!" />
        <ChannelRow
          v-for="spec in shownOf(group)"
          :key="key(spec)"
          :object="object"
          :spec="spec"
          :various="various.has(spec.name)"
          @changed="change(spec.name, $event)"
          @again="confirm(spec.name)"
          @hold="hold([spec.name], [$event])"
          @keep="keep([spec.name], [$event])"
          @marker="toggleKey([spec.name])"
          @still="still(spec)"
          @lock="lock(spec, $event)"
        />
        <template v-if="group.name === 'Rotation'">
          <RotationSection :object="object" />
          <RollSection :object="object" />
        </template>
        <ColourRow
          v-if="group.colour.length === 3"
          :object="object"
          :channels="group.colour"
          :various="group.colour.some((channel) => various.has(channel))"
          @hold="hold(group.colour, $event)"
          @keep="keep(group.colour, $event)"
          @marker="toggleKey(group.colour)"
        />
      </section>
    </template>
    <div v-else-if="selection.sounds.size === 0" class="none">
      <p class="none-title">Nothing is selected</p>
      <p>Click an object on the stage, or its lane on the desk, to see and set its values.</p>
    </div>
  </aside>
</template>

<style scoped>
.values {
  container: values / inline-size;
  --value-columns: 18px 84px minmax(0, 1fr) 80px;
  height: 100%;
  padding: 10px 12px;
  overflow-y: auto;
  background: var(--panel);
  border-left: 1px solid var(--line);
}
/* The little curves go first. */
@container values (width < 250px) {
  .values section {
    --value-columns: 18px minmax(0, 1fr) 0 84px;
  }
}
.together {
  display: flex;
  align-items: center;
  gap: 4px;
  margin-top: 6px;
  font-size: 12px;
}
.together button {
  padding: 1px 8px;
  border: 1px solid var(--line);
  border-radius: 7px;
  background: none;
  color: var(--text);
}
.together button[aria-checked='true'] {
  background: var(--lemon);
  color: var(--on-lemon);
  border-color: transparent;
}
.group {
  margin: 8px 0 2px;
  font-size: 11px;
  font-weight: 450;
  color: var(--dim);
}
.fold {
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
}
.fold:hover {
  color: var(--text);
}
.fold .bi {
  font-size: 9px;
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
