<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { http, type ReelCard, type ReelPlay } from '../api/http'
import { useComparing as useCurveComparing } from '../curves/comparing'
import { byPicture, type ShownMark } from '../marks/marks'
import SheetDialog from '../marks/SheetDialog.vue'
import { useNotices } from '../scene/notices'
import { inBytes } from '../shared/bytes'
import ReelItem from './ReelItem.vue'
import { useReels } from './reels'
import ReelWordsDialog from './ReelWordsDialog.vue'
import VideoDialog from './VideoDialog.vue'

/** The reels of a scene, the newest first, what can be done with each, and those that are deleted. */
const props = defineProps<{ sceneId: number; scene: string }>()
const router = useRouter()
const reels = useReels()
const curves = useCurveComparing()
const notices = useNotices()
const worded = shallowRef<ReelCard | null>(null)
const filmed = shallowRef<ReelPlay | null>(null)
const sheeted = shallowRef<{ play: ReelPlay; marks: ReadonlyMap<number, ShownMark[]> } | null>(null)
const showsDeleted = ref(false)

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

async function sheet(reel: ReelCard): Promise<void> {
  try {
    const [play, marked] = await Promise.all([http.reel(reel.id), http.marks(reel.id)])
    sheeted.value = { play, marks: byPicture(marked) }
  } catch (wrong) {
    notices.problem(wrong)
  }
}

function compareCurves(reel: ReelCard): void {
  curves.next = { scene: props.sceneId, reel: reel.id, number: reel.number }
  void router.push(`/scenes/${props.sceneId}`)
}
</script>

<template>
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
        <BButton variant="quiet" class="btn-small" title="Their pictures are gone for good then" @click="reels.giveBack"
          >Give back their room</BButton
        >
      </template>
    </div>
  </aside>
  <ReelWordsDialog
    v-if="worded"
    :reel="worded"
    @keep="(name, note) => reels.describe(worded!, name, note)"
    @close="worded = null"
  />
  <SheetDialog v-if="sheeted" v-bind="sheeted" :scene="scene" @close="sheeted = null" />
  <VideoDialog v-if="filmed" :play="filmed" :scene="scene" @close="filmed = null" />
</template>

<style scoped>
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
</style>
