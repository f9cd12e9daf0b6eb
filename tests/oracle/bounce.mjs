// "Bounce" of docs/motion.md.
import { Vector3 } from 'three'
import { SECOND } from './scene.mjs'
import { keyed, seen, triple } from './order.mjs'
import { STEP } from './grid.mjs'
import { lagged, swayed } from './loose.mjs'
import { carried, originOf, scaleOf } from './world.mjs'

const axes = ['x', 'y', 'z']
const H = STEP / SECOND

/** A channel of the position of what bounces: where it has fallen to, or `v` while it does not fall. */
export function fallen(scene, object, channel, t, v) {
  const places = Math.floor((t - scene.first) / STEP)
  const balls = ballsAt(scene, places)
  const ball = balls.find((each) => each.object === object)
  if (!ball.falls) return v
  const left = (t - scene.first - places * STEP) / SECOND
  const { at } = left > 0 ? flown(ball, left, rulesOf(scene, object, timeOf(scene, places))) : ball
  return at.clone().applyMatrix4(carried(scene, object, t).invert())[channel.at(-1)]
}

const timeOf = (scene, place) => scene.first + place * STEP

function ballsAt(scene, place) {
  if (!scene.balls) {
    const bouncing = scene.objects
      .filter((each) => each.bounce && each.bounce.on !== false)
      .sort((a, b) => (a.name < b.name ? -1 : 1))
    const against = [...new Set(bouncing.flatMap((each) => each.bounce.against ?? []))].map((name) =>
      scene.byName.get(name),
    )
    scene.still = against.filter((each) => !bouncing.includes(each)).sort((a, b) => (a.name < b.name ? -1 : 1))
    scene.balls = [bouncing.map((object) => keyedBall(scene, object, 0))]
  }
  for (let k = scene.balls.length; k <= place; k++) scene.balls.push(stepped(scene, scene.balls[k - 1], k))
  return scene.balls[place]
}

/** Where keys put it, and the speed from the place before. */
function keyedBall(scene, object, place) {
  const [before, at] = [place - 1, place].map((each) => {
    const t = timeOf(scene, each)
    const own = axes.map((axis) => {
      const name = `position.${axis}`
      return lagged(scene, object, name, t, swayed(scene, object, name, t, keyed(scene, object, name, t)))
    })
    return new Vector3(...own).applyMatrix4(carried(scene, object, t))
  })
  const falls = seen(scene, object, 'bounce.falling', timeOf(scene, place)) >= 0.5
  return { object, falls, at, way: at.clone().sub(before).divideScalar(H) }
}

function rulesOf(scene, object, t) {
  const [gravity, restitution, friction, ground, radius] = [
    'gravity',
    'restitution',
    'friction',
    'ground',
    'radius',
  ].map((name) => seen(scene, object, `bounce.${name}`, t))
  return { gravity, restitution, friction, floor: ground + radius, radius }
}

function stepped(scene, balls, place) {
  const t = timeOf(scene, place)
  const now = balls.map((ball) => {
    const rules = rulesOf(scene, ball.object, t)
    const there = keyedBall(scene, ball.object, place)
    const next = ball.falls && there.falls ? { ...there, ...flown(ball, H, rules) } : there
    return { ...next, radius: rules.radius, restitution: rules.restitution, lies: 4 * rules.gravity * H }
  })
  const still = scene.still.map((object) => {
    const [before, at] = [place - 1, place].map((each) => originOf(scene, object, timeOf(scene, each)))
    return {
      object,
      falls: false,
      at,
      way: at.clone().sub(before).divideScalar(H),
      radius: sizeOf(scene, object, t),
      restitution: 0,
    }
  })
  meet(now, still)
  return now
}

/** On a parabola, thrown back by the ground, and sliding where it lies. */
function flown({ at, way }, seconds, { gravity: g, restitution: e, friction, floor }) {
  let [p, v, left] = [at.clone(), way.clone(), seconds]
  p.y = Math.max(p.y, floor)
  for (let contact = 0; left > 0; contact++) {
    if (g > 0 && ((p.y <= floor && Math.abs(v.y) <= 2 * g * H) || contact >= 8))
      return slid(p.setY(floor), v.setY(0), left, friction * g)
    const hit = landing(p.y - floor, v.y, g)
    if (hit === null || hit > left) break
    const down = g * hit - v.y
    p = p.addScaledVector(v, hit).setY(floor)
    v = slowed(v, friction * (1 + e) * down).setY(down * e)
    left -= hit
  }
  p.addScaledVector(v, left)
  p.y -= (g * left * left) / 2
  v.y -= g * left
  return { at: p, way: v }
}

