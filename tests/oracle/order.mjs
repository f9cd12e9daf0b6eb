// "The order" of docs/motion.md: a channel's value, and an object's place in the world, at a played time.
import { kept } from './curves.mjs'
import { valueOf } from './scene.mjs'
import { rest } from './channels.mjs'
import { clipsAt } from './clips.mjs'
import { shiftOf } from './cues.mjs'
import { loose } from './loose.mjs'
import { rolled } from './roll.mjs'
import { slerped } from './rotation.mjs'

const axes = ['x', 'y', 'z']

/** The source time of a channel of an object. */
export function sourceTime(scene, object, channel, played) {
  const cue = shiftOf(scene, object, channel)
  return cue?.stands ?? throughWarps(scene, object, channel, played - (cue?.shift ?? 0))
}

export function throughWarps(scene, object, channel, played) {
  let t = played
  const address = `${object.name}/${channel}`
  for (const covered of [(on) => on === null, (on) => on?.includes(object.name), (on) => on?.includes(address)])
    for (const warp of scene.warps) if (warp.on && covered(warp.covers)) t = warped(warp, t)
  return t
}

function warped(warp, t) {
  const { first, last } = warp.curve
  if (warp.beyond === 'run-on' && t > last.t) return kept(last.v + (t - last.t))
  if (warp.beyond === 'run-on' && t < first.t) return kept(first.v + (t - first.t))
  return kept(warp.curve.at(t))
}

/** Steps 1 to 4: what keys, clips and layers say. */
export function keyed(scene, object, channel, t) {
  return layered(scene, object, channel, t, base(scene, object, channel, t))
}

function base(scene, object, channel, t) {
  const source = sourceTime(scene, object, channel, t)
  const own =
    object.rotation === 'quaternion' && channel.startsWith('rotation.')
      ? slerped(object, channel, source)
      : curveAt(object, channel, source)
  return own + clipsAt(scene, object, channel, source)
}

export function curveAt(object, channel, source) {
  const curve = object.curves[channel]
  return curve ? valueOf(curve, source) : rest(object, channel).value
}

function layered(scene, object, channel, t, below) {
  const { held } = rest(object, channel)
  const solo = scene.layers.some((layer) => layer.solo)
  let v = below
  for (const layer of scene.layers) {
    if (!layer.on || (solo && !layer.solo)) continue
    const curve = layer.curves.get(`${object.name}/${channel}`)
    if (!curve) continue
    const s = Math.min(1, Math.max(0, valueOf(layer.strength, t)))
    const own = curve.at(sourceTime(scene, object, channel, t))
    if (held) v = layer.mode === 'override' && s >= 0.5 ? own : v
    else v += layer.mode === 'add' ? s * own : s * (own - v)
  }
  return v
}

/** All steps up to limits: what is seen of a channel. */
export function seen(scene, object, channel, t) {
  scene.seen ??= new Map()
  const key = `${object.name}/${channel}@${t}`
  if (!scene.seen.has(key)) {
    const spec = rest(object, channel)
    const value = loose(scene, object, channel, t, keyed(scene, object, channel, t)) + rolled(scene, object, channel, t)
    scene.seen.set(key, Math.min(spec.most, Math.max(spec.least, value)))
  }
  return scene.seen.get(key)
}

export const triple = (scene, object, group, t) => axes.map((axis) => seen(scene, object, `${group}.${axis}`, t))
