import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'

export type Axes = 'world' | 'parent' | 'own'
export type Centre = 'common' | 'each'
export const axesNames: Record<Axes, string> = { world: 'World axes', parent: 'Parent axes', own: 'Own axes' }
export const centreNames: Record<Centre, string> = { common: 'About their common centre', each: 'Each about its own' }

/** Along which axes, and about which centre, the stage's handles work. */
export const useHandling = defineStore('handling', () => ({
  axes: useStorage<Axes>('zesty-axes', 'world'),
  centre: useStorage<Centre>('zesty-centre', 'common'),
}))
