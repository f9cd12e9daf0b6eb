<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { http } from '../api/http'
import CommandFinder from '../commands/CommandFinder.vue'
import { useFinder } from '../commands/finder'
import ShortcutList from '../commands/ShortcutList.vue'
import { useShortcuts } from '../commands/shortcuts'
import { useMarks } from '../marks/marks'
import NotesLine from '../marks/NotesLine.vue'
import { useReelNotes } from '../marks/reelNotes'
import { usePen } from '../marks/pen'
import { useBeside } from '../screens/beside'
import { openScreen } from '../screens/openScreen'
import { useAudio } from '../sound/audio'
import BrandMark from '../shared/BrandMark.vue'
import { oneAtATime } from '../shared/oneAtATime'
import SchemeButton from '../shared/SchemeButton.vue'
import CompareBar from './CompareBar.vue'
import { useComparing } from './comparing'
import DifferenceGraph from './DifferenceGraph.vue'
import MotionList from './MotionList.vue'
import PageSwitch from './PageSwitch.vue'
import { reelCommands } from './reelCommands'
import ReelList from './ReelList.vue'
import { useReelPlayer } from './reelPlayer'
import { useReels } from './reels'
import { useReelSound } from './reelSound'
import { useReelsCast } from './reelsCast'
import { useReelSteps } from './reelSteps'
import ReelScreen from './ReelScreen.vue'
import ReelTransport from './ReelTransport.vue'
import { useShooting } from './shooting'
import { useShownPictures } from './shownPictures'

/** The reels of a scene: looked at, compared, kept, saved. */
const props = defineProps<{ id: number }>()
const [route, router] = [useRoute(), useRouter()]
const reels = useReels()
const marks = useMarks()
const pen = usePen()
const steps = useReelSteps()
const beside = useBeside()
const comparing = useComparing()
const shooting = useShooting()
const finder = useFinder()
const screen = useTemplateRef<InstanceType<typeof ReelScreen>>('screen')
const sceneName = ref('')

const numberOf = (text: unknown) => (typeof text === 'string' && /^\d+$/.test(text) ? Number(text) : null)
watch(
  () => props.id,
  async (id) => {
    steps.open('')
    sceneName.value = ''
    document.title = 'Zesty Reel'
    void http.scene(id).then(
      ({ name, madeAt }) => {
        if (props.id !== id) return
        steps.open(`${id} ${madeAt}`)
        sceneName.value = name
        document.title = `Reels of ${name} · Zesty Reel`
      },
      () => {},
    )
    const frame = numberOf(route.query.at)
    await reels.open(id, numberOf(route.query.a), numberOf(route.query.b))
    if (frame !== null) goToFrame(frame)
  },
  { immediate: true },
)
// Another window may have shot one, or drawn on one.
const refresh = oneAtATime(async () => {
  await reels.refresh()
  await marks.refresh()
}, 300)
watch(
  () => steps.taken,
  () => {
    void reels.refresh()
    void marks.refresh()
  },
)
watch([() => shooting.kept, () => beside.reelsTold, () => beside.stood], () => void refresh())
useEventListener(window, 'focus', () => void reels.refresh())
watch([() => reels.a?.reel.id, () => reels.b?.reel.id], () => void marks.refresh(), { immediate: true })
// The address says what is looked at, so that it can be handed on.
watch(
  [() => reels.a?.reel.id, () => reels.b?.reel.id],
  ([a, b]) => a !== undefined && void router.replace({ query: { a, ...(b !== undefined && { b }) } }),
)
onBeforeUnmount(() => {
  document.title = 'Zesty Reel'
  pen.isOn = false
})
useEventListener(window, 'beforeunload', (event) => {
  if (marks.waiting > 0) event.preventDefault()
})

const length = computed(() => reels.a?.shown.length ?? 0)
const rate = computed(() => reels.a?.reel.framesPerSecond ?? 24)
const audio = useAudio()
const player = useReelPlayer(length, rate, (at) => pictures.isHere(at), audio.ahead)
const { place, read, playing, dropped } = player
const pictures = useShownPictures(place, playing, player.upcoming)
const { come, picture } = pictures
useReelSound(
  player,
  () => reels.a ?? null,
  () => audio.isOn,
)

