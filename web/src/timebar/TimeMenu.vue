<script setup lang="ts">
import { useClipDialogs } from '../clips/clipDialogs'
import { useFlowDialogs } from '../flow/flowDialogs'
import { useWarps } from '../flow/warps'
import { useScene } from '../scene/sceneStore'
import { useBookmarks } from './bookmarks'
import { usePlayhead } from './playhead'
import { useTimeDialogs } from './timeDialogs'
import { useTimeDisplay } from './timeDisplay'
import MenuItem from '../shared/MenuItem.vue'

/** What is done to the scene's time as a whole, and its bookmarks. */
const scene = useScene()
const playhead = usePlayhead()
const dialogs = useTimeDialogs()
const bookmarks = useBookmarks()
const warps = useWarps()
const flowDialogs = useFlowDialogs()
const clipDialogs = useClipDialogs()
const time = useTimeDisplay()
</script>

<template>
  <BDropdown
    lazy
    variant="quiet"
    size="sm"
    title="Stretch and retime, insert and remove frames, bookmarks"
    strategy="fixed"
  >
    <template #button-content
      ><i class="bi bi-clock-history comes-4" aria-hidden="true" /><span class="folds-4">Time</span></template
    >
    <MenuItem @click="dialogs.ask({ kind: 'stretch' })">Stretch time…</MenuItem>
    <MenuItem @click="warps.retime()">Retime a part… <kbd>Shift W</kbd></MenuItem>
    <MenuItem @click="flowDialogs.ask({ kind: 'step' })">Play on twos, threes…</MenuItem>
    <MenuItem @click="flowDialogs.ask({ kind: 'sceneSpeed' })">Speed of the whole scene…</MenuItem>
    <MenuItem @click="warps.addForScene()">Add a warp for the scene</MenuItem>
    <MenuItem @click="warps.addForObjects()">Add a warp for the selected objects</MenuItem>
    <MenuItem @click="clipDialogs.ask('clips')">Clips… <kbd>Shift E</kbd></MenuItem>
    <BDropdownDivider />
    <MenuItem @click="dialogs.ask({ kind: 'delay' })">All motion later…</MenuItem>
    <MenuItem @click="dialogs.ask({ kind: 'gap', way: 'insert' })">Insert frames…</MenuItem>
    <MenuItem @click="dialogs.ask({ kind: 'gap', way: 'remove' })">Remove frames…</MenuItem>
    <MenuItem @click="dialogs.ask({ kind: 'rate', rate: scene.settings.rate })">Change the rate…</MenuItem>
    <BDropdownDivider />
    <MenuItem @click="dialogs.ask({ kind: 'bookmark', bookmark: null })">
      Bookmark frame {{ playhead.readFrame }}… <kbd>B</kbd>
    </MenuItem>
    <div v-for="bookmark in bookmarks.near" :key="bookmark.id" class="bookmark">
      <MenuItem class="go" @click="playhead.goTo(bookmark.frame, true)">
        <i class="bi bi-bookmark-fill" :style="{ color: `var(--${bookmark.colour})` }" aria-hidden="true" />
        {{ bookmark.name }} <span class="hint num">{{ time.label(Math.round(bookmark.frame)) }}</span>
      </MenuItem>
      <MenuItem
        :aria-label="`Change the bookmark ${bookmark.name}`"
        title="Change it"
        @click="dialogs.ask({ kind: 'bookmark', bookmark: bookmark.id })"
      >
        <i class="bi bi-pencil" aria-hidden="true" />
      </MenuItem>
    </div>
    <li v-if="bookmarks.inOrder.length > bookmarks.near.length" class="hint more" role="presentation">
      {{ bookmarks.inOrder.length }} in all; <kbd>Shift ←</kbd> <kbd>Shift →</kbd> go from one to the next
    </li>
  </BDropdown>
</template>

<style scoped>
.bookmark {
  display: flex;
}
.go {
  flex: 1;
}
.more {
  padding: 4px 12px;
}
kbd {
  margin-left: 8px;
}
</style>
