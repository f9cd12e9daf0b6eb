<script setup lang="ts">
import { computed, ref } from 'vue'
import type { BookmarkColour, Edit } from '../api/http'
import { useLookAheadCurves } from '../curves/lookAheadCurves'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import ColourChoice from '../timebar/ColourChoice.vue'
import NumberField from '../values/NumberField.vue'
import { useArranging } from './arranging'

/** Puts the selected keys on the bookmarks that are nearest to them: on the beats of a sound, say. */
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()
const arranging = useArranging()

const keys = computed(() => selection.keySets())
const colour = ref<BookmarkColour | null>(null)
const isNear = ref(false)
const furthest = ref(6)
const editWith = (meet: 'stop' | 'replace') =>
  ({
    edit: 'putOnBookmarks',
    keys: keys.value,
    colour: colour.value,
    furthest: isNear.value ? furthest.value : null,
    meet,
  }) as Edit
const { told, wrong, isTold } = useLookAheadCurves(() => editWith('replace'))
const words = computed(() => {
  if (!told.value) return ''
  const { moved } = told.value
  const all = keys.value.reduce((sum, set) => sum + set.times.length, 0)
  if (moved === 0) return 'No key moves: those that a bookmark is nearest to stand on it already.'
  return `${moved === 1 ? '1 key moves' : `${moved} keys move`} of ${all}. Of several keys of a channel that are near one bookmark, only the nearest does.`
})
const colours = computed(() => new Set([...scene.model.bookmarks.values()].map((each) => each.colour)).size)
const put = () => void arranging.make(editWith('stop'))
</script>

<template>
  <AskDialog
    title="Put on bookmarks"
    ok="Put on bookmarks"
    :ready="isTold && (told?.moved ?? 0) > 0"
    @done="put"
    @close="emit('close')"
  >
    <fieldset v-if="colours > 1">
      <legend>On which</legend>
      <ColourChoice v-model="colour" label="On which bookmarks" any="all" />
    </fieldset>
    <div class="row-of-fields">
      <label class="tick"><input v-model="isNear" type="checkbox" class="form-check-input" /> Only keys within</label>
      <NumberField
        :value="furthest"
        label="How many frames a key goes at most"
        :decimals="1"
        :step="1"
        :least="0"
        :disabled="!isNear"
        @keep="furthest = $event"
      />
      frames of one
    </div>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <p v-else class="mb-0" role="status">{{ words }}</p>
  </AskDialog>
</template>
