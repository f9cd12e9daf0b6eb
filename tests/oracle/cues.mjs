// "Cues" of docs/motion.md.
import { seen, throughWarps } from './order.mjs'
import { originOf } from './world.mjs'

/** What a cue does to the time of a channel: { shift } in ticks, or { stands } at a source time; nothing where none starts it. */
export function shiftOf(scene, object, channel) {
  const cue = scene.cues.find((each) => each.on && starts(each, object, channel))
  if (!cue) return undefined
  cue.moment ??= { at: momentOf(scene, cue) }
  if (cue.moment.at !== null) return { shift: cue.moment.at + cue.offset - cue.anchor }
  return { stands: Math.min(throughWarps(scene, object, channel, cue.anchor), ...firsts(scene, cue, object)) }
}

const starts = (cue, object, channel) =>
  cue.starts.includes(object.name) || cue.starts.includes(`${object.name}/${channel}`)

/** The first keys of an object that a cue starts, in the base and in layers, and its first clip. */
function firsts(scene, cue, object) {
  const base = Object.entries(object.curves).map(([channel, curve]) => [channel, curve])
  const above = scene.layers.flatMap((layer) =>
    [...layer.curves]
      .filter(([name]) => name.startsWith(`${object.name}/`))
      .map(([name, curve]) => [name.slice(object.name.length + 1), curve]),
  )
  return [
    ...[...base, ...above]
      .filter(([channel, curve]) => curve.first && starts(cue, object, channel))
      .map(([, curve]) => curve.first.t),
    ...scene.placed.filter((place) => place.object === object.name).map((place) => place.start),
  ]
}

function momentOf(scene, cue) {
  const { when } = cue
  if (when.bookmark !== undefined) {
    const named = scene.bookmarks.filter((each) => each.name === when.bookmark).sort((a, b) => a.t - b.t)
    const at = named[(when.which ?? 1) - 1]?.t
    return at === undefined || at < cue.after || at > scene.at(scene.lastFrame) ? null : at
  }
  const watched = watching(scene, when)
  const end = scene.at(scene.lastFrame)
  const quarter = scene.frame / 4
  let before = watched.at(cue.after)
  if (watched.standsThere?.(before)) return cue.after
  for (let n = 1; ; n++) {
    const t = Math.round(cue.after + n * quarter)
    if (t > end) return null
    const now = watched.at(t)
    if (watched.happens(before, now)) {
      let [low, high] = [0, 64]
      const from = cue.after + (n - 1) * quarter
      while (high - low > 1) {
        const middle = (low + high) / 2
        if (watched.happens(before, watched.at(Math.round(from + (middle * quarter) / 64)))) high = middle
        else low = middle
      }
      return Math.round(from + (high * quarter) / 64)
    }
    before = now
  }
}

function watching(scene, when) {
  if (when.near !== undefined) {
    const [one, other] = [when.object, when.near].map((name) => scene.byName.get(name))
    const at = (t) => originOf(scene, one, t).distanceTo(originOf(scene, other, t))
    if (when.within !== undefined)
      return { at, happens: (_, d) => d <= when.within, standsThere: (d) => d <= when.within }
    return { at, happens: (before, d) => before <= when.leaves && d > when.leaves }
  }
  const object = scene.byName.get(when.travel ?? when.object)
  const channel = when.travel === undefined ? when.channel : 'follow.travel'
  const wanted = when.reaches
  const near = (v) => Math.abs(v - wanted) <= 1e-9 * Math.max(1, Math.abs(wanted))
  const up = (before, v) => before < wanted && !near(before) && (v > wanted || near(v))
  const down = (before, v) => before > wanted && !near(before) && (v < wanted || near(v))
  const at = (t) => seen(scene, object, channel, t)
  if (when.going === 'up') return { at, happens: up }
  if (when.going === 'down') return { at, happens: down }
  return { at, happens: (before, v) => up(before, v) || down(before, v), standsThere: near }
}
