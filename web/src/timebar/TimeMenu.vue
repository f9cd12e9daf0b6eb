<script setup lang="ts">
import { useClipDialogs } from '../clips/clipDialogs'
import { useFlowDialogs } from '../flow/flowDialogs'
import { useWarps } from '../flow/warps'
import { useScene } from '../scene/sceneStore'
import { useBookmarks } from './bookmarks'
import { usePlayhead } from './playhead'
import { useTimeDialogs } from './timeDialogs'
import { useTimeDisplay } from './timeDisplay'

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
    text="Time"
    title="Stretch and retime, insert and remove frames, bookmarks"
    strategy="fixed"
  >
    <BDropdownItemButton @click="dialogs.ask({ kind: 'stretch' })">Stretch time…</BDropdownItemButton>
    <BDropdownItemButton @click="warps.retime()">Retime a part… <kbd>Shift W</kbd></BDropdownItemButton>
    <BDropdownItemButton @click="flowDialogs.ask({ kind: 'sceneSpeed' })"
      >Speed of the whole scene…</BDropdownItemButton
    >
    <BDropdownItemButton @click="warps.addForScene()">Add a warp for the scene</BDropdownItemButton>
    <BDropdownItemButton @click="warps.addForObjects()">Add a warp for the selected objects</BDropdownItemButton>
    <BDropdownItemButton @click="clipDialogs.ask('clips')">Clips… <kbd>Shift E</kbd></BDropdownItemButton>
    <BDropdownDivider />
    <BDropdownItemButton @click="dialogs.ask({ kind: 'gap', way: 'insert' })">Insert frames…</BDropdownItemButton>
    <BDropdownItemButton @click="dialogs.ask({ kind: 'gap', way: 'remove' })">Remove frames…</BDropdownItemButton>
    <BDropdownItemButton @click="dialogs.ask({ kind: 'rate', rate: scene.settings.rate })"
      >Change the rate…</BDropdownItemButton
    >
    <BDropdownDivider />
    <BDropdownItemButton @click="dialogs.ask({ kind: 'bookmark', bookmark: null })">
      Bookmark frame {{ playhead.readFrame }}… <kbd>B</kbd>
    </BDropdownItemButton>
    <div v-for="bookmark in bookmarks.inOrder" :key="bookmark.id" class="bookmark">
      <BDropdownItemButton class="go" @click="playhead.goTo(bookmark.frame)">
        <i class="bi bi-bookmark-fill" :style="{ color: `var(--${bookmark.colour})` }" aria-hidden="true" />
        {{ bookmark.name }} <span class="hint num">{{ time.label(Math.round(bookmark.frame)) }}</span>
      </BDropdownItemButton>
      <BDropdownItemButton
        :aria-label="`Change the bookmark ${bookmark.name}`"
        title="Change it"
        @click="dialogs.ask({ kind: 'bookmark', bookmark: bookmark.id })"
      >
        <i class="bi bi-pencil" aria-hidden="true" />
      </BDropdownItemButton>
    </div>
  </BDropdown>
</template>

<style scoped>
.bookmark {
  display: flex;
}
.go {
  flex: 1;
}
kbd {
  margin-left: 8px;
}
</style>
