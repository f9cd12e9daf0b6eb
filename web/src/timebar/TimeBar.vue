<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import SourceReadout from '../flow/SourceReadout.vue'
import { useScene } from '../scene/sceneStore'
import { useFolding } from '../shared/folding'
import RecordButton from '../record/RecordButton.vue'
import KeyMenu from '../values/KeyMenu.vue'
import { goToNeighbourKey } from './neighbourKeys'
import { usePlayhead } from './playhead'
import { useOutside } from './outside'
import PlayMenus from './PlayMenus.vue'
import RangeFields from './RangeFields.vue'
import RateMenu from './RateMenu.vue'
import TimeMenu from './TimeMenu.vue'
import TimeDisplayMenu from './TimeDisplayMenu.vue'
import TimeField from './TimeField.vue'
import { useTimeDisplay } from './timeDisplay'

const scene = useScene()
const playhead = usePlayhead()

const time = useTimeDisplay()
const { whereIs } = useOutside()
/** As many as the longest time has that may stand there. */
const letters = computed(() =>
  Math.max(...[scene.settings.range[1], playhead.readFrame].map((frame) => time.label(frame).length)),
)
const bar = useTemplateRef<HTMLElement>('bar')
useFolding(bar, 6)
const outside = computed(() => {
  const where = whereIs(playhead.readFrame)
  return where && `The playhead is ${where}: nothing is played there.`
})
</script>

<template>
  <section ref="bar" class="bar" aria-label="Time bar">
    <BButton
      variant="quiet"
      title="To the work range's first frame (Home)"
      class="goes-6"
      aria-label="First frame"
      @click="playhead.goTo(scene.settings.work[0])"
    >
      <i class="bi bi-skip-start-fill" aria-hidden="true" />
    </BButton>
    <BButton variant="quiet" title="To the key before (Alt ←)" @click="goToNeighbourKey(-1)"
      ><i class="bi bi-caret-left-fill small" aria-hidden="true" /> <span class="folds-1">key</span
      ><span class="visually-hidden"> before</span></BButton
    >
    <BButton
      variant="lime"
      class="play"
      :title="playhead.playing ? 'Stop (Space)' : 'Play (Space)'"
      :aria-label="playhead.playing ? 'Stop' : 'Play'"
      @click="playhead.toggle()"
    >
      <i :class="playhead.playing ? 'bi bi-stop-fill' : 'bi bi-play-fill'" aria-hidden="true" />
    </BButton>
    <BButton variant="quiet" title="To the next key (Alt →)" @click="goToNeighbourKey(1)"
      ><span class="visually-hidden">next </span><span class="folds-1">key</span>
      <i class="bi bi-caret-right-fill small" aria-hidden="true"
    /></BButton>
    <BButton
      variant="quiet"
      title="To the work range's last frame (End)"
      class="goes-6"
      aria-label="Last frame"
      @click="playhead.goTo(scene.settings.work[1])"
    >
      <i class="bi bi-skip-end-fill" aria-hidden="true" />
    </BButton>
    <div class="frame" :class="{ outside, long: letters > 6 }" :style="{ '--letters': letters }">
      <TimeField
        :frame="playhead.readFrame"
        label="Frame"
        :note="outside"
        @hold="playhead.goTo($event)"
        @keep="playhead.goTo"
      />
    </div>
    <TimeDisplayMenu />
    <SourceReadout />
    <RateMenu />
    <PlayMenus />
    <TimeMenu />
    <RecordButton />
    <div class="gap" />
    <RangeFields class="goes-5" />
    <BDropdown
      lazy
      variant="quiet"
      size="sm"
      strategy="fixed"
      class="comes-5"
      role="group"
      title="First and last frames"
      end
    >
      <template #button-content
        ><i class="bi bi-arrows" aria-hidden="true" /><span class="visually-hidden">Ranges</span></template
      >
      <div class="ranges"><RangeFields /></div>
    </BDropdown>
    <KeyMenu />
  </section>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 8px;
  min-width: 0;
  height: 50px;
  padding: 0 14px;
  overflow: auto hidden;
  scrollbar-width: none;
  background: var(--raised);
  border-block: 1px solid var(--line);
}
.play {
  min-width: 52px;
  font-size: 16px;
}
.small {
  font-size: 9px;
}
/* It changes with every frame: drawn in a layer of its own, it does not have the whole bar drawn anew. */
.frame {
  --size: 26px;
  contain: strict;
  will-change: transform;
  flex: none;
  width: max(84px, calc(var(--letters) * 0.6 * var(--size) + 16px));
  height: 36px;
  margin-left: 6px;
}
.frame.long {
  --size: 21px;
}
[data-fold~='6'] .frame.long {
  --size: 15px;
}
.frame :deep(.field) {
  height: 36px;
  padding: 0 4px;
  font-size: var(--size);
  font-weight: 600;
  letter-spacing: -0.5px;
  background: none;
  border-color: transparent;
}
.frame :deep(.field):hover {
  border-color: var(--line);
}
[data-fold~='4'] {
  gap: 5px;
  padding: 0 8px;
}
[data-fold~='6'] {
  gap: 4px;
}
[data-fold~='6'] :deep(.dropdown-toggle:not(.dropdown-toggle-split)::after) {
  display: none;
}
.ranges {
  padding: 6px 12px;
}
.frame.outside :deep(.field) {
  color: var(--grapefruit);
}
.gap {
  flex: 1;
}
</style>
