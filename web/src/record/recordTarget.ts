import { computed } from 'vue'
import { specOf } from '../scene/catalogue'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { useWorking } from '../working/working'
import { useDevices } from './devices'
import { useRecordSettings } from './recordSettings'

/** What recording would drive, and why it cannot. */
export function useRecordTarget() {
  const scene = useScene()
  const selection = useSelection()
  const working = useWorking()
  const settings = useRecordSettings()
  const devices = useDevices()

  const target = computed(() => {
    void scene.rowsVersion
    const id = settings.now.source === 'device' && devices.bound ? devices.bound.object : selection.first
    return id === null ? null : (scene.model.objects.get(id) ?? null)
  })
  /** Why nothing can be recorded; null where it can. */
  const lacks = computed<string | null>(() => {
    const { now } = settings
    if (!target.value) return 'Select the object that is to be driven.'
    if (working.isLocked(target.value.id)) return `${target.value.name} is locked; unlock it first.`
    if (now.source === 'device') return devices.bound ? null : 'Bind a device to the object first.'
    const wanted = now.drives === 'rotations' ? now.turns : now.drives === 'channels' ? now.pad : []
    const named = [...wanted.map(({ channel }) => channel), now.wheel.channel].filter((channel) => channel !== '')
    const missing = named.find((channel) => !specOf(target.value!, channel))
    if (missing) return `${target.value.name} has no such channel as ${missing}; choose another one.`
    return null
  })
  return { target, lacks }
}
