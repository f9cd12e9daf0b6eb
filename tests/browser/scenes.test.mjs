import assert from 'node:assert/strict'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import Ajv from 'ajv/dist/2020.js'
import { PNG } from 'pngjs'
import { browse, home, open, Server, until } from './harness.mjs'
import { sceneText } from './packages.mjs'
import { faultsOf } from './readable.mjs'

// The list of scenes, and scene files going in and out.
let server, browser, context, page
const card = (name) => page.getByRole('article', { name, exact: true })

async function more(name, item) {
  await card(name).getByRole('button', { name: 'More' }).click()
  await card(name).getByText(item, { exact: true }).click()
}

before(async () => {
  server = await new Server('demo').start()
  ;({ browser, context } = await browse())
  page = await open(context, server.address)
})

after(async () => {
  await browser.close()
  await server.dispose()
})

test('the demo scene is there with a picture drawn from it', async () => {
  const picture = card('Lantern Bay').locator('img')
  await picture.waitFor()
  const png = PNG.sync.read(
    Buffer.from(await (await fetch(server.address + (await picture.getAttribute('src')))).arrayBuffer()),
  )
  const colours = new Set()
  for (let i = 0; i < png.data.length; i += 4 * 97)
    colours.add((png.data[i] << 16) | (png.data[i + 1] << 8) | png.data[i + 2])
  assert.ok(colours.size > 40, `the picture shows something (${colours.size} colours)`)
})

test('a scene is duplicated, renamed, deleted and brought back', async () => {
  await more('Lantern Bay', 'Duplicate')
  await card('Lantern Bay 2').waitFor()
  await more('Lantern Bay 2', 'Rename')
  await page.getByLabel('Name').fill('Night crossing')
  await page.keyboard.press('Enter')
  await card('Night crossing').waitFor()
  await more('Night crossing', 'Rename')
  await page.getByLabel('Name').fill('<b>Bay')
  await page.keyboard.press('Enter')
  await page.getByRole('alert').getByText('cannot have the character <').waitFor()
  await more('Night crossing', 'Delete')
  await card('Night crossing').waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Undo' }).click()
  await card('Night crossing').waitFor()
})

test('a list that was asked for before a change and comes after it is not shown', async () => {
  let letGo
  const held = new Promise((resolve) => (letGo = resolve))
  let count = 0
  await page.route('**/api/scenes', async (route) => {
    if (route.request().method() !== 'GET' || count++ > 0) return route.fallback()
    const response = await route.fetch()
    await held
    await route.fulfill({ response })
  })
  const asked = page.waitForRequest((request) => request.url().endsWith('/api/scenes') && request.method() === 'GET')
  await more('Night crossing', 'Duplicate')
  await asked
  await more('Night crossing', 'Rename')
  await page.getByLabel('Name').fill('Day crossing')
  await page.keyboard.press('Enter')
  await card('Day crossing').waitFor()
  const late = page.waitForResponse((answer) => answer.url().endsWith('/api/scenes'))
  letGo()
  await (await late).finished()
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
  assert.equal(await card('Day crossing').count(), 1)
  assert.equal(await card('Night crossing').count(), 0)
  await page.unroute('**/api/scenes')
})

test('a list whose server is away says so, and is there as soon as it is back', async () => {
  await card('Lantern Bay').getByRole('link', { name: 'Open Lantern Bay' }).click()
  await page.locator('.desk').waitFor()
  await server.kill()
  await page.getByTitle('All scenes').click()
  const away = page.getByText('The server does not answer. The scenes are here again as soon as it does.')
  await away.waitFor()
  assert.equal(await page.locator('.card').count(), 0)
  await server.start()
  await card('Lantern Bay').waitFor()
  await away.waitFor({ state: 'detached' })
  // What is there stays in sight.
  await server.kill()
  await more('Lantern Bay', 'Duplicate')
  await away.waitFor()
  await card('Lantern Bay').waitFor()
  await server.start()
  await away.waitFor({ state: 'detached' })
  assert.equal(await card('Lantern Bay 2').count(), 0)
})

