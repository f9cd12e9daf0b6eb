import type { Edit } from '../api/http'
import { frameOf } from '../desk/deskDraw'
import { useDesk } from '../desk/deskStore'
import type { Hands } from '../desk/handsByLane'
import type { Readout } from '../desk/readout'
import { useTimeView } from '../desk/timeView'
import { useScene } from '../scene/sceneStore'
import { useCueDialogs } from './cueDialogs'
import { frameWords } from './cueWords'
import { threadAt, type Thread } from './threads'

interface Drag {
  cue: number
  calls: number
  offset: number
  now: number
  pressedAt: number
  /** Whether it is the end that is held, and not the label. */
  isEnd: boolean
  isBegun: boolean
}

const clickSlack = 4

/** What the mouse does to the threads of cues: pulls at their lower ends, and opens them. */
export function useThreadHands(
  width: () => number,
  threads: () => readonly Thread[],
  widthOf: (label: string) => number,
  readout: Readout,
): Hands & { isOver(event: MouseEvent): boolean } {
  const scene = useScene()
  const desk = useDesk()
  const view = useTimeView()
  const dialogs = useCueDialogs()
  let drag: Drag | null = null

  const stretch = () => ({ width: width(), first: view.first, last: view.last })
  const under = ({ offsetX, offsetY }: MouseEvent) => threadAt(threads(), offsetX, offsetY, widthOf)

  function grab(event: PointerEvent): void {
    const hit = event.button === 0 ? under(event) : null
    if (!hit) return
    ;(event.target as Element).setPointerCapture(event.pointerId)
    const { cue } = hit.thread
    drag = {
      cue: cue.id,
      calls: cue.calls ?? 0,
      offset: cue.offset,
      now: cue.offset,
      pressedAt: event.offsetX,
      isEnd: hit.part === 'end',
      isBegun: false,
    }
  }

  const edit = ({ cue, now }: Drag): Edit => ({ edit: 'setCue', cue, offset: now })

  function move(event: PointerEvent): void {
    if (drag) {
      pull(drag, event)
      return
    }
    const hit = under(event)
    ;(event.target as HTMLElement).style.cursor = hit?.part === 'end' ? 'ew-resize' : hit ? 'pointer' : ''
  }

  function pull(now: Drag, event: PointerEvent): void {
    if (!now.isEnd || (!now.isBegun && Math.abs(event.offsetX - now.pressedAt) < clickSlack)) return
    now.isBegun = true
    const moved = frameOf(stretch(), event.offsetX) - frameOf(stretch(), now.pressedAt)
    const offset = desk.snaps ? Math.round(now.offset + moved) : Math.round((now.offset + moved) * 100) / 100
    const far = frameWords(Math.abs(offset))
    const words = offset === 0 ? 'at once' : `${far} ${offset > 0 ? 'later' : 'earlier'}`
    const at = frameWords(now.calls + offset)
    readout.at.value = { x: event.offsetX, y: event.offsetY, text: `${words}, at ${at}` }
    if (offset === now.now) return
    now.now = offset
    scene.tryEdit(edit(now))
  }

  async function drop(): Promise<void> {
    const done = drag
    drag = null
    readout.at.value = null
    if (!done) return
    if (!done.isBegun) dialogs.ask({ kind: 'change', cue: done.cue })
    else if (done.now === done.offset) await scene.dropTry()
    else await scene.keepTry(edit(done))
  }

  async function cancel(): Promise<void> {
    drag = null
    readout.at.value = null
    await scene.dropTry()
  }

  return { grab, move, drop, cancel, isDragging: () => drag !== null, isOver: (event) => under(event) !== null }
}
