<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { http, type ReelCard, type ReelPlay } from '../api/http'
import CommandFinder from '../commands/CommandFinder.vue'
import { useFinder } from '../commands/finder'
import ShortcutList from '../commands/ShortcutList.vue'
import { useShortcuts } from '../commands/shortcuts'
import { useComparing as useCurveComparing } from '../curves/comparing'
import { byPicture, useMarks, type ShownMark } from '../marks/marks'
import NotesLine from '../marks/NotesLine.vue'
import { usePen } from '../marks/pen'
import SheetDialog from '../marks/SheetDialog.vue'
import { useNotices } from '../scene/notices'
import { useBeside } from '../screens/beside'
import { openScreen } from '../screens/openScreen'
import BrandMark from '../shared/BrandMark.vue'
import { inBytes } from '../shared/bytes'
import { oneAtATime } from '../shared/oneAtATime'
import SchemeButton from '../shared/SchemeButton.vue'
import NumberField from '../values/NumberField.vue'
import { useComparing, ways, type Way } from './comparing'
import DifferenceGraph from './DifferenceGraph.vue'
import MotionList from './MotionList.vue'
import PageSwitch from './PageSwitch.vue'
import { reelCommands } from './reelCommands'
import ReelItem from './ReelItem.vue'
import { useReelPlayer } from './reelPlayer'
import { useReels } from './reels'
import { useReelsCast } from './reelsCast'
import { useReelSteps } from './reelSteps'
import ReelScreen from './ReelScreen.vue'
import ReelWordsDialog from './ReelWordsDialog.vue'
import { useShooting } from './shooting'
import { useShownPictures } from './shownPictures'
import VideoDialog from './VideoDialog.vue'

/** The reels of a scene: looked at, compared, kept, saved. */
const props = defineProps<{ id: number }>()
const [route, router] = [useRoute(), useRouter()]
const reels = useReels()
const marks = useMarks()
const pen = usePen()
const steps = useReelSteps()
const beside = useBeside()
const curves = useCurveComparing()
const comparing = useComparing()
const shooting = useShooting()
const finder = useFinder()
const notices = useNotices()
const screen = useTemplateRef<InstanceType<typeof ReelScreen>>('screen')
const sceneName = ref('')
const worded = shallowRef<ReelCard | null>(null)
const filmed = shallowRef<ReelPlay | null>(null)
const sheeted = shallowRef<{ play: ReelPlay; marks: ReadonlyMap<number, ShownMark[]> } | null>(null)
const showsDeleted = ref(false)

const numberOf = (text: unknown) => (typeof text === 'string' && /^\d+$/.test(text) ? Number(text) : null)
watch(
  () => props.id,
  async (id) => {
    steps.forget()
    const frame = numberOf(route.query.at)
    await reels.open(id, numberOf(route.query.a), numberOf(route.query.b))
    if (frame !== null) goToFrame(frame)
    sceneName.value = await http.scene(id).then(
      ({ name }) => name,
      () => '',
    )
    document.title = sceneName.value ? `Reels of ${sceneName.value} · Zesty Reel` : 'Zesty Reel'
  },
  { immediate: true },
)
// Another window may have shot one, or drawn on one.
const refresh = oneAtATime(async () => {
  await reels.refresh()
  await marks.refresh()
}, 300)
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
const player = useReelPlayer(length, rate, (at) => pictures.isHere(at))
const { place, read, playing, ending, speed, dropped, played } = player
const pictures = useShownPictures(place, playing, player.upcoming)
const { come, picture } = pictures

/** What was chosen from a list, the next key does not choose again: it plays. */
const letGo = (event: Event) => (event.target as HTMLElement).blur()

function shoot(): void {
  shooting.asking = true
  void router.push(`/scenes/${props.id}`)
}

const commands = reelCommands(player, {
  full: () => void screen.value?.full(),
  animate: () => void router.push(`/scenes/${props.id}`),
  shoot,
  screen: () => openScreen(props.id),
  note: goToNote,
})
useReelsCast(() => props.id, player)

/** What is noted, by the place of A where it is seen first. */
const notes = computed(() => {
  const found = new Map<number, string>()
  if (marks.onA.size === 0) return found
  const seen = new Set<number>()
  for (const [at, number] of (reels.a?.shown ?? []).entries()) {
    const those = marks.onA.get(number)
    if (!those || seen.has(number)) continue
    seen.add(number)
    const said = those.map(({ mark }) => mark.words).filter(Boolean)
    found.set(
      at,
      `Frame ${reels.a!.frames[at]}: ${said.join(' · ') || (those.length === 1 ? 'a drawing' : `${those.length} drawings`)}`,
    )
  }
  return found
})
function goToNote(way: 1 | -1): void {
  const places = [...notes.value.keys()]
  const at = way === 1 ? places.find((each) => each > place.value) : places.findLast((each) => each < place.value)
  if (at !== undefined) player.goTo(at)
  else notices.say(places.length ? 'No note further that way.' : 'No notes on this reel yet; P takes the pen.')
}
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

