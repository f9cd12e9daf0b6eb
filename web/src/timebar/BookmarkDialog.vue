<script setup lang="ts">
import { ref } from 'vue'
import type { BookmarkColour } from '../api/http'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import { bookmarkColours, useBookmarks } from './bookmarks'
import ColourChoice from './ColourChoice.vue'
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

const keep = () =>
  void scene.edit({
    edit: 'setBookmark',
    frame: frame.value,
    name: name.value,
    colour: colour.value,
    bookmark: known?.id,
  })
const remove = () => void scene.edit({ edit: 'deleteBookmark', bookmark: known!.id })
</script>

<template>
  <AskDialog
    size="sm"
    :title="known ? 'Change the bookmark' : 'Bookmark a frame'"
    :ok="known ? 'Keep' : 'Bookmark'"
    :ready="name.trim() !== ''"
    :remove="known && 'Delete'"
    @done="keep"
    @remove="remove"
    @close="emit('close')"
  >
    <label>
      Name
      <input v-model="name" class="form-control" aria-label="Bookmark's name" maxlength="80" autofocus />
    </label>
    <div class="row-of-fields">
      Frame
      <span class="box"
        ><TimeField :frame="frame" label="Bookmark's frame" @hold="frame = $event" @keep="frame = $event"
      /></span>
    </div>
    <ColourChoice v-model="colour" label="Colour" />
  </AskDialog>
</template>
