import {
  BufferAttribute,
  BufferGeometry,
  Color,
  DynamicDrawUsage,
  InstancedInterleavedBuffer,
  InterleavedBufferAttribute,
  Sphere,
} from 'three'
import { LineSegmentsGeometry } from 'three/examples/jsm/lines/LineSegmentsGeometry.js'

/** What is drawn wherever it is: nobody is to measure room that is not filled yet. */
function unbounded<T extends BufferGeometry>(geometry: T): T {
  geometry.boundingSphere = new Sphere()
  return geometry
}

/** Numbers that are filled anew for each picture, in room that is kept. */
class Room {
  array = new Float32Array(0)
  length = 0

  push(x: number, y: number, z: number): void {
    const { array, length } = this
    array[length] = x
    array[length + 1] = y
    array[length + 2] = z
    this.length = length + 3
  }

  /** @returns whether it is another array now. */
  clear(most: number): boolean {
    this.length = 0
    if (this.array.length >= most) return false
    this.array = new Float32Array(Math.ceil(most * 1.5))
    return true
  }
}

/** Marks: a place and a colour each. */
export class MarkBuffer {
  readonly geometry = unbounded(new BufferGeometry())
  private readonly places = new Room()
  private readonly inks = new Room()

  get count(): number {
    return this.places.length / 3
  }

  begin(most: number): void {
    const isOther = this.places.clear(most * 3)
    this.inks.clear(most * 3)
    if (!isOther) return
    this.geometry.dispose()
    for (const [name, room] of [
      ['position', this.places],
      ['color', this.inks],
    ] as const)
      this.geometry.setAttribute(name, new BufferAttribute(room.array, 3).setUsage(DynamicDrawUsage))
  }

  add(x: number, y: number, z: number, [r, g, b]: Ink): void {
    this.places.push(x, y, z)
    this.inks.push(r, g, b)
  }

  end(): void {
    this.geometry.setDrawRange(0, this.count)
    for (const name of ['position', 'color']) {
      const attribute = this.geometry.getAttribute(name) as BufferAttribute | undefined
      if (attribute) attribute.needsUpdate = true
    }
  }
}

/** Stretches of a line: two places and two colours each. */
export class LineBuffer {
  geometry = unbounded(new LineSegmentsGeometry())
  /** The same as lines of one pixel, which are drawn in a fraction of the time. */
  readonly thin = unbounded(new BufferGeometry())
  private readonly ends = new Room()
  private readonly inks = new Room()
  private buffers: InstancedInterleavedBuffer[] = []

  get count(): number {
    return this.ends.length / 6
  }

  /** @returns whether the geometry is another one now. */
  begin(most: number): boolean {
    const isOther = this.ends.clear(most * 6)
    this.inks.clear(most * 6)
    if (!isOther) return false
    // A geometry of lines keeps the room of its first filling.
    this.geometry.dispose()
    this.geometry = unbounded(new LineSegmentsGeometry())
    this.buffers = [this.ends, this.inks].map(({ array }) =>
      new InstancedInterleavedBuffer(array, 6, 1).setUsage(DynamicDrawUsage),
    )
    for (const [i, name] of ['instance', 'instanceColor'].entries()) {
      this.geometry.setAttribute(`${name}Start`, new InterleavedBufferAttribute(this.buffers[i]!, 3, 0))
      this.geometry.setAttribute(`${name}End`, new InterleavedBufferAttribute(this.buffers[i]!, 3, 3))
    }
    this.thin.dispose()
    this.thin.setAttribute('position', new BufferAttribute(this.ends.array, 3).setUsage(DynamicDrawUsage))
    this.thin.setAttribute('color', new BufferAttribute(this.inks.array, 3).setUsage(DynamicDrawUsage))
    return true
  }

  add(x: number, y: number, z: number, [r, g, b]: Ink): void {
    this.ends.push(x, y, z)
    this.inks.push(r, g, b)
  }

  /** @param isThin Which of the two is drawn. */
  end(isThin: boolean): void {
    this.geometry.instanceCount = this.count
    this.thin.setDrawRange(0, this.count * 2)
    if (!isThin) for (const buffer of this.buffers) buffer.needsUpdate = true
    else
      for (const name of ['position', 'color']) {
        const attribute = this.thin.getAttribute(name) as BufferAttribute | undefined
        if (attribute) attribute.needsUpdate = true
      }
  }
}

/** Red, green and blue, in linear light. */
export type Ink = readonly [number, number, number]

/** The ink of a colour as pages write it. */
export const inkOf = (hex: number): Ink => new Color(hex).toArray() as unknown as Ink
