import { OrthographicCamera, PerspectiveCamera, Vector4 } from 'three'
import { describe, expect, it } from 'vitest'
import { placedIn } from './backdropPlace'

const camera = (aspect: number) => new PerspectiveCamera(40, aspect)
const placed = (change: object, aspect: number, seen: PerspectiveCamera | OrthographicCamera) =>
  placedIn({ view: 'free', fit: 'whole', x: 0, y: 0, width: 10, ...change }, aspect, seen, new Vector4())
    .toArray()
    .map((each) => Math.round(each * 1e6) / 1e6)

describe('where a background picture stands', () => {
  it('shows all of a picture in the free view', () => {
    expect(placed({}, 1, camera(2))).toEqual([0, 0, 0.5, 1])
    expect(placed({}, 4, camera(2))).toEqual([0, 0, 1, 0.5])
  })
  it('covers a view', () => {
    expect(placed({ fit: 'fill' }, 1, camera(2))).toEqual([0, 0, 1, 2])
    expect(placed({ fit: 'fill', view: null }, 4, camera(2))).toEqual([0, 0, 2, 1])
  })
  it('is as high as what a camera sees, whatever the shape of the view', () => {
    expect(placed({ view: null }, 4, camera(2))).toEqual([0, 0, 2, 1])
    expect(placed({ view: null }, 1, camera(2))).toEqual([0, 0, 0.5, 1])
  })
  it('stands in the world for flat views', () => {
    const flat = new OrthographicCamera(-10, 10, 5, -5, 0.1, 100)
    flat.position.set(2, 50, 0)
    flat.up.set(0, 0, -1)
    flat.lookAt(2, 0, 0)
    flat.zoom = 2
    flat.updateProjectionMatrix()
    flat.updateMatrixWorld()
    // Two units right of the middle, and one up, which from above is towards −z; half as high as wide.
    expect(placed({ view: 'top', x: 4, y: 1, width: 5 }, 2, flat)).toEqual([0.4, 0.4, 0.5, 0.5])
  })
})