async function openScene(reel: ReelCard): Promise<void> {
  try {
    const { id } = await http.openReelScene(reel.id)
    notices.say(`The scene as it was when reel ${reel.number} was shot is kept as a scene of its own.`)
    await router.push(`/scenes/${id}`)
  } catch (wrong) {
    notices.problem(wrong)
  }
}
async function film(reel: ReelCard): Promise<void> {
  filmed.value = await http.reel(reel.id).catch((wrong) => (notices.problem(wrong), null))
}
function goToFrame(frame: number): void {
  const at = reels.a?.frames.findIndex((each) => each >= frame) ?? -1
  if (at >= 0) player.goTo(at)
}
async function sheet(reel: ReelCard): Promise<void> {
  try {
    const [play, marked] = await Promise.all([http.reel(reel.id), http.marks(reel.id)])
    sheeted.value = { play, marks: byPicture(marked) }
  } catch (wrong) {
    notices.problem(wrong)
  }
}
function compareCurves(reel: ReelCard): void {
  curves.next = { scene: props.id, reel: reel.id, number: reel.number }
  void router.push(`/scenes/${props.id}`)
}
const endings = { once: 'Once', loop: 'Loop', bounce: 'There and back' } as const
const speeds = [0.25, 0.5, 1, 2, 4]
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
    <aside class="list" aria-label="Reels">
      <div class="head">
        <h2>Reels</h2>
        <span v-if="reels.list" class="dim num"
          >{{ reels.list.reels.length }} kept · {{ inBytes(reels.list.bytes) }}</span
        >
      </div>
      <p v-if="reels.problem" class="wrong" role="alert">{{ reels.problem }}</p>
      <div v-else-if="reels.list?.reels.length === 0" class="empty">
        <p><b>No reel yet</b></p>
        <p class="dim">
          Shoot one: it plays at true speed however heavy the scene is, and the next one can be compared with it.
        </p>
      </div>
      <ReelItem
        v-for="reel in reels.list?.reels ?? []"
        :key="reel.id"
        :reel="reel"
        :side="reel.id === reels.a?.reel.id ? 'a' : reel.id === reels.b?.reel.id ? 'b' : null"
        :can-compare="reels.a !== null && reels.a.reel.id !== reel.id"
        @choose="(side) => reels.choose(side, reel.id)"
        @words="worded = reel"
        @pick="reels.pick(reel)"
        @video="film(reel)"
        @scene="openScene(reel)"
        @sheet="sheet(reel)"
        @curves="compareCurves(reel)"
        @remove="reels.remove(reel)"
      />
      <p v-if="reels.list?.reels.length" class="dim small">
        A reel is never overwritten. Shooting again makes the next number.
      </p>
      <div v-if="reels.list?.deleted.length" class="deleted">
        <BButton variant="quiet" class="btn-small" :aria-expanded="showsDeleted" @click="showsDeleted = !showsDeleted"
          >{{ reels.list.deleted.length }} deleted</BButton
        >
        <template v-if="showsDeleted">
          <div v-for="reel in reels.list.deleted" :key="reel.id" class="gone">
            <span
              >Reel {{ reel.number }} <span class="dim num">{{ inBytes(reel.bytes) }}</span></span
            >
            <BButton variant="quiet" class="btn-small" @click="reels.restore(reel)">Bring back</BButton>
          </div>
          <BButton
            variant="quiet"
            class="btn-small"
            title="Their pictures are gone for good then"
            @click="reels.giveBack"
            >Give back their room</BButton
          >
        </template>
      </div>
    </aside>
    <section class="main" aria-label="Picture">
      <div class="bar">
        <BButton
          v-for="(each, name) in ways"
          :key="name"
          :variant="comparing.way === name ? 'strong' : 'quiet'"
          :aria-pressed="comparing.way === name"
          :title="each.hint"
          :disabled="name !== 'one' && !reels.isComparing"
          @click="comparing.way = name as Way"
          >{{ each.label }}</BButton
        >
        <label v-if="comparing.way === 'blend'" class="slide"
          >A
          <input v-model.number="comparing.blend" type="range" min="0" max="1" step="0.01" aria-label="How much of B" />
          B</label
        >
        <label v-if="comparing.way === 'difference'" class="slide"
          >×
          <input
            v-model.number="comparing.gain"
            type="range"
            min="1"
            max="32"
            step="1"
            aria-label="How strong the difference is shown"
          />
          <span class="num">{{ comparing.gain }}</span></label
        >
        <BButton
          v-if="reels.a"
          :variant="pen.isOn ? 'strong' : 'quiet'"
          :aria-pressed="pen.isOn"
          title="Draw on the picture (P)"
          @click="pen.isOn = !pen.isOn"
          ><i class="bi bi-pencil" aria-hidden="true" /> Pen</BButton
        >
        <span class="gap" />
        <template v-if="reels.isComparing">
          <span class="dim">line up by</span>
          <select v-model="comparing.lineUp" @change="letGo" class="small-pick" aria-label="Line up by">
            <option value="frame">frame</option>
            <option value="source">source time</option>
            <option value="offset">place, moved by</option>
          </select>
          <NumberField
            v-if="comparing.lineUp === 'offset'"
            class="offset"
            :value="comparing.offset"
            label="B is looked at later by"
            unit=" fr"
            :decimals="0"
            :step="1"
            :least="-20000"
            :most="20000"
            @keep="comparing.offset = Math.round($event)"
          />
          <BButton variant="quiet" class="btn-small" title="Change A for B (X)" @click="reels.swap">A ⇄ B</BButton>
        </template>
      </div>
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
      <div class="bar transport">
        <BButton
          variant="quiet"
          :disabled="!reels.a"
          title="First frame (Home)"
          aria-label="First frame"
          @click="player.goTo(0)"
          ><i class="bi bi-skip-start-fill" aria-hidden="true"
        /></BButton>
        <BButton
          variant="lime"
          class="play"
          :disabled="!reels.a"
          :title="playing ? 'Stop (Space)' : 'Play (Space)'"
          :aria-label="playing ? 'Stop' : 'Play'"
          @click="player.toggle"
        >
          <i class="bi" :class="playing ? 'bi-stop-fill' : 'bi-play-fill'" aria-hidden="true" />
        </BButton>
        <BButton
          variant="quiet"
          :disabled="!reels.a"
          title="Last frame (End)"
          aria-label="Last frame"
          @click="player.goTo(Infinity)"
          ><i class="bi bi-skip-end-fill" aria-hidden="true"
        /></BButton>
        <template v-if="reels.a">
          <output class="frame num" aria-label="Frame">{{ reels.a.frames[read] }}</output>
          <span class="dim num code">{{ reels.a.timecodes[read] }}</span>
          <select v-model="ending" @change="letGo" class="small-pick" aria-label="At the end">
            <option v-for="(label, name) in endings" :key="name" :value="name">{{ label }}</option>
          </select>
          <select v-model="speed" @change="letGo" class="small-pick" aria-label="Speed">
            <option v-for="each in speeds" :key="each" :value="each">{{ each }}×</option>
          </select>
          <span v-if="played > 0" class="dim num" role="status" :title="`Of ${played + dropped} frames that were due`"
            >{{ dropped }} dropped</span
          >
          <BButton
            variant="quiet"
            class="btn-small"
            title="Full screen (F)"
            aria-label="Full screen"
            @click="screen?.full()"
            ><i class="bi bi-fullscreen" aria-hidden="true"
          /></BButton>
        </template>
        <span class="gap" />
        <template v-if="comparing.most">
          <span class="dim"
            >most different at <b class="most num">{{ reels.a?.frames[comparing.most.at] }}</b></span
          >
          <BButton variant="quiet" title="Go to the most different frame (M)" @click="player.goTo(comparing.most.at)"
            >Go there</BButton
          >
          <BButton
            variant="quiet"
            title="Go to where the next change begins (N)"
            @click="player.goTo(comparing.nextChange(place) ?? place)"
            >Next change</BButton
          >
        </template>
      </div>
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
    <ReelWordsDialog
      v-if="worded"
      :reel="worded"
      @keep="(name, note) => reels.describe(worded!, name, note)"
      @close="worded = null"
    />
    <SheetDialog v-if="sheeted" v-bind="sheeted" :scene="sceneName" @close="sheeted = null" />
    <VideoDialog v-if="filmed" :play="filmed" :scene="sceneName" @close="filmed = null" />
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
.list {
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-height: 0;
  padding: 12px;
  overflow-y: auto;
  border-right: 1px solid var(--line);
  background: var(--panel);
}
.list > * {
  flex: none;
}
.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}
h2 {
  margin: 0;
  font-size: 15px;
  font-weight: 700;
}
.small {
  margin: 0;
  font-size: 12px;
}
.empty p {
  margin: 0 0 6px;
  font-size: 12.5px;
}
.deleted {
  display: grid;
  gap: 6px;
  justify-items: start;
  font-size: 12px;
}
.gone {
  display: flex;
  align-items: center;
  justify-content: space-between;
  width: 100%;
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
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  font-size: 12.5px;
}
.gap {
  flex: 1;
}
.slide {
  display: flex;
  align-items: center;
  gap: 6px;
}
.slide input {
  width: 110px;
  accent-color: var(--lime);
}
.offset {
  width: 76px;
}
.none {
  display: grid;
  place-content: center;
  border: 1px dashed var(--line);
  border-radius: 9px;
}
.play {
  width: 52px;
}
.frame {
  min-width: 74px;
  font-size: 24px;
  text-align: right;
}
.most {
  color: var(--tangerine);
}
[data-bs-theme='light'] .most {
  color: var(--text);
}
</style>