test('what was done elsewhere is in the list when its window is come back to', async () => {
  const other = await context.newPage()
  const session = await context.newCDPSession(page)
  // As in a browser with a monitor: only the window in front has the focus.
  await session.send('Emulation.setFocusEmulationEnabled', { enabled: false })
  await other.goto(server.address)
  await other.bringToFront()
  await until(
    () => page.evaluate(() => document.hasFocus()),
    (has) => !has,
    'the other window in front',
  )
  await server.post('/api/scenes', { name: 'From elsewhere' })
  assert.equal(await card('From elsewhere').count(), 0)
  await page.bringToFront()
  await card('From elsewhere').waitFor()
  await session.send('Emulation.setFocusEmulationEnabled', { enabled: true })
  await other.close()
  await more('From elsewhere', 'Delete')
  await card('From elsewhere').waitFor({ state: 'detached' })
})

test('a scene goes out as a file that follows the published schema, and comes in by picker and by drop', async () => {
  const coming = page.waitForEvent('download')
  await more('Lantern Bay', 'Export scene file')
  const download = await coming
  // With its sounds it is a package.
  assert.equal(download.suggestedFilename(), 'lantern-bay.zesty')
  const file = join(server.folder, 'out.zesty')
  await download.saveAs(file)
  const text = sceneText(readFileSync(file))
  assert.equal(text, readFileSync(join(home, 'demo', 'lantern-bay.zesty.json'), 'utf8'))
  const schema = await server.get('/api/scene-file.schema.json')
  const follows = new Ajv({ allowUnionTypes: true, strictRequired: false, strictTypes: false }).compile(schema)
  assert.ok(follows(JSON.parse(text)), JSON.stringify(follows.errors))
  const faulty = { ...JSON.parse(text), version: 3 }
  assert.equal(follows(faulty), false)

  await page.locator('input[type=file]').setInputFiles(file)
  await page.getByText('out.zesty is imported.').waitFor()
  const drop = await page.evaluateHandle(
    (content) => {
      const data = new DataTransfer()
      data.items.add(new File([content], 'quay.zesty.json'))
      return data
    },
    text.replace('"Lantern Bay"', '"Quay"'),
  )
  await page.dispatchEvent('.page', 'drop', { dataTransfer: drop })
  await card('Quay').waitFor()
})

test('a faulty file is refused with the place of its fault', async () => {
  const count = (await server.get('/api/scenes')).length
  const file = join(server.folder, 'bad.zesty.json')
  writeFileSync(file, '{"format":"zesty-scene","version":2,"name":"B","rate":"24","range":[5,1],"objects":[]}')
  await page.locator('input[type=file]').setInputFiles(file)
  await page.getByRole('alert').getByText('range: the last frame (1) comes before the first (5)').waitFor()
  assert.equal((await server.get('/api/scenes')).length, count)
})

test('a large file shows how far it is, and is called off without a trace', async () => {
  const keys = Array.from({ length: 3000 }, (_, i) => ({ frame: i, value: i % 7, in: 'linear', out: 'linear' }))
  const big = {
    format: 'zesty-scene',
    version: 2,
    name: 'Fleet',
    rate: '24',
    range: [0, 3000],
    objects: Array.from({ length: 60 }, (_, i) => ({
      name: `Boat ${i + 1}`,
      kind: 'box',
      channels: Object.fromEntries(['x', 'y', 'z'].map((axis) => [`position.${axis}`, { keys }])),
    })),
  }
  const [file, again] = ['fleet.json', 'again.json'].map((name) => join(server.folder, name))
  for (const each of [file, again]) writeFileSync(each, JSON.stringify(big))
  const before = (await server.get('/api/scenes')).length
  await page.evaluate(() => {
    window.shares = []
    new MutationObserver(() => {
      const bar = document.querySelector('progress')
      if (bar) window.shares.push(bar.value)
    }).observe(document.querySelector('.title'), {
      subtree: true,
      childList: true,
      attributes: true,
      characterData: true,
    })
  })
  await page.locator('input[type=file]').setInputFiles(file)
  await card('Fleet').waitFor({ timeout: 60_000 })
  const shares = await page.evaluate(() => window.shares)
  const distinct = [...new Set(shares)]
  assert.deepEqual(
    distinct,
    distinct.toSorted((a, b) => a - b),
  )
  assert.ok(
    distinct.filter((share) => share > 0.3 && share < 1).length >= 3,
    `reading and keeping it were told: ${distinct}`,
  )
  await page.locator('input[type=file]').setInputFiles(again)
  await page.getByRole('progressbar', { name: 'Import' }).waitFor()
  await page.getByRole('button', { name: 'Call off' }).click()
  await page.getByText('again.json was called off; nothing of it is kept.').waitFor()
  await page.getByRole('progressbar', { name: 'Import' }).waitFor({ state: 'detached' })
  // What the server was in the middle of is let go as well.
  await until(
    async () => (await server.get('/api/scenes')).length,
    (count) => count === before + 1,
    'one scene more',
  )
  await more('Fleet', 'Delete')
  await card('Fleet').waitFor({ state: 'detached' })
})

