// Makes the pictures in docs/screenshots/ from the demo data: node tests/browser/screenshots.mjs
// Elsewhere, in another size or scheme, to look at them: node tests/browser/screenshots.mjs FOLDER 1920x1080 light
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { browse, command, deskPoint, dropFiles, home, open, Server, setField, until } from './harness.mjs'

const [folder = join(home, 'docs', 'screenshots'), size = '1280x800', scheme = 'dark'] = process.argv.slice(2)
const [width, height] = size.split('x').map(Number)
const server = await new Server('demo').start()
const { browser, context } = await browse({ width, height })
await context.addInitScript(() => localStorage.setItem('zesty-shadows', 'true'))
await context.addInitScript((wanted) => localStorage.setItem('zesty-scheme', wanted), scheme)
const page = await open(context, server.address)

/** The stage draws once more, with all its pixels, when it has rested for a while; and what was said is gone by itself. */
const rested = async () => {
  // Nothing is lit up because the pointer happens to be over it.
  await page.mouse.move(640, 20)
  await page.evaluate(
    () =>
      new Promise((done) => {
        const canvas = document.querySelector('.stage-canvas')
        const { dataset } = canvas.closest('.stage')
        let since = performance.now()
        const look = () => {
          if (canvas.width <= canvas.clientWidth || dataset.shade === 'due' || document.querySelector('.notice'))
            since = performance.now()
          if (performance.now() - since > 600) done()
          else requestAnimationFrame(look)
        }
        look()
      }),
  )
}

await page.locator('.card img').waitFor()
await page.screenshot({ path: join(folder, 'scenes.png') })

await page.goto(`${server.address}/scenes/1`)
await page.getByPlaceholder('Find a lane…').fill('ferry')
await page.getByRole('button', { name: 'Ferry', exact: true }).click()
await page.getByPlaceholder('Find a lane…').fill('')
await setField(page, 'Frame', '86')
await rested()
await page.screenshot({ path: join(folder, 'workspace.png') })

// Arranging keys: some are selected by a box, and auto-key is on.
await page.goto(`${server.address}/scenes/1`)
/** Takes the last change back, and waits until that is kept. */
const undone = async () => {
  const scene = `/api/scenes/${/scenes\/(\d+)/.exec(page.url())[1]}`
  const { position } = await server.get(scene)
  await command(page, 'Undo')
  await until(
    () => server.get(scene),
    (now) => now.position !== position,
    'the undo',
  )
}
const find = async (name) => {
  await page.getByPlaceholder('Find a lane…').fill(name)
  await page.locator('.heads').getByRole('button', { name, exact: true }).click()
  await page.getByPlaceholder('Find a lane…').fill('')
  await page.getByPlaceholder('Find a lane…').press('Escape')
}
await find('Ferry')
await setField(page, 'Frame', '86')
await page.keyboard.press('a')
const [from, to] = [await deskPoint(page, 60, 'Position X'), await deskPoint(page, 150, 'Position Z')]
await page.mouse.move(from.x, from.y - 10)
await page.mouse.down()
await page.mouse.move(to.x, to.y + 8, { steps: 4 })
await page.mouse.up()
await rested()
await page.screenshot({ path: join(folder, 'keys.png') })
await page.keyboard.press('a')

// Curves only, with speeds, and the eases for a selection.
await page.evaluate(() => document.activeElement.blur())
await find('Ferry')
await page.keyboard.press('Escape')
await find('Ferry')
await command(page, 'Curves only, or lanes')
await command(page, 'Show speeds under the curves')
await page.getByRole('button', { name: 'Even heights' }).click()
await page.getByRole('button', { name: 'All', exact: true }).click()
const sea = await page.locator('canvas.lanes').boundingBox()
await page.mouse.move(sea.x + 330, sea.y + 4)
await page.mouse.down()
await page.mouse.move(sea.x + 480, sea.y + 150, { steps: 4 })
await page.mouse.up()
await page.getByRole('button', { name: 'Ease', exact: true }).click()
await rested()
await page.screenshot({ path: join(folder, 'curves.png') })
await page.getByRole('button', { name: 'Ease', exact: true }).click()
await command(page, 'Show speeds under the curves')
await command(page, 'Curves only, or lanes')

