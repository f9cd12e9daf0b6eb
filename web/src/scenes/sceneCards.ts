import { useEventListener, useTimeoutFn } from '@vueuse/core'
import { onMounted, onUnmounted, ref } from 'vue'
import { http, type SceneCard } from '../api/http'
import { Refused } from '../api/refused'
import { useNotices } from '../scene/notices'

/** How long a server that does not answer is left alone before it is asked again, in milliseconds. */
const between = 1500

/** The scenes of the server: read again when the window is come back to, and as soon as a server that was away is there. */
export function useSceneCards() {
  const notices = useNotices()
  const cards = ref<SceneCard[] | null>(null)
  const isAway = ref(false)
  const drawing = new AbortController()
  onUnmounted(() => drawing.abort())

  /** How often the list was asked for, and which of the answers is shown: an older one that comes late is not. */
  let asked = 0
  let answered = 0
  const later = useTimeoutFn(() => void refresh(), between, { immediate: false })

  async function read(): Promise<void> {
    const mine = ++asked
    try {
      const now = await http.scenes()
      if (mine < answered) return
      answered = mine
      cards.value = now
      isAway.value = false
    } catch (wrong) {
      isAway.value = wrong instanceof Refused && wrong.status === 0
      if (!isAway.value) notices.problem(wrong)
      else if (!drawing.signal.aborted) later.start()
    }
  }

  /** Which scenes, at which revision, have had their picture drawn, or could not have it drawn. */
  const tried = new Set<string>()
  let pictures: Promise<unknown> = Promise.resolve()

  /** Draws the pictures of scenes that have none, one after the other. */
  function drawMissing(): void {
    pictures = pictures.then(async () => {
      const bare = (cards.value ?? []).filter((card) => !card.hasThumbnail && !tried.has(`${card.id} ${card.revision}`))
      if (bare.length === 0 || drawing.signal.aborted) return
      for (const { id, revision } of bare) tried.add(`${id} ${revision}`)
      const { drawThumbnails } = await import('../stage/thumbnails')
      const ids = bare.map(({ id }) => id)
      // A list without pictures is still a list.
      await drawThumbnails(ids, () => void read(), drawing.signal).catch(() => {})
    })
  }

  async function refresh(): Promise<void> {
    await read()
    drawMissing()
  }

  onMounted(refresh)
  useEventListener(window, 'focus', () => void refresh())

  return { cards, isAway, refresh }
}
