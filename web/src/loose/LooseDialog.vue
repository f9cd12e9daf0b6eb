<script setup lang="ts">
import { computed, ref } from 'vue'
import ChannelChoice from '../baking/ChannelChoice.vue'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import ObjectChoice from './ObjectChoice.vue'
import { canBeLoose, useLoose, type LooseKind, type LooseWish } from './loose'

/** What sways or lags, or what is bounced off. */
const props = defineProps<{ kind: LooseKind; ids: readonly number[] }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const loose = useLoose()

const objects = props.ids.flatMap((id) => scene.model.objects.get(id) ?? [])
const first = objects[0]
const channels = ref<readonly string[]>(
  (props.kind === 'sway' ? first?.sway?.channels : first?.lag?.channels) ?? ['position.x', 'position.y', 'position.z'],
)
if (channels.value.length === 0) channels.value = ['position.x', 'position.y', 'position.z']
const world = ref(first?.lag?.world ?? true)
const against = ref<readonly number[]>(first?.bounce?.against ?? [])
const others = scene.model.inOrder().filter(({ id }) => !props.ids.includes(id))
const allowed = computed(() => new Set(objects.flatMap(canBeLoose)))

const name = objects.length === 1 ? first!.name : `${objects.length} objects`
const title = { sway: `What sways of ${name}`, lag: `What lags of ${name}`, bounce: `What ${name} bounces off` }
const isReady = computed(
  () => props.kind === 'bounce' || (props.kind === 'lag' && world.value) || channels.value.length > 0,
)

function done(): void {
  const wish: Record<LooseKind, LooseWish> = {
    sway: { kind: 'sway', sway: { channels: [...channels.value], on: first?.sway?.on ?? true } },
    lag: {
      kind: 'lag',
      lag: { channels: world.value ? undefined : [...channels.value], world: world.value, on: first?.lag?.on ?? true },
    },
    bounce: { kind: 'bounce', bounce: { against: [...against.value], on: first?.bounce?.on ?? true } },
  }
  void loose.set(props.ids, wish[props.kind])
}
</script>

<template>
  <AskDialog :title="title[kind]" ok="Set" :ready="isReady" @done="done" @close="emit('close')">
    <template v-if="kind === 'lag'">
      <label class="tick"
        ><input v-model="world" type="radio" class="form-check-input" :value="true" name="lags" /> its place in the
        world: it also lags behind what carries it</label
      >
      <label class="tick"
        ><input v-model="world" type="radio" class="form-check-input" :value="false" name="lags" /> channels of its
        own:</label
      >
    </template>
    <ObjectChoice v-if="kind === 'bounce'" v-model="against" :objects="others" />
    <ChannelChoice v-else-if="kind === 'sway' || !world" v-model="channels" :objects="objects" :only="allowed" />
    <p v-if="kind === 'bounce'" class="dim">
      All that bounces bounces off each other and off the ground anyway. What is ticked counts as a ball about its own
      origin; it goes where it goes, and is not pushed.
    </p>
  </AskDialog>
</template>
