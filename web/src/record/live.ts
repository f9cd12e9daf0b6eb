import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { laneOf, type OwnerKey } from '../scene/owners'

/** What a hand or a device does to an object just now. It is seen on every frame, and kept by nothing but a take. */
export const useLiveMotion = defineStore('liveMotion', () => {
  const values = shallowRef<ReadonlyMap<string, number>>(new Map())
  const isMoving = computed(() => values.value.size > 0)
  const get = (object: OwnerKey, channel: string) => values.value.get(laneOf(object, channel))

  function put(object: number, channels: readonly string[], now: readonly number[]): void {
    values.value = new Map(channels.map((channel, i) => [laneOf(object, channel), now[i]!]))
  }

  const letGo = () => void (values.value.size && (values.value = new Map()))
  return { values, isMoving, get, put, letGo }
})
