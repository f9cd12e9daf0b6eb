<script setup lang="ts">
import { computed, ref } from 'vue'
import type { BookmarkColour } from '../api/http'
import { useScene } from '../scene/sceneStore'
import { bookmarkColours, useBookmarks } from './bookmarks'
import { usePlayhead } from './playhead'
import TimeField from './TimeField.vue'

/** Adds a bookmark at the playhead, or changes one. */
const props = defineProps<{ bookmark: number | null }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()

const known = useBookmarks().inOrder.find(({ id }) => id === props.bookmark)
const name = ref(known?.name ?? '')
const frame = ref(known?.frame ?? usePlayhead().frame)
const colour = ref<BookmarkColour>(
  known?.colour ?? bookmarkColours[scene.model.bookmarks.size % bookmarkColours.length]!,
)
const title = computed(() => (known ? 'Change the bookmark' : 'Bookmark a frame'))

async function keep(): Promise<void> {
  if (!name.value.trim()) return
  emit('close')
  await scene.edit({
    edit: 'setBookmark',
    frame: frame.value,
    name: name.value,
    colour: colour.value,
    bookmark: known?.id,
  })
}

async function remove(): Promise<void> {
  emit('close')
  await scene.edit({ edit: 'deleteBookmark', bookmark: known!.id })
}
</script>

<template>
  <BModal
    no-animation
    focus="[autofocus]"
    :model-value="true"
    :title="title"
    centered
    size="sm"
    @hidden="emit('close')"
  >
    <form id="bookmark" class="ask" @submit.prevent="keep">
      <label>
        Name
        <input v-model="name" class="form-control" aria-label="Bookmark's name" maxlength="80" autofocus />
      </label>
      <div class="row-of-fields">
        Frame <span class="box"><TimeField :frame="frame" label="Bookmark's frame" @keep="frame = $event" /></span>
      </div>
      <div class="row-of-fields" role="radiogroup" aria-label="Colour">
        <label
          v-for="each in bookmarkColours"
          :key="each"
          class="colour"
          :title="each"
          :style="{ '--own': `var(--${each})` }"
        >
          <input v-model="colour" type="radio" name="colour" :value="each" :aria-label="each" />
        </label>
      </div>
    </form>
    <template #footer>
      <BButton v-if="known" variant="quiet" class="me-auto" @click="remove">Delete</BButton>
      <BButton variant="quiet" @click="emit('close')">Cancel</BButton>
      <BButton variant="lime" type="submit" form="bookmark" :disabled="!name.trim()">{{
        known ? 'Keep' : 'Bookmark'
      }}</BButton>
    </template>
  </BModal>
</template>

<style scoped>
.colour input {
  appearance: none;
  display: block;
  width: 24px;
  height: 24px;
  border: 4px solid var(--panel);
  border-radius: 8px;
  background: var(--own);
}
.colour input:checked {
  outline: 2px solid var(--text);
}
</style>
