/** The colours that a stage is drawn in, as the page writes them. */
export interface StageColours {
  stage: string
  haze: string
  air: string
  grid: string
  gridStrong: string
}

/** Of what is selected. */
export const lemon = 0xffe14d
/** Of marks and bones. */
export const bone = 0xefe6cf
