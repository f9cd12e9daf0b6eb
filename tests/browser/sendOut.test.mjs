import { after, before, test } from 'node:test'
import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { command, Desk, setField, until } from './harness.mjs'

/** Sending out, driven by hand. */
let desk
let page
before(async () => {
  desk = await Desk.open()
  page = desk.page
})
after(() => desk.close())

const dialog = () => page.locator('.modal-dialog')
const told = () => dialog().getByRole('status').first()
const choose = (name) => dialog().locator('.formats label').filter({ hasText: name }).click()

async function saved() {
  const coming = page.waitForEvent('download')
  await dialog().getByRole('button', { name: 'Save file' }).click()
  const file = await coming
  return { name: file.suggestedFilename(), text: readFileSync(await file.path(), 'utf8') }
}

test('Shift X opens it, arrows choose the format, Enter saves, and the focus goes back', async () => {
  await page.getByRole('button', { name: 'Send out' }).focus()
  await page.keyboard.press('Shift+X')
  await dialog().waitFor()
  await dialog()
    .getByRole('radio', { name: /Scene package/ })
    .focus()
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowDown')
  assert.ok(
    await dialog()
      .getByRole('radio', { name: /Table of moves/ })
      .isChecked(),
  )
  await told().filter({ hasText: '52 objects at 169 moments' }).waitFor()
  const coming = page.waitForEvent('download')
  await page.keyboard.press('Enter')
  const file = await coming
  assert.equal(file.suggestedFilename(), 'lantern-bay.csv')
  const rows = readFileSync(await file.path(), 'utf8')
    .trim()
    .split('\n')
  assert.equal(rows.length, 1 + 52 * 169)
  await dialog().waitFor({ state: 'detached' })
  assert.equal(await page.evaluate(() => document.activeElement.getAttribute('aria-label')), 'Send out')
})

test('a table has what the scene shows, of what is selected, between frames too', async () => {
  await desk.select('Ferry')
  await command(page, 'send out')
  await choose('Table of moves')
  await dialog().getByLabel('Which objects').selectOption('selection')
  // What is typed begins as what was chosen, and is not forgotten for another choice.
  await dialog().getByLabel('Which frames').selectOption('scene')
  const { range } = await desk.server.get(`/api/scenes/${desk.id}/file`)
  const typed = () => Promise.all(['from', 'to'].map((end) => page.getByLabel(`Goes out ${end}`).inputValue()))
  await dialog().getByLabel('Which frames').selectOption('typed')
  assert.deepEqual(await typed(), range.map(String))
  await setField(page, 'Goes out from', '30')
  await dialog().getByLabel('Which frames').selectOption('work')
  await dialog().getByLabel('Which frames').selectOption('typed')
  assert.deepEqual(await typed(), ['30', String(range[1])])
  await setField(page, 'Goes out to', '40')
  await dialog().getByLabel('How often').selectOption('0.5')
  await told().filter({ hasText: '21 moments' }).waitFor()
  await told()
    .filter({ hasText: /straight ways are at most/ })
    .waitFor()
  const { text } = await saved()
  const [head, ...rows] = text
    .trim()
    .split('\n')
    .map((row) => row.split(','))
  const mine = rows.filter(([name]) => name === 'Ferry')
  assert.equal(mine.length, 21)
  const truth = await desk.server.samples(desk.id, 'Ferry', 'position.x', { world: true, from: 30, to: 40, step: 0.5 })
  for (const row of mine) assert.equal(Number(row[head.indexOf('position.x')]), truth.get(Number(row[2])))
  // What was chosen is there again, and nothing else of the window changed.
  await page.keyboard.press('Shift+X')
  assert.equal(await dialog().getByLabel('How often').inputValue(), '0.5')
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
})

test('what a format cannot hold is told before, with the objects it is about', async () => {
  await page.keyboard.press('Shift+X')
  await choose('glTF.glb')
  const losses = dialog().getByRole('list', { name: 'What this format cannot hold' })
  await dialog().getByLabel('Which objects').selectOption('everything')
  await losses.getByText('Fog bank').waitFor()
  await losses.getByText(/Sounds/).waitFor()
  await dialog().getByLabel('What of them').selectOption('motion')
  await until(
    () => losses.getByText('Fog bank').count(),
    (count) => count === 0,
    'the list without shapes',
  )
  await page.keyboard.press('Escape')
})

