<script setup lang="ts">
import { computed, onScopeDispose, watch } from 'vue'
import type { ReelCastMessage } from '../api/messages'
import { useMarks } from '../marks/marks'
import { useComparing, ways, type Way } from '../reels/comparing'
import { useReels } from '../reels/reels'
import ReelScreen from '../reels/ReelScreen.vue'
import { useReelSound } from '../reels/reelSound'
import { useShownPictures } from '../reels/shownPictures'
import type { ReelLineUp } from '../api/http'
import type { Ending } from '../timebar/playOrder'
import { oneAtATime } from '../shared/oneAtATime'
import { useFollower, type Told } from './follower'

/** Reels as a desk shows them, alone. */
const props = defineProps<{
  cast: ReelCastMessage
  /** Counts up when what is drawn on reels is otherwise. */
  told: number
  /** Whether it is heard here. */
  heard: boolean
}>()
const reels = useReels()
const comparing = useComparing()
const marks = useMarks()

for (const side of ['a', 'b'] as const)
  watch(
    () => props.cast[side],
    (id) => void reels.choose(side, id),
    { immediate: true },
  )
watch(
  () => props.cast,
  ({ compared, lineUp, offset, lineAt, lineDegrees, blend, gain, isFlicking }) => {
    comparing.told = compared in ways ? (compared as Way) : 'one'
    Object.assign(comparing, {
      lineUp: (['frame', 'source', 'offset'] as string[]).includes(lineUp) ? (lineUp as ReelLineUp) : 'frame',
      offset,
      line: { at: lineAt, degrees: lineDegrees },
      blend,
      gain,
      isFlicking,
    })
  },
  { immediate: true },
)
const refresh = oneAtATime(marks.refresh, 300)
watch([() => reels.a?.reel.id, () => props.told], () => void refresh(), { immediate: true })
onScopeDispose(() => (comparing.told = null))

const endings: Ending[] = ['once', 'loop', 'bounce']
const length = computed(() => reels.a?.shown.length ?? 1)
const told = computed<Told>(() => ({
  at: props.cast.place,
  playing: props.cast.playing,
  way: props.cast.way < 0 ? -1 : 1,
  speed: props.cast.speed,
  ending: endings.find((each) => each === props.cast.ending) ?? 'loop',
  first: 0,
  last: length.value - 1,
}))
const {
  at: place,
  upcoming,
  run,
} = useFollower(
  told,
  computed(() => reels.a?.reel.framesPerSecond ?? 24),
)
useReelSound(
  {
    run,
    place,
    playing: computed(() => told.value.playing),
    speed: computed(() => told.value.speed),
    ending: computed(() => told.value.ending),
  },
  () => reels.a ?? null,
  () => props.heard,
)
const { come, picture } = useShownPictures(
  place,
  computed(() => props.cast.playing),
  upcoming,
)
</script>

<template>
  <ReelScreen
    v-if="reels.a"
    class="reels-screen"
    :place="place"
    :picture="picture"
    :come="come"
    :playing="cast.playing"
    bare
  />
  <p v-else class="none" role="status">{{ cast.a === null ? 'No reel is looked at.' : 'The reel is on its way…' }}</p>
</template>

<style scoped>
.reels-screen {
  width: 100%;
  height: 100%;
}
.none {
  display: grid;
  place-content: center;
  height: 100%;
  margin: 0;
  color: #a9b8b2;
}
</style>
