import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { CastMessage } from '../api/messages'
import { usePerson } from '../scene/person'
import { tellIfRenewed } from '../shared/renewed'
import { ScreenLine } from './screenLine'

/** This page's desk, as what is beside it knows it: the screens that follow it, and the reels that others shoot and draw on. */
export const useBeside = defineStore('beside', () => {
  const person = usePerson()
  /** How many screens follow desks of this scene. */
  const screens = ref(0)
  /** Counts up whenever that is told: as many as before may be others. */
  const screensTold = ref(0)
  /** Counts up when the reels of the scene, or what is drawn on them, are others. */
  const reelsTold = ref(0)
  /** Counts up when the line stands, at first and again. */
  const stood = ref(0)
  let line: ScreenLine | null = null

  function enter(scene: number): void {
    leave()
    line = new ScreenLine(
      {
        watched: (count) => {
          screens.value = count
          screensTold.value++
        },
        reels: () => reelsTold.value++,
        state: (state) => state === 'standing' && stood.value++,
        // The server may have been updated since this page came from it.
        anew: () => void tellIfRenewed(),
      },
      () => ['Desk', scene, person.author.value, person.name.value],
    )
    void line.start()
  }

  function leave(): void {
    line?.stop()
    line = null
    screens.value = 0
  }

  const cast = (message: CastMessage) => line?.cast(message)

  return { screens, screensTold, reelsTold, stood, enter, leave, cast }
})