// The ferry slows while it passes the pier, runs backwards for a moment, and waits.
await command(page, 'Add a warp for the selected objects')
await page.locator('.flow').waitFor()
for (const [how, fields] of [
  ['Another speed', { 'Part from': '60', 'Part to': '90', 'Speed of the part': '40' }],
  ['Hold a frame', { 'Frame that stands': '180', 'Frames of the hold': '20' }],
]) {
  await command(page, 'Retime a part')
  await page.getByText(how, { exact: true }).click()
  for (const [label, text] of Object.entries(fields)) await setField(page, label, text)
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Retime', exact: true }).click()
  await dialog.waitFor({ state: 'detached' })
}
await page.evaluate(() => document.activeElement.blur())
await setField(page, 'Frame', '100')
await page.evaluate(() => document.activeElement.blur())
await page.getByRole('button', { name: 'All', exact: true }).click()
await rested()
await page.screenshot({ path: join(folder, 'flow.png') })
for (let i = 0; i < 3; i++) await command(page, 'Undo')
await page.locator('.flow').waitFor({ state: 'detached' })

// The buoy's bobbing is a clip; the ferry bobs too, faster and faster, and goes over into another round of it.
const inDialog = async (name) => {
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name, exact: true }).click()
  await dialog.waitFor({ state: 'detached' })
}
await find('Buoy')
await page.keyboard.press('Control+Shift+A')
await page.keyboard.press('e')
await page.getByLabel('Name of the clip').fill('Bob')
await inDialog('Save')
await find('Ferry')
for (const [frame, times, rate] of [
  ['30', '3', '0.5'],
  ['138', '1.5', null],
]) {
  await setField(page, 'Frame', frame)
  await page.evaluate(() => document.activeElement.blur())
  await page.keyboard.press('Shift+E')
  await setField(page, 'How often it is played', times)
  await inDialog('Place')
  if (!rate) continue
  await page.getByRole('button', { name: /^Rate: still/ }).click()
  await setField(page, 'Frame', '120')
  await setField(page, 'Rate', '2.5')
  await page.getByRole('button', { name: /^Rate: changed/ }).click()
}
await page.mouse.click((await deskPoint(page, 60)).x, (await deskPoint(page, 60, 'Clips')).y)
await page.getByRole('button', { name: 'Rate of Bob at 30', exact: true }).hover()
await page.getByRole('button', { name: 'Curve of Rate of Bob at 30' }).click()
await page.mouse.move(640, 2)
await setField(page, 'Frame', '86')
await page.evaluate(() => document.activeElement.blur())
await rested()
await page.screenshot({ path: join(folder, 'clips.png') })
await page.getByText('Keeping…').waitFor({ state: 'detached' })
for (let i = 0; i < 5; i++) await undone()

await command(page, 'four views')
await page.reload()
await page.locator('.desk').waitFor()
await find('Gull circle')
await rested()
await page.screenshot({ path: join(folder, 'views.png') })

// Paths with what follows them, from the sample scene of Lantern Bay's boats.
await command(page, 'one view')
const before = page.url()
await command(page, 'Show me: paths')
await page.waitForURL((url) => String(url) !== before)
await find('South route')
await setField(page, 'Frame', '70')
await page.locator('.notice').waitFor({ state: 'detached', timeout: 60_000 })
await rested()
await page.screenshot({ path: join(folder, 'paths.png') })

// Cues and the pace table, from the sample scene of boats that wait for each other.
const paths = page.url()
await command(page, 'Show me: cues')
await page.waitForURL((url) => String(url) !== paths)
await find('Gull')
await setField(page, 'Frame', '96')
await command(page, 'Pace table')
await page.locator('.goer').first().waitFor()
await page.locator('.notice').waitFor({ state: 'detached', timeout: 60_000 })
await rested()
await page.screenshot({ path: join(folder, 'cues.png') })

// A layer over dense motion, and a hand's arc that is bent along its trail.
const cues = page.url()
// Where nothing follows a path the pace table says nothing.
await command(page, 'Pace table')
await command(page, 'Show me: layers')
await page.waitForURL((url) => String(url) !== cues)
await page.locator('.desk').waitFor()
await find('Left hand')
await setField(page, 'Frame', '72')
await page.keyboard.press('Shift+L')
await page.locator('[data-layer="Layer 1"]').waitFor()
await page.locator('.layers').getByLabel('Reach of a change, in frames').click()
await page.keyboard.type('8')
await page.keyboard.press('Enter')
await setField(page, 'Position Y', '-0.5')
await page.getByRole('button', { name: /^Position Y: changed/ }).click()
await page.getByRole('button', { name: /^Position Y: a key/ }).waitFor()
await page.evaluate(() => document.activeElement.blur())
await page.keyboard.press('t')
await page.getByRole('button', { name: 'How trails are drawn' }).click()
await page.getByText('The work range').click()
await page.getByText('Frame numbers').click()
await page.keyboard.press('Escape')
await page.waitForFunction(() => !document.querySelector('.notice'), null, { timeout: 60_000 })
await rested()
await page.screenshot({ path: join(folder, 'layers.png') })
await page.keyboard.press('t')

