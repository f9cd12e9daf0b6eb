<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { http, type BeatsTold, type BookmarkColour, type Edit } from '../api/http'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import ColourChoice from '../timebar/ColourChoice.vue'
import NumberField from '../values/NumberField.vue'
import BeatsPicture from './BeatsPicture.vue'
import { useSounds } from './sounds'

/** Listens to the selected sounds, and bookmarks the beats that it hears. */
const props = defineProps<{ sounds: readonly number[] }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()

const where = ref<'work' | 'range'>('work')
const least = ref(30)
const name = ref('Beat')
const colour = ref<BookmarkColour>('rose')
const onFrames = ref(true)
const instead = ref(true)

const frames = computed(() => scene.settings[where.value])
const isPart = computed(() => `${scene.settings.work}` !== `${scene.settings.range}`)
const heard = shallowRef<BeatsTold | null>(null)
const wrong = ref('')
let calledOff = new AbortController()
watch(
  () => frames.value.join(),
  async () => {
    calledOff.abort()
    const { signal } = (calledOff = new AbortController())
    heard.value = null
    wrong.value = ''
    try {
      await scene.settled()
      if (signal.aborted) return
      heard.value = await http.beats(scene.id!, props.sounds, frames.value, signal)
    } catch (no) {
      if (!signal.aborted) wrong.value = (no as Error).message
    }
  },
  { immediate: true },
)
onBeforeUnmount(() => calledOff.abort())

const strong = computed(() =>
  (heard.value?.times ?? []).filter((_, i) => heard.value!.strengths[i]! >= least.value / 100 - 1e-9),
)
const standing = computed(
  () => [...scene.model.bookmarks.values()].filter((each) => each.colour === colour.value).length,
)
const told = computed(() => {
  if (!heard.value) return 'Listening…'
  const [all, some] = [heard.value.times.length, strong.value.length]
  if (all === 0) return 'Nothing begins in these frames.'
  return `${some === 1 ? '1 beat' : `${some} beats`} of ${all} that can be heard.`
})
const named = useSounds()
const of = computed(() =>
  props.sounds.length === 1
    ? `Beats of ${named.all.find(({ id }) => id === props.sounds[0])?.name}`
    : `Beats of ${props.sounds.length} sounds`,
)

const lay = () =>
  void scene.edit({
    edit: 'layBookmarks',
    times: strong.value,
    name: name.value.trim(),
    colour: colour.value,
    frames: onFrames.value,
    instead: instead.value && standing.value > 0,
  } as Edit)
</script>

<template>
  <AskDialog
    :title="of"
    ok="Bookmark the beats"
    :ready="strong.length > 0 && name.trim() !== ''"
    @done="lay"
    @close="emit('close')"
  >
    <BeatsPicture :heard="heard" :frames="frames" :least="least / 100" />
    <div>
      <div class="row-of-fields">
        Strong ones, from
        <NumberField
          :value="least"
          label="How strong a beat is at least"
          unit=" %"
          :decimals="0"
          :step="1"
          :least="2"
          :most="100"
          hint="Of the strongest. Lower for more beats, higher for fewer"
          @hold="least = $event"
          @keep="least = $event"
        />
        <input
          v-model.number="least"
          class="slide"
          type="range"
          min="2"
          max="100"
          step="1"
          aria-label="Strength from which beats are taken"
        />
      </div>
      <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
      <span v-else class="told" role="status">{{ told }}</span>
    </div>
    <fieldset v-if="isPart">
      <legend>Listen to</legend>
      <div class="row-of-fields">
        <label class="tick"
          ><input v-model="where" type="radio" class="form-check-input" value="work" /> the work range</label
        >
        <label class="tick"
          ><input v-model="where" type="radio" class="form-check-input" value="range" /> the whole scene</label
        >
      </div>
    </fieldset>
    <div class="row-of-fields">
      Named
      <input v-model="name" class="form-control name" aria-label="What beats are called" maxlength="60" />
      1, 2, 3…
      <ColourChoice v-model="colour" label="Colour of the beats" />
    </div>
    <div>
      <label class="tick"
        ><input v-model="onFrames" type="checkbox" class="form-check-input" /> Each on the nearest whole frame</label
      >
      <br />
      <label v-if="standing > 0" class="tick"
        ><input v-model="instead" type="checkbox" class="form-check-input" /> Instead of
        {{ standing === 1 ? 'the bookmark' : `the ${standing} bookmarks` }} of this colour</label
      >
    </div>
  </AskDialog>
</template>

<style scoped>
.slide {
  flex: 1;
  min-width: 90px;
  accent-color: var(--lime);
}
.name {
  width: 110px;
}
</style>
