import { watch, type Ref } from 'vue'
import { useScene } from './sceneStore'

/** Frames that are chosen as a range of the scene, or typed. */
export interface Span {
  span: string
  from: number
  to: number
}

/** Frames that are to be typed begin as those that were shown; what has been typed stays. */
export function useTypedSpan(wish: Ref<Span>) {
  const scene = useScene()
  let isTyped = wish.value.span === 'typed'
  watch(
    () => wish.value.span,
    (now, before) => {
      if (now !== 'typed' || isTyped) return
      isTyped = true
      const [from, to] = before === 'scene' ? scene.settings.range : scene.settings.work
      Object.assign(wish.value, { from, to })
    },
    { flush: 'sync' },
  )
}