// Two reels of Lantern Bay, between which the crane swings later.
const demo = (await server.get('/api/scenes')).find(({ name }) => name === 'Lantern Bay').id
const reelCount = async () => (await server.get(`/api/scenes/${demo}/reels`)).reels.length
async function shoot(count, name, note) {
  await page.keyboard.press('Shift+R')
  await page.getByLabel('Name of the reel').fill(name)
  await page.getByLabel('Note on the reel').fill(note)
  await page.getByRole('button', { name: 'Shoot', exact: true }).click()
  while ((await reelCount()) < count) await page.locator('.shooting').waitFor({ state: 'detached', timeout: 120_000 })
}
await page.goto(`${server.address}/scenes/${demo}`)
await page.locator('.desk').waitFor()
await rested()
await shoot(1, 'First pass', 'The crane is too eager')
const { revision, objects } = await server.get(`/api/scenes/${demo}`)
const crane = objects.find(({ name }) => name === 'Crane').id
const later = {
  edit: 'moveKeys',
  keys: [{ object: crane, channel: 'rotation.y', times: [86 * 29_400_000] }],
  frames: 12,
}
await server.post(`/api/scenes/${demo}/edits`, { revision, edit: later })
await page
  .getByText(/Kept · change/)
  .first()
  .waitFor()
await shoot(2, 'Slower crane', '')
await page.getByRole('link', { name: 'Reels' }).click()
await page.getByRole('article', { name: 'Reel 1' }).getByRole('button', { name: 'More of Reel 1' }).click()
await page.getByText('Compare with A, as B').click()
await page.getByText('Moves otherwise').waitFor({ timeout: 60_000 })
await page.getByRole('slider', { name: 'Line between A and B' }).focus()
for (let i = 0; i < 2; i++) await page.keyboard.press('Shift+ArrowLeft')
await page.getByRole('button', { name: 'Go there' }).click()
// The picture may come a moment after its number.
await page.locator(`[data-place]:not([data-place="0"])`).waitFor()
await page.evaluate(() => document.activeElement.blur())
await page.locator('.notice').waitFor({ state: 'detached', timeout: 60_000 })
await page.screenshot({ path: join(folder, 'reels.png') })

// Notes on the second one: a stroke about what is meant, an arrow, words.
await page.getByRole('button', { name: 'A alone' }).click()
for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight')
await page.keyboard.press('p')
const paper = await page.locator('.paper').boundingBox()
const onPaper = (x, y) => [paper.x + x * paper.width, paper.y + y * paper.height]
await page.mouse.move(...onPaper(0.31, 0.3))
await page.mouse.down()
for (let i = 1; i <= 40; i++) {
  const turn = -Math.PI / 4 + (i / 40) * 2.1 * Math.PI
  await page.mouse.move(...onPaper(0.24 + 0.1 * Math.cos(turn), 0.42 + 0.17 * Math.sin(turn)))
}
await page.mouse.up()
await page.getByRole('button', { name: 'Draw in tangerine' }).click()
await page.getByRole('button', { name: 'Arrow', exact: true }).click()
await page.mouse.move(...onPaper(0.62, 0.72))
await page.mouse.down()
await page.mouse.move(...onPaper(0.36, 0.52), { steps: 8 })
await page.mouse.up()
await page.getByRole('button', { name: 'Text', exact: true }).click()
await page.mouse.click(...onPaper(0.63, 0.69))
await page.keyboard.type('two frames later')
await page.keyboard.press('Enter')
await page.getByLabel('Remark on this frame').fill('The load should lag behind the arm')
await page.keyboard.press('Enter')
await page.getByRole('button', { name: 'Rub out this remark' }).waitFor()
await page.mouse.move(640, 20)
await page.screenshot({ path: join(folder, 'notes.png') })

// Two takes of the buoy, hopping, one of them with its name; their ways on the stage.
const harbour = JSON.parse(readFileSync(join(home, 'demo', 'lantern-bay.zesty.json'), 'utf8'))
const { id: bay } = await server.post('/api/scenes/import', harbour)
const buoy = harbour.objects.findIndex(({ name }) => name === 'Buoy') + 1
const hop = (height, far) => {
  const seconds = Array.from({ length: 600 }, (_, i) => i / 120)
  const x = seconds.map((s) => 5.4 - far * s + 0.15 * Math.sin(s * 3))
  const y = seconds.map((s) => 0.3 + height * Math.abs(Math.sin(s * 1.9)) * Math.exp(-s / 6))
  const z = seconds.map((s) => 6.4 + 0.3 * Math.sin(s))
  return {
    object: buoy,
    start: 30,
    speed: 1,
    channels: ['position.x', 'position.y', 'position.z'],
    seconds,
    values: [x, y, z],
  }
}
await server.post(`/api/scenes/${bay}/takes`, hop(1.6, 0.1))
const { id: best } = await server.post(`/api/scenes/${bay}/takes`, hop(2.4, -0.6))
await fetch(`${server.address}/api/takes/${best}/name`, {
  method: 'PUT',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ name: 'Higher' }),
})
await page.goto(`${server.address}/scenes/${bay}`)
await page.getByPlaceholder('Find a lane…').fill('buoy')
await page.getByRole('button', { name: 'Buoy', exact: true }).click()
await page.getByPlaceholder('Find a lane…').fill('')
await setField(page, 'Frame', '86')
await page.keyboard.press('r')
for (const name of ['Take 1', 'Higher'])
  await page.getByRole('button', { name: `The way of ${name} on the stage` }).click()
