import { OrthographicCamera, PerspectiveCamera, Quaternion, Vector3, type Camera } from 'three'
import type { Facing } from './views'

/** Where a view stands, apart from how wide it is. */
export interface Pose {
  position: [number, number, number]
  quaternion: [number, number, number, number]
  /** The field of view from top to bottom in degrees; of a flat view how high it is, in scene lengths. */
  lens: { degrees: number } | { height: number }
}

export function poseOf(camera: PerspectiveCamera | OrthographicCamera): Pose {
  const { position, quaternion } = camera
  return {
    position: position.toArray(),
    quaternion: quaternion.toArray() as Pose['quaternion'],
    lens:
      camera instanceof PerspectiveCamera
        ? { degrees: camera.fov }
        : { height: (camera.top - camera.bottom) / camera.zoom },
  }
}

/** Which view stands so: one from a side is flat. */
export function facingOf({ quaternion, lens }: Pose): Facing {
  if ('degrees' in lens) return 'free'
  const { x, y, z } = new Vector3(0, 0, 1).applyQuaternion(new Quaternion(...quaternion))
  return y > Math.max(x, z) ? 'top' : z > x ? 'front' : 'side'
}

/** A camera that stands there, as wide as its picture wants it. */
export function cameraAt({ position, quaternion, lens }: Pose, aspect: number): Camera {
  const camera = 'degrees' in lens ? new PerspectiveCamera(lens.degrees, aspect, 0.05, 2000) : flat(lens.height, aspect)
  camera.position.set(...position)
  camera.quaternion.set(...quaternion)
  camera.updateMatrixWorld()
  return camera
}

const flat = (height: number, aspect: number) =>
  new OrthographicCamera((-height * aspect) / 2, (height * aspect) / 2, height / 2, -height / 2, 0.05, 4000)
