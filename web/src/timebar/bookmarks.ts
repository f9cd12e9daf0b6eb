import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { BookmarkColour } from '../api/http'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from './playhead'

export const bookmarkColours: readonly BookmarkColour[] = ['sky', 'plum', 'rose', 'sand', 'fern']

/** So many are listed in a menu. */
const inMenu = 12

export interface ShownBookmark {
  id: number
  name: string
  colour: BookmarkColour
  /** May lie between frames. */
  frame: number
}

/** The scene's bookmarks in the order of time. */
export const useBookmarks = defineStore('bookmarks', () => {
  const scene = useScene()
  const playhead = usePlayhead()

  const inOrder = computed<ShownBookmark[]>(() => {
    void scene.rowsVersion
    const { ticksPerFrame } = scene.settings
    return [...scene.model.bookmarks.values()]
      .map(({ id, name, colour, ticks }) => ({ id, name, colour, frame: ticks / ticksPerFrame }))
      .sort((a, b) => a.frame - b.frame)
  })

  /** Those about the playhead, as many as a menu has room for. */
  const near = computed(() => {
    const after = inOrder.value.findIndex(({ frame }) => frame >= playhead.frame)
    const first = Math.max(
      0,
      Math.min((after < 0 ? inOrder.value.length : after) - inMenu / 2, inOrder.value.length - inMenu),
    )
    return inOrder.value.slice(first, first + inMenu)
  })

  function go(way: -1 | 1): void {
    const found = (way === 1 ? inOrder.value : inOrder.value.toReversed()).find(
      ({ frame }) => (Math.round(frame) - playhead.frame) * way > 0,
    )
    if (found) playhead.goTo(found.frame, true)
    else useNotices().say(inOrder.value.length ? 'No bookmark further that way.' : 'No bookmarks yet; B sets one.')
  }

  return { inOrder, near, go }
})