await page.getByRole('button', { name: 'See Higher' }).click()
await rested()
await page.screenshot({ path: join(folder, 'record.png') })

// The flag flaps: waves run along its cloth, with the lantern about it.
await page.keyboard.press('r')
await page.getByPlaceholder('Find a lane…').fill('flag cloth')
await page.getByRole('button', { name: 'Flag cloth', exact: true }).click()
await page.getByPlaceholder('Find a lane…').fill('')
await page.locator('[data-deformer="Flutter"]').scrollIntoViewIfNeeded()
await setField(page, 'Frame', '40')
await page.keyboard.press('f')
await rested()
await page.screenshot({ path: join(folder, 'deform.png') })

// The words of the sign, with what is said of them.
await page.getByPlaceholder('Find a lane…').fill('sign words')
await page.getByRole('button', { name: 'Sign words', exact: true }).click()
await page.getByPlaceholder('Find a lane…').fill('')
await page.getByPlaceholder('Find a lane…').press('Escape')
await page.evaluate(() => document.querySelector('.values').scrollTo(0, 0))
await page.keyboard.press('1')
await page.keyboard.press('f')
await rested()
await page.screenshot({ path: join(folder, 'text.png') })

// Sounds: the ferry's horn, its gain keyed and its blasts found, and the bell; the horn is selected.
const soundServer = await new Server('demo').start()
await page.goto(`${soundServer.address}/scenes/1`)
await page.locator('.desk').waitFor()
await setField(page, 'Frame', '66')
await page.locator('.desk .body').evaluate((body) => (body.scrollTop = body.scrollHeight))
await page.getByRole('button', { name: 'Horn', exact: true }).click()
await setField(page, 'Seconds over which the sound comes in', '0.05')
const gain = page.getByRole('region', { name: 'Selected sound' }).locator('.marker').first()
await gain.click()
await page.getByRole('button', { name: 'Gain of Horn', exact: true }).waitFor()
await page.getByRole('button', { name: 'Find beats…' }).click()
await page.getByText(/beats? of/).waitFor()
await page.keyboard.press('Enter')
await page.getByRole('dialog').waitFor({ state: 'detached' })
await page.locator('.desk .body').evaluate((body) => (body.scrollTop = body.scrollHeight))
await rested()
await page.screenshot({ path: join(folder, 'sounds.png') })

// The timing check: what it has found in the demo, one of it looked at.
await page.keyboard.press('Escape')
await page.locator('.stage-canvas').focus()
await page.keyboard.press('Shift+K')
await page.getByRole('button', { name: /Overshoot, Ferry/ }).click()
await page.getByText('Between two keys it goes further than either.').waitFor()
await rested()
await page.screenshot({ path: join(folder, 'checks.png') })

// Sending out: what a glTF of the demo would be, and what it cannot hold.
await page.keyboard.press('Shift+K')
await page.keyboard.press('Shift+X')
await page.locator('.formats label').filter({ hasText: 'glTF.glb' }).click()
await page.getByRole('list', { name: 'What this format cannot hold' }).waitFor()
await page.screenshot({ path: join(folder, 'send-out.png') })

// Bringing in: that glTF, the lighthouse left out.
const saving = page.waitForEvent('download')
await page.getByRole('button', { name: 'Save file' }).click()
const glb = await saving
await page.getByRole('dialog').waitFor({ state: 'detached' })
const sent = { name: glb.suggestedFilename(), content: readFileSync(await glb.path()) }
await dropFiles(page.locator('.desk'), [sent])
await page.getByRole('list', { name: 'What does not come in' }).waitFor()
await page.getByRole('checkbox', { name: /^Lighthouse/ }).uncheck()
await page.screenshot({ path: join(folder, 'bring-in.png') })

await browser.close()
await server.dispose()
await soundServer.dispose()
