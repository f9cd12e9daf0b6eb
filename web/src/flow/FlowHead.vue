<script setup lang="ts">
import { warpOf } from '../scene/owners'
import { computed } from 'vue'
import CurveHead from '../curves/CurveHead.vue'
import { useDesk } from '../desk/deskStore'
import { keysOf } from '../desk/laneKeys'
import type { Lane } from '../desk/lanes'
import { useScene } from '../scene/sceneStore'
import { vStands } from '../scene/standing'
import { useBakeDialog } from '../baking/bakeDialog'
import { looseObjects, loosely } from '../loose/loose'
import CheckItem from '../shared/CheckItem.vue'
import { useFlowDialogs } from './flowDialogs'
import { misfitOf } from './ladder'
import { useWarps } from './warps'
import MenuItem from '../shared/MenuItem.vue'

/** The head of a warp's lane: its name, its switch, what it covers, and all that can be done with it. */
const props = defineProps<{ lane: Lane }>()
const scene = useScene()
const desk = useDesk()
const dialogs = useFlowDialogs()
const warps = useWarps()
const baking = useBakeDialog()

const warp = computed(() => {
  void scene.rowsVersion
  return scene.model.warps.get(warpOf(props.lane.object!.id)!)
})
const covers = computed(() => {
  const targets = warp.value?.targets
  if (!targets) return 'the whole scene'
  const names = [...new Set(targets.map(({ object }) => scene.model.objects.get(object)?.name ?? ''))]
  return names.length > 2 ? `${names.length} objects` : names.join(', ')
})
/** What it covers that moves without keys. */
const unretimed = computed(() => {
  void scene.rowsVersion
  if (!warp.value?.on) return []
  const covered = warp.value.targets && new Set(warp.value.targets.map(({ object }) => object))
  return looseObjects(scene.model).filter(({ id }) => covered?.has(id) ?? true)
})
const unretimedNames = computed(() =>
  unretimed.value.length > 3
    ? `${unretimed.value.length} objects`
    : unretimed.value.map((object) => `${object.name} ${loosely(object)}`).join(', '),
)
/** Where the warp ends, if that is not where the scene does. */
const misfit = computed(() => {
  void scene.rowsVersion
  return misfitOf(keysOf(props.lane.channels[0]!), scene.settings.ticksPerFrame, scene.settings.range)
})
const id = computed(() => warp.value?.id ?? 0)
</script>

