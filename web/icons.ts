import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import subset from 'subset-font'
import type { Plugin } from 'vite'

const asked = /\bbi-[a-z0-9-]+/g

/**
 * Gives `virtual:icons.css`, the icons that the pages name and no others: the whole font is 134 kB and its rules 80 kB.
 * An icon must stand in the source by its whole name; one that the font does not have ends the build.
 */
export function icons(): Plugin {
  let styles: string
  return {
    name: 'icons',
    async configResolved({ root, cacheDir }) {
      const font = createRequire(import.meta.url).resolve('bootstrap-icons/font/bootstrap-icons.json')
      const points: Record<string, number> = JSON.parse(readFileSync(font, 'utf8'))
      const names = namedIn(join(root, 'src'))
      const missing = names.filter((name) => !(name in points))
      if (missing.length > 0) throw new Error(`no icon is called ${missing.map((name) => `bi-${name}`).join(', ')}`)

      const whole = readFileSync(join(font, '..', 'fonts', 'bootstrap-icons.woff2'))
      const glyphs = names.map((name) => String.fromCodePoint(points[name]!)).join('')
      const folder = join(cacheDir, 'icons')
      mkdirSync(folder, { recursive: true })
      writeFileSync(join(folder, 'icons.woff2'), await subset(whole, glyphs, { targetFormat: 'woff2' }))
      styles = join(folder, 'icons.css')
      writeFileSync(styles, rules(readFileSync(join(font, '..', 'bootstrap-icons.css'), 'utf8'), names))
    },
    resolveId: (id) => (id === 'virtual:icons.css' ? styles : undefined),
  }
}

/** The icons, without `bi-`, that the files of a folder name. */
function namedIn(folder: string) {
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((file) => /\.(vue|ts)$/.test(file))
  const names = files.flatMap((file) => readFileSync(join(folder, file), 'utf8').match(asked) ?? [])
  return [...new Set(names.map((name) => name.slice('bi-'.length)))].sort()
}

/** The package's own rules, with those of the icons that are named, and the small font in place of the whole one. */
function rules(css: string, names: string[]) {
  const wanted = new Set(names)
  return css
    .replace(/src: url\([\s\S]*?;/, 'src: url("./icons.woff2") format("woff2");')
    .replace(/^\.bi-([a-z0-9-]+)::before \{[^}]*\}\n/gm, (rule, name: string) => (wanted.has(name) ? rule : ''))
}
