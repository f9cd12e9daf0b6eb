import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { browse, open, Server, until } from './harness.mjs'
import { faultsOf } from './readable.mjs'

// A server that is open to a network: it asks for its token, then for a name, each once.
const token = 'lantern-and-buoy'
let server, browser, context, page

before(async () => {
  server = await new Server('demo', undefined, ['--host', 'reel.harbour.example', '--token', token]).start()
  server.address = `http://127.0.0.1:${new URL(server.address).port}`
  ;({ browser, context } = await browse())
})
after(async () => {
  await browser.close()
  await server.dispose()
})

test('without the token there is a page that asks for it, and says where it is wrong', async () => {
  page = await open(context, `${server.address}/scenes/1`)
  await page.getByLabel('Token').fill('a guess')
  await page.keyboard.press('Enter')
  await page.getByRole('alert').getByText('This is not the token.').waitFor()
  assert.deepEqual(await faultsOf(page), [])
  await page.getByLabel('Token').fill(token)
  await page.keyboard.press('Enter')
  await page.getByRole('heading', { name: 'Scenes' }).waitFor()
  assert.equal(await page.evaluate(() => document.cookie), '')
})

test('the name is asked once, and goes with the changes', async () => {
  await page.goto(`${server.address}/scenes/1`)
  const dialog = page.getByRole('dialog', { name: 'Who are you?' })
  await dialog.waitFor()
  assert.deepEqual(await faultsOf(page, '[role=dialog]'), [])
  await page.getByLabel('Name', { exact: true }).fill('Nora')
  await page.keyboard.press('Enter')
  await dialog.waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Lighthouse', exact: true }).click()
  await page.keyboard.press('n')
  const history = () =>
    page.evaluate(async () => (await (await fetch('/api/scenes/1/history')).json()).entries.map(({ name }) => name))
  await until(history, (names) => names.join() === 'Nora', 'the change by Nora')
  await page.reload()
  await page.locator('.desk').waitFor()
  assert.equal(await page.getByRole('dialog').count(), 0)
})

test('the address that was printed lets in, and does not stay in the address bar', async () => {
  const other = await browse()
  const guest = await open(other.context, `${server.address}/?token=${token}`)
  await guest.getByRole('heading', { name: 'Scenes' }).waitFor()
  assert.equal(guest.url(), `${server.address}/`)
  assert.deepEqual(guest.faults, [])
  await other.browser.close()
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
