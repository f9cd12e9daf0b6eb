// docs/scene-file.md, as far as motion goes.
import { readFileSync } from 'node:fs'
import { Curve, kept } from './curves.mjs'
import { rest } from './channels.mjs'

export const SECOND = 705600000

/** A scene, its times in ticks. */
export function readScene(path) {
  const file = JSON.parse(readFileSync(path, 'utf8'))
  const [num, den = 1] = file.rate.split('/').map(Number)
  const frame = (SECOND * den) / num
  const at = (number) => Math.round(number * frame)
  const time = (row, name, otherwise) =>
    row[`${name}Tick`] ??
    (name === 'frame' ? row.tick : undefined) ??
    (row[name] === undefined ? otherwise : at(row[name]))
  const curve = (row, held) =>
    new Curve(
      row.keys.map((key) => keyOf(key, held)),
      row.before,
      row.after,
    )
  const keyOf = (key, held) => ({
    t: time(key, 'frame'),
    v: Number(key.value),
    in: key.in ?? (held ? 'hold' : 'clamped'),
    out: key.out ?? (held ? 'hold' : 'clamped'),
    inHandle: key.inHandle && [kept(key.inHandle[0] * frame), key.inHandle[1]],
    outHandle: key.outHandle && [kept(key.outHandle[0] * frame), key.outHandle[1]],
  })
  const channel = (row, held) => (row.keys ? curve(row, held) : { still: Number(row.value) })
  const objects = file.objects.map((row) => ({
    ...row,
    rotationOrder: row.rotationOrder ?? 'xyz',
    curves: Object.fromEntries(
      Object.entries(row.channels ?? {}).map(([name, each]) => [name, channel(each, rest(row, name).held)]),
    ),
  }))
  const byName = new Map(objects.map((each) => [each.name, each]))
  const covers = (list) => (list === 'scene' ? null : list)
  const warps = (file.warps ?? []).map((row) => ({
    on: row.on ?? true,
    covers: covers(row.covers),
    beyond: row.beyond ?? 'run-on',
    curve: new Curve(
      row.keys.map((key) => {
        const made = keyOf({ ...key, value: key.sourceTick ?? at(key.source) })
        for (const side of ['inHandle', 'outHandle'])
          if (made[side]) made[side] = [made[side][0], kept(made[side][1] * frame)]
        return made
      }),
    ),
  }))
  const clips = new Map(
    (file.clips ?? []).map((row) => [
      row.name,
      {
        length: row.lengthTick ?? at(row.length),
        curves: Object.fromEntries(Object.entries(row.channels).map(([name, each]) => [name, curve(each)])),
      },
    ]),
  )
  const placed = (file.placed ?? []).map((row) => ({
    ...row,
    clip: clips.get(row.clip),
    start: time(row, 'frame'),
    finish: row.endTick ?? at(row.end),
    offset: row.offsetTick ?? at(row.offset ?? 0),
    cycle: row.cycle ?? 'once',
    after: row.after ?? 'let-go',
    rate:
      row.rate === undefined ? { still: 1 } : typeof row.rate === 'number' ? { still: row.rate } : channel(row.rate),
  }))
  const layers = (file.layers ?? []).map((row) => ({
    mode: row.mode ?? 'add',
    on: row.on ?? true,
    solo: row.solo ?? false,
    strength:
      row.strength === undefined
        ? { still: 1 }
        : typeof row.strength === 'number'
          ? { still: row.strength }
          : channel(row.strength),
    curves: new Map(
      Object.entries(row.channels ?? {}).map(([name, each]) => {
        const cut = name.lastIndexOf('/')
        return [name, curve(each, rest(byName.get(name.slice(0, cut)), name.slice(cut + 1)).held)]
      }),
    ),
  }))
  const cues = (file.cues ?? []).map((row) => ({
    ...row,
    on: row.on ?? true,
    after: row.afterTick ?? at(row.after ?? file.range[0]),
    offset: row.offsetTick ?? at(row.offset ?? 0),
    anchor: row.anchorTick ?? at(row.anchor),
  }))
  const bookmarks = (file.bookmarks ?? []).map((row) => ({ name: row.name, t: time(row, 'frame') }))
  return {
    frame,
    at,
    first: at(file.range[0]),
    lastFrame: file.range[1],
    firstFrame: file.range[0],
    objects,
    byName,
    warps,
    placed,
    layers,
    cues,
    bookmarks,
  }
}

/** The value of a channel's curve, or what it stands at. */
export const valueOf = (channel, t) => (channel instanceof Curve ? channel.at(t) : channel.still)

/** The rows of a file that `sample` prints: the object, all fields, the frame, and the number that is last. */
export function* rowsOf(path, scene) {
  const [titles, ...rows] = readFileSync(path, 'utf8')
    .trim()
    .split('\n')
    .map((row) => row.match(/("(?:[^"]|"")*"|[^,]*)(?:,|$)/g).map(plain))
  const at = titles.indexOf('frame')
  for (const fields of rows)
    yield { object: scene.byName.get(fields[0]), fields, frame: Number(fields[at]), value: Number(fields[3]) }
}

/** A field without the quotes that names with commas have, and without the comma. */
function plain(field) {
  const bare = field.replace(/,$/, '')
  return bare.startsWith('"') ? bare.slice(1, -1).replaceAll('""', '"') : bare
}
