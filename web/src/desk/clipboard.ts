import { StorageSerializers, useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { Axis, CopiedClips, CopiedKeys, CopiedPose, Edit } from '../api/http'
import { specOf } from '../scene/catalogue'
import { layerOfName, ownName } from '../scene/layered'
import { useNotices } from '../scene/notices'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useLayers } from '../layers/layers'
import { usePlayhead } from '../timebar/playhead'
import { useArranging } from './arranging'

export interface Pasting {
  /** Where they were, instead of at the playhead. */
  inPlace?: boolean
  mirrored?: boolean
}

/** What has been copied, in whichever tab. */
interface Copied {
  scene: number
  /** The objects that it is from. */
  sources: { id: number; name: string }[]
  keys?: CopiedKeys
  /** Or placed clips. */
  clips?: CopiedClips
  /** Or what objects look like on a frame. */
  pose?: CopiedPose
}

/** Keys that were copied, whole, or placed clips, until others are. Other tabs and other scenes have them too. */
export const useClipboard = defineStore('clipboard', () => {
  const scene = useScene()
  const layers = useLayers()
  const selection = useSelection()
  const playhead = usePlayhead()
  const notices = useNotices()
  const arranging = useArranging()
  const copied = useStorage<Copied | null>('zesty-copied', null, localStorage, {
    shallow: true,
    serializer: StorageSerializers.object,
    onError: (wrong) => {
      // What another program left in its place cannot be pasted, and is nothing to tell.
      if (wrong instanceof DOMException) notices.say('This is too much for other tabs: it can be pasted in this one.')
    },
  })

  async function copy(): Promise<boolean> {
    try {
      if (selection.keyCount) {
        const keys = await scene.copyKeys(selection.keySets())
        copied.value = { scene: scene.id!, sources: named(keys.channels.map(({ object }) => object)), keys }
      } else if (selection.clips.size) {
        const clips = await scene.copyClips([...selection.clips])
        copied.value = { scene: scene.id!, sources: named(clips.placed.map(({ object }) => object)), clips }
      } else return false
      return true
    } catch (wrong) {
      notices.problem(wrong)
      return false
    }
  }

  /** Copies how the selected objects stand on the frame that is shown. */
  async function copyPose(): Promise<void> {
    try {
      const objects = [...selection.objects]
      const pose = await scene.copyPose(objects, playhead.frame)
      copied.value = { scene: scene.id!, sources: named(objects), pose }
      notices.say(
        `The pose of ${objects.length === 1 ? named(objects)[0]!.name : `${objects.length} objects`} is copied.`,
      )
    } catch (wrong) {
      notices.problem(wrong)
    }
  }

  const named = (ids: readonly (number | null | undefined)[]) =>
    [...new Set(ids.flatMap((id) => id ?? []))].map((id) => ({ id, name: scene.model.objects.get(id)?.name ?? '' }))

  async function cut(): Promise<void> {
    const [keys, placed] = [selection.keySets(), [...selection.clips]]
    if (!(await copy())) return
    selection.clearKeys()
    await scene.edit(keys.length ? { edit: 'deleteKeys', keys } : { edit: 'deletePlacedClips', placed })
  }

  /** The objects here that have the names of those that it is from, by their numbers there, and the names that nothing here has. */
  function namesakes({ sources, scene: from }: Copied): { there: Map<number, number>; missing: string[] } {
    if (from === scene.id) return { there: new Map(sources.map(({ id }) => [id, id])), missing: [] }
    const here = new Map([...scene.model.objects.values()].map(({ id, name }) => [name, id]))
    return {
      there: new Map(sources.flatMap(({ id, name }) => (here.has(name) ? [[id, here.get(name)!] as const] : []))),
      missing: sources.filter(({ name }) => !here.has(name)).map(({ name }) => name),
    }
  }

  /** The same; says which are missing. */
  function found(from: Copied): Map<number, number> {
    const { there, missing } = namesakes(from)
    if (missing.length) notices.say(`Not pasted, as nothing here is called so: ${missing.join(', ')}.`)
    return there
  }

  /** The keys or clips of objects that are here, as those of the ones here. */
  function broughtHere<T extends { object?: number | null }>(parts: readonly T[], there: Map<number, number>): T[] {
    return parts.flatMap((part) => {
      // Points of warps and rates of clips are pasted where they are from.
      const object = part.object == null ? undefined : there.get(part.object)
      return part.object == null ? [part] : object === undefined ? [] : [{ ...part, object }]
    })
  }

  /** The selected objects, where it is to come onto them rather than onto what it is from. */
  function ontoSelected({ sources, scene: from }: Copied): number[] | null {
    const own = new Set(sources.map(({ id }) => id))
    const selected = [...selection.objects]
    const isOnThem = selected.length > 0 && (from !== scene.id || !selected.some((id) => own.has(id)))
    return isOnThem ? selected : null
  }

  /** Says which channels will be left out, because the objects do not have them. */
  function tellLeftOut(keys: CopiedKeys, onto: readonly number[]): void {
    const names = [...new Set(keys.channels.flatMap(({ channel }) => channel ?? []))]
    const lacking = names.filter((name) => onto.some((id) => !specOf(scene.model.objects.get(id)!, name)))
    if (lacking.length) notices.say(`Left out where there is no such value: ${lacking.join(', ')}.`)
  }

  /** What is lacking for keys to be pasted here at all; empty where nothing is. */
  function lackOf(from: Copied, { channels }: CopiedKeys): string {
    // What a layer of another scene has belongs to no layer here.
    const isLayered = channels.some(({ channel }) => channel != null && layerOfName(channel) !== null)
    return isLayered && from.scene !== scene.id && !layers.active
      ? 'These keys are of a layer of another scene. Choose the layer here that is to take them.'
      : ''
  }

  async function pasteKeys(from: Copied, keys: CopiedKeys, { inPlace, mirrored }: Required<Pasting>): Promise<void> {
    const onto = ontoSelected(from)
    const channels = onto ? keys.channels : broughtHere(keys.channels, found(from))
    if (channels.length === 0) return
    const lack = lackOf(from, keys)
    if (lack) return void notices.say(lack)
    if (onto) tellLeftOut(keys, onto)
    const at = inPlace ? null : playhead.frame
    await arranging.make({ edit: 'pasteKeys', copied: { channels }, at, onto, mirrored, layer: layers.active?.id }, [])
  }

  /** The values that the copied keys are of, by name, the objects whose others can take them, and what is lacking; null where no keys are copied. */
  const keyed = computed(() => {
    const from = copied.value
    if (!from?.keys) return null
    const names = new Set(
      from.keys.channels.flatMap(({ object, channel }) => (object == null || channel == null ? [] : ownName(channel))),
    )
    const selected = [...selection.objects]
    const objects = selected.length ? selected : [...namesakes(from).there.values()]
    return { names: [...names], objects, lack: lackOf(from, from.keys) }
  })

  /** What pastes the copied keys onto other channels, of the selected objects or of those that they are from. */
  function ontoChannels(
    names: readonly string[],
    inPlace: boolean,
    values: { times: number; plus: number } = { times: 1, plus: 0 },
  ): Edit | null {
    const from = copied.value
    if (!from?.keys || !keyed.value?.objects.length || !names.length || keyed.value.lack) return null
    const { there } = namesakes(from)
    const { objects } = keyed.value
    // Several that are all meant each keep their own.
    const isOwn = there.size > 1 && [...there.values()].every((id) => objects.includes(id))
    return {
      edit: 'pasteKeys',
      copied: { channels: isOwn ? broughtHere(from.keys.channels, there) : from.keys.channels },
      at: inPlace ? null : playhead.frame,
      onto: isOwn ? null : objects,
      layer: layers.active?.id,
      channels: [...names],
      ...values,
    }
  }

  async function pasteClips(from: Copied, clips: CopiedClips, { inPlace, mirrored }: Required<Pasting>): Promise<void> {
    if (mirrored) return void notices.say('Clips are not mirrored.')
    const onto = ontoSelected(from)
    const placed = onto ? clips.placed : broughtHere(clips.placed, found(from))
    if (placed.length === 0) return
    const at = inPlace ? null : playhead.frame
    const before = new Set(scene.model.placed.keys())
    const kept = await scene.edit({ edit: 'pasteClips', copied: { ...clips, placed }, at, onto })
    if (kept) selection.selectClips([...scene.model.placed.keys()].filter((id) => !before.has(id)))
  }

  /** Keys the pose that was copied at the playhead, mirrored across a plane where an axis is given. */
  async function pastePose(mirror: Axis | null = null): Promise<void> {
    const from = copied.value
    if (!from?.pose) return void notices.say('No pose has been copied; select objects and copy their pose.')
    const onto = ontoSelected(from)
    const values = onto ? from.pose.values : broughtHere(from.pose.values, found(from))
    const layer = layers.active?.id
    if (values.length)
      await scene.edit({ edit: 'pastePose', copied: { values }, frame: playhead.frame, onto, mirror, layer })
  }

  /** Pastes on what it is from or, where other objects are selected, on those. */
  async function paste({ inPlace = false, mirrored = false }: Pasting = {}): Promise<void> {
    const from = copied.value
    if (from?.keys) await pasteKeys(from, from.keys, { inPlace, mirrored })
    // What an older version of this page has copied has numbers only.
    else if (from?.clips?.placed) await pasteClips(from, from.clips, { inPlace, mirrored })
    else if (from?.pose) await pastePose(mirrored ? 'x' : null)
    else notices.say('Nothing has been copied; select keys or a clip and press Ctrl C.')
  }

  /** Pastes keys of one value onto another, at the playhead. */
  async function pasteOnto(name: string): Promise<void> {
    const edit = ontoChannels([name], false)
    if (edit) await arranging.make(edit, [])
    else if (keyed.value?.lack) notices.say(keyed.value.lack)
  }

  return { copy, cut, paste, keyed, ontoChannels, pasteOnto, copyPose, pastePose }
})
