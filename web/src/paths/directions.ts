import type { SignedAxis } from '../api/http'

export const directions: readonly SignedAxis[] = ['plusX', 'minusX', 'plusY', 'minusY', 'plusZ', 'minusZ']

/** An object's own directions for people. */
export const directionNames: Readonly<Record<SignedAxis, string>> = {
  plusX: '+X',
  minusX: '−X',
  plusY: '+Y',
  minusY: '−Y',
  plusZ: '+Z',
  minusZ: '−Z',
}

/** What is up lies across what looks somewhere: with that changed, it gives way. */
export function upBeside(looks: SignedAxis | null, up: SignedAxis): SignedAxis {
  if (!looks || looks.at(-1) !== up.at(-1)) return up
  return looks.endsWith('Y') ? 'plusZ' : 'plusY'
}
