import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { Axis, DeformerKind } from '../api/http'
import type { DeformerMessage } from '../api/messages'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { usePlayhead } from '../timebar/playhead'

/** What each kind of deformer does, in the order in which they are offered. */
export const deformerWords: Record<DeformerKind, string> = {
  bend: 'round an arc, its length kept',
  twist: 'its sections turned, each farther',
  taper: 'narrower or wider towards the head',
  bulge: 'wider or narrower in the middle',
  shear: 'its sections pushed aside',
  stretch: 'longer and thinner, its volume kept',
  flatten: 'pressed to its foot, where it spreads',
  wave: 'waves that run along it',
  ripple: 'rings that run outwards',
}
export const deformerKinds = Object.keys(deformerWords) as DeformerKind[]

/** Whether an object can be bent: it has a shape, or carries some. */
export const canBend = ({ kind }: SceneObject): boolean => !['camera', 'light', 'path', 'joint'].includes(kind)

/** What bends objects: which of an object's deformers is worked on, and what is done to them. */
export const useDeforming = defineStore('deforming', () => {
  const scene = useScene()
  const selection = useSelection()
  const playhead = usePlayhead()
  /** The deformer that was opened last, by its name; none while it was closed. */
  const opened = ref<string | null>('')

  const object = computed(() => {
    void scene.rowsVersion
    return selection.first === null ? null : (scene.model.objects.get(selection.first) ?? null)
  })
  /** The deformer whose values are shown and whose lantern stands on the stage: the one that was opened, or the first. */
  const active = computed<DeformerMessage | null>(() => {
    const stack = object.value?.deformers ?? []
    if (opened.value === null) return null
    return stack.find(({ name }) => name === opened.value) ?? stack[0] ?? null
  })
  const open = (name: string | null) => (opened.value = name)

  /** Gives all selected objects that can be bent one more deformer. */
  async function add(kind: DeformerKind): Promise<void> {
    const objects = [...selection.objects].filter((id) => canBend(scene.model.objects.get(id)!))
    const before = object.value?.deformers.length ?? 0
    const kept = await scene.edit({ edit: 'addDeformer', objects, kind, at: playhead.frame })
    if (kept) open(object.value?.deformers[before]?.name ?? '')
  }

  type Change = { name?: string; axis?: Axis; keptWithin?: boolean; oneWay?: boolean; on?: boolean }
  async function set(of: number, deformer: string, change: Change): Promise<void> {
    const isOpen = active.value?.name === deformer
    const kept = await scene.edit({ edit: 'setDeformer', object: of, deformer, ...change })
    if (kept && change.name && isOpen) open(change.name)
  }

  const move = (of: number, deformer: string, to: number) =>
    scene.edit({ edit: 'moveDeformer', object: of, deformer, to })
  const fit = (of: number, deformer: string) =>
    scene.edit({ edit: 'fitDeformer', object: of, deformer, at: playhead.frame })
  const remove = (of: number, deformer: string) => scene.edit({ edit: 'deleteDeformer', object: of, deformer })
  const duplicate = (of: number, deformer: string) =>
    scene.edit({ edit: 'copyDeformer', object: of, deformer, to: [of] })

  /** Copies a deformer of the first selected object to all others that can be bent. */
  const others = () =>
    [...selection.objects].filter((id) => id !== selection.first && canBend(scene.model.objects.get(id)!))
  const copy = (of: number, deformer: string) =>
    scene.edit({ edit: 'copyDeformer', object: of, deformer, to: others() })

  const fade = (on: boolean) =>
    scene.edit({
      edit: 'setFade',
      objects: [...selection.objects].filter((id) => canBend(scene.model.objects.get(id)!)),
      fade: on ? { azimuth: 0, height: 90, invert: false } : null,
      at: playhead.frame,
    })

  return { object, active, open, add, set, move, fit, remove, duplicate, others, copy, fade }
})
