import { Euler, MathUtils, Object3D, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { channelOf, objectOf, rowsOf } from '../scene/fakeLine.fixture'
import type { SampleBook } from '../scene/samples'
import { SceneModel } from '../scene/sceneModel'
import { BentPlaces } from './bentPlaces'
import { spaceOf, stepsOf, suddenIn, trailOf, type Trail } from './trail'
import { WorldPlaces } from './worldPlaces'

/** A book in which each channel is a wave of its own. */
const wave = (id: number, channel: string, frame: number): number => {
  const seed = [...`${id}${channel}`].reduce((sum, letter) => sum + letter.charCodeAt(0), 0)
  if (channel === 'visible') return 1
  if (channel.startsWith('scale')) return 1 + 0.3 * Math.sin(seed + frame)
  return (channel.startsWith('rotation') ? 90 : 3) * Math.sin(seed + frame * 0.3)
}
const book = {
  isHere: (frame: number) => frame >= 1 && frame <= 40,
  reader: (id: number, frame: number) => (channel: string) => wave(id, channel, frame),
} as unknown as SampleBook

const model = new SceneModel()
model.take(
  rowsOf({
    objects: [
      { ...objectOf(1, 'Body'), rotationOrder: 'zxy' },
      { ...objectOf(2, 'Arm'), parent: 1 },
      { ...objectOf(3, 'Hand'), parent: 2, rotationOrder: 'yxz' },
    ],
    channels: [channelOf(3, 'position.y', 'object', 5, 9)],
  }),
)

/** The same chain as three.js' own scene graph has it. */
function graph(frame: number): Object3D[] {
  const nodes = [1, 2, 3].map((id) => {
    const node = new Object3D()
    const read = (channel: string) => wave(id, channel, frame)
    node.position.set(read('position.x'), read('position.y'), read('position.z'))
    const order = model.objects.get(id)!.rotationOrder.toUpperCase() as 'XYZ'
    const [x, y, z] = ['x', 'y', 'z'].map((axis) => read(`rotation.${axis}`) * MathUtils.DEG2RAD)
    node.rotation.copy(new Euler(x, y, z, order))
    node.scale.set(read('scale.x'), read('scale.y'), read('scale.z'))
    return node
  })
  nodes[0]!.add(nodes[1]!)
  nodes[1]!.add(nodes[2]!)
  nodes[0]!.updateMatrixWorld(true)
  return nodes
}

const close = (a: Vector3, b: Vector3) => expect(a.distanceTo(b)).toBeLessThan(1e-9 * Math.max(1, b.length()))
const places = () => new WorldPlaces(model, book, { frame: 12, held: null })
const seen = () => new BentPlaces(model, places(), null)

describe('where things are', () => {
  it('is what a scene graph says, on any frame', () => {
    const world = places()
    for (const frame of [1, 7, 12, 40])
      graph(frame).forEach((node, i) =>
        close(
          new Vector3().setFromMatrixPosition(world.at(i + 1, frame)!),
          new Vector3().setFromMatrixPosition(node.matrixWorld),
        ),
      )
  })

  it('is not known where samples are not here', () => {
    expect(places().at(3, 41)).toBeNull()
  })

  it('follows a hand on the frame on which it holds something', () => {
    const held = (object: number, channel: string) => (object === 1 && channel === 'position.x' ? 50 : undefined)
    const world = new WorldPlaces(model, book, { frame: 12, held })
    const [moved, bare] = [world.at(3, 12)!, places().at(3, 12)!]
    expect(moved.elements[12]! - bare.elements[12]!).toBeCloseTo(50 - wave(1, 'position.x', 12))
    expect(world.at(3, 13)!.elements).toEqual(places().at(3, 13)!.elements)
  })
})

describe('a trail', () => {
  it('is led back from any space in which it can be bent', () => {
    const world = places()
    for (const space of ['world', 1, 2] as const) {
      const { shown, back } = spaceOf(space, null, 12, world)
      for (const frame of [3, 12, 30]) {
        const place = new Vector3(1, 2, 3)
        close(back!(shown(place.clone(), frame)!, frame)!, place)
      }
    }
  })

  it('stands still in the space of what it moves with', () => {
    const { shown } = spaceOf(3, null, 12, places())
    const trail = trailOf(model, model.objects.get(3)!, [5, 20], 12, seen(), shown, null)
    for (const step of stepsOf(trail)) expect(step).toBeLessThan(1e-5)
  })

  it('lies on one plane before the camera that sees it, and cannot be bent there', () => {
    const { shown, back } = spaceOf('camera', 1, 12, places())
    expect(back).toBeNull()
    const toCamera = places().at(1, 12)!.clone().invert()
    const depths = [2, 9, 30].flatMap((frame) => {
      const place = shown(new Vector3(0, 0, -9).applyMatrix4(places().at(1, frame)!), frame)
      return place ? [place.applyMatrix4(toCamera).z] : []
    })
    expect(depths).toHaveLength(3)
    for (const depth of depths) expect(depth).toBeCloseTo(-4)
  })

  it('has marks on frames with keys', () => {
    const { ticksPerFrame } = model.settings
    model.take(rowsOf({ channels: [channelOf(3, 'position.y', 'object', 5 * ticksPerFrame, 9 * ticksPerFrame)] }))
    const { shown } = spaceOf('world', null, 12, places())
    const trail = trailOf(model, model.objects.get(3)!, [4, 10], 12, seen(), shown, null)
    expect([...trail.keys]).toEqual([0, 1, 0, 0, 0, 1, 0])
    expect([...trailOf(model, model.objects.get(3)!, [4, 10], 12, seen(), shown, 7).keys]).toEqual(Array(7).fill(0))
  })

  it('tells where the pace changes suddenly', () => {
    const along = (...steps: number[]): Trail => {
      let x = 0
      const at = [0, ...steps].flatMap((step) => [(x += step), 0, 0])
      return { object: 1, first: 1, places: new Float32Array(at), keys: new Uint8Array(at.length / 3), now: 1 }
    }
    expect([...suddenIn(stepsOf(along(1, 1.1, 1.2, 1.3, 4, 1.5, 1.6, 1.7)))]).toEqual([4, 5])
    expect(suddenIn(stepsOf(along(1, 1.1, 1.2, 1.3, 1.4, 1.5)))).toEqual(new Set())
  })
})
