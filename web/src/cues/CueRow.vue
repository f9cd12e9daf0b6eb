<script setup lang="ts">
import { computed } from 'vue'
import type { CueMessage } from '../api/messages'
import MenuItem from '../shared/MenuItem.vue'
import { useScene } from '../scene/sceneStore'
import { vStands } from '../scene/standing'
import { useCueDialogs } from './cueDialogs'
import { useCues } from './cues'
import { momentWords, startsWords, whenWords } from './cueWords'

/** A cue with its switch, and what can be done with it. */
const props = withDefaults(defineProps<{ cue: CueMessage; tag?: string }>(), { tag: 'div' })
const scene = useScene()
const cues = useCues()
const dialogs = useCueDialogs()
const words = computed(() => {
  void scene.rowsVersion
  const { model } = scene
  return {
    when: whenWords(model, props.cue.when),
    moment: momentWords(model, props.cue),
    starts: startsWords(model, props.cue),
  }
})
</script>

<template>
  <component :is="tag" class="cue" :class="{ off: !cue.on, never: cue.on && cue.calls === null }" :data-cue="cue.id">
    <i class="bi bi-link-45deg sign" aria-hidden="true" />
    <button
      type="button"
      class="words"
      :title="`Starts ${words.starts}. Click to change what it waits for`"
      @click="dialogs.ask({ kind: 'change', cue: cue.id })"
    >
      <b>{{ cue.name }}</b>
      <span>when {{ words.when }}</span>
      <span class="moment num">{{ words.moment }}</span>
    </button>
    <div class="form-check form-switch switch">
      <input
        class="form-check-input"
        type="checkbox"
        role="switch"
        :aria-label="`${cue.name} on`"
        :title="cue.on ? 'Switch the cue off: motion is seen when its keys say' : 'Switch the cue on'"
        v-stands="cue.on"
        @change="cues.toggle(cue)"
      />
    </div>
    <BDropdown size="sm" variant="quiet" toggle-class="btn-small more" no-caret strategy="fixed" end lazy>
      <template #button-content
        ><i class="bi bi-three-dots" aria-hidden="true" /><span class="visually-hidden"
          >What can be done with {{ cue.name }}</span
        ></template
      >
      <MenuItem @click="dialogs.ask({ kind: 'change', cue: cue.id })">Change…</MenuItem>
      <MenuItem @click="cues.bake(cue)">Bake into keys</MenuItem>
      <MenuItem @click="cues.remove(cue)">Delete</MenuItem>
    </BDropdown>
  </component>
</template>

<style scoped>
.cue {
  display: flex;
  align-items: center;
  gap: 6px;
  min-width: 0;
  font-size: 12px;
}
.sign {
  flex: none;
  color: var(--mint);
}
.off .sign,
.off .words {
  color: var(--dim);
}
.words {
  flex: 1;
  display: grid;
  min-width: 0;
  padding: 2px 0;
  border: 0;
  background: none;
  color: var(--text);
  text-align: left;
}
.words > * {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.words b {
  font-weight: 600;
}
.words span {
  color: var(--dim);
}
.never .sign,
.never .moment {
  color: var(--grapefruit);
}
.switch {
  flex: none;
  min-height: 0;
  margin: 0;
  padding: 0;
}
.switch input {
  margin: 0;
  float: none;
}
:deep(.more) {
  height: 20px;
  padding: 0 4px;
  border: 0;
  background: none;
  color: var(--dim);
}
</style>