test('motion alone is for what has shapes; where there are none it is everything', async () => {
  await desk.select('Ferry')
  await command(page, 'send out')
  await choose('USD as text')
  const part = dialog().getByLabel('What of them')
  await dialog().getByLabel('Which objects').selectOption('everything')
  await part.selectOption('motion')
  await told().filter({ hasText: '52 objects' }).waitFor()
  await choose('Table of moves')
  assert.equal(await part.inputValue(), 'everything')
  await choose('USD as text')
  assert.equal(await part.inputValue(), 'motion')
  const motion = await saved()
  assert.equal(motion.name, 'lantern-bay.usda')
  assert.ok(motion.text.includes('def Camera') && !motion.text.includes('def Mesh'))
  await command(page, 'send out')
  await dialog().getByLabel('What of them').selectOption('everything')
  assert.ok((await saved()).text.includes('def Mesh'))
})

test('what cannot be is said in the dialog, and nothing is saved', async () => {
  await page.keyboard.press('Shift+X')
  await choose('Table of moves')
  await dialog().getByLabel('Which frames').selectOption('typed')
  await setField(page, 'Goes out from', '40')
  await setField(page, 'Goes out to', '30')
  await dialog().getByRole('alert').filter({ hasText: 'comes before the first' }).waitFor()
  assert.ok(await dialog().getByRole('button', { name: 'Save file' }).isDisabled())
  await choose('Skeleton')
  await dialog().getByLabel('Which frames').selectOption('work')
  await dialog().getByRole('button', { name: 'Save file' }).click()
  await dialog().getByRole('alert').filter({ hasText: 'no joint' }).waitFor()
  await page.keyboard.press('Escape')
  await dialog().waitFor({ state: 'detached' })
})

test('what takes long is told with its share, and is stopped', async () => {
  await page.keyboard.press('Shift+X')
  await choose('Shapes of every moment')
  await dialog().getByLabel('Which objects').selectOption('everything')
  await dialog().getByLabel('Which frames').selectOption('scene')
  await dialog().getByLabel('How often').selectOption('0.1')
  await told().filter({ hasText: 'moments' }).waitFor()
  await dialog().getByRole('button', { name: 'Save file' }).click()
  const bar = dialog().getByRole('progressbar')
  await until(
    () => bar.evaluate((each) => each.value).catch(() => 0),
    (share) => share > 0,
    'the share that is done',
  )
  await dialog().getByRole('button', { name: 'Stop' }).click()
  await bar.waitFor({ state: 'detached' })
  assert.ok(await dialog().isVisible())
  await page.keyboard.press('Escape')
})

test('CSS moves an element of a page as the camera sees the object', async () => {
  await desk.select('Ferry')
  await page.keyboard.press('Shift+X')
  await choose('Motion in the picture')
  await dialog().getByLabel('Which objects').selectOption('selection')
  await dialog().getByLabel('Which frames').selectOption('work')
  await dialog().getByLabel('How often').selectOption('1')
  await told().filter({ hasText: 'moments' }).waitFor()
  const { text } = await saved()
  const plain = await desk.context.newPage()
  await plain.setContent(
    `<style>body{margin:0}.ferry{position:absolute;left:0;top:0;width:0;height:0}${text}</style><i class="ferry"></i>`,
  )
  // The harbour camera stands at (13.5, 5.6, 23), turned by 29° and −9.5°, with 29° of view.
  const at = async (frame) => {
    const row = async (channel) =>
      (await desk.server.samples(desk.id, 'Ferry', channel, { world: true, from: frame, to: frame })).get(frame)
    const [y, x] = [(29 * Math.PI) / 180, (-9.5 * Math.PI) / 180]
    const [dx, dy, dz] = [
      (await row('position.x')) - 13.5,
      (await row('position.y')) - 5.6,
      (await row('position.z')) - 23,
    ]
    const [ax, az] = [dx * Math.cos(y) - dz * Math.sin(y), dx * Math.sin(y) + dz * Math.cos(y)]
    const [ay, bz] = [dy * Math.cos(x) + az * Math.sin(x), -dy * Math.sin(x) + az * Math.cos(x)]
    const size = 360 / Math.tan((14.5 * Math.PI) / 180) / -bz
    return [640 + ax * size, 360 - ay * size]
  }
  for (const frame of [24, 60, 119, 190]) {
    const box = await plain.evaluate(
      (seconds) => {
        for (const each of document.getAnimations()) {
          each.pause()
          each.currentTime = seconds * 1000
        }
        const { x, y } = document.querySelector('.ferry').getBoundingClientRect()
        return [x, y]
      },
      (frame - 24) / 24,
    )
    const [x, y] = await at(frame)
    assert.ok(Math.hypot(box[0] - x, box[1] - y) < 0.2, `${frame}: ${box} and ${x}, ${y}`)
  }
  await plain.close()
})

