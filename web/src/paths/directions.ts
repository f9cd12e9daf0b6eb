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