test('among five hundred, a scene is found by its name, sorted, and reached with the keyboard', async () => {
  const before = (await server.get('/api/scenes')).length
  for (let i = 1; i <= 500; i++) await server.post('/api/scenes', { name: `Sketch ${i}` })
  await page.reload()
  await until(
    () => page.locator('.card').count(),
    (count) => count === before + 500,
    'all of them',
  )
  const names = () => page.locator('.card .name').allTextContents()
  const find = page.getByLabel('Find a scene')
  await find.fill('sketch 49')
  assert.deepEqual((await names()).toSorted(), ['Sketch 49', ...Array.from({ length: 10 }, (_, i) => `Sketch 49${i}`)])
  await page.getByLabel('Order of the scenes').selectOption('By name')
  assert.equal((await names())[1], 'Sketch 490')
  await find.press('ArrowDown')
  await page.keyboard.press('ArrowRight')
  assert.equal(await page.evaluate(() => document.activeElement.ariaLabel), 'Open Sketch 490')
  await page.keyboard.press('Enter')
  await page.locator('.desk').waitFor()
  await page.goBack()
  await find.fill('nothing of the kind')
  await page.getByText('No scene has “nothing of the kind” in its name.').waitFor()
  await find.fill('')
  await page.getByLabel('Order of the scenes').selectOption('Changed last')
  for (const { id, name } of await server.get('/api/scenes'))
    if (name.startsWith('Sketch ')) await fetch(`${server.address}/api/scenes/${id}`, { method: 'DELETE' })
  await page.reload()
  await page.getByRole('button', { name: 'Deleted' }).click()
  const dialog = page.getByRole('dialog', { name: 'Deleted scenes' })
  await dialog.getByLabel('Find a deleted scene').fill('sketch 123')
  assert.equal(await dialog.locator('li').count(), 1)
  await dialog.getByRole('button', { name: 'Bring back' }).click()
  await dialog.getByText('None of them has “sketch 123” in its name.').waitFor()
  await page.keyboard.press('Escape')
  await dialog.waitFor({ state: 'detached' })
})

test('the light scheme is kept', async () => {
  await page.getByRole('button', { name: 'Light or dark scheme' }).click()
  await until(
    () => page.evaluate(() => getComputedStyle(document.body).backgroundColor),
    (c) => c === 'rgb(246, 243, 232)',
    'the light ground',
  )
  await page.reload()
  await card('Quay').waitFor()
  assert.equal(await page.evaluate(() => document.documentElement.dataset.bsTheme), 'light')
})

test('list and workspace pass axe in both schemes', async () => {
  for (const scheme of ['light', 'dark']) {
    await page.evaluate((wanted) => localStorage.setItem('zesty-scheme', wanted), scheme)
    for (const path of ['/', '/scenes/1']) {
      await page.goto(server.address + path)
      await page
        .locator(path === '/' ? '.card img' : '.head.object')
        .first()
        .waitFor()
      if (path !== '/') await page.getByRole('button', { name: 'Lighthouse', exact: true }).click()
      assert.deepEqual(await faultsOf(page), [])
    }
  }
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
