<script setup lang="ts">
import { Pane, Splitpanes } from 'splitpanes'
import 'splitpanes/dist/splitpanes.css'
import { defineAsyncComponent, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { useEventListener } from '@vueuse/core'
import { useRouter } from 'vue-router'
import { useChecks } from '../checks/checks'
import CheckPanel from '../checks/CheckPanel.vue'
import CommandFinder from '../commands/CommandFinder.vue'
import { workspaceCommands } from '../commands/commands'
import { useFinder } from '../commands/finder'
import ContextMenu from '../menus/ContextMenu.vue'
import { useContextMenu } from '../menus/contextMenu'
import { useShortcuts } from '../commands/shortcuts'
import DeskPanel from '../desk/DeskPanel.vue'
import { useTimeView } from '../desk/timeView'
import { useArranging } from '../desk/arranging'
import { useMuting } from '../layers/muting'
import { useSelection } from '../scene/selection'
import { firstAtOrAfter } from '../scene/keys'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { useSceneCast } from '../screens/sceneCast'
import { StageScene } from '../stage/stageScene'
import StageView from '../stage/StageView.vue'
import { useViews } from '../stage/views'
import TimeBar from '../timebar/TimeBar.vue'
import { usePlayhead } from '../timebar/playhead'
import { useRangeFollowing } from '../timebar/rangeFollowing'
import { http } from '../api/http'
import { usePerson } from '../scene/person'
import { usePending } from '../values/pending'
import ValuesPanel from '../values/ValuesPanel.vue'
import { useRecording } from '../record/recording'
import { useTakes } from '../record/takes'
import { reasonOf } from '../scene/reasons'
import QuestionDialog from '../shared/QuestionDialog.vue'
import { usePlayer } from '../sound/player'
import { useFileDrop } from './fileDrop'
import { usePanes } from './panes'
import { useTurns } from './turns'
import TopBar from './TopBar.vue'
import WhoDialog from './WhoDialog.vue'

// They come after the scene, and the server may be away by then.
const WorkspaceDialogs = defineAsyncComponent({
  loader: () => import('./WorkspaceDialogs.vue'),
  onError: (_wrong, again) => setTimeout(again, 1000),
})
const props = defineProps<{ id: number }>()
const router = useRouter()
const scene = useScene()
const selection = useSelection()
const arranging = useArranging()
const playhead = usePlayhead()
const pending = usePending()
const views = useViews()
const finder = useFinder()
const checks = useChecks()
const takes = useTakes()
const recording = useRecording()
const view = useTimeView()
const opened = ref(false)
const problem = ref('')
/** The stage, the values, the time bar, the desk, and at last what only dialogs need. */
const turn = useTurns(() => opened.value, 6)
/** What the stage shows; made in a turn of its own. */
const stage = shallowRef<StageScene | null>(null)
watch(turn, (now) => now === 1 && (stage.value = new StageScene()))
const person = usePerson()
const asksWho = ref(false)
useFileDrop()
usePlayer()

const { stage: stageShare, values: valuesShare, leastValues, leastDesk } = usePanes()
type Sizes = { panes: { size: number }[] }

/** Tells a screen reader how far each splitter is; the panes' own package leaves that out. */
function tellSplitters(): void {
  for (const splitter of document.querySelectorAll('.splitpanes__splitter')) {
    const before = splitter.previousElementSibling as HTMLElement | null
    const box = splitter.parentElement!.getBoundingClientRect()
    const isRow = splitter.getAttribute('aria-orientation') === 'horizontal'
    const share = isRow ? before!.offsetHeight / box.height : before!.offsetWidth / box.width
    splitter.setAttribute('aria-valuenow', String(Math.round(share * 100)))
    splitter.setAttribute('aria-label', isRow ? 'Between stage and desk' : 'Between stage and values')
  }
}

function resizedStage({ panes }: Sizes): void {
  stageShare.value = panes[0]!.size
  tellSplitters()
}

function resizedValues({ panes }: Sizes): void {
  valuesShare.value = panes[1]!.size
  tellSplitters()
}

const commands = workspaceCommands()
const contextMenu = useContextMenu()
contextMenu.commands = commands
useShortcuts(commands)
useMuting()
useRangeFollowing()
useSceneCast(() => props.id)

watch(
  () => props.id,
  async (id) => {
    opened.value = false
    selection.select([])
    selection.clearKeys()
    try {
      await scene.open(id)
      playhead.goTo(scene.settings.work[0])
      view.showAll()
      views.start(scene.model.inOrder().find((object) => object.kind === 'camera')?.id ?? null)
      opened.value = true
      // Where others can come in, their changes should not be nobody's. Asked once.
      if (!person.asked.value) asksWho.value = (await http.health()).open
    } catch (wrong) {
      problem.value = reasonOf(wrong)
    }
  },
  { immediate: true },
)

watch(
  () => playhead.frame,
  (_, from) => pending.leave(from),
  { flush: 'sync' },
)
watch(
  () => scene.gone,
  (gone) => {
    if (!gone) return
    useNotices().say('This scene has been deleted in another window.')
    void router.push('/')
  },
)
// Objects and keys that are gone are no longer selected.
watch(
  () => scene.rowsVersion,
  () => {
    const there = [...selection.objects].filter((id) => scene.model.objects.has(id))
    if (there.length !== selection.objects.size) selection.select(there)
    selection.keepClips((clip) => scene.model.placed.has(clip))
    selection.keepSounds((sound) => scene.model.sounds.has(sound))
    if (selection.keyCount && !arranging.isUnderWay())
      selection.keepOnly((object, channel, time) => {
        const keys = scene.model.holder(object)?.channels.get(channel)?.keys
        return keys !== undefined && keys.times[firstAtOrAfter(keys, time)] === time
      })
  },
)
watch(
  () => scene.settings.name,
  (name) => (document.title = name ? `${name} · Zesty Reel` : 'Zesty Reel'),
)

useEventListener(window, 'beforeunload', (event) => {
  if (scene.waiting + takes.waiting > 0 || recording.isActive) event.preventDefault()
})

onBeforeUnmount(() => {
  playhead.stop()
  pending.clear()
  document.title = 'Zesty Reel'
  void scene.close()
})
</script>

<template>
  <main class="workspace">
    <TopBar />
    <Splitpanes v-if="opened" horizontal class="split" @ready="tellSplitters" @resized="resizedStage">
      <Pane :size="stageShare" :min-size="20">
        <Splitpanes @ready="tellSplitters" @resized="resizedValues">
          <Pane :size="100 - valuesShare" :min-size="30"><StageView v-if="stage && turn > 1" :made="stage" /></Pane>
          <Pane :size="valuesShare" :min-size="leastValues"
            ><CheckPanel v-if="checks.isOpen" /><ValuesPanel v-else-if="turn > 2"
          /></Pane>
        </Splitpanes>
      </Pane>
      <Pane :size="100 - stageShare" :min-size="leastDesk">
        <div class="lower">
          <TimeBar v-if="turn > 3" />
          <DeskPanel v-if="turn > 4" />
        </div>
      </Pane>
    </Splitpanes>
    <div v-else class="waiting">
      <template v-if="problem">
        <p>{{ problem }}</p>
        <BButton variant="strong" to="/">All scenes</BButton>
      </template>
      <p v-else class="dim">Opening the scene…</p>
    </div>
    <!-- Made anew each time, and gone at once: the next key belongs to the workspace. -->
    <CommandFinder v-if="finder.finding" :commands="commands" />
    <ContextMenu v-if="contextMenu.at" :key="contextMenu.opened" />
    <WorkspaceDialogs v-if="turn > 5" :commands="commands" />
    <WhoDialog v-if="asksWho" @close="asksWho = false" />
    <QuestionDialog />
  </main>
</template>

<style scoped>
.workspace {
  display: grid;
  grid-template: 42px minmax(0, 1fr) / minmax(0, 1fr);
  height: 100%;
}
.lower {
  display: grid;
  grid-template: 50px minmax(0, 1fr) / minmax(0, 1fr);
  height: 100%;
}
.waiting {
  display: grid;
  place-content: center;
  gap: 12px;
  text-align: center;
}
.split :deep(.splitpanes__splitter) {
  background: var(--line);
}
.split :deep(.splitpanes--vertical > .splitpanes__splitter) {
  width: 3px;
}
.split :deep(> .splitpanes__splitter) {
  height: 3px;
}
</style>
