import type { ChannelSpec, ChannelValue } from '../api/http'
import { groupOf, holdsOnly, channelsOf } from '../scene/catalogue'
import { useSelection, type Tool } from '../scene/selection'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { useLayers } from '../layers/layers'
import { useWorking } from '../working/working'
import { useKeySettings } from './keySettings'
import { usePending } from './pending'

/** The groups of channels that each tool works on. */
const groupsOf: Record<Tool, string[]> = {
  select: ['Position', 'Rotation', 'Scale'],
  move: ['Position'],
  rotate: ['Rotation'],
  scale: ['Scale'],
}

/** Keying what is there at the playhead. */
export function useKeying() {
  const scene = useScene()
  const selection = useSelection()
  const pending = usePending()
  const settings = useKeySettings()
  const notices = useNotices()
  const working = useWorking()
  const layers = useLayers()
  /** Nothing can be added to what only holds. */
  const isTaken = (spec: ChannelSpec) => layers.active?.mode !== 'add' || !holdsOnly(spec)

  /** Keys the channels of some objects that are wanted, and whatever the hand changed on this frame; locked ones are told of. */
  function key(objects: readonly number[], isWanted: (spec: ChannelSpec) => boolean): void {
    const locked: ChannelValue[] = []
    const open = objects.flatMap((id) => {
      const object = scene.model.objects.get(id)
      if (!object) return []
      return channelsOf(object)
        .filter((spec) => isWanted(spec) && isTaken(spec))
        .map(({ name }) => ({ object: id, channel: name }))
        .filter(
          (channel) =>
            !(working.isLocked(id) || object.channels.get(layers.nameOf(id, channel.channel))?.locked) ||
            !locked.push(channel),
        )
    })
    pending.sayLocked(locked)
    const all = new Map([...open, ...pending.list()].map((value) => [`${value.object}|${value.channel}`, value]))
    if (all.size > 0) void pending.key([...all.values()])
    else if (objects.length === 0) notices.say('Select an object first; then N keys it at the playhead.')
    else if (locked.length === 0) notices.say('What is selected has nothing that is keyed this way.')
  }

  /** Keys what is selected: the tool's transforms, or the groups named. */
  const keySelected = (groups = groupsOf[selection.tool]) =>
    key([...selection.objects], (spec) => groups.includes(groupOf(spec)))

  /** Keys everything that the settings say "key all" touches. */
  const keyAll = () => key(settings.objects, settings.touches)

  /** Keys all attributes of what is selected: whatever no tool moves, rotates or scales. */
  const keyAttributes = () =>
    key([...selection.objects], (spec) => spec.unit !== 'count' && !groupsOf.select.includes(spec.group))

  return { keySelected, keyAll, keyAttributes }
}
