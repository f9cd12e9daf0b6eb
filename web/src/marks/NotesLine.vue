<script setup lang="ts">
import { computed, ref } from 'vue'
import { useMarks, type ShownMark } from './marks'
import { usePen } from './pen'

/** What is said of the frame that is looked at, and where more is said. */
const props = defineProps<{ picture: number; frame: number }>()
const emit = defineEmits<{ begin: [] }>()
const marks = useMarks()
const pen = usePen()
const typed = ref('')
const said = computed(() => (marks.onA.get(props.picture) ?? []).filter(({ mark }) => mark.kind === 'remark'))

function keep(event: Event): void {
  const words = typed.value.trim()
  if (!words) return
  void marks.add(props.picture, { kind: 'remark', points: [], words, colour: pen.colour, width: pen.width })
  typed.value = ''
  // The next key is the page's again.
  ;(event.target as HTMLElement).blur()
}
function leave(event: KeyboardEvent): void {
  event.stopPropagation()
  typed.value = ''
  ;(event.target as HTMLElement).blur()
}
const by = ({ madeBy }: ShownMark) => (madeBy ? `${madeBy}: ` : '')
</script>

<template>
  <div class="notes">
    <span v-for="(note, i) in said" :key="note.id ?? -i" class="note">
      <span class="words" :title="`${by(note)}${note.mark.words}`"
        ><b>{{ by(note) }}</b
        >{{ note.mark.words }}</span
      >
      <button
        v-if="note.id !== null"
        type="button"
        aria-label="Rub out this remark"
        title="Rub out"
        @click="marks.remove(note)"
      >
        <i class="bi bi-x" aria-hidden="true" />
      </button>
    </span>
    <input
      v-model="typed"
      type="text"
      class="form-control form-control-sm"
      maxlength="500"
      :placeholder="`Say something about frame ${frame}`"
      aria-label="Remark on this frame"
      @focus="emit('begin')"
      @keydown.enter.prevent="keep"
      @keydown.escape="leave"
    />
  </div>
</template>

<style scoped>
.notes {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  max-height: 68px;
  padding: 3px;
  margin: -3px;
  overflow-y: auto;
  font-size: 12.5px;
}
.note {
  display: flex;
  align-items: center;
  max-width: 46%;
  padding: 2px 2px 2px 10px;
  border: 1px solid var(--lemon);
  border-radius: 8px;
}
.words {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.note button {
  padding: 0 5px;
  border: 0;
  background: none;
  color: var(--dim);
}
.notes input {
  flex: 1 1 200px;
}
</style>