function shoot(): void {
  shooting.asking = true
  void router.push(`/scenes/${props.id}`)
}

const { notes, goToNote } = useReelNotes(player)
const commands = reelCommands(player, {
  full: () => void screen.value?.full(),
  animate: () => void router.push(`/scenes/${props.id}`),
  shoot,
  screen: () => openScreen(props.id),
  note: goToNote,
})
useReelsCast(() => props.id, player)

const atNumber = computed(() => reels.a?.shown[place.value] ?? 0)
useShortcuts(commands)
// Held, and not pressed: the other one is seen for as long.
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const isTyped = (event.target as Element).closest('input, textarea, select, .modal.show')
  if (event.key.toLowerCase() === 'b' && !event.ctrlKey && !event.metaKey && !isTyped && reels.b)
    comparing.isFlicking = true
})
useEventListener(window, 'keyup', (event: KeyboardEvent) => {
  if (event.key.toLowerCase() === 'b') comparing.isFlicking = false
})

function goToFrame(frame: number): void {
  const at = reels.a?.frames.findIndex((each) => each >= frame) ?? -1
  if (at >= 0) player.goTo(at)
}
</script>

<template>
  <main class="page">
    <header class="top">
      <BrandMark />
      <h1 class="scene" :title="sceneName">{{ sceneName }}</h1>
      <PageSwitch :id="id" at="reels" />
      <div class="end">
        <SchemeButton />
        <BButton
          variant="strong"
          class="btn-small"
          title="Shoot a reel (Shift R)"
          :disabled="shooting.isBusy"
          @click="shoot"
          >Shoot a reel</BButton
        >
        <BButton
          variant="quiet"
          class="btn-small"
          title="The big screen: the picture alone, in a window of its own"
          aria-label="Big screen"
          @click="openScreen(id)"
          ><i class="bi bi-display" aria-hidden="true"
        /></BButton>
      </div>
    </header>
    <ReelList :scene-id="id" :scene="sceneName" />
    <section class="main" aria-label="Picture">
      <CompareBar />
      <ReelScreen
        v-if="reels.a"
        ref="screen"
        :place="place"
        :picture="picture"
        :come="come"
        :playing="playing"
        :dropped="dropped"
        @begin="player.stop"
      />
      <div v-else class="none"><p v-if="reels.list" class="dim">Nothing to look at yet.</p></div>
      <ReelTransport :player="player" @full="screen?.full()" />
      <DifferenceGraph
        v-if="reels.a"
        :length="length"
        :place="place"
        :frames="reels.a.frames"
        :read="read"
        :notes="notes"
        :class="{ low: !reels.isComparing }"
        @go="player.goTo"
      />
      <NotesLine v-if="reels.a" :picture="atNumber" :frame="reels.a.frames[read] ?? 0" @begin="player.stop" />
      <p v-if="comparing.unlike" class="dim small" role="status">{{ comparing.unlike }}.</p>
      <MotionList v-if="reels.isComparing" @go="goToFrame" />
    </section>
    <CommandFinder v-if="finder.finding" :commands="commands" />
    <ShortcutList v-if="finder.listing" :commands="commands" />
  </main>
</template>

<style scoped>
.page {
  display: grid;
  grid-template: 42px minmax(0, 1fr) / 292px minmax(0, 1fr);
  height: 100%;
}
.top {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto minmax(0, 1fr);
  align-items: center;
  gap: 12px;
  padding: 0 14px;
  border-bottom: 1px solid var(--line);
}
.scene {
  margin: 0;
  overflow: hidden;
  color: var(--dim);
  font-size: 13px;
  font-weight: 450;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.end {
  display: flex;
  justify-content: flex-end;
  gap: 10px;
}
.small {
  margin: 0;
  font-size: 12px;
}
.main {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto auto;
  grid-auto-rows: auto;
  gap: 10px;
  min-width: 0;
  min-height: 0;
  padding: 12px 16px;
}
.none {
  display: grid;
  place-content: center;
  border: 1px dashed var(--line);
  border-radius: 9px;
}
</style>
