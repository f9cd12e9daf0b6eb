import { refThrottled } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { curveOfLane, laneOf, type OwnerKey } from '../scene/owners'

/** What a hand or a device does to an object just now. It is seen on every frame, and kept by nothing but a take. */
export const useLiveMotion = defineStore('liveMotion', () => {
  const values = shallowRef<ReadonlyMap<string, number>>(new Map())
  /** As `values`, but only a few times a second: for numbers, which nobody can read faster. */
  const seldom = refThrottled(values, 160)
  const isMoving = computed(() => values.value.size > 0)
  const get = (object: OwnerKey, channel: string) => values.value.get(laneOf(object, channel))

  const read = (object: OwnerKey, channel: string) => seldom.value.get(laneOf(object, channel))

  function put(object: number, channels: readonly string[], now: readonly number[]): void {
    values.value = new Map(channels.map((channel, i) => [laneOf(object, channel), now[i]!]))
  }

  const list = () => [...values.value].map(([lane, value]) => ({ ...curveOfLane(lane), value }))
  const letGo = () => void (values.value.size && (values.value = new Map()))
  return { values, isMoving, get, read, list, put, letGo }
})
