import { BufferAttribute, type BufferGeometry, type Vector3 } from 'three'

/** Gives a geometry other vertices. */
export function putPlaces(geometry: BufferGeometry, places: readonly Vector3[]): void {
  const known = geometry.getAttribute('position') as BufferAttribute | undefined
  const attribute = known?.count === places.length ? known : new BufferAttribute(new Float32Array(places.length * 3), 3)
  places.forEach(({ x, y, z }, i) => attribute.setXYZ(i, x, y, z))
  attribute.needsUpdate = true
  if (attribute !== known) geometry.setAttribute('position', attribute)
}