test('drawings are pictures that a browser shows', async () => {
  for (const [name, words] of [
    ['Paths and trails', 'Ferry'],
    ['Chart of keys', 'Crate 1 · Position X'],
  ]) {
    await page.keyboard.press('Shift+X')
    await choose(name)
    await dialog().getByLabel('Which objects').selectOption('everything')
    await told().filter({ hasText: 'objects' }).waitFor()
    const { text } = await saved()
    await dialog().waitFor({ state: 'detached' })
    assert.ok(text.includes(`>${words}<`), words)
    const parsed = await page.evaluate((svg) => {
      const doc = new DOMParser().parseFromString(svg, 'image/svg+xml')
      return [doc.querySelectorAll('parsererror').length, doc.querySelectorAll('polyline').length]
    }, text)
    assert.equal(parsed[0], 0)
    assert.ok(parsed[1] > 10)
  }
})

test('a scene that goes out as a package comes in again as it was', async () => {
  await page.keyboard.press('Shift+X')
  await choose('Scene package')
  await told().filter({ hasText: 'The whole scene' }).waitFor()
  const coming = page.waitForEvent('download')
  await dialog().getByRole('button', { name: 'Save file' }).click()
  const file = readFileSync(await (await coming).path())
  const answer = await fetch(`${desk.server.address}/api/scenes/import`, {
    method: 'POST',
    body: file,
    headers: { 'content-type': 'application/vnd.zesty-scene+zip' },
  })
  const { id } = await answer.json()
  const [was, is] = await Promise.all([desk.id, id].map(async (each) => desk.server.get(`/api/scenes/${each}/file`)))
  assert.deepEqual({ ...is, name: was.name }, was)
  assert.deepEqual(page.faults, [])
})

test('a server that is away is told, and it is sent out once it is back; a scene that is gone takes the dialog with it', async () => {
  await page.keyboard.press('Shift+X')
  await choose('Table of moves')
  await told().filter({ hasText: 'moments' }).waitFor()
  await desk.server.kill()
  await dialog().getByRole('alert').filter({ hasText: 'does not answer' }).waitFor()
  await desk.server.start()
  // It asks again by itself.
  await told().filter({ hasText: 'moments' }).waitFor()
  assert.equal((await saved()).name, 'lantern-bay.csv')
  await page.keyboard.press('Shift+X')
  await dialog().waitFor()
  const { id } = await desk.server.post(`/api/scenes/${desk.id}/duplicate`, {})
  await fetch(`${desk.server.address}/api/scenes/${desk.id}`, { method: 'DELETE' })
  await page.getByText('deleted in another window').waitFor()
  await page.locator('.card a, a.card').first().click()
  await page.waitForURL(`**/scenes/${id}`)
  await page.locator('.desk').waitFor()
  // Once another dialog shows, this one would too.
  await command(page, 'bring in a table')
  await dialog().filter({ hasText: 'Bring in a table' }).waitFor()
  assert.equal(await dialog().filter({ hasText: 'Scene package' }).count(), 0)
})
