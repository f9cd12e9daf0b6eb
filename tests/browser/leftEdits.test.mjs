import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { Desk, fall, ferryScene, open, Server, until } from './harness.mjs'

// Edits that wait for a server that is away outlive the page, and belong to their scene only.
let desk
const field = (channel) => desk.page.locator(`[data-channel="${channel}"] input.field`)
const pill = (name) => desk.page.getByRole('button', { name })
const valueIn = async (server, scene, channel) =>
  (await server.get(`/api/scenes/${scene}/file`)).objects[0].channels[channel]?.value
const value = (channel, scene = desk.id) => valueIn(desk.server, scene, channel)
const titles = async (scene = desk.id) =>
  (await desk.server.get(`/api/scenes/${scene}/history`)).entries.map(({ title }) => title)
const told = () => desk.page.getByText(/^Made now, as this scene was left while the server was away: /)

before(async () => {
  desk = await Desk.open(ferryScene('Jetty', { 10: 0, 20: 4 }))
  await desk.select('Ferry')
})
after(() => desk.close())

async function set(channel, text) {
  await field(channel).click()
  await field(channel).fill(text)
  await field(channel).press('Enter')
}

async function openAnew() {
  desk.page = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await desk.page.locator('.desk').waitFor()
}

test('what waits when the page falls is made in its order by the next page that opens the scene, once', async () => {
  await desk.server.kill()
  await pill('The server is away').waitFor()
  for (const [channel, text] of [
    ['position.y', '3'],
    ['position.z', '5'],
    ['position.y', '7'],
  ])
    await set(channel, text)
  await set('rotation.y', '45')
  // Taken back, it does not come either.
  await desk.page.evaluate(() => document.activeElement.blur())
  await desk.page.keyboard.press('Control+z')
  await pill('The server is away · 3 changes wait here').waitFor()
  await fall(desk.page)
  await desk.server.start()
  await openAnew()
  await told().waitFor()
  await desk.heard()
  assert.deepEqual(await titles(), ['Set Ferry Position Y', 'Set Ferry Position Z', 'Set Ferry Position Y'])
  assert.deepEqual([await value('position.y'), await value('position.z'), await value('rotation.y')], [7, 5, undefined])
  // They are steps of the history like any other, and come once.
  await desk.undo()
  assert.equal(await value('position.y'), 3)
  await desk.page.close()
  await openAnew()
  await desk.select('Ferry')
  await desk.changing(() => set('scale.x', '2'))
  assert.equal(await told().count(), 0)
  assert.deepEqual(await titles(), ['Set Ferry Position Y', 'Set Ferry Position Z', 'Set Ferry Scale X'])
})

test('a scene that is left while something waits has it when it is opened again, and no other scene', async () => {
  const { page } = desk
  const other = (await desk.server.post('/api/scenes/import', ferryScene('Quay', { 10: 0, 20: 4 }))).id
  const goTo = (name) => page.getByRole('article', { name, exact: true }).getByRole('link').first().click()
  const home = () => page.getByTitle('All scenes').click()
  // The way back leads over the list to the other scene, without the page being loaded anew.
  await home()
  await goTo('Quay')
  await page.locator('.desk').waitFor()
  await home()
  await goTo('Jetty')
  await desk.select('Ferry')
  const before = await titles()
  await desk.server.kill()
  await pill('The server is away').waitFor()
  await set('scale.z', '4')
  await pill('The server is away · 1 change waits here').waitFor()
  await page.goBack()
  await page.getByText('Kept in this browser until the scene is opened again: set values.').waitFor()
  await desk.server.start()
  await page.goBack()
  await page.locator('.desk').waitFor()
  const jetty = desk.id
  desk.id = other
  await desk.select('Ferry')
  await desk.changing(() => set('scale.y', '6'))
  assert.deepEqual(await titles(), ['Set Ferry Scale Y'])
  assert.deepEqual([await value('scale.z'), await value('scale.z', jetty)], [undefined, undefined])
  desk.id = jetty
  await home()
  await goTo('Jetty')
  await told().waitFor()
  await desk.heard()
  assert.deepEqual(await titles(), [...before, 'Set Ferry Scale Z'])
  assert.equal(await value('scale.z'), 4)
  assert.deepEqual(page.faults, [])
})

test('another server at the same address, with a scene of that number, gets none of it', async () => {
  await desk.select('Ferry')
  await desk.server.kill()
  await pill('The server is away').waitFor()
  await set('scale.y', '9')
  await pill('The server is away · 1 change waits here').waitFor()
  await fall(desk.page)
  const other = new Server('serve')
  other.address = desk.server.address
  await other.start()
  try {
    const { id } = await other.post('/api/scenes/import', ferryScene('Jetty', { 10: 0, 20: 4 }))
    assert.equal(id, desk.id)
    await openAnew()
    await desk.select('Ferry')
    await set('scale.x', '3')
    await until(
      () => valueIn(other, id, 'scale.x'),
      (now) => now === 3,
      'its own change',
    )
    assert.equal(await valueIn(other, id, 'scale.y'), undefined)
    assert.equal(await told().count(), 0)
    await desk.page.close()
  } finally {
    await other.dispose()
  }
  await desk.server.start()
  await openAnew()
  await told().waitFor()
  assert.equal(await value('scale.y'), 9)
})

test('nothing went wrong on the page', () => assert.deepEqual(desk.page.faults, []))
