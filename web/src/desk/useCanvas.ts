import { useResizeObserver } from '@vueuse/core'
import { ref, type ShallowRef } from 'vue'
import { drawSoon } from '../scene/drawLoop'

/**
 * A canvas that fills its place, sharp on every screen, drawn once for each animation frame at most.
 * One that is not see-through has to be filled by whoever draws.
 */
export function useCanvas(
  canvas: Readonly<ShallowRef<HTMLCanvasElement | null>>,
  draw: (ctx: CanvasRenderingContext2D, width: number, height: number) => void,
  isSeeThrough = false,
) {
  const width = ref(0)
  const height = ref(0)

  function paint(): void {
    const element = canvas.value
    const ctx = element?.getContext('2d', { alpha: isSeeThrough, willReadFrequently: true })
    if (!element || !ctx || width.value === 0) return
    const ratio = window.devicePixelRatio || 1
    const [wide, tall] = [Math.round(width.value * ratio), Math.round(height.value * ratio)]
    if (element.width !== wide || element.height !== tall) [element.width, element.height] = [wide, tall]
    ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
    if (isSeeThrough) ctx.clearRect(0, 0, width.value, height.value)
    draw(ctx, width.value, height.value)
  }

  const redraw = () => drawSoon(paint)

  useResizeObserver(canvas, ([entry]) => {
    if (!entry) return
    width.value = entry.contentRect.width
    height.value = entry.contentRect.height
    redraw()
  })

  return { width, height, redraw }
}