<template>
  <div
    v-if="warp"
    class="flow"
    :data-warp="id"
    :class="{ off: !warp.on, tall: lane.curves }"
    :style="{ top: `${lane.top}px`, height: `${lane.height}px` }"
    @pointerenter="desk.pointed = lane.id"
  >
    <div class="line">
      <i class="bi bi-hourglass-split sign" aria-hidden="true" />
      <button
        type="button"
        class="name"
        title="Retime a part of it…"
        @click="dialogs.ask({ kind: 'retime', warp: id })"
      >
        {{ warp.name }}
      </button>
      <div class="form-check form-switch switch">
        <input
          class="form-check-input"
          type="checkbox"
          role="switch"
          :aria-label="`${warp.name} on`"
          :title="warp.on ? 'Switch the warp off: the plain motion' : 'Switch the warp on'"
          v-stands="warp.on"
          @change="warps.toggle(id)"
        />
      </div>
      <BDropdown size="sm" variant="quiet" toggle-class="btn-small more" no-caret strategy="fixed" end lazy>
        <template #button-content
          ><i class="bi bi-three-dots" aria-hidden="true" /><span class="visually-hidden"
            >What can be done with {{ warp.name }}</span
          ></template
        >
        <MenuItem @click="dialogs.ask({ kind: 'retime', warp: id })">Retime a part…</MenuItem>
        <MenuItem @click="desk.toggleFlowCurve(lane.id)">{{
          lane.curves ? 'Show the ladder' : 'Show its curve'
        }}</MenuItem>
        <MenuItem @click="dialogs.ask({ kind: 'covers', warp: id })">What it covers…</MenuItem>
        <MenuItem @click="dialogs.ask({ kind: 'rename', warp: id })">Rename…</MenuItem>
        <BDropdownDivider />
        <MenuItem :active="warp.beyond === 'runOn'" @click="scene.edit({ edit: 'setWarp', warp: id, beyond: 'runOn' })"
          >Beyond its ends: run on</MenuItem
        >
        <MenuItem :active="warp.beyond === 'stop'" @click="scene.edit({ edit: 'setWarp', warp: id, beyond: 'stop' })"
          >Beyond its ends: stop</MenuItem
        >
        <BDropdownDivider />
        <CheckItem :on="desk.played" @click="desk.played = !desk.played">Keys stand where they are played</CheckItem>
        <BDropdownDivider />
        <MenuItem @click="dialogs.ask({ kind: 'bake', warp: id })">Bake into keys…</MenuItem>
        <MenuItem @click="scene.edit({ edit: 'deleteWarp', warp: id })">Delete</MenuItem>
      </BDropdown>
    </div>
    <div class="line below">
      <button
        type="button"
        class="covers"
        :title="`Covers ${covers}. Click to change; or drop a lane's name here`"
        @click="dialogs.ask({ kind: 'covers', warp: id })"
      >
        {{ covers }}
      </button>
      <BDropdown
        v-if="misfit !== null"
        size="sm"
        variant="link"
        toggle-class="misfit"
        no-caret
        strategy="fixed"
        lazy
        :title="`The warp ends at frame ${misfit}, the scene at ${scene.settings.range[1]}`"
      >
        <template #button-content
          ><i class="bi bi-exclamation-triangle" aria-hidden="true" /> ends at {{ misfit }}</template
        >
        <BDropdownText>The warp ends at {{ misfit }}, the scene at {{ scene.settings.range[1] }}.</BDropdownText>
        <MenuItem @click="scene.edit({ edit: 'fitRangeToWarp', warp: id })">End the scene at {{ misfit }}</MenuItem>
        <MenuItem @click="scene.edit({ edit: 'refitWarp', warp: id })"
          >Refit the warp to {{ scene.settings.range[0] }}–{{ scene.settings.range[1] }}</MenuItem
        >
      </BDropdown>
      <BDropdown
        v-if="unretimed.length"
        size="sm"
        variant="link"
        toggle-class="misfit"
        no-caret
        strategy="fixed"
        lazy
        title="Motion that nobody keyed is not retimed"
      >
        <template #button-content><i class="bi bi-wind" aria-hidden="true" /> not retimed</template>
        <BDropdownText class="loose-words"
          >{{ unretimedNames }}: motion that nobody keyed is played as it is, whatever warps there are. Baked, it is
          keys, and retimed.</BDropdownText
        >
        <MenuItem
          @click="
            baking.ask(
              unretimed.map((object) => object.id),
              'loose',
            )
          "
          >Bake it…</MenuItem
        >
      </BDropdown>
      <button
        type="button"
        class="covers toggle"
        :title="lane.curves ? 'Show the ladder' : 'Show its curve (D)'"
        @click="desk.toggleFlowCurve(lane.id)"
      >
        {{ lane.curves ? 'ladder' : 'curve' }}
      </button>
    </div>
    <button
      v-if="lane.curves"
      type="button"
      class="covers percent"
      :aria-pressed="desk.flowPercent"
      title="Source frames, or percent of the scene range"
      @click="desk.flowPercent = !desk.flowPercent"
    >
      {{ desk.flowPercent ? 'in percent' : 'in frames' }}
    </button>
    <CurveHead v-if="lane.curves" :lane="lane" />
  </div>
</template>

<style scoped>
.flow {
  position: absolute;
  left: 0;
  right: 0;
  padding: 5px 8px 4px 10px;
  font-size: 12.5px;
  background: var(--panel);
  border-bottom: 1px solid var(--line-soft);
  overflow: hidden;
}
.line {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 24px;
}
.sign {
  color: var(--mint);
  font-size: 12px;
}
.off .sign {
  color: var(--dim);
}
.name {
  flex: 1;
  min-width: 0;
  padding: 0;
  border: 0;
  background: none;
  color: var(--text);
  font-weight: 600;
  text-align: left;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.switch {
  min-height: 0;
  margin: 0;
  padding: 0;
}
.switch input {
  margin: 0;
  float: none;
}
:deep(.more) {
  height: 20px;
  padding: 0 4px;
  border: 0;
  background: none;
  color: var(--dim);
}
.below {
  padding-left: 18px;
  font-size: 11px;
}
.covers {
  min-width: 0;
  padding: 0;
  border: 0;
  background: none;
  color: var(--dim);
  text-align: left;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.covers:hover {
  color: var(--text);
}
.percent {
  padding-left: 18px;
  font-size: 11px;
}
.toggle {
  flex: none;
  margin-left: auto;
}
:deep(.loose-words) {
  max-width: 260px;
  font-size: 12px;
  white-space: normal;
}
:deep(.misfit) {
  padding: 0;
  border: 0;
  color: var(--grapefruit);
  font-size: 11px;
  text-decoration: none;
  white-space: nowrap;
}
</style>
