import { BoxGeometry, SphereGeometry, TorusGeometry, type BufferGeometry } from 'three'
import { describe, expect, it } from 'vitest'
import { edgesOf } from './edges'

const shape = (key: string, geometry: BufferGeometry) => ({ key, geometry, isFine: false, isCoarser: false })
const places = (geometry: BufferGeometry) => {
  const { array, count } = geometry.getAttribute('position')
  return Array.from({ length: count }, (_, i) => [array[i * 3]!, array[i * 3 + 1]!, array[i * 3 + 2]!] as const)
}

describe('the lines that stand for a shape', () => {
  it('are the edges of what is hard', () => {
    expect(places(edgesOf(shape('box 1', new BoxGeometry(1, 1, 1))))).toHaveLength(24)
  })

  it('are three circles on a sphere', () => {
    const found = places(edgesOf(shape('sphere 32 16', new SphereGeometry(1, 32, 16))))
    expect(found.length).toBeGreaterThan(100)
    for (const [x, y, z] of found) {
      expect(Math.hypot(x, y, z)).toBeCloseTo(1, 5)
      expect(Math.min(Math.abs(x), Math.abs(y), Math.abs(z))).toBeCloseTo(0, 6)
    }
  })

  it('are on the skin of a torus, whatever its axis', () => {
    for (const turn of [0, Math.PI / 2]) {
      const torus = new TorusGeometry(1, 0.25, 24, 48).rotateX(turn)
      for (const [x, y, z] of places(edgesOf(shape(`fine torus ${turn}`, torus)))) {
        const [a, along] = turn ? [Math.hypot(x, z), y] : [Math.hypot(x, y), z]
        expect(Math.hypot(a - 1, along)).toBeCloseTo(0.25, 5)
      }
    }
  })

  it('are those of the box that something smooth fills, and of the faces of a coarse ball', () => {
    const egg = new SphereGeometry(1, 32, 16).scale(1, 2, 1)
    const found = places(edgesOf(shape('mesh egg', egg)))
    expect(found).toHaveLength(24)
    expect(Math.max(...found.map(([, y]) => y))).toBeCloseTo(2, 5)
    expect(places(edgesOf(shape('sphere 4 2', new SphereGeometry(1, 4, 2)))).length).toBe(24)
  })

  it('are not taken for those of a sphere by what a text says', () => {
    expect(places(edgesOf(shape('text 1 sphere', new BoxGeometry(1, 1, 1))))).toHaveLength(24)
  })
})
