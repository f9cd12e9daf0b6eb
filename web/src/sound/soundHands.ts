import type { Ref } from 'vue'
import type { Edit } from '../api/http'
import { frameOf, xOf } from '../desk/deskDraw'
import type { Hands } from '../desk/handsByLane'
import type { Lane } from '../desk/lanes'
import type { Readout } from '../desk/readout'
import { useTimeView } from '../desk/timeView'
import { soundOf } from '../scene/owners'
import type { Sound } from '../scene/sceneRows'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { fadePlaces } from './soundDraw'
import { cutTo, type Cut } from './soundCuts'
import { endOf } from './soundTimes'

type Part = 'body' | Cut

interface Drag {
  part: Part
  /** As it was when the hand took hold of it. */
  sound: Sound
  edit: Edit | null
  isBegun: boolean
  click: () => void
}

/** So near to an end it is the end that is meant, and so near to the upper edge its fade, in pixels. */
const [reach, fadeHeight, clickSlack] = [5, 13, 4]

/** What the mouse does on the lane of a sound: selects and moves it, trims its ends, and pulls its fades from their upper corners. */
export function useSoundHands(width: Ref<number>, readout: Readout, scrolled: () => number): Hands {
  const scene = useScene()
  const selection = useSelection()
  const view = useTimeView()
  let drag: Drag | null = null
  let pressedAt = 0

  const stretch = () => ({ width: width.value, first: view.first, last: view.last })
  const ticksAt = (x: number) => frameOf(stretch(), x) * scene.settings.ticksPerFrame
  const xAt = (ticks: number) => xOf(stretch(), ticks / scene.settings.ticksPerFrame)
  const soundIn = (lane: Lane) => scene.model.sounds.get(soundOf(lane.object!.id) ?? 0)

  function partAt(lane: Lane, event: MouseEvent): Part | null {
    const sound = soundIn(lane)
    if (!sound) return null
    const [x, y] = [event.offsetX, event.offsetY + scrolled() - lane.top]
    const [start, end] = [xAt(sound.start), xAt(endOf(sound))]
    const fades = fadePlaces(sound)
    if (y <= fadeHeight) {
      if (Math.abs(x - xAt(fades.fadeIn)) <= reach && end - start > 3 * reach) return 'fadeIn'
      if (sound.times !== 0 && Math.abs(x - xAt(fades.fadeOut)) <= reach && end - start > 3 * reach) return 'fadeOut'
    }
    if (Math.abs(x - start) <= reach) return 'start'
    if (sound.times !== 0 && Math.abs(x - end) <= reach) return 'end'
    return x > start && x < end ? 'body' : null
  }

  function grab(event: PointerEvent, lane: Lane): void {
    if (event.button !== 0) return
    ;(event.target as Element).setPointerCapture(event.pointerId)
    pressedAt = event.offsetX
    const [sound, part] = [soundIn(lane), partAt(lane, event)]
    if (!sound || !part) {
      selection.clearSounds()
      selection.clearKeys()
      return
    }
    if (event.ctrlKey) {
      selection.selectSounds([sound.id], 'toggle')
      return
    }
    if (!selection.sounds.has(sound.id)) selection.selectSounds([sound.id])
    drag = { part, sound, edit: null, isBegun: false, click: () => selection.selectSounds([sound.id]) }
  }

  function pick(event: MouseEvent, lane: Lane): 'sound' | null {
    const sound = soundIn(lane)
    if (!sound || !partAt(lane, event)) return null
    if (!selection.sounds.has(sound.id)) selection.selectSounds([sound.id])
    return 'sound'
  }

  function move(event: PointerEvent, lane: Lane | undefined): void {
    if (drag) pull(drag, event)
    else if (lane) {
      const part = partAt(lane, event)
      ;(event.target as HTMLElement).style.cursor = part === 'body' ? 'grab' : part ? 'ew-resize' : ''
    }
  }

  function pull(now: Drag, event: PointerEvent): void {
    if (!now.isBegun && Math.abs(event.offsetX - pressedAt) < clickSlack) return
    now.isBegun = true
    const { sound, part } = now
    const from = { body: sound.start, start: sound.start, end: endOf(sound), ...fadePlaces(sound) }[part]
    let to = from + ticksAt(event.offsetX) - ticksAt(pressedAt)
    if (event.shiftKey) to = Math.round(to / scene.settings.ticksPerFrame) * scene.settings.ticksPerFrame
    const { edit, told } = madeOf(sound, part, to)
    readout.at.value = { x: event.offsetX, y: event.offsetY, text: told }
    if (JSON.stringify(edit) === JSON.stringify(now.edit)) return
    now.edit = edit
    if (edit) scene.tryEdit(edit)
    else void scene.dropTry()
  }

  /** The edit by which a part of a sound comes to a time, to the sample, and what is told of it; none where it is there. */
  function madeOf(sound: Sound, part: Part, to: number): { edit: Edit | null; told: string } {
    const at = (ticks: number) => Number((ticks / scene.settings.ticksPerFrame).toFixed(2))
    if (part === 'body') {
      // To a sample of its own, or just where a frame begins.
      const start = Math.round(to)
      const told = `starts ${at(sound.start)} → ${at(start)}`
      return {
        edit:
          start === sound.start ? null : { edit: 'moveSounds', sounds: [...selection.sounds], by: start - sound.start },
        told,
      }
    }
    return cutTo(sound, part, to)
  }

  async function drop(event: PointerEvent): Promise<void> {
    const done = drag
    drag = null
    readout.at.value = null
    if (!done) return
    if (!done.isBegun) {
      pull(done, event)
      readout.at.value = null
    }
    if (!done.isBegun) done.click()
    else if (!done.edit) await scene.dropTry()
    else await scene.keepTry(done.edit)
  }

  async function cancel(): Promise<void> {
    drag = null
    readout.at.value = null
    await scene.dropTry()
  }

  return { grab, move, drop, cancel, pick, isDragging: () => drag !== null }
}
