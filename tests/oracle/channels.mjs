// What a channel is when left out, and what it can be: the table of docs/scene-file.md.
import { readFileSync } from 'node:fs'

const page = readFileSync(new URL('../../docs/scene-file.md', import.meta.url), 'utf8')
const shapes = ['box', 'sphere', 'cylinder', 'cone', 'torus', 'plane', 'text', 'mesh']

const known = new Map()
for (const row of page.split('| channels | of | left out |')[1].split('\n\n')[0].split('\n').slice(2)) {
  const [names, of, value, least, most, holds] = row
    .split('|')
    .slice(1, -1)
    .map((cell) => cell.trim())
  const spec = {
    value: Number(value),
    least: Number(least || -1e12),
    most: Number(most || 1e12),
    held: holds === 'yes',
  }
  const kinds = of.split(', ').flatMap((kind) => (kind === 'shapes' ? shapes : kind))
  for (const name of names.split(' ')) for (const kind of kinds) known.set(`${kind} ${name.replaceAll('`', '')}`, spec)
}

const uses = { follow: 'following', aim: 'aiming', sway: 'swaying', lag: 'lagging', bounce: 'bouncing', fade: 'fading' }

/** What a channel of an object is when left out, what it can be, and whether it only holds. */
export function rest(object, channel) {
  const [first, deformer, what] = channel.split('.')
  if (first === 'deform') {
    const { kind } = object.deformers.find((each) => each.name === deformer)
    return known.get(`${kind} ${what}`) ?? known.get(`every deformer ${what}`)
  }
  return known.get(`all ${channel}`) ?? known.get(`${object.kind} ${channel}`) ?? known.get(`${uses[first]} ${channel}`)
}
