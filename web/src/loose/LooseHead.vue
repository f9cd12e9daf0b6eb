<script setup lang="ts">
import { computed } from 'vue'
import { specOf } from '../scene/catalogue'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { usePlayhead } from '../timebar/playhead'
import { useBakeDialog } from '../baking/bakeDialog'
import { useLoose, type LooseKind, type LooseWish } from './loose'
import { useLooseDialog } from './looseDialog'

/** What loose motion of one kind moves, and what can be done with it; its numbers are channels, which stand below. */
const props = defineProps<{ object: SceneObject; kind: LooseKind }>()
const scene = useScene()
const selection = useSelection()
const playhead = usePlayhead()
const loose = useLoose()
const dialog = useLooseDialog()
const baking = useBakeDialog()

const own = computed(() => {
  void scene.rowsVersion
  return scene.model.objects.get(props.object.id)
})
/** `Rotation X, Y`: the parts of a group stand together. */
const what = computed(() => {
  const { sway, lag, bounce } = own.value ?? props.object
  if (props.kind === 'bounce') {
    const names = (bounce?.against ?? []).map((id) => scene.model.objects.get(id)?.name ?? '')
    return names.length === 0
      ? 'off the ground'
      : names.length > 2
        ? `off ${names.length} objects`
        : `off ${names.join(', ')}`
  }
  if (props.kind === 'lag' && lag?.world) return 'its place in the world'
  const channels = (props.kind === 'sway' ? sway?.channels : lag?.channels) ?? []
  const byGroup = new Map<string, string[]>()
  for (const name of channels) {
    const spec = specOf(props.object, name)
    if (!spec) continue
    const group = spec.group === 'Attributes' ? '' : spec.group
    byGroup.set(group, [...(byGroup.get(group) ?? []), group ? spec.label : spec.fullName])
  }
  return [...byGroup].map(([group, labels]) => `${group} ${labels.join(' ')}`.trim()).join(', ')
})
const whatHint = { sway: 'What sways', lag: 'What lags', bounce: 'What it bounces off besides the ground' }
const set = (wish: LooseWish) => void loose.set([...selection.objects], wish)
const again = () => set({ kind: 'sway', sway: { ...own.value!.sway!, seed: own.value!.sway!.seed + 1 } })
const take = () => set({ kind: props.kind, [props.kind]: null } as LooseWish)
</script>

<template>
  <div class="loose">
    <button
      type="button"
      class="what"
      :title="`${whatHint[kind]}: ${what}. Click to change`"
      :aria-label="`${whatHint[kind]}: ${what}`"
      @click="dialog.ask(kind, selection.objects)"
    >
      {{ what }}
    </button>
    <button
      v-if="kind === 'sway'"
      type="button"
      class="act"
      title="Other noise of the same kind"
      aria-label="Other noise"
      @click="again"
    >
      <i class="bi bi-shuffle" aria-hidden="true" />
    </button>
    <button
      v-if="kind === 'bounce'"
      type="button"
      class="act"
      title="Lets it fall from this frame on: until then it is where its keys say"
      @click="loose.letFall([...selection.objects], playhead.frame)"
    >
      falls from here
    </button>
    <button
      type="button"
      class="act"
      title="Makes keys of it, which can be retimed and edited"
      @click="baking.ask(selection.objects, 'loose')"
    >
      bake…
    </button>
    <button
      type="button"
      class="act"
      title="Takes it off, with its numbers"
      :aria-label="`Take the ${kind} off`"
      @click="take"
    >
      <i class="bi bi-x-lg" aria-hidden="true" />
    </button>
  </div>
</template>

<style scoped>
.loose {
  display: flex;
  align-items: center;
  gap: 4px;
  padding-left: 24px;
  font-size: 11.5px;
}
.what {
  flex: 1;
  min-width: 0;
  padding: 0;
  border: 0;
  background: none;
  color: var(--text);
  text-align: left;
  text-decoration: underline dotted var(--mint);
  text-underline-offset: 3px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.act {
  padding: 0 5px;
  height: 20px;
  border: 0;
  border-radius: 6px;
  background: none;
  color: var(--dim);
  white-space: nowrap;
}
.act:hover {
  background: var(--raised);
  color: var(--text);
}
</style>
