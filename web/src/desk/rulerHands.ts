import type { Ref } from 'vue'
import type { FrameNote } from '../api/http'
import { useFrameNotes } from '../marks/frameNotes'
import { noteWidth } from '../marks/noteFlag'
import { useCancelOnEscape } from '../shared/cancelling'
import { useBookmarks, type ShownBookmark } from '../timebar/bookmarks'
import { usePlayhead } from '../timebar/playhead'
import { useTimeDialogs } from '../timebar/timeDialogs'
import { useTimeDisplay } from '../timebar/timeDisplay'
import { flagSpan, frameOf, rulerParts, xOf } from './deskDraw'
import { useRangeEnds, type HeldEnd } from './rangeEnds'
import { useScrub } from './scrub'
import { useTimeView } from './timeView'

const endReach = 5

/** What the mouse does on the ruler: scrubbing, pulling the ends of the ranges, going to bookmarks. */
export function useRulerHands(width: Ref<number>) {
  const view = useTimeView()
  const playhead = usePlayhead()
  const bookmarks = useBookmarks()
  const notes = useFrameNotes()
  const dialogs = useTimeDialogs()
  const ends = useRangeEnds()
  const scrub = useScrub()
  const time = useTimeDisplay()
  let drag: HeldEnd | 'scrub' | null = null
  /** Where the playhead was when scrubbing began. */
  let scrubbedFrom = 0

  const stretch = () => ({ width: width.value, first: view.first, last: view.last })
  const frameAt = (event: MouseEvent) => frameOf(stretch(), event.offsetX)
  const isNear = (event: MouseEvent) => (frame: number) => Math.abs(xOf(stretch(), frame) - event.offsetX) <= endReach

  function isOnFlag(event: MouseEvent): boolean {
    const [left, right] = flagSpan(xOf(stretch(), playhead.frame), width.value, time.label(playhead.frame))
    return event.offsetY < rulerParts.flag && event.offsetX >= left && event.offsetX <= right
  }

  /** The work range's ends are in the ruler's upper half, the scene's in the lower; under the flag they are out of reach. */
  const endAt = (event: MouseEvent) =>
    isOnFlag(event) ? null : ends.endAt(event.offsetY < rulerParts.half ? 'work' : 'range', isNear(event))

  function bookmarkAt(event: MouseEvent): ShownBookmark | undefined {
    if (event.offsetY < rulerParts.bookmarks) return undefined
    return bookmarks.inOrder.findLast(({ frame }) => {
      const away = event.offsetX - xOf(stretch(), frame)
      return away >= -3 && away <= rulerParts.bookmarkWidth
    })
  }

  function noteAt(event: MouseEvent): FrameNote | undefined {
    if (event.offsetY < rulerParts.bookmarks) return undefined
    return notes.all.find(({ frame }) => Math.abs(event.offsetX - xOf(stretch(), frame)) <= noteWidth)
  }

  function grab(event: PointerEvent): void {
    if (event.button !== 0) return
    ;(event.target as Element).setPointerCapture(event.pointerId)
    drag = endAt(event)
    if (drag) return
    const bookmark = bookmarkAt(event)
    if (bookmark) {
      playhead.goTo(bookmark.frame, true)
      return
    }
    const note = noteAt(event)
    if (note) {
      notes.go(note)
      return
    }
    drag = 'scrub'
    scrubbedFrom = playhead.frame
    scrub(frameAt(event), event.shiftKey)
  }

  function move(event: PointerEvent): void {
    if (drag === 'scrub') scrub(frameAt(event), event.shiftKey)
    else if (drag) ends.pull(drag, frameAt(event))
    else {
      const element = event.target as HTMLElement
      const [bookmark, note] = [bookmarkAt(event), noteAt(event)]
      element.style.cursor = endAt(event) ? 'col-resize' : bookmark || note ? 'pointer' : ''
      if (bookmark) element.title = `${bookmark.name}: click to go there, double-click to change it`
      else element.title = note ? `${notes.words(note)}\nClick to go there` : ''
    }
  }

  function drop(): void {
    if (drag && drag !== 'scrub') ends.drop(drag)
    drag = null
  }

  function cancel(): void {
    if (drag === 'scrub') playhead.goTo(scrubbedFrom, true)
    else if (drag) ends.letGo()
    drag = null
  }
  useCancelOnEscape(() => drag !== null, cancel)

  function open(event: MouseEvent): void {
    const bookmark = bookmarkAt(event)
    if (bookmark) dialogs.ask({ kind: 'bookmark', bookmark: bookmark.id })
  }

  return { grab, move, drop, cancel, open, frameAt, bookmarkAt }
}