function landing(height, up, g) {
  if (g <= 0) return up < 0 ? -height / up : null
  return (up + Math.sqrt(up * up + 2 * g * height)) / g
}

function slowed(v, by) {
  const speed = Math.hypot(v.x, v.z)
  const part = speed <= by || speed === 0 ? 0 : 1 - by / speed
  return new Vector3(v.x * part, v.y, v.z * part)
}

function slid(p, v, seconds, slowing) {
  const speed = v.length()
  if (speed === 0) return { at: p, way: v }
  const time = slowing > 0 ? Math.min(seconds, speed / slowing) : seconds
  const at = p.addScaledVector(v, (speed * time - (slowing * time * time) / 2) / speed)
  return { at, way: v.multiplyScalar(Math.max(0, 1 - (slowing * seconds) / speed)) }
}

/** Those that overlap and come nearer are thrown apart, in the order in which their left ends lie along x. */
function meet(balls, still) {
  const lies = Math.max(...balls.map((each) => each.lies))
  const all = [...balls, ...still].sort((a, b) => a.at.x - a.radius - (b.at.x - b.radius))
  for (const [i, one] of all.entries())
    for (const other of all.slice(i + 1))
      if (canMeet(one, other)) thrown(...(isBefore(one, other) ? [one, other] : [other, one]), lies)
}

/** Of two, the one that bounces is the first, else the one whose name is. */
const isBefore = (one, other) =>
  Boolean(one.lies !== undefined) !== Boolean(other.lies !== undefined)
    ? one.lies !== undefined
    : one.object.name < other.object.name

function canMeet(one, other) {
  if (!one.falls && !other.falls) return false
  const off = (a, b) =>
    b.object.bounce?.on !== false && b.object.bounce ? true : a.object.bounce?.against?.includes(b.object.name)
  return one.falls ? off(one, other) : off(other, one)
}

function thrown(one, other, lies) {
  const between = one.at.clone().sub(other.at)
  const overlap = one.radius + other.radius - between.length()
  if (overlap <= 0) return
  const line = between.length() > 0 ? between.normalize() : new Vector3(0, 1, 0)
  const [a, b] = [one, other].map((each) => (each.falls ? 1 / Math.max(each.radius ** 3, 1e-9) : 0))
  const nearing = one.way.clone().sub(other.way).dot(line)
  let push = 0
  if (nearing < 0) {
    const free = [one, other].filter((each) => each.falls)
    const e = -nearing <= lies ? 0 : Math.sqrt(free[0].restitution * free.at(-1).restitution)
    push = (-(1 + e) * nearing) / (a + b)
  }
  one.at.addScaledVector(line, (overlap * a) / (a + b))
  other.at.addScaledVector(line, (-overlap * b) / (a + b))
  one.way.addScaledVector(line, push * a)
  other.way.addScaledVector(line, -push * b)
}

/** The ball that stands for what is bounced off. */
function sizeOf(scene, object, t) {
  if (object.bounce) return seen(scene, object, 'bounce.radius', t)
  const value = (name) => seen(scene, object, `shape.${name}`, t)
  const around = scaleOf(carried(scene, object, t))
  const own = triple(scene, object, 'scale', t)
  const scale = axes.reduce((sum, _, i) => sum + Math.abs(around[i] * own[i]), 0) / 3
  const sizes = {
    box: () => (value('width') + value('height') + value('depth')) / 6,
    sphere: () => value('radius'),
    cylinder: () => (2 * value('radius') + value('height') / 2) / 3,
    cone: () => (2 * value('radius') + value('height') / 2) / 3,
    torus: () => value('radius') + value('tube'),
    plane: () => (value('width') + value('depth')) / 4,
    text: () => value('size') / 2,
  }
  return scale * (sizes[object.kind]?.() ?? 0.5)
}
