import { useSessionStorage, useStorage, watchDebounced } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import { http, type CheckTold, type Edit, type FindingTold } from '../api/http'
import { useDesk } from '../desk/deskStore'
import { useTimeView } from '../desk/timeView'
import { drawSoon } from '../scene/drawLoop'
import { useSelection } from '../scene/selection'
import { laneOf } from '../scene/owners'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useTrails } from '../trails/trails'

/** So long nothing has changed before a scene is looked through; in milliseconds. */
const rest = 300
/** A curve is looked at in a lane of this height, in pixels. */
const curveHeight = 120
/** Frames that are shown before and after what is looked at. */
const margin = 12

/** What a finding is told apart by, from one check to the next. */
export const nameOf = ({ kind, object, subject, channel, first }: FindingTold) =>
  [kind, object ?? subject, channel, first].join('|')

/** The timing check: looks through the scene after each change, in the background, while it is wanted. */
export const useChecks = defineStore('checks', () => {
  const scene = useScene()
  const selection = useSelection()
  const playhead = usePlayhead()
  const trails = useTrails()
  const desk = useDesk()
  const view = useTimeView()

  const isOpen = useSessionStorage('zesty-checks-open', false)
  /** Somebody has just asked for it; else it came with the page. */
  const isAskedFor = ref(false)
  const toggle = () => (isOpen.value = isAskedFor.value = !isOpen.value)
  const settings = useStorage(
    'zesty-checks',
    { where: 'range' as 'work' | 'range', solids: false, notes: false, meant: false },
    undefined,
    { mergeDefaults: true },
  )
  const told = shallowRef<CheckTold | null>(null)
  const isBusy = ref(false)
  const wrong = ref('')
  /** The finding that was gone to. */
  const selected = ref('')
  let calledOff = new AbortController()

  const frames = computed(() => scene.settings[settings.value.where])
  watchDebounced(
    () =>
      isOpen.value && scene.id !== null && scene.lineState === 'standing'
        ? [scene.id, scene.revision, scene.loads, frames.value.join(), settings.value.solids].join(' ')
        : '',
    look,
    { debounce: rest, immediate: true },
  )

  watch(
    () => scene.id,
    () => (told.value = null),
  )

  async function look(): Promise<void> {
    calledOff.abort()
    isBusy.value = false
    if (!isOpen.value || scene.id === null || scene.lineState !== 'standing') return
    const { signal } = (calledOff = new AbortController())
    isBusy.value = true
    try {
      told.value = await http.checks(scene.id, frames.value, settings.value.solids, signal)
      wrong.value = ''
    } catch (no) {
      if (!signal.aborted) wrong.value = (no as Error).message
    } finally {
      if (!signal.aborted) isBusy.value = false
    }
  }

  /** What is listed: faults and warnings, notes and what is meant where they are wanted. */
  const listed = computed<readonly FindingTold[]>(() =>
    isOpen.value && told.value
      ? told.value.findings.filter(({ level, meant }) =>
          meant.length ? settings.value.meant : level !== 'note' || settings.value.notes,
        )
      : [],
  )

  let grown = ''
  /** Goes to a finding, selects what it is about and shows its curve and its trail. */
  async function go(found: FindingTold): Promise<void> {
    selected.value = nameOf(found)
    playhead.stop()
    playhead.goTo(Math.round(found.first), true)
    if (found.first < view.first || found.last > view.last) view.show(found.first - margin, found.last + margin)
    if (found.object === null) {
      const sound = [...scene.model.sounds.values()].find(({ name }) => name === found.subject)
      if (found.kind === 'soundOffFrame' && sound) selection.selectSounds([sound.id])
      return
    }
    const object = found.object as number
    selection.select([object])
    if (found.keys.length) selection.selectKeys(found.keys.map(({ channel, times }) => ({ object, channel, times })))
    else selection.clearKeys()
    if (found.channel.startsWith('position') || found.kind === 'slidingContact') trails.isOn = true
    if (!found.channel) return
    await nextTick()
    const wanted = laneOf(object, found.channel)
    if (grown && grown !== wanted) desk.slim(grown)
    const lane = () => desk.lanes.find(({ id }) => id === wanted)
    grown = ''
    if (!lane()) return
    if (!lane()!.curves) {
      desk.pull(wanted, curveHeight)
      grown = wanted
    }
    // After the desk has gone to the object's own lane.
    drawSoon(() => desk.reveal(lane() ?? { top: desk.scrolled, height: 0 }))
  }

  const about = ({ kind, start, end, object, subject, channel }: FindingTold) => ({
    finding: kind,
    start,
    end,
    ...(object === null ? { subject } : { object: object as number }),
    channel,
  })
  const mending = (found: FindingTold): Edit => ({ edit: 'mendFinding', ...about(found) })

  /** Shows what mending would give. */
  const tryMend = (found: FindingTold) => scene.tryEdit(mending(found))
  const dropMend = () => void (scene.tried?.edit === 'mendFinding' && scene.dropTry())
  const mend = (found: FindingTold) =>
    void (scene.tried?.edit === 'mendFinding' ? scene.keepTry(mending(found)) : scene.edit(mending(found)))

  /** Says that it is meant, or that it is not any more. */
  const setAside = (found: FindingTold) =>
    void scene.edit(
      found.meant.length
        ? { edit: 'deleteMarks', marks: found.meant as number[] }
        : { edit: 'setAside', ...about(found) },
    )

  return {
    isOpen,
    isAskedFor,
    toggle,
    settings,
    told,
    isBusy,
    wrong,
    listed,
    selected,
    go,
    tryMend,
    dropMend,
    mend,
    setAside,
  }
})
