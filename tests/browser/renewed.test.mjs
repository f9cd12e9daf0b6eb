import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { Desk, ferryScene, open } from './harness.mjs'

// The server is updated, or away, while pages of it are open: what they cannot fetch is told, never a dead button.
let desk
const card = '.card a'

before(async () => {
  desk = await Desk.open(ferryScene('Old and new', { 10: 0, 20: 4 }))
})
after(() => desk.close())

/** The list of scenes, with all that it fetches by itself, of somebody who has nothing of the other pages yet. */
async function listOf() {
  const page = await open(await desk.browser.newContext(), desk.server.address)
  await page.locator(card).first().waitFor()
  await page.waitForLoadState('networkidle')
  return page
}

const front = /^http:[/][/][^/]+[/]$/
/** From now on the server has an application with another script. */
const update = (page) =>
  page.route(front, async (route) => {
    const answer = await route.fetch()
    await route.fulfill({ response: answer, body: (await answer.text()).replace(/assets\/index-/g, 'assets/later-') })
  })

/** The server stops under a desk and starts again; done when the page has asked what application it has. */
async function breakOf(page) {
  await desk.server.kill()
  await page.getByRole('button', { name: 'The server is away' }).waitFor()
  const asked = page.waitForResponse((answer) => front.test(answer.url()))
  await desk.server.start()
  await asked
}

test('a page that cannot be fetched while the server is away is told, and comes when it is back', async () => {
  const page = await listOf()
  await desk.server.kill()
  await page.locator(card).first().click()
  await page.getByText('The server does not answer. Try it again when it is back.').waitFor()
  await desk.server.start()
  await page.locator(card).first().click()
  await page.locator('.desk').waitFor()
  await page.context().close()
})

test('after an update a click on a scene loads it whole, with the scripts of now', async () => {
  const page = await listOf()
  await update(page)
  await page.route(/\/assets\/.*\.js$/, (route) => route.fulfill({ status: 404 }))
  const loaded = page.waitForRequest((request) => request.isNavigationRequest() && /\/scenes\/\d+$/.test(request.url()))
  await page.locator(card).first().click()
  await loaded
  // What is still being answered would keep the page from closing.
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  await page.context().close()
})

test('a desk that the server comes back to with another application says so, once, and loads it on a click', async () => {
  const { page } = desk
  const note = page.getByText('Zesty Reel was updated on the server.')
  await breakOf(page)
  await page.getByRole('button', { name: /^Kept/ }).waitFor()
  assert.equal(await note.count(), 0, 'the same application is no news')
  await update(page)
  await breakOf(page)
  await note.waitFor()
  const loaded = page.waitForEvent('framenavigated')
  await page.getByRole('button', { name: 'Load it anew' }).click()
  await loaded
  await page.locator('.desk').waitFor()
})

test('what is opened from a list that is older than the server says so, though it had its scripts already', async () => {
  const page = await open(desk.context, desk.server.address)
  await page.locator(card).first().waitFor()
  await update(page)
  await page.locator(card).first().click()
  await page.getByText('Zesty Reel was updated on the server.').waitFor()
  await page.close()
})

test('the big screen loads it by itself', async () => {
  const page = await open(desk.context, `${desk.server.address}/screen/${desk.id}`)
  await page.getByRole('main').waitFor()
  await page.waitForLoadState('networkidle')
  await update(page)
  await desk.server.kill()
  await page.getByText('The server does not answer; trying again').waitFor()
  const loaded = page.waitForEvent('framenavigated')
  await desk.server.start()
  await loaded
  await page.close()
})
