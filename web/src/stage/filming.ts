import { MathUtils, Vector3, type Object3D, type PerspectiveCamera } from 'three'

const scratch = new Vector3()

/** Takes over the place and the lens of a camera object: its node, and its field of view in degrees. */
export function filmThrough(camera: PerspectiveCamera, node: Object3D, fieldOfView: number): void {
  node.matrixWorld.decompose(camera.position, camera.quaternion, scratch)
  camera.fov = MathUtils.clamp(fieldOfView, 1, 170)
  camera.updateProjectionMatrix()
  camera.updateMatrixWorld()
}
