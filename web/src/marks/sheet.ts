import { http, type ReelPlay } from '../api/http'
import { fittedInto } from '../reels/compareDraw'
import { drawMarks } from './markDraw'
import type { ShownMark } from './marks'

export interface SheetPlan {
  columns: number
  rows: number
  /** Pixels across one picture. */
  across: number
  /** Whether what is drawn on the pictures is on the sheet. */
  withMarks: boolean
}

/** Room between pictures, below each for its frame, and above all for the title; in shares of a picture's width. */
const [gap, foot, head] = [0.05, 0.09, 0.14]
/** More than this no browser draws on one canvas. */
const mostPixels = 120e6
const longestSide = 16384

/** The sheet's size in pixels. */
export function sheetSize({ reel }: ReelPlay, { columns, rows, across }: SheetPlan): { width: number; height: number } {
  const down = (across * reel.settings.height) / reel.settings.width
  return {
    width: Math.round(columns * across + (columns + 1) * gap * across),
    height: Math.round(head * across + rows * (down + foot * across) + gap * across),
  }
}

/** Why a sheet cannot be made; nothing where it can. */
export function sheetTrouble(play: ReelPlay, plan: SheetPlan): string {
  const { width, height } = sheetSize(play, plan)
  return width > longestSide || height > longestSide || width * height > mostPixels
    ? 'That is more than one picture can hold: take fewer pictures, or smaller ones.'
    : ''
}

/**
 * Draws a sheet of pictures of a reel.
 * @param places The places that are on it, row by row.
 * @param told Told how many pictures are on it.
 * @throws when it is called off, or a picture is lost.
 */
export async function drawSheet(
  play: ReelPlay,
  title: string,
  places: readonly number[],
  marks: ReadonlyMap<number, readonly ShownMark[]>,
  plan: SheetPlan,
  told: (pictures: number) => void,
  stop: AbortSignal,
): Promise<Blob> {
  const { across, columns } = plan
  const { width, height } = sheetSize(play, plan)
  const down = Math.round((across * play.reel.settings.height) / play.reel.settings.width)
  const paper = new OffscreenCanvas(width, height)
  const ctx = paper.getContext('2d', { alpha: false })!
  ctx.fillStyle = '#14211f'
  ctx.fillRect(0, 0, width, height)
  ctx.fillStyle = '#f4ecd6'
  ctx.textBaseline = 'middle'
  ctx.font = `650 ${Math.round(across * 0.065)}px 'Figtree Variable', sans-serif`
  ctx.fillText(title, gap * across, (head * across) / 2, width - 2 * gap * across)
  ctx.font = `${Math.round(across * 0.045)}px 'JetBrains Mono Variable', monospace`
  for (const [i, place] of places.entries()) {
    const picture = play.shown[place]!
    const answer = await fetch(http.pictureAddress(play.reel.id, picture), { signal: stop })
    if (!answer.ok) throw new Error('A picture of this reel is not there any more; the sheet was not made.')
    const bitmap = await createImageBitmap(await answer.blob())
    const x = Math.round(gap * across + (i % columns) * (across + gap * across))
    const y = Math.round(head * across + Math.floor(i / columns) * (down + foot * across))
    const box = fittedInto({ x, y, width: across, height: down }, bitmap.width, bitmap.height)
    ctx.fillStyle = '#0a1211'
    ctx.fillRect(x, y, across, down)
    ctx.imageSmoothingQuality = 'high'
    ctx.drawImage(bitmap, box.x, box.y, box.width, box.height)
    bitmap.close()
    if (plan.withMarks) drawMarks(ctx, marks.get(picture) ?? [], { x, y, width: across, height: down })
    ctx.fillStyle = '#c3d0ca'
    ctx.fillText(`${play.frames[place]}`, x, y + down + (foot * across) / 2)
    told(i + 1)
    stop.throwIfAborted()
  }
  return paper.convertToBlob({ type: 'image/png' })
}
