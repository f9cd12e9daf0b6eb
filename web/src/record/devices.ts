import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { http } from '../api/http'
import type { TrackerMessage } from '../api/messages'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useLiveMotion } from './live'
import { useRecordSettings } from './recordSettings'

const askEvery = 500
/** So long, in seconds, nothing may come of a device that is there. */
const patience = 1

/** Tracked devices: which are heard of, and what one of them drives at this tab. */
export const useDevices = defineStore('devices', () => {
  const scene = useScene()
  const notices = useNotices()
  const playhead = usePlayhead()
  const live = useLiveMotion()
  const settings = useRecordSettings()
  const all = shallowRef<readonly TrackerMessage[]>([])
  const port = shallowRef<{ port: number; problem: string } | null>(null)
  const chosen = ref('')
  /** What is bound. */
  const bound = shallowRef<{ device: string; object: number } | null>(null)
  const isWatched = ref(false)
  const isThere = (device: TrackerMessage) => device.quiet < patience
  const current = computed(() => all.value.find(({ name }) => name === chosen.value) ?? null)

  async function look(): Promise<void> {
    if (scene.lineState !== 'standing') return
    const wasThere = boundDevice()
    all.value = await scene.devices().catch(() => all.value)
    if (!current.value) chosen.value = all.value.find(isThere)?.name ?? all.value[0]?.name ?? ''
    const device = boundDevice()
    if (device && wasThere && isThere(wasThere) && !isThere(device))
      notices.problem(`Nothing comes from ${device.name} any more; what is bound to it stays where it was last.`)
  }
  const boundDevice = () => all.value.find(({ name }) => name === bound.value?.device)
  const looking = useIntervalFn(() => void look(), askEvery, { immediate: false })

  /** Listens for devices as long as somebody looks at them, or one is bound. */
  function watchThem(on: boolean): void {
    isWatched.value = on
    if (!on) return
    void look()
    http.tracking().then(
      (now) => (port.value = now),
      () => {},
    )
  }

  watch(
    () => isWatched.value || bound.value !== null,
    (looks) => (looks ? looking.resume() : looking.pause()),
  )

  async function bind(object: number): Promise<void> {
    const { moved, scale, fromHere } = settings.now
    try {
      await scene.bind({
        device: chosen.value,
        object,
        position: moved !== 'rotation',
        rotation: moved !== 'position',
        scale,
        goesOn: fromHere,
        from: playhead.frame,
      })
      bound.value = { device: chosen.value, object }
    } catch (wrong) {
      notices.problem(wrong)
    }
  }

  async function release(): Promise<void> {
    forget()
    await scene.unbind().catch(() => {})
  }

  function forget(): void {
    bound.value = null
    live.letGo()
  }

  watch(
    () => scene.tracked,
    (tracked) => {
      if (tracked && bound.value?.object === tracked.object) live.put(tracked.object, tracked.channels, tracked.values)
    },
    { flush: 'sync' },
  )
  // Another line to the server has nothing bound.
  watch(
    () => [scene.id, scene.lineState],
    ([id, state], [idBefore]) => {
      if (!bound.value || (id === idBefore && state === 'standing')) return
      const { device } = bound.value
      forget()
      if (id === idBefore) notices.say(`The line broke, and let go of ${device}; bind it again.`)
    },
  )
  watch(
    () => scene.rowsVersion,
    () => bound.value && !scene.model.objects.has(bound.value.object) && void release(),
  )

  return { all, port, chosen, current, bound, isThere, watchThem, bind, release }
})
