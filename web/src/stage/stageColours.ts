import type { Color } from 'three'

/** The colours that a stage is drawn in, as the page writes them. */
export interface StageColours {
  stage: string
  haze: string
  air: string
  grid: string
  gridStrong: string
}

/** What is selected, along its edges. */
export const lemon = 0xffe14d

/** What thin lines and marks are drawn in before the ground itself, so that they are seen on it. */
export interface LineInks {
  plain: number
  picked: number
}

/** The inks for a ground, which may be dark or light. */
export function inksOn(ground: Color): LineInks {
  // Of a ground lighter than this, cream is not seen well; by https://www.w3.org/TR/WCAG22/#dfn-relative-luminance.
  const isLight = 0.2126 * ground.r + 0.7152 * ground.g + 0.0722 * ground.b > 0.3
  return isLight ? { plain: 0x2a3f3c, picked: 0x8a6200 } : { plain: 0xefe6cf, picked: lemon }
}
