// Compares what the application says of scenes with the second reading.
// Usage: node compare.mjs FOLDER [MOST], with FOLDER/*.zesty.json and, of each, *.own.csv, *.world.csv, *.points.csv and *.rest.csv as `sample` prints them.
import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { Matrix4, Vector3 } from 'three'
import { bent, opacity } from './geometry.mjs'
import { seen } from './order.mjs'
import { quaternion } from './rotation.mjs'
import { readScene, rowsOf } from './scene.mjs'
import { scaleOf, turnOf, world } from './world.mjs'

const [, , folder, most = 5] = process.argv
const TOLERANCE = 1e-6
const axes = ['x', 'y', 'z']
let [compared, wrong] = [0, 0]
const kinds = new Map()

for (const file of readdirSync(folder).filter((name) => name.endsWith('.zesty.json'))) {
  const name = file.slice(0, -'.zesty.json'.length)
  const scene = readScene(join(folder, file))
  const told = new Set()
  const check = (object, what, frame, there, here, isSame) => {
    compared++
    if (isSame) return
    wrong++
    const kind = `${what} of ${['follow', 'aim', 'sway', 'lag', 'bounce', 'roll', 'rotation'].filter((each) => object[each]).join(', ') || 'keys alone'}`
    kinds.set(kind, (kinds.get(kind) ?? 0) + 1)
    if (told.size >= most || told.has(kind)) return
    told.add(kind)
    console.log(`${name} ${object.name} ${what}, frame ${frame}: ${there} there, ${here} here`)
  }
  const rows = (which) => rowsOf(join(folder, `${name}.${which}.csv`), scene)
  compareChannels(scene, [...rows('own')], check)
  comparePlaces(scene, [...rows('world')], check)
  if (existsSync(join(folder, `${name}.points.csv`))) comparePoints(scene, rows('points'), rows('rest'), check)
}
console.log(`${compared} compared, ${wrong} differ`)
for (const [kind, count] of [...kinds].sort((a, b) => b[1] - a[1])) console.log(`  ${count} ${kind}`)
process.exit(compared > 0 && wrong === 0 ? 0 : 1)

/** Each channel, as near as a millionth of its value or of its way. */
function compareChannels(scene, rows, check) {
  const size = new Map()
  for (const { object, fields, value } of rows) {
    const key = `${object.name}/${fields[1]}`
    size.set(key, Math.max(size.get(key) ?? 1, Math.abs(value)))
  }
  for (const { object, fields, frame, value } of rows) {
    const here = seen(scene, object, fields[1], scene.at(frame))
    check(
      object,
      fields[1],
      frame,
      value,
      here,
      Math.abs(here - value) <= TOLERANCE * size.get(`${object.name}/${fields[1]}`),
    )
  }
}

/** Position, rotation and scale in the world. */
function comparePlaces(scene, rows, check) {
  const places = new Map()
  for (const { object, fields, frame, value } of rows) {
    const key = `${object.name}@${frame}`
    if (!places.has(key)) places.set(key, { object, frame, values: {} })
    places.get(key).values[fields[1]] = value
  }
  for (const { object, frame, values } of places.values()) {
    const here = world(scene, object, scene.at(frame))
    const [there, degrees, scale] = ['position', 'rotation', 'scale'].map((group) =>
      axes.map((axis) => values[`${group}.${axis}`]),
    )
    const at = new Vector3().setFromMatrixPosition(here)
    check(object, 'place', frame, there, at.toArray(), isNear(at, there))
    const size = scaleOf(here)
    check(object, 'size', frame, scale, size, isNear(new Vector3(...size), scale))
    // Of what is flat or sheared, the axes do not say how it is turned.
    if (scale.some((each) => Math.abs(each) < 1e-9) || isSheared(here)) continue
    const [turned, own] = [quaternion(degrees, object.rotationOrder), turnOf(here)].map(
      (each) => new Matrix4().makeRotationFromQuaternion(each).elements,
    )
    check(
      object,
      'turn',
      frame,
      turned,
      own,
      turned.every((each, i) => Math.abs(each - own[i]) <= 10 * TOLERANCE),
    )
  }
}

function isSheared(matrix) {
  const [x, y, z] = [0, 1, 2].map((column) => new Vector3().setFromMatrixColumn(matrix, column).normalize())
  return [x.dot(y), y.dot(z), z.dot(x)].some((each) => Math.abs(each) > TOLERANCE)
}

function isNear(here, there) {
  return here.distanceTo(new Vector3(...there)) <= TOLERANCE * Math.max(1, here.length())
}

/** Vertices in the world, and how much is seen of them. */
function comparePoints(scene, rows, rest, check) {
  const places = new Map(
    [...rest].map(({ fields }) => [fields.slice(0, 3).join(), new Vector3(...fields.slice(3, 6).map(Number))]),
  )
  for (const { object, fields, frame } of rows) {
    const [t, unbent] = [scene.at(frame), places.get(fields.slice(0, 3).join())]
    const there = fields.slice(3, 6).map(Number)
    const here = bent(scene, object, t, unbent)
    check(object, 'vertex', `${frame}, ${fields[2]}`, there, here.toArray(), isNear(here, there))
    const part = opacity(scene, object, t, unbent)
    check(
      object,
      'opacity',
      `${frame}, ${fields[2]}`,
      fields[6],
      part,
      Math.abs(part - Number(fields[6])) <= 10 * TOLERANCE,
    )
  }
}
