<script setup lang="ts">
import SourceReadout from '../flow/SourceReadout.vue'
import { useScene } from '../scene/sceneStore'
import KeyMenu from '../values/KeyMenu.vue'
import { goToNeighbourKey } from './neighbourKeys'
import { usePlayhead } from './playhead'
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
</script>

<template>
  <section class="bar" aria-label="Time bar">
    <BButton
      variant="quiet"
      title="To the work range's first frame (Home)"
      aria-label="First frame"
      @click="playhead.goTo(scene.settings.work[0])"
    >
      <i class="bi bi-skip-start-fill" aria-hidden="true" />
    </BButton>
    <BButton variant="quiet" title="To the key before (Alt ←)" @click="goToNeighbourKey(-1)"
      ><i class="bi bi-caret-left-fill small" aria-hidden="true" /> key</BButton
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
      >key <i class="bi bi-caret-right-fill small" aria-hidden="true"
    /></BButton>
    <BButton
      variant="quiet"
      title="To the work range's last frame (End)"
      aria-label="Last frame"
      @click="playhead.goTo(scene.settings.work[1])"
    >
      <i class="bi bi-skip-end-fill" aria-hidden="true" />
    </BButton>
    <div class="frame" :class="time.display">
      <TimeField
        :frame="playhead.readFrame"
        label="Frame"
        @hold="playhead.goTo($event)"
        @keep="playhead.goTo($event)"
      />
    </div>
    <TimeDisplayMenu />
    <SourceReadout />
    <RateMenu />
    <PlayMenus />
    <TimeMenu />
    <div class="gap" />
    <RangeFields />
    <KeyMenu />
  </section>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 8px;
  height: 50px;
  padding: 0 14px;
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
  contain: strict;
  will-change: transform;
  width: 92px;
  height: 36px;
  margin-left: 6px;
}
.frame.timecode,
.frame.dropFrame {
  width: 156px;
}
.frame.seconds {
  width: 120px;
}
.frame :deep(.field) {
  height: 36px;
  padding: 0 4px;
  font-size: 26px;
  font-weight: 600;
  letter-spacing: -0.5px;
  background: none;
  border-color: transparent;
}
.frame.timecode :deep(.field),
.frame.dropFrame :deep(.field) {
  font-size: 21px;
}
.frame :deep(.field):hover {
  border-color: var(--line);
}
.seconds {
  font-size: 11.5px;
}
.gap {
  flex: 1;
}
</style>
