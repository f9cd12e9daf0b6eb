import {
  LineBasicMaterial,
  LineSegments,
  Points,
  PointsMaterial,
  Vector3,
  Color,
  type ColorRepresentation,
  type Object3D,
  type Raycaster,
  type Scene,
} from 'three'
import { MarkBuffer, type Ink } from '../trails/buffers'

/** How far from a bone a ray may pass, for each length that it has gone, so that the bone is meant. */
const slack = 0.012

interface Bone {
  object: number
  from: Vector3
  to: Vector3
}

/** Joints on the stage: a mark on each, and a bone from it to each joint that hangs right below it. All in two drawings. */
export class Bones {
  private readonly ends = new MarkBuffer()
  private readonly places = new MarkBuffer()
  private readonly lines = new LineSegments(this.ends.geometry, new LineBasicMaterial({ vertexColors: true }))
  private readonly marks = new Points(
    this.places.geometry,
    new PointsMaterial({ vertexColors: true, size: 5, sizeAttenuation: false }),
  )
  private bones: Bone[] = []
  private used = 0
  private readonly ink = new Color()

  constructor(three: Scene) {
    for (const part of [this.lines, this.marks]) {
      part.frustumCulled = false
      part.visible = false
      three.add(part)
    }
  }

  /** @param most How many joints there may be. */
  begin(most: number): void {
    this.used = 0
    this.ends.begin(most * 2)
    this.places.begin(most)
  }

  /**
   * @param object The joint.
   * @param above The joint right above it, with the colour that its bones have; none of an uppermost one.
   */
  show(
    object: number,
    node: Object3D,
    colour: ColorRepresentation,
    above?: { object: number; node: Object3D; colour: ColorRepresentation },
  ): void {
    const to = this.bone(object)
    to.to.setFromMatrixPosition(node.matrixWorld)
    to.from.copy(to.to)
    this.places.add(to.to.x, to.to.y, to.to.z, this.inkOf(colour))
    if (!above) return
    const bone = this.bone(above.object)
    bone.from.setFromMatrixPosition(above.node.matrixWorld)
    bone.to.copy(to.to)
    const ink = this.inkOf(above.colour)
    this.ends.add(bone.from.x, bone.from.y, bone.from.z, ink)
    this.ends.add(bone.to.x, bone.to.y, bone.to.z, ink)
  }

  end(): void {
    this.ends.end()
    this.places.end()
  }

  /** Helpers are seen, or not, in each view by itself. */
  dress(shown: boolean): void {
    this.lines.visible = shown && this.ends.count > 0
    this.marks.visible = shown && this.places.count > 0
  }

  /** The joints whose marks or bones a ray passes. */
  pick({ ray }: Raycaster): { distance: number; id: number }[] {
    const hits: { distance: number; id: number }[] = []
    for (let i = 0; i < this.used; i++) {
      const { object, from, to } = this.bones[i]!
      const off = Math.sqrt(ray.distanceSqToSegment(from, to, onRay))
      const distance = onRay.distanceTo(ray.origin)
      // Where a mark and the end of a bone are both met, the mark is meant.
      const nearer = from.equals(to) ? distance * slack : 0
      if (off <= distance * slack) hits.push({ distance: distance - nearer, id: object })
    }
    return hits
  }

  dispose(): void {
    for (const part of [this.lines, this.marks]) {
      part.geometry.dispose()
      part.material.dispose()
    }
  }

  private bone(object: number): Bone {
    const bone = (this.bones[this.used] ??= { object, from: new Vector3(), to: new Vector3() })
    bone.object = object
    this.used++
    return bone
  }

  private inkOf(colour: ColorRepresentation): Ink {
    const { r, g, b } = this.ink.set(colour)
    return [r, g, b]
  }
}

const onRay = new Vector3()
