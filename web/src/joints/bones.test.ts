import { Object3D, Raycaster, Scene, Vector3 } from 'three'
import { expect, it } from 'vitest'
import { Bones } from './bones'

const joint = (x: number) => {
  const node = new Object3D()
  node.position.x = x
  node.updateMatrixWorld()
  return node
}

it('a joint is taken by its mark, also where the bone above it ends, and a bone between its ends', () => {
  const bones = new Bones(new Scene())
  const [upper, lower] = [joint(0), joint(1)]
  bones.begin(2)
  bones.show(1, upper, 0xffffff)
  bones.show(2, lower, 0xffffff, { object: 1, node: upper, colour: 0xffffff })
  bones.end()
  const nearestAt = (x: number) => {
    const hits = bones.pick(new Raycaster(new Vector3(x, 0, 5), new Vector3(0, 0, -1)))
    return hits.sort((a, b) => a.distance - b.distance)[0]?.id
  }
  // A little beside the mark the bone is nearer by a hair.
  for (const x of [1, 0.97, 1.03]) expect(nearestAt(x)).toBe(2)
  for (const x of [0, 0.03, 0.5]) expect(nearestAt(x)).toBe(1)
  expect(nearestAt(1.5)).toBe(undefined)
})
