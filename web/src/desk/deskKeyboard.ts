import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { specOf } from '../scene/catalogue'
import { useSelection } from '../scene/selection'
import { inOf, outOf } from '../scene/keys'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useDesk } from './deskStore'
import { keysBetween, keysOf, neighbourTime, shownOf } from './laneKeys'
import { objectOf, type Lane } from './lanes'

/** Going about the desk with the keyboard: a lane and a key on it, told to those who cannot see them. */
export const useDeskKeyboard = defineStore('deskKeyboard', () => {
  const scene = useScene()
  const selection = useSelection()
  const desk = useDesk()
  const playhead = usePlayhead()
  const lane = ref<string | null>(null)
  const time = ref<number | null>(null)
  const said = ref('')
  const isHere = ref(false)

  /** Every lane that can be gone to: those of warps stand above all others. */
  const all = computed(() => [...desk.flowLanes, ...desk.lanes])
  const current = computed(() => all.value.find(({ id }) => id === lane.value) ?? desk.lanes[0])
  const cursor = computed(() => (isHere.value && current.value ? { lane: current.value.id, time: time.value } : null))
  const frame = (ticks: number) => Number((ticks / scene.settings.ticksPerFrame).toFixed(2))

  /** The keys of a lane that are shown at a time. */
  const keysAt = (of: Lane, at: number) => keysBetween([of], at, at, desk.played)

  /** When a key that is shown at a time is seen; that time, if never. */
  function seenAt(of: Lane, at: number): number {
    const [key] = keysAt(of, at)
    const channel = key && of.channels.find(({ object, name }) => object.id === key.object && name === key.channel)
    const seen = channel && shownOf(channel, true)
    return seen?.times[seen.own.indexOf(key!.times[0]!)] ?? at
  }

  /** The clips of a lane that start at a time, or all of them. */
  const clipsOf = (of: Lane, at?: number) =>
    scene.model.placedOn(objectOf(of)!.id).filter(({ times }) => at === undefined || times[0] === at)

  /** The next key in a lane on one side of a time or, on a lane of clips, the next start of one. */
  function neighbour(of: Lane, from: number, way: -1 | 1): number | null {
    if (of.kind !== 'clips') return neighbourTime(of, from, way, desk.played)
    const starts = clipsOf(of).map(({ times }) => times[0]!)
    return (way === 1 ? starts : starts.reverse()).find((start) => (start - from) * way > 0.5) ?? null
  }

  function clipWords(of: Lane, at: number): string {
    return clipsOf(of, at)
      .map(({ id, holder, times }) => {
        const isSelected = selection.clips.has(id) ? ', selected' : ''
        return `${holder.name}, from frame ${frame(times[0]!)} to ${frame(times[1]!)}${isSelected}`
      })
      .join('; ')
  }

  const laneName = ({ kind, label, object }: Lane) =>
    kind === 'channel' || kind === 'group' ? `${object!.name}, ${label}` : label

  /** A key in words: its frame and, on a single channel, its value and how motion arrives and leaves. */
  function keyWords(of: Lane, at: number): string {
    if (of.kind === 'clips') return clipWords(of, at)
    const isSelected = selection.areSelected(keysAt(of, at)) ? ', selected' : ''
    if (of.kind !== 'channel' && of.kind !== 'flow') {
      const count = keysAt(of, at).reduce((sum, { times }) => sum + times.length, 0)
      return `${count === 1 ? '1 key' : `${count} keys`} at frame ${frame(at)}${isSelected}`
    }
    const { object, name } = of.channels[0]!
    const keys = keysOf(of.channels[0]!)
    const shown = shownOf(of.channels[0]!, desk.played)
    const i = keys.times.indexOf(shown.own[shown.times.indexOf(at)]!)
    const value = Number(keys.values[i]!.toFixed(3))
    const way = `in ${inOf(keys.modes[i]!)}, out ${outOf(keys.modes[i]!)}`
    return `${object.name} ${specOf(object, name)!.fullName}, key at frame ${frame(at)}, value ${value}, ${way}${isSelected}`
  }

  function step(rows: number): void {
    const row = all.value.indexOf(current.value!)
    const next = all.value[Math.min(Math.max(row + rows, 0), all.value.length - 1)]!
    lane.value = next.id
    if (next.kind !== 'flow') desk.reveal(next)
    time.value = null
    const count = next.channels.reduce((sum, channel) => sum + keysOf(channel).count, 0)
    const clips = next.kind === 'clips' ? clipsOf(next).length : 0
    if (clips) said.value = `${next.object!.name}, ${clips === 1 ? '1 clip' : `${clips} clips`}`
    else said.value = `${laneName(next)}, ${count === 0 ? 'no keys' : count === 1 ? '1 key' : `${count} keys`}`
  }

  function go(way: -1 | 1, toEnd = false): void {
    const from = toEnd ? -way * Infinity : (time.value ?? playhead.frame * scene.settings.ticksPerFrame - way / 2)
    const found = neighbour(current.value!, from, way)
    if (found === null) {
      said.value = current.value!.kind === 'clips' ? 'No clip further that way.' : 'No key further that way.'
      return
    }
    time.value = found
    said.value = keyWords(current.value!, found)
  }

  function pick(how: 'only' | 'toggle'): void {
    if (time.value === null) return
    const lane = current.value!
    if (lane.kind === 'clips') {
      const ids = clipsOf(lane, time.value).map(({ id }) => id)
      selection.selectClips(ids, how)
    } else selection.selectKeys(keysAt(lane, time.value), how)
    said.value = keyWords(current.value!, time.value)
  }

  function press(event: KeyboardEvent): void {
    if (!current.value || event.altKey) return
    const keys: Record<string, () => void> = {
      ArrowUp: () => step(-1),
      ArrowDown: () => step(1),
      ArrowLeft: () => go(-1),
      ArrowRight: () => go(1),
      Home: () => go(1, true),
      End: () => go(-1, true),
      ' ': () => pick(event.ctrlKey || event.shiftKey ? 'toggle' : 'only'),
      Enter: () => time.value !== null && playhead.goTo(frame(seenAt(current.value!, time.value)), true),
    }
    const act = keys[event.key]
    if (!act) return
    event.preventDefault()
    event.stopPropagation()
    isHere.value = true
    act()
  }

  /** Keys that were moved take the cursor along. */
  function follow(ticks: number): void {
    if (time.value !== null) time.value += ticks
  }

  return { cursor, said, isHere, press, follow }
})
