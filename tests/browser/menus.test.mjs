import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, openFinder } from './harness.mjs'
import { faultsOf } from './readable.mjs'

// Every menu and every dialog of the workspace, as a screen reader finds them, in both schemes.
let desk, page

before(async () => {
  desk = await Desk.open()
  page = desk.page
  await desk.select('Ferry')
  await page.keyboard.press('Control+Shift+A')
})
after(() => desk.close())

/** Everything in the scheme it is in, and colours in the other as well. */
async function faults(part) {
  const scheme = (wanted) => page.evaluate((now) => (document.documentElement.dataset.bsTheme = now), wanted)
  await scheme('dark')
  const found = await faultsOf(page, part)
  await scheme('light')
  return [...found, ...(await faultsOf(page, part, ['color-contrast'])).map((fault) => `light: ${fault}`)]
}

const toggles = () => page.locator('.dropdown-toggle:visible')

const focused = () =>
  page.evaluate(() => document.activeElement?.getAttribute('title') ?? document.activeElement?.textContent.trim())

test('Tab leads from a button of the stage into its menu, and on to what follows the button', async () => {
  const button = page.getByRole('button', { name: 'How trails are drawn' })
  await button.focus()
  await page.keyboard.press('Tab')
  const after = await focused()
  await button.focus()
  await page.keyboard.press('Enter')
  const menu = page.locator('.dropdown-menu.show:visible')
  await menu.waitFor()
  const reached = []
  do {
    await page.keyboard.press('Tab')
    reached.push(await focused())
  } while (reached.length < 60 && (await menu.evaluate((each) => each.contains(document.activeElement))))
  assert.ok(reached.length > 6 && reached.length < 60, `${reached}`)
  assert.equal(reached.at(-1), after)
  // And back: over the first to the button.
  await menu.locator('input, button').first().focus()
  await page.keyboard.press('Shift+Tab')
  assert.ok(await button.evaluate((each) => each === document.activeElement))
  await page.keyboard.press('Escape')
  await menu.waitFor({ state: 'detached' })
})

test('menus and dialogs can be read, in the dark and in the light scheme', async () => {
  const wrong = []
  const note = (where, list) => wrong.push(...list.map((fault) => `${where}: ${fault}`))
  const menus = await toggles().count()
  assert.ok(menus > 10)
  for (let i = 0; i < menus; i++) {
    const toggle = toggles().nth(i)
    const name = (await toggle.textContent()).trim()
    await toggle.click()
    await page.locator('.dropdown-menu.show:visible').waitFor()
    note(`menu ${name}`, await faults('.dropdown-menu.show'))
    await page.keyboard.press('Escape')
    await page.locator('.dropdown-menu.show:visible').waitFor({ state: 'detached' })
  }
  await openFinder(page)
  note('finder', await faults('[role=dialog]'))
  const titles = await page.locator('[role=option]:not([aria-disabled]) > span:nth-of-type(2)').allTextContents()
  await page.keyboard.press('Escape')
  // A title that ends so asks first.
  const asking = titles.filter((title) => title.endsWith('…'))
  assert.ok(asking.length > 8, `${asking}`)
  for (const title of [...asking, 'List the shortcuts']) {
    await command(page, title)
    await page.locator('.modal.show .modal-title').waitFor()
    note(title, await faults('[role=dialog]'))
    await page.keyboard.press('Escape')
    await page.locator('.modal.show').waitFor({ state: 'detached' })
  }
  assert.deepEqual(wrong, [])
})

test('of several of which one holds, the one that does is told, and buttons say what they do', async () => {
  await page.getByRole('button', { name: '1×' }).click()
  await page.getByRole('menuitemradio', { name: '1×', checked: true, exact: true }).waitFor()
  assert.equal(await page.getByRole('menuitemradio', { checked: true }).count(), 1)
  await page.keyboard.press('Escape')
  for (const name of ['key before', 'next key']) await page.getByRole('button', { name, exact: true }).waitFor()
})

test('Escape closes a menu wherever the focus is, of the stage as of the time bar', async () => {
  for (const name of ['Shaded', 'One view', 'Background picture', 'How trails are drawn', '1×']) {
    await page.getByRole('button', { name, exact: true }).first().click()
    await page.locator('.dropdown-menu.show:visible').waitFor()
    await page.evaluate(() => document.activeElement.blur())
    await page.keyboard.press('Escape')
    await page.locator('.dropdown-menu.show:visible').waitFor({ state: 'detached' })
  }
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
