import { command, until } from '../harness.mjs'

// What must hold when the hands are off: everywhere, whatever was done.

/** Ends whatever is open or under way on a page, and waits until all of it is kept. */
export async function settle(page, server, id) {
  await page.mouse.up()
  for (const key of ['Shift', 'Control', 'Alt']) await page.keyboard.up(key)
  await page.mouse.move(3, 30)
  await until(
    async () => {
      await page.keyboard.press('Escape')
      return page.locator('.modal.show, .dropdown-menu.show:visible, [aria-label="Recording"]').count()
    },
    (open) => open === 0,
    'a page without dialogs',
  )
  await page.evaluate(() => document.activeElement?.blur())
  // What it shows of takes is kept by nothing.
  if (await page.getByRole('region', { name: 'Record', exact: true }).count()) await page.keyboard.press('r')
  await page.keyboard.press('k')
  await until(
    async () => [
      await page.locator('.history').first().textContent(),
      (await server.get(`/api/scenes/${id}`)).position,
    ],
    ([told, position]) => told === (position ? `Kept · change ${position}` : 'Kept'),
    'everything kept',
  )
}

export const fileOf = async (server, id) => (await fetch(`${server.address}/api/scenes/${id}/file`)).text()

/** Lets go of what is held without a key, by leaving the frame; and shows all lanes. */
async function letGo(page) {
  await page.keyboard.press('Home')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowLeft')
  const find = page.getByLabel('Find a lane')
  await find.fill('')
  await find.press('Escape')
  await page.getByRole('button', { name: 'Lanes shown' }).click()
  await page.locator('.dropdown-menu.show:visible').waitFor()
  const all = page.getByRole('menuitem', { name: 'Show all lanes' })
  if (await all.count()) await all.click()
  await page.keyboard.press('Escape')
  await page.locator('.dropdown-menu.show:visible').waitFor({ state: 'detached' })
  if (await page.locator('.body .heads').getByRole('button', { name: 'Curves', exact: true }).count())
    await command(page, 'Curves only')
}

/** What a page shows of every object: the texts of its values. */
async function shownOn(page, names) {
  const shown = {}
  for (const name of names) {
    const find = page.getByLabel('Find a lane')
    await find.fill(name)
    await page.locator('.body .heads').getByRole('button', { name, exact: true }).first().click()
    await page.locator('.values').getByTitle('Click to rename').getByText(name, { exact: true }).waitFor()
    await until(
      () =>
        page.locator('.values [data-channel] input.field').evaluateAll((fields) => fields.map(({ value }) => value)),
      (values) => values.every((value) => !value.includes('…')),
      `the values of ${name}`,
    )
    shown[name] = await page
      .locator('.values [data-channel]:has(input.field)')
      .evaluateAll((rows) =>
        Object.fromEntries(rows.map((row) => [row.dataset.channel, row.querySelector('input.field').value])),
      )
    await find.press('Escape')
  }
  return shown
}

/** @returns what is not as it should be, in words. */
export async function faults(pages, server, id, first) {
  const wrong = []
  for (const page of pages) wrong.push(...page.faults.splice(0).map((fault) => `a page error: ${fault}`))
  for (const page of pages) await settle(page, server, id)
  for (const page of pages) await letGo(page)
  for (const page of pages) await settle(page, server, id)
  const file = JSON.parse(await fileOf(server, id))
  const all = file.objects.map(({ name }) => name)
  // Names that say the same as another lane's cannot be told apart here.
  const names = all.filter((name) => name === name.trim() && name.length > 1).slice(0, 6)
  for (const [i, page] of pages.entries()) {
    const held = await page.locator('[data-state=changed], .waiting').count()
    if (held) wrong.push(`page ${i} still holds ${held} values after leaving the frame`)
    const frame = Number((await page.getByLabel('Frame', { exact: true }).inputValue()).replace(/\D.*$/, ''))
    const shown = await shownOn(page, names)
    for (const name of names)
      for (const [channel, text] of Object.entries(shown[name])) {
        const seen = parseFloat(text)
        const more = { from: frame, to: frame }
        const value = (await server.samples(id, name, channel, more)).get(frame)
        if (!(Math.abs(seen - value) <= 0.051 + Math.abs(value) * 1e-6))
          wrong.push(`page ${i} shows ${name} ${channel} as ${text} on frame ${frame}, which is ${value}`)
      }
    const keys = file.objects.flatMap(({ channels = {} }) => Object.values(channels).flatMap((each) => each.keys ?? []))
    const told = await page.locator('.foot .count').textContent()
    const count = Number(/([\d,]+) keys?/.exec(told)[1].replaceAll(',', ''))
    if (count !== keys.length) wrong.push(`page ${i} tells “${told}”, there are ${keys.length}`)
  }
  wrong.push(...(await wayBack(server, id, first)))
  for (const page of pages) wrong.push(...page.faults.splice(0).map((fault) => `a page error: ${fault}`))
  return wrong
}

/** Undo to the start gives the first bytes, and redo those of now. */
async function wayBack(server, id, first) {
  const now = await fileOf(server, id)
  const { position, entries } = await server.get(`/api/scenes/${id}/history`)
  // Where one of two pages took back its own beneath the other's, undo and redo do not go straight through the history.
  if (entries.some(({ title }) => /^(Take|Put) back: /.test(title))) return []
  const step = async (way) =>
    server.post(`/api/scenes/${id}/${way}`, { revision: (await server.get(`/api/scenes/${id}`)).revision })
  for (let i = 0; i < position; i++) await step('undo')
  const wrong = []
  const start = await fileOf(server, id)
  if (start !== first)
    wrong.push(`undoing ${position} changes does not give the first scene: ${difference(first, start)}`)
  for (let i = 0; i < position; i++) await step('redo')
  const again = await fileOf(server, id)
  if (again !== now)
    wrong.push(`making ${position} changes again does not give the scene of before: ${difference(now, again)}`)
  return wrong
}

/** Where two texts begin to differ. */
function difference(one, other) {
  let at = 0
  while (one[at] === other[at]) at++
  return [one, other].map((text) => JSON.stringify(text.slice(Math.max(0, at - 60), at + 60))).join(' and ')
}
