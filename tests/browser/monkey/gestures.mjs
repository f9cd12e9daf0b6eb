// What a hand may do next, at random. A gesture is plain data, so that it can be printed, left out and done again.

const places = {
  stage: '.stage',
  lanes: '.body .lanes',
  heads: '.body .heads',
  ruler: 'canvas.ruler',
  overview: '.overview',
  flow: '.flow',
  values: '.values',
  bar: '.bar',
  splitter: '.splitpanes__splitter',
}
const nonsense = [
  '', '0', '7', '-3', '=-12', '+4', '-4', '1e99', '200%', '50%', '2x', '12*4', '(3+1)/2', '+=5', '*=-1', '/=0', 'soon',
  '00:00:02:00', '3.5s', '99999999', '١٢', '🍋', '<b>', '1;2', '0.000001', 'NaN', ' ', '--', '#f60',
] // prettier-ignore
const keys = [
  'n', 'Shift+N', 'a', 'Delete', 'Control+z', 'Control+z', 'Control+Shift+z', 'Control+c', 'Control+x', 'Control+v',
  'Control+Shift+v', 'Control+Shift+a', 'Control+a', 'ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Home', 'End',
  'Alt+ArrowRight', 'Shift+ArrowRight', 'Space', 'Escape', 'Escape', 'Enter', 'Tab', 'd', 'f', 'h', 'Shift+H', 'c', 'i',
  'j', 'k', 'l', 'e', 'b', ',', '.', 'Shift+Period', '1', '2', '3', '4', 'Shift+W', 'Shift+D', 'Shift+Delete', '?',
  'Alt+2', 'Alt+Shift+1', 'r', 'w', 'v', 's', 'g', 'm', 'q',
] // prettier-ignore
const modifiers = ['Shift', 'Control', 'Alt']

const spot = (random) => ({ in: random.of(Object.keys(places)), x: random.next(), y: random.next() })

const kinds = {
  drag: (random) => ({
    from: spot(random),
    to: random.chance(0.8) ? { x: random.next() - 0.5, y: random.next() - 0.5 } : spot(random),
    held: modifiers.filter(() => random.chance(0.15)),
    middle: random.of(['', '', '', 'Escape', 'Control+z', 'Space', 'other']),
  }),
  click: (random) => ({
    at: spot(random),
    count: random.of([1, 1, 1, 2]),
    button: random.of(['left', 'left', 'left', 'right', 'middle']),
    held: modifiers.filter(() => random.chance(0.15)),
  }),
  key: (random) => ({ key: random.of(keys), times: random.of([1, 1, 1, 2, 5]) }),
  field: (random) => ({
    which: random.next(),
    text: random.of(nonsense),
    end: random.of(['Enter', 'Enter', 'Escape', 'Tab', 'ArrowUp', 'Control+z']),
  }),
  menu: (random) => ({ which: random.next(), item: random.next(), leaves: random.chance(0.2) }),
  pointed: (random) => ({ at: spot(random), item: random.next(), leaves: random.chance(0.3) }),
  command: (random) => ({
    which: random.next(),
    text: random.of(nonsense),
    end: random.of(['Enter', 'Escape', 'Enter']),
  }),
  wheel: (random) => ({
    at: spot(random),
    by: (random.next() - 0.5) * 800,
    held: modifiers.filter(() => random.chance(0.2)),
  }),
  play: (random) => ({ frames: random.below(20) }),
  record: (random) => ({
    from: { x: 0.4 + random.next() / 2, y: 0.3 + random.next() / 2 },
    by: { x: random.next() - 0.5, y: random.next() - 0.5 },
    end: random.of(['Space', 'Escape', 'Shift+Space', 'Control+z', 'n', 'other', 'kill', '']),
    then: random.of(['', 'See', 'Make keys of', 'way']),
  }),
  reload: () => ({}),
  kill: () => ({}),
}
const weights = {
  drag: 30,
  click: 18,
  key: 20,
  field: 12,
  menu: 6,
  pointed: 6,
  command: 12,
  wheel: 5,
  play: 3,
  record: 3,
  reload: 1,
  kill: 1,
}
const hat = Object.entries(weights).flatMap(([kind, count]) => Array(count).fill(kind))

/** @returns a gesture on one of some pages. */
export function gesture(random, pages) {
  const kind = random.of(hat)
  const page = random.chance(0.75) ? 0 : random.below(pages)
  return { kind, page, rests: random.chance(0.4), ...kinds[kind](random) }
}

/** Does a gesture; what it aims at may not be there, and then nothing is done. */
export async function perform(gesture, pages, server) {
  const page = pages[gesture.page % pages.length]
  // Two pages that play all the time would leave nothing of the machine for the hands.
  if (gesture.rests) for (const each of pages) await each.keyboard.press('k')
  await does[gesture.kind](gesture, page, { pages, server })
  await answerDialogs(page, gesture)
}

async function point(page, { in: place, x, y }) {
  const boxes = page.locator(places[place])
  const count = await boxes.count()
  if (count === 0) return null
  const box = await boxes.nth(Math.min(count - 1, Math.floor(x * count))).boundingBox()
  return box && { x: box.x + 1 + x * (box.width - 2), y: box.y + 1 + y * (box.height - 2), box }
}

async function holding(page, held, act) {
  for (const key of held) await page.keyboard.down(key)
  await act()
  for (const key of held) await page.keyboard.up(key)
}

/** Links lead elsewhere, and what the history lets go is gone: neither can be undone. */
const leadsAway = (page, { x, y }) =>
  page.evaluate(([x, y]) => document.elementFromPoint(x, y)?.closest('a[href], .history') !== null, [x, y])

