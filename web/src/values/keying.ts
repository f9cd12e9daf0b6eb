import type { ChannelValue } from '../api/http'
import { channelsOf } from '../scene/catalogue'
import { useSelection, type Tool } from '../scene/selection'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { useKeySettings } from './keySettings'
import { usePending } from './pending'

const transforms = ['position', 'rotation', 'scale']
const groupsOf: Record<Tool, string[]> = {
  select: transforms,
  move: ['position'],
  rotate: ['rotation'],
  scale: ['scale'],
}

/** Keying what is there at the playhead. */
export function useKeying() {
  const scene = useScene()
  const selection = useSelection()
  const pending = usePending()
  const settings = useKeySettings()
  const notices = useNotices()

  /** The channels of some objects that are wanted and not locked. */
  const channels = (objects: Iterable<number>, isWanted: (channel: string) => boolean): ChannelValue[] =>
    [...objects].flatMap((id) => {
      const object = scene.model.objects.get(id)
      if (!object) return []
      return channelsOf(object.kind)
        .filter(({ name }) => isWanted(name) && !object.channels.get(name)?.locked)
        .map(({ name }) => ({ object: id, channel: name }))
    })

  function key(wanted: readonly ChannelValue[]): void {
    const all = new Map([...wanted, ...pending.list()].map((value) => [`${value.object}|${value.channel}`, value]))
    if (all.size === 0) notices.say('Select an object first; then N keys it at the playhead.')
    else void pending.key([...all.values()])
  }

  /** Keys what is selected: the tool's transforms, or the groups named, and whatever the hand changed on this frame. */
  const keySelected = (groups = groupsOf[selection.tool]) =>
    key(channels(selection.objects, (channel) => groups.includes(channel.split('.')[0]!)))

  /** Keys everything that the settings say "key all" touches. */
  const keyAll = () => key(channels(settings.objects, settings.touches))

  /** Keys all attributes of what is selected: whatever is neither moved, turned nor sized. */
  const keyAttributes = () =>
    key(channels(selection.objects, (channel) => !transforms.includes(channel.split('.')[0]!)))

  return { keySelected, keyAll, keyAttributes }
}
