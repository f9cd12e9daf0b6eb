import { Vector3, type Camera, type Vector4 } from 'three'
import type { BackdropMessage } from '../api/messages'

const middle = new Vector3()

/**
 * Where a picture stands in what a camera sees: its middle, and half its width and height, all from −1 to 1.
 * @param aspect The picture's width for a height of 1.
 */
export function placedIn(
  { view, fit, x, y, width }: Pick<BackdropMessage, 'view' | 'fit' | 'x' | 'y' | 'width'>,
  aspect: number,
  camera: Camera,
  place: Vector4,
): Vector4 {
  const { elements } = camera.projectionMatrix
  if (view === 'top' || view === 'front' || view === 'side') {
    if (view === 'top') middle.set(x, 0, -y)
    else if (view === 'front') middle.set(x, y, 0)
    else middle.set(0, y, -x)
    middle.applyMatrix4(camera.matrixWorldInverse).applyMatrix4(camera.projectionMatrix)
    return place.set(middle.x, middle.y, (width / 2) * elements[0]!, (width / aspect / 2) * elements[5]!)
  }
  // How wide what is seen is for a height of 1.
  const seen = elements[5]! / elements[0]!
  const high =
    fit === 'fill'
      ? Math.max(1, seen / aspect)
      : // What matches a camera in one view has to match it in all: whatever their shape, its field of view is as high.
        view === null
        ? 1
        : Math.min(1, seen / aspect)
  return place.set(0, 0, (high * aspect) / seen, high)
}
