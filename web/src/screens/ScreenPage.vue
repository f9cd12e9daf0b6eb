<script setup lang="ts">
import { useFullscreen, useIdle } from '@vueuse/core'
import { computed, defineAsyncComponent, onBeforeUnmount, ref, useTemplateRef } from 'vue'
import { http } from '../api/http'
import { Refused } from '../api/refused'
import { usePerson } from '../scene/person'
import { reasonOf } from '../scene/reasons'
import { isRenewed } from '../shared/renewed'
import HeardButton from '../sound/HeardButton.vue'
import { useFollowing } from './following'
import { ScreenLine } from './screenLine'

/** Nothing but the picture, for a second monitor, a projector or another device: it shows what a desk shows. */
const props = defineProps<{ id: number; follow: string }>()
const SceneScreen = defineAsyncComponent(() => import('./SceneScreen.vue'))
const ReelsScreen = defineAsyncComponent(() => import('./ReelsScreen.vue'))

const person = usePerson()
const state = ref<'standing' | 'away' | 'shut'>('standing')
const reelsTold = ref(0)
const { shown, take, leave, forget } = useFollowing(() => props.follow)
const line = new ScreenLine(
  {
    shown: take,
    left: leave,
    reels: () => reelsTold.value++,
    async anew() {
      // Desks have other numbers on another line. What was shown last stays meanwhile.
      forget()
      // Nobody may be there to press a button.
      if (await isRenewed().catch(() => false)) reload()
    },
    state: (now) => (state.value = now),
  },
  () => ['Screen', props.id, person.author.value],
)
void line.start()
onBeforeUnmount(() => line.stop())
document.title = 'Big screen · Zesty Reel'

const lacks = ref('')
http.scene(props.id).catch((wrong) => {
  if (wrong instanceof Refused && wrong.status === 404) lacks.value = reasonOf(wrong)
})

/** The desk is heard as a rule, often by the same loudspeakers; it is said of each screen anew. */
const isHeard = ref(false)
const page = useTemplateRef<HTMLElement>('page')
const { isFullscreen, toggle } = useFullscreen(page)
const { idle } = useIdle(2500)
/** What was shown last: it stays while the desk is away. */
const kept = computed((before: typeof shown.value | undefined) => shown.value ?? before ?? null)
const reload = () => window.location.reload()
</script>

<template>
  <main ref="page" class="screen-page" :class="{ idle }" @dblclick="toggle">
    <SceneScreen v-if="kept?.cast.scene" :id="id" :cast="kept.cast.scene" :heard="isHeard" />
    <ReelsScreen v-else-if="kept?.cast.reels" :cast="kept.cast.reels" :told="reelsTold" :heard="isHeard" />
    <div v-else-if="lacks" class="waiting" role="alert">
      <p class="title">The big screen</p>
      <p>{{ lacks }}</p>
      <p><BButton variant="strong" to="/">All scenes</BButton></p>
    </div>
    <div v-else-if="state === 'standing'" class="waiting" role="status">
      <p class="title">The big screen</p>
      <p>
        It shows what {{ follow ? `${follow}'s desk` : 'a desk' }} of this scene shows. Open the scene, or its reels, in
        another window.
      </p>
    </div>
    <p v-if="state === 'away'" class="pill" role="status">The server does not answer; trying again</p>
    <p v-else-if="state === 'shut'" class="pill" role="alert">
      This server asks for its token.
      <BButton variant="lime" class="btn-small" @click="reload">Sign in</BButton>
    </p>
    <div v-if="!idle" class="corner">
      <span v-if="kept" class="who">{{ kept.isSelf ? 'Your desk' : (kept.name ?? 'Somebody’s desk') }}</span>
      <HeardButton v-model="isHeard" where="here" />
      <BButton
        variant="quiet"
        class="btn-small"
        :title="isFullscreen ? 'Leave full screen' : 'Full screen (double-click)'"
        :aria-label="isFullscreen ? 'Leave full screen' : 'Full screen'"
        @click="toggle"
      >
        <i class="bi" :class="isFullscreen ? 'bi-fullscreen-exit' : 'bi-fullscreen'" aria-hidden="true" />
      </BButton>
    </div>
  </main>
</template>

<style scoped>
.screen-page {
  position: relative;
  width: 100%;
  height: 100%;
  overflow: hidden;
  background: #0a1211;
  color: #f4ecd6;
}
.idle {
  cursor: none;
}
.waiting {
  display: grid;
  place-content: center;
  height: 100%;
  padding: 24px;
  text-align: center;
}
.waiting p {
  max-width: 46ch;
  margin: 0 0 6px;
  color: #a9b8b2;
}
.waiting .title {
  color: #f4ecd6;
  font-size: 20px;
  font-weight: 650;
}
.pill {
  position: absolute;
  left: 50%;
  bottom: 24px;
  display: flex;
  align-items: center;
  gap: 10px;
  margin: 0;
  padding: 8px 16px;
  border-radius: 10px;
  background: rgb(9 18 17 / 86%);
  transform: translateX(-50%);
}
.corner {
  position: absolute;
  right: 14px;
  top: 14px;
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 4px 6px 4px 12px;
  border-radius: 10px;
  background: rgb(9 18 17 / 80%);
  font-size: 12.5px;
}
.corner :deep(.btn) {
  color: #f4ecd6;
}
</style>
