<script setup lang="ts">
import { computed, ref } from 'vue'
import type { AfterOrder, BookmarkColour, Edit } from '../api/http'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useTriedEdit } from '../scene/triedEdit'
import AskDialog from '../shared/AskDialog.vue'
import ColourChoice from '../timebar/ColourChoice.vue'
import NumberField from '../values/NumberField.vue'
import SeedField from '../values/SeedField.vue'
import { useLookAheadCurves } from '../curves/lookAheadCurves'

/** Lets the selected objects move one after the other. It is seen on the stage and the desk before it is kept. */
const emit = defineEmits<{ close: [] }>()
const selection = useSelection()
const scene = useScene()

const orders: Record<AfterOrder, string> = {
  inOrder: 'from the first to the last',
  fromEnds: 'from both ends to the middle',
  fromMiddle: 'from the middle to both ends',
  atRandom: 'at random',
}
const frames = ref(2)
const order = ref<AfterOrder>('inOrder')
const seed = ref(1)
const objects = computed(() => [...selection.objects])

const bookmarks = computed(() => [...scene.model.bookmarks.values()])
const colours = computed(() => new Set(bookmarks.value.map((each) => each.colour)).size)
/** By so many frames, or each on the next bookmark. */
const by = ref<'frames' | 'bookmarks'>('frames')
const colour = ref<BookmarkColour | null>(null)
const edit = computed<Edit | null>(() => {
  const which = { objects: objects.value, order: order.value, seed: seed.value }
  if (by.value === 'bookmarks') return { edit: 'oneOnEachBookmark', ...which, colour: colour.value }
  return frames.value === 0 ? null : { edit: 'oneAfterOther', ...which, frames: frames.value }
})
const { told, wrong, isTold } = useLookAheadCurves(() => edit.value)
const { keep } = useTriedEdit(() => edit.value)
</script>

<template>
  <AskDialog
    title="One after the other"
    ok="Set them apart"
    :ready="isTold && edit !== null"
    @done="keep"
    @close="emit('close')"
  >
    <p class="mb-0">
      The keys of each of the {{ objects.length }} selected objects come later than those of the one before.
    </p>
    <div class="row-of-fields">
      <label v-if="bookmarks.length > 1" class="tick"
        ><input v-model="by" type="radio" class="form-check-input" value="frames" /> by</label
      >
      <template v-else>by</template>
      <NumberField
        :value="frames"
        label="Frames from one to the next"
        :decimals="2"
        :step="1"
        :least="-10000"
        :most="10000"
        trim
        :disabled="by === 'bookmarks'"
        @hold="frames = $event"
        @keep="frames = $event"
      />
      frames each
    </div>
    <div v-if="bookmarks.length > 1" class="row-of-fields">
      <label class="tick"
        ><input v-model="by" type="radio" class="form-check-input" value="bookmarks" /> one on each bookmark</label
      >
      <ColourChoice v-if="colours > 1 && by === 'bookmarks'" v-model="colour" label="On which bookmarks" any="all" />
    </div>
    <div class="row-of-fields">
      <select v-model="order" class="small-pick" aria-label="Order">
        <option v-for="(words, each) in orders" :key="each" :value="each">{{ words }}</option>
      </select>
    </div>
    <SeedField v-if="order === 'atRandom'" v-model="seed" another="Another order" />
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <span v-else-if="told" class="told" role="status">{{ told.keys }} keys move in time.</span>
  </AskDialog>
</template>
