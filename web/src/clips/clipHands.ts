import type { Ref } from 'vue'
import type { Edit } from '../api/http'
import { frameOf } from '../desk/deskDraw'
import { useDesk } from '../desk/deskStore'
import type { Hands } from '../desk/handsByLane'
import { objectOf, type Lane } from '../desk/lanes'
import type { Readout } from '../desk/readout'
import { useTimeView } from '../desk/timeView'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { clipAt, shownClips, type ClipPart } from './clipLane'

interface Drag {
  part: ClipPart
  placed: number
  /** The object that it is on. */
  owner: number
  copy: boolean
  /** The frame of what is pulled: its start, or its end. */
  from: number
  edit: Edit | null
  isBegun: boolean
  /** Whether it is where it was. */
  isBack: boolean
  click: () => void
}

const clickSlack = 4
/** A hand that slips a little stays on its lane. */
const laneSlack = 16
const shown = (frame: number) => String(Number(frame.toFixed(2)))

/** What the mouse does on a lane of clips: selects and moves them, copies them with Alt, and pulls at their ends. */
export function useClipHands(width: Ref<number>, readout: Readout): Hands {
  const scene = useScene()
  const selection = useSelection()
  const desk = useDesk()
  const view = useTimeView()
  let drag: Drag | null = null
  let pressedAt = { x: 0, y: 0 }

  const stretch = () => ({ width: width.value, first: view.first, last: view.last })
  const rounded = (frame: number) => (desk.snaps ? Math.round(frame) : Math.round(frame * 100) / 100)
  const under = (lane: Lane, event: MouseEvent) =>
    clipAt(
      shownClips(scene.model.placedOn(objectOf(lane)!.id), desk.played),
      stretch(),
      scene.settings.ticksPerFrame,
      event.offsetX,
    )

  function grab(event: PointerEvent, lane: Lane): void {
    if (event.button !== 0) return
    ;(event.target as Element).setPointerCapture(event.pointerId)
    pressedAt = { x: event.offsetX, y: event.offsetY }
    const hit = under(lane, event)
    if (!hit) {
      selection.clearClips()
      selection.clearKeys()
      return
    }
    const { id } = hit.clip.placed
    if (event.ctrlKey || event.shiftKey) {
      selection.selectClips([id], 'toggle')
      return
    }
    const wasSelected = selection.clips.has(id)
    if (!wasSelected) selection.selectClips([id])
    // As it is played an end has no one place in source; the clip as a whole has.
    const part = desk.played && hit.clip.placed.played ? 'body' : hit.part
    const end = part === 'end' ? hit.clip.end : hit.clip.start
    drag = {
      part,
      placed: id,
      owner: objectOf(lane)!.id,
      copy: event.altKey && part === 'body',
      from: end / scene.settings.ticksPerFrame,
      edit: null,
      isBegun: false,
      isBack: false,
      click: () => selection.selectClips([id]),
    }
  }

  function pick(event: MouseEvent, lane: Lane): 'clip' | null {
    const hit = under(lane, event)
    if (!hit) return null
    const { id } = hit.clip.placed
    if (!selection.clips.has(id)) selection.selectClips([id])
    return 'clip'
  }

  function move(event: PointerEvent, lane: Lane | undefined): void {
    if (drag) pull(drag, event, lane)
    else if (lane) {
      const part = under(lane, event)?.part
      ;(event.target as HTMLElement).style.cursor = part === 'body' ? 'grab' : part ? 'ew-resize' : ''
    }
  }

  function pull(now: Drag, event: PointerEvent, lane: Lane | undefined): void {
    const over = lane ? objectOf(lane) : null
    const isAway = Math.abs(event.offsetY - pressedAt.y) > laneSlack
    const onto = now.part === 'body' && isAway && over && over.id !== now.owner ? over : null
    if (!now.isBegun && !onto && Math.abs(event.offsetX - pressedAt.x) < clickSlack) return
    now.isBegun = true
    const to = rounded(now.from + frameOf(stretch(), event.offsetX) - frameOf(stretch(), pressedAt.x))
    const before = JSON.stringify(now.edit)
    now.edit = editOf(now, to, onto?.id)
    now.isBack = to === now.from && !onto
    readout.at.value = {
      x: event.offsetX,
      y: event.offsetY,
      text: `${now.copy ? 'copy ' : ''}${now.part === 'end' ? 'ends' : 'starts'} ${shown(now.from)} → ${shown(to)}${onto ? ` on ${onto.name}` : ''}`,
    }
    // On another object's lane it is told, not tried: lanes that come and go would shift under the hand.
    if (JSON.stringify(now.edit) !== before && !onto) scene.tryEdit(now.edit)
  }

  function editOf({ part, placed, copy, from }: Drag, to: number, onto: number | undefined): Edit {
    if (part === 'start') return { edit: 'setPlacedClip', placed: [placed], start: to }
    if (part === 'end') return { edit: 'setPlacedClip', placed: [placed], end: to }
    const frames = to - from
    return { edit: 'movePlacedClips', placed: [...selection.clips], frames, copy, played: desk.played, onto }
  }

  async function drop(event: PointerEvent): Promise<void> {
    const done = drag
    drag = null
    readout.at.value = null
    if (!done) return
    if (!done.isBegun) {
      pull(done, event, undefined)
      readout.at.value = null
    }
    if (!done.edit) done.click()
    else if (done.isBack) await scene.dropTry()
    else await scene.keepTry(done.edit)
  }

  async function cancel(): Promise<void> {
    drag = null
    readout.at.value = null
    await scene.dropTry()
  }

  return { grab, move, drop, cancel, pick, isDragging: () => drag !== null }
}
