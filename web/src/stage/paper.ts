/**
 * A small canvas for marks and words on the stage. It is kept in memory, and not on the graphics card, where the first
 * one takes tens of milliseconds to come.
 */
export function paper(
  width: number,
  height: number,
): { canvas: OffscreenCanvas; ctx: OffscreenCanvasRenderingContext2D } {
  const canvas = new OffscreenCanvas(width, height)
  return { canvas, ctx: canvas.getContext('2d', { willReadFrequently: true })! }
}
