import {
  Mesh,
  PlaneGeometry,
  Raycaster,
  ShadowMaterial,
  Vector2,
  Vector3,
  type Camera,
  type DirectionalLight,
  type Scene,
} from 'three'

/** The least and the most that shadows reach about what is looked at, and how far off they are still seen. */
const [least, most, far] = [6, 70, 400]
/** Points of the shadow map each way. */
const fineness = 2048
const middle = new Vector2()

/** The shadows that the sun throws, on shapes and on the ground about what a view looks at. */
export class Shadows {
  /** Shows on the ground where the sun does not shine, and nothing else. */
  private readonly ground = new Mesh(
    new PlaneGeometry(4 * most, 4 * most).rotateX(-Math.PI / 2),
    new ShadowMaterial({ opacity: 0.34, depthWrite: false }),
  )
  private readonly ray = new Raycaster()

  constructor(scene: Scene) {
    this.ground.receiveShadow = true
    this.ground.visible = false
    // On the grid, and below all else that is seen through.
    this.ground.renderOrder = -1
    scene.add(this.ground)
  }

  /** Makes ready for a picture. @param sun None where there are to be no shadows. */
  dress(sun: { light: DirectionalLight; stand: (at: Vector3) => void } | null, camera: Camera): void {
    this.ground.visible = sun !== null
    if (!sun) return
    const { light, stand } = sun
    const { centre, reach } = this.lookedAt(camera)
    const { shadow } = light
    if (shadow.camera.right !== reach) {
      Object.assign(shadow.camera, { left: -reach, right: reach, top: reach, bottom: -reach, near: 1, far })
      shadow.camera.updateProjectionMatrix()
    }
    shadow.mapSize.set(fineness, fineness)
    shadow.radius = 3
    // Off the surface by as much as a point of the map covers.
    shadow.normalBias = (3 * reach) / fineness
    shadow.bias = -0.0002
    light.castShadow = true
    stand(centre)
    this.ground.position.set(centre.x, 0.002, centre.z)
  }

  dispose(): void {
    this.ground.geometry.dispose()
    this.ground.material.dispose()
  }

  /** What a view looks at: where its middle meets the ground, or what is as far in front of it as is still near. */
  private lookedAt(camera: Camera): { centre: Vector3; reach: number } {
    camera.updateMatrixWorld()
    this.ray.setFromCamera(middle, camera)
    const { origin, direction } = this.ray.ray
    const down = direction.y < -1e-3 ? -origin.y / direction.y : Infinity
    const distance = Math.min(Math.max(down, least), most)
    const centre = origin.clone().addScaledVector(direction, distance)
    // In steps, so that shadows do not swim as the view moves.
    const reach = least * 2 ** Math.ceil(Math.log2(Math.min(Math.max(distance * 0.9, least), most) / least))
    const step = reach / 8
    return { centre: centre.divideScalar(step).round().multiplyScalar(step).setY(0), reach }
  }
}