const does = {
  async drag({ from, to, held, middle }, page, { pages }) {
    const start = await point(page, from)
    if (!start || (await leadsAway(page, start))) return
    const end = to.in
      ? await point(page, to)
      : { x: start.x + to.x * start.box.width, y: start.y + to.y * start.box.height }
    if (!end) return
    await holding(page, held, async () => {
      await page.mouse.move(start.x, start.y)
      await page.mouse.down()
      await page.mouse.move((start.x + end.x) / 2, (start.y + end.y) / 2, { steps: 3 })
      if (middle === 'other') await pages.at(-1).keyboard.press('Control+z')
      else if (middle) await page.keyboard.press(middle)
      await page.mouse.move(end.x, end.y, { steps: 3 })
      await page.mouse.up()
    })
  },
  async click({ at, count, button, held }, page) {
    const where = await point(page, at)
    if (!where || (await leadsAway(page, where))) return
    await holding(page, held, () => page.mouse.click(where.x, where.y, { clickCount: count, button }))
  },
  async key({ key, times }, page) {
    for (let i = 0; i < times; i++) await page.keyboard.press(key)
  },
  async field({ which, text, end }, page) {
    const fields = page.locator(
      '.workspace input:not([type=checkbox]):not([type=radio]):not([type=color]):visible:enabled',
    )
    const count = await fields.count()
    if (count === 0) return
    const field = fields.nth(Math.floor(which * count))
    await field.fill(text, { timeout: 1000 }).catch(() => {})
    await page.keyboard.press(end)
  },
  async menu({ which, item, leaves }, page) {
    const toggles = page.locator('.workspace .dropdown-toggle:visible:not(.history)')
    const count = await toggles.count()
    if (count === 0) return
    await toggles
      .nth(Math.floor(which * count))
      .click({ timeout: 1000 })
      .catch(() => {})
    const items = page.locator('.dropdown-menu.show:visible button.dropdown-item:enabled')
    const there = leaves ? 0 : await items.count()
    if (there)
      await items
        .nth(Math.floor(item * there))
        .click({ timeout: 1000 })
        .catch(() => {})
    if (await page.locator('.dropdown-menu.show:visible').count()) await page.keyboard.press('Escape')
  },
  async pointed({ at, item, leaves }, page) {
    const where = await point(page, at)
    if (!where || (await leadsAway(page, where))) return
    await page.mouse.click(where.x, where.y, { button: 'right' })
    const items = page.locator('.dropdown-menu.context.show button.dropdown-item:enabled')
    const there = leaves ? 0 : await items.count()
    if (there)
      await items
        .nth(Math.floor(item * there))
        .click({ timeout: 1000 })
        .catch(() => {})
    else await page.keyboard.press('Escape')
  },
  async command({ which }, page) {
    await page.keyboard.press('Control+k')
    // Samples go to another scene, and the others stay here.
    const options = page.locator('#found-commands [role=option]').filter({ hasNotText: 'Show me' })
    const count = await options.count()
    if (count)
      await options
        .nth(Math.floor(which * count))
        .click({ timeout: 1000 })
        .catch(() => {})
  },
  async wheel({ at, by, held }, page) {
    const where = await point(page, at)
    if (!where) return
    await page.mouse.move(where.x, where.y)
    await holding(page, held, () => page.mouse.wheel(0, by))
  },
  async play({ frames }, page) {
    await page.keyboard.press('Space')
    const began = Date.now()
    await page
      .waitForFunction(([count, began]) => Date.now() - began > count * 45, [frames, began], { timeout: 3000 })
      .catch(() => {})
    await page.keyboard.press('Space')
  },
  async record({ from, by, end, then }, page, { pages, server }) {
    await page.keyboard.press('Shift+Space')
    const isOn = await page
      .getByRole('button', { name: 'Stop and keep' })
      .waitFor({ timeout: 3000 })
      .then(() => true)
      .catch(() => false)
    const box = isOn && (await page.locator('.stage').boundingBox())
    if (!box) return
    const start = { x: box.x + from.x * box.width, y: box.y + from.y * box.height }
    await page.mouse.move(start.x, start.y)
    await page.mouse.down()
    await page.mouse.move(start.x + by.x * 200, start.y + by.y * 200, { steps: 5 })
    if (end === 'other') await pages.at(-1).keyboard.press('Control+z')
    else if (end === 'kill') {
      await server.kill()
      await page.keyboard.press('Space')
      await server.start()
    } else if (end) await page.keyboard.press(end)
    await page.mouse.up()
    if (end !== 'Escape') await page.keyboard.press('k')
    const name = { See: /^See /, 'Make keys of': /^Make keys of /, way: /^The way of / }[then]
    if (!name) return
    await page
      .getByRole('button', { name })
      .first()
      .click({ timeout: 1000 })
      .catch(() => {})
  },
  async reload(_, page) {
    page.once('dialog', (dialog) => dialog.accept())
    await page.reload()
    await page.locator('.desk').waitFor()
  },
  async kill(_, page, { server }) {
    await server.kill()
    await page.keyboard.press('n')
    await server.start()
  },
}

/** Types something into what a dialog asks, and says yes or no. */
async function answerDialogs(page, { text, end }) {
  for (let tries = 0; tries < 6; tries++) {
    const dialog = page.locator('.modal.show.stack-inverse-position-0')
    if ((await dialog.count()) === 0) return
    const fields = dialog.locator('input[type=text], input:not([type])')
    if (text && tries === 0 && (await fields.count()))
      await fields
        .first()
        .fill(text, { timeout: 500 })
        .catch(() => {})
    // Only what types says how it ends in a dialog, too.
    await page.keyboard.press(tries === 0 && text && end ? end : 'Escape')
    await dialog
      .first()
      .waitFor({ state: 'detached', timeout: 400 })
      .catch(() => {})
  }
}
