import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { useSelection } from '../scene/selection'
import { curveOfLane, laneOf } from '../scene/owners'
import { isObject, type SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { useLayers } from '../layers/layers'
import { useLaneFilter } from './laneFilter'
import { curveHeight, layFlow, layLanes, objectOf, type Lane } from './lanes'
import { useSpacing } from './spacing'

const firstHeight = 96
const tallest = 384

/** A box around the selected keys, in ticks and in heights of lanes. */
export interface SelectionBox {
  from: number
  to: number
  top: number
  bottom: number
}

/** The lanes of the desk: which are open, and how far they are scrolled. */
export const useDesk = defineStore('desk', () => {
  const scene = useScene()
  const selection = useSelection()
  const filter = useLaneFilter()
  const layers = useLayers()
  const open = shallowRef<ReadonlySet<number>>(new Set())
  const closed = shallowRef<ReadonlySet<string>>(new Set())
  const openLayers = shallowRef<ReadonlySet<string>>(new Set())
  const scrolled = ref(0)
  /** Whether keys that are dragged stay on whole frames. */
  const snaps = useStorage('zesty-snap', true)

  /** Whether a handle is moved by itself, or turns the one on the other side with it. */
  const handlesAlone = useStorage('zesty-handles-alone', false)
  /** Whether keys are shown as they are played, through the warps, and not where they stand in source. */
  const played = ref(false)
  /** Whether a warp's curve is told in percent of the scene range instead of frames. */
  const flowPercent = useStorage('zesty-flow-percent', false)
  /** Heights of lanes pulled tall, by scene. */
  const pulled = useStorage<Record<string, Record<string, number>>>('zesty-heights', {})
  const heights = computed<ReadonlyMap<string, number>>(
    () => new Map(Object.entries(pulled.value[String(scene.id)] ?? {})),
  )
  const toggled = <T>(set: ReadonlySet<T>, item: T): ReadonlySet<T> => {
    const next = new Set(set)
    if (!next.delete(item)) next.add(item)
    return next
  }

  const flowCurves = shallowRef<ReadonlySet<string>>(new Set())
  /** Shows a warp as a ladder, or as its curve. */
  const toggleFlowCurve = (lane: string) => (flowCurves.value = toggled(flowCurves.value, lane))
  /** The lane that the pointer was over last. */
  const pointed = ref<string | null>(null)
  /** How high the lanes' part of the desk is. */
  const bodyHeight = ref(0)
  /** The channels that fill the desk with their curves; null while it shows lanes. */
  const curvesOnly = shallowRef<ReadonlySet<string> | null>(null)

  const lanes = computed<Lane[]>(() => {
    void scene.structureVersion
    if (curvesOnly.value) return [curvesLane(curvesOnly.value)]
    return layLanes(scene.model, {
      open: open.value,
      closed: closed.value,
      openLayers: openLayers.value,
      text: filter.text,
      hidden: filter.hidden,
      animatedOnly: filter.animatedOnly,
      only: filter.only,
      pinned: filter.pinned,
      heights: heights.value,
    })
  })

  /** The objects that have lanes, in their order. */
  const objects = computed(() => lanes.value.flatMap((lane) => (lane.kind === 'object' ? objectOf(lane)!.id : [])))

  const flowLanes = computed<Lane[]>(() => {
    void scene.structureVersion
    return layFlow(scene.model, flowCurves.value)
  })

  /** One lane as high as the desk, with the curves of some channels. */
  function curvesLane(wanted: ReadonlySet<string>): Lane {
    const channels = scene.model
      .inOrder()
      .flatMap((object) => [...scene.model.animated(object), ...partsOf(object)].map(({ name }) => ({ object, name })))
      .filter(({ object, name }) => wanted.has(laneOf(object.id, name)))
    return {
      id: 'curves',
      kind: 'curves',
      object: null,
      channels,
      label: 'Curves',
      depth: 0,
      top: 0,
      height: Math.max(bodyHeight.value, curveHeight),
      curves: true,
      opens: false,
      open: false,
    }
  }

  /** The channels of an object that layers have keys of, or that one has. */
  const partsOf = (object: SceneObject, only?: number) =>
    scene.model
      .partsOf(object)
      .filter(({ layer }) => only === undefined || layer.id === only)
      .flatMap(({ channels }) => channels)

  /** What takes keys of the selected objects: their own channels, or those in the active layer. */
  function channelsOfSelected(): ReadonlySet<string> {
    const objects = [...selection.objects].flatMap((id) => scene.model.objects.get(id) ?? [])
    const { active } = layers
    const own = (object: SceneObject) => (active ? partsOf(object, active.id) : scene.model.animated(object))
    return new Set(objects.flatMap((object) => own(object).map(({ name }) => laneOf(object.id, name))))
  }

  // With other objects selected, it is their curves that are wanted.
  watch(
    () => selection.objects,
    () => {
      if (!curvesOnly.value) return
      const wanted = channelsOfSelected()
      if (wanted.size) curvesOnly.value = wanted
    },
  )

  /** Fills the desk with the curves of the selected keys' channels, else those of the selected objects; again, shows lanes. */
  function toggleCurvesOnly(): boolean {
    if (curvesOnly.value) {
      curvesOnly.value = null
      return true
    }
    const wanted = selection.keyCount ? new Set(selection.keys.keys()) : channelsOfSelected()
    if (wanted.size === 0) return false
    scrolled.value = 0
    curvesOnly.value = wanted
    return true
  }

  /** Pulls a lane to a height; below that of a curve it becomes slim. */
  function pull(lane: string, height: number): void {
    const next = { ...pulled.value[String(scene.id)] }
    if (height < curveHeight) delete next[lane]
    else next[lane] = Math.min(Math.round(height), tallest)
    pulled.value = { ...pulled.value, [String(scene.id)]: next }
  }

  /** Doubles the height of a lane, up to the tallest; one that cannot grow becomes slim again. */
  function double(id: string): void {
    if (flowLanes.value.some((each) => each.id === id)) {
      toggleFlowCurve(id)
      return
    }
    const lane = lanes.value.find((each) => each.id === id)
    if (!lane || lane.kind === 'scene' || lane.kind === 'curves') return
    const wanted = lane.height >= tallest ? 0 : Math.min(Math.max(lane.height * 2, firstHeight), tallest)
    pull(id, wanted)
    reveal({ top: lane.top, height: wanted })
  }

  /** Makes a lane slim. */
  function slim(id: string): void {
    const flow = flowLanes.value.find((each) => each.id === id)
    if (!flow) pull(id, 0)
    else if (flow.curves) toggleFlowCurve(id)
  }

  /** Scrolls as far as it takes to see a lane. */
  function reveal({ top, height }: Pick<Lane, 'top' | 'height'>): void {
    scrolled.value = Math.min(top, Math.max(scrolled.value, top + height - bodyHeight.value))
  }
  const height = computed(() => lanes.value.reduce((sum, lane) => sum + lane.height, 0))

  function toggle(lane: Lane): void {
    if (lane.kind === 'group') closed.value = toggled(closed.value, lane.id)
    else if (lane.kind === 'sound') closed.value = toggled(closed.value, lane.id)
    else if (lane.kind === 'layer') openLayers.value = toggled(openLayers.value, lane.id)
    else if (isObject(lane.object)) open.value = toggled(open.value, lane.object.id)
  }

  // What is selected on the stage opens on the desk.
  watch(
    () => selection.first,
    (id) => {
      if (id === null) return
      const next = new Set(open.value)
      for (let at: number | null = id; at !== null; at = scene.model.objects.get(at)?.parent ?? null) next.add(at)
      open.value = next
    },
  )

  /** The box around the selected keys; null where fewer than two times are selected. */
  const selectionBox = computed<SelectionBox | null>(() => {
    let [from, to] = [Infinity, -Infinity]
    for (const times of selection.keys.values())
      for (const time of times) {
        if (time < from) from = time
        if (time > to) to = time
      }
    // As they are played, warped keys are moved, not scaled: what is scaled is source time.
    if (!(from < to) || (played.value && scene.model.warps.size + scene.model.cues.size > 0)) return null
    const { keys } = selection
    const objects = new Set([...keys.keys()].map((lane) => curveOfLane(lane).object))
    const holding = lanes.value.filter(
      (lane) =>
        lane.kind !== 'scene' &&
        !lane.curves &&
        lane.channels.some(({ object, name }) => objects.has(object.id) && keys.has(laneOf(object.id, name))),
    )
    if (holding.length === 0) return null
    const last = holding.at(-1)!
    return { from, to, top: holding[0]!.top, bottom: last.top + last.height }
  })

  const spacing = useSpacing()

  // What the curves were of is gone, or another scene is open.
  watch(
    () => [scene.id, curvesOnly.value && lanes.value[0]?.channels.length === 0],
    ([id, isEmpty], before) => {
      if (isEmpty || id !== before[0]) curvesOnly.value = null
    },
  )

  return {
    open,
    scrolled,
    snaps,
    handlesAlone,
    played,
    pointed,
    bodyHeight,
    curvesOnly,
    flowLanes,
    flowPercent,
    toggleFlowCurve,
    lanes,
    objects,
    height,
    toggle,
    pull,
    double,
    slim,
    reveal,
    toggleCurvesOnly,
    selectionBox,
    spacing,
  }
})
