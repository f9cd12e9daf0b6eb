// Writes the licences of all that is shipped: npm packages and fonts in the pages, and NuGet packages beside the server.
// Usage: node packaging/notices.mjs FOLDER-OF-THE-APPLICATION, which gets web/third-party-notices.txt.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { homedir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = fileURLToPath(new URL('..', import.meta.url))
const app = process.argv[2]
const wide = '='.repeat(80)

const named = new Map([...npmPackages(), ...nugetPackages()].map((each) => [`${each.name} ${each.version}`, each]))
const all = [...named.values()].sort((a, b) => (a.name.toLowerCase() < b.name.toLowerCase() ? -1 : 1))
const without = all.filter((each) => !each.licence)
if (without.length > 0) {
  console.error(`no licence is said by ${without.map((each) => each.name).join(', ')}`)
  process.exit(1)
}
const list = all.map((each) => `${each.name} ${each.version}  ${each.licence}${each.home ? `  ${each.home}` : ''}`)
const texts = [...grouped(all)].map(([text, names]) => `${wide}\n${names.join('\n')}\n${wide}\n\n${text}\n`)
writeFileSync(
  join(app, 'web', 'third-party-notices.txt'),
  `Zesty Reel ships with these packages of others.\n\n${list.join('\n')}\n\nTheir licences follow.\n\n${texts.join('\n')}`,
)

/** What the pages and the fonts of texts need at run time, with what these need. */
function npmPackages() {
  const { packages } = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'))
  const found = new Map()
  const walk = (from) => {
    for (const name of Object.keys(packages[from].dependencies ?? {})) {
      // Types are for the compiler.
      if (name.startsWith('@types/')) continue
      // As Node.js looks for it: beside the package, then further up.
      let at = from
      while (at && !packages[`${at}/node_modules/${name}`])
        at = at.includes('/node_modules/') ? at.slice(0, at.lastIndexOf('/node_modules/')) : ''
      const path = at ? `${at}/node_modules/${name}` : `node_modules/${name}`
      if (!packages[path] || found.has(path)) continue
      found.set(path, true)
      walk(path)
    }
  }
  walk('')
  walk('web')
  return [...found.keys()].map((path) => {
    const about = JSON.parse(readFileSync(join(root, path, 'package.json'), 'utf8'))
    return {
      name: about.name,
      version: about.version,
      licence: typeof about.license === 'string' ? about.license : about.license?.type,
      home: about.homepage,
      texts: textsIn(join(root, path)),
    }
  })
}

function nugetPackages() {
  const { libraries } = JSON.parse(readFileSync(join(app, 'ZestyReel.Server.deps.json'), 'utf8'))
  const cache = process.env.NUGET_PACKAGES ?? join(homedir(), '.nuget', 'packages')
  return Object.entries(libraries)
    .filter(([, library]) => library.type === 'package')
    .map(([key, library]) => {
      const folder = [cache, '/opt/nuget/packages'].map((each) => join(each, library.path)).find(existsSync)
      const [name, version] = key.split('/')
      const nuspec = readFileSync(join(folder, `${name.toLowerCase()}.nuspec`), 'utf8')
      const said = (tag) => new RegExp(`<${tag}(?: [^>]*)?>([^<]*)</${tag}>`).exec(nuspec)?.[1]
      return {
        name,
        version,
        licence: said('license') ?? said('licenseUrl'),
        home: said('projectUrl'),
        texts: textsIn(folder),
      }
    })
}

function textsIn(folder) {
  return readdirSync(folder, { withFileTypes: true })
    .filter((each) => each.isFile())
    .map((each) => each.name)
    .filter((name) => /^(licen[cs]e|ofl|copying|notice|third-?party)/i.test(name) && /(\.(txt|md)|^[^.]*)$/i.test(name))
    .sort()
    .map((name) => readFileSync(join(folder, name), 'utf8').replaceAll('\r\n', '\n').trim())
}

/** Texts that several have in common stand once. */
function grouped(packages) {
  const texts = new Map()
  for (const { name, version, texts: own } of packages)
    for (const text of own) texts.set(text, [...(texts.get(text) ?? []), `${name} ${version}`])
  return texts
}
