import assert from 'node:assert/strict'
import { after, before, describe, test } from 'node:test'
import { command, Desk, drag, setField, until } from './harness.mjs'
import { fewKeys } from './fewKeys.mjs'

// What is asked and typed: dialogs, questions, names, fields.
let desk, page

before(async () => {
  desk = await Desk.open(fewKeys)
  page = desk.page
  await desk.lane('Ferry').waitFor()
})
after(() => desk.close())

const field = (label) => page.getByLabel(label, { exact: true })
const valueOf = (label) => field(label).inputValue()
/** A field says in words, right below it or above it and in sight, why what is typed cannot be taken. */
async function isSaid(at, words) {
  assert.equal(await at.getAttribute('aria-invalid'), 'true')
  const note = page.locator('.field-problem', { hasText: words })
  await note.waitFor()
  assert.equal(await at.getAttribute('aria-describedby'), await note.getAttribute('id'))
  await until(
    async () => [await note.boundingBox(), await at.boundingBox(), page.viewportSize()],
    ([{ x, y, width, height }, box, screen]) => {
      const away = y > box.y ? y - box.y - box.height : box.y - y - height
      const isInside = x >= 0 && y >= 0 && x + width <= screen.width && y + height <= screen.height
      return isInside && away >= 0 && away < 10 && x < box.x + box.width && x + width > box.x
    },
    'the words at the field',
  )
}
const position = async () => (await desk.scene()).position

describe('dialogs', () => {
  test('begin in the first field, take Enter from every field and give the focus back', async () => {
    await command(page, 'Insert frames')
    const dialog = page.getByRole('dialog')
    await dialog.waitFor()
    await until(
      () => page.evaluate(() => document.activeElement?.closest('.modal') && document.activeElement.tagName),
      (tag) => tag === 'INPUT',
      'the first field',
    )
    assert.ok(
      await page.evaluate(() => {
        const { selectionStart, selectionEnd, value } = document.activeElement
        return selectionStart === 0 && selectionEnd === value.length
      }),
      'its text is selected',
    )
    await desk.changing(async () => {
      await page.keyboard.type('7')
      await page.keyboard.press('Enter')
      await dialog.waitFor({ state: 'detached' })
    })
    await desk.undo()
  })

  test('take Enter from a choice, which does not open its list', async () => {
    await desk.select('Ferry')
    await command(page, 'Noise')
    const dialog = page.getByRole('dialog', { name: 'Noise' })
    await until(
      () => page.evaluate(() => document.activeElement?.closest('.modal') && document.activeElement.tagName),
      (tag) => tag === 'SELECT',
      'the choice of a channel',
    )
    await desk.changing(async () => {
      await page.keyboard.press('Enter')
      await dialog.waitFor({ state: 'detached' })
    })
    await desk.undo()
  })

  test('take what was typed into a field of time before they do what they say', async () => {
    await page.keyboard.press('Shift+W')
    const dialog = page.getByRole('dialog', { name: 'Retime a part' })
    await field('Part to').click()
    await page.keyboard.type('nothing')
    await page.keyboard.press('Escape')
    // One thing at a time: what was typed first.
    assert.equal(await valueOf('Part to'), '100')
    // Seconds are read by the server: Enter waits for that.
    await page.keyboard.type('2s')
    await page.keyboard.press('Enter')
    await dialog.waitFor({ state: 'detached' })
    await page.getByTitle(/^Undo: Play 1 to 49 at 50 %/).waitFor()
    await desk.heard()
    await desk.undo()
  })

  test('of bookmarks, named selections and commands take Enter from each field, keep Tab inside and give the focus back', async () => {
    const isIn = (dialog) => dialog.evaluate((element) => element.contains(document.activeElement))
    const from = desk.lane('Ferry')
    const dialog = page.getByRole('dialog', { name: 'Bookmark a frame' })
    await from.focus()
    await page.keyboard.press('b')
    await dialog.waitFor()
    await page.keyboard.type('Lock gate')
    // From the frame's field as well, with what is typed there.
    await field("Bookmark's frame").click()
    await page.keyboard.type('31')
    for (let i = 0; i < 12; i++) {
      await page.keyboard.press('Tab')
      assert.ok(await isIn(dialog), `Tab ${i + 1} stays in the dialog`)
    }
    await desk.changing(async () => {
      await field("Bookmark's frame").fill('32')
      await page.keyboard.press('Enter')
    })
    await dialog.waitFor({ state: 'detached' })
    const { bookmarks } = await desk.server.get(`/api/scenes/${desk.id}/file`)
    assert.deepEqual(
      bookmarks.map(({ name, frame }) => [name, frame]),
      [['Lock gate', 32]],
    )
    assert.ok(await from.evaluate((element) => element === document.activeElement), 'the focus is back on the button')
    await desk.undo()
    // The finder gives it back too, and to a dialog that it opens rather than to what was there before.
    await from.focus()
    await page.keyboard.press('Control+k')
    await page.getByRole('combobox', { name: 'Find a command' }).waitFor()
    await page.keyboard.press('Escape')
    await until(() => from.evaluate((element) => element === document.activeElement), Boolean, 'the focus back')
    await command(page, 'Stretch time…')
    const stretch = page.getByRole('dialog', { name: 'Stretch time' })
    await stretch.waitFor()
    await until(() => isIn(stretch), Boolean, 'the focus in the dialog')
    await page.keyboard.press('Escape')
    await stretch.waitFor({ state: 'detached' })
  })

  test('of retiming adds no warp when it is called off, and one when it is not', async () => {
    const made = await position()
    await page.keyboard.press('Shift+W')
    const dialog = page.getByRole('dialog', { name: 'Retime a part' })
    await dialog.waitFor()
    await page.keyboard.press('Escape')
    await dialog.waitFor({ state: 'detached' })
    assert.equal(await position(), made)
    await page.keyboard.press('Shift+W')
    await dialog.waitFor()
    await field('The part then ends at').click()
    await page.keyboard.type('150')
    await page.keyboard.press('Enter')
    await until(position, (now) => now === made + 1, 'the change, confirmed from the field')
    await dialog.waitFor({ state: 'detached' })
    await page.locator('canvas.ladder').waitFor()
  })
})

describe('asked before', () => {
  test('a warp over the whole scene covers one object only where that is said', async () => {
    const made = await position()
    const name = await page
      .locator('.head', { has: page.getByRole('button', { name: 'Buoy', exact: true }) })
      .boundingBox()
    const warp = await page.locator('.flow').first().boundingBox()
    const carry = () =>
      drag(page, { x: name.x + 60, y: name.y + name.height / 2 }, { x: warp.x + 60, y: warp.y + warp.height - 12 })
    await carry()
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('button', { name: 'Leave it as it is' }).click()
    await dialog.waitFor({ state: 'detached' })
    assert.equal(await position(), made)
    await desk.changing(async () => {
      await carry()
      await dialog.getByRole('button', { name: 'Cover only Buoy' }).click()
    })
    await desk.undo()
  })

  test('what moves with an object goes with it, stays, or nothing is deleted', async () => {
    await desk.select('Ferry')
    const made = await position()
    await page.keyboard.press('Delete')
    const dialog = page.getByRole('dialog', { name: 'Delete Cabin too?' })
    await dialog.getByRole('button', { name: 'Delete nothing' }).click()
    assert.equal(await position(), made)
    await page.keyboard.press('Delete')
    await desk.changing(() => dialog.getByRole('button', { name: 'Keep it where it is' }).click())
    await desk.lane('Ferry').waitFor({ state: 'detached' })
    await desk.lane('Cabin').waitFor()
    await desk.undo()
  })
})

describe('several at once', () => {
  test('that differ show so, and a change is made to each', async () => {
    await desk.select('Buoy')
    await desk.lane('Cabin').click({ modifiers: ['Shift'] })
    await until(
      () => valueOf('Position X'),
      (value) => value === 'various',
      'various',
    )
    const samples = async (object) => (await desk.samples(object, 'position.x')).get(1)
    const before = [await samples('Buoy'), await samples('Cabin')]
    await desk.changing(() => setField(page, 'Position X', '+=5'))
    assert.deepEqual([await samples('Buoy'), await samples('Cabin')], [before[0] + 5, before[1] + 5])
    await desk.undo()
  })
})

test('the scene is called otherwise by a click on its name', async () => {
  await page.locator('.top').getByRole('button', { name: 'Hands', exact: true }).click()
  await page.locator('.top').getByLabel('Name', { exact: true }).fill('Hands of mine')
  await desk.changing(() => page.keyboard.press('Enter'))
  assert.equal((await desk.scene()).name, 'Hands of mine')
  await page.locator('.top').getByRole('button', { name: 'Hands of mine', exact: true }).waitFor()
  await desk.undo()
})

describe('fields', () => {
  test('a colour is typed as hex, and nonsense is refused', async () => {
    await desk.select('Buoy')
    const hex = field('Colour as #rrggbb')
    await hex.click()
    await hex.fill('f60')
    await desk.changing(() => hex.press('Enter'))
    assert.equal(await hex.inputValue(), '#ff6600')
    await hex.click()
    await hex.fill('reddish')
    await isSaid(hex, 'six digits from 0 to f')
    await hex.press('Escape')
    assert.equal(await hex.inputValue(), '#ff6600')
    await desk.undo()
  })

  test('refuse nonsense in words and read percent, times and steps', async () => {
    await desk.select('Buoy')
    const made = await position()
    for (const [text, words] of [
      ['soon', 'Not a number or a sum'],
      ['-4', 'It is 0'],
    ]) {
      await field('Radius').click()
      await field('Radius').fill(text)
      await field('Radius').press('Enter')
      await isSaid(field('Radius'), words)
      await field('Radius').press('Escape')
      await page.locator('.field-problem').waitFor({ state: 'detached' })
    }
    assert.equal(await position(), made)
    await desk.changing(() => setField(page, 'Opacity', '50%'))
    assert.equal(await valueOf('Opacity'), '0.50')
    await desk.undo()
    // Nobody goes to a frame that there cannot be.
    await field('Frame').click()
    await field('Frame').fill('1e99')
    await isSaid(field('Frame'), 'ten million frames are the furthest')
    await field('Frame').press('Escape')
    await setField(page, 'Frame', '60')
    await setField(page, 'Frame', '-12')
    const shown = (frame) =>
      until(
        () => valueOf('Frame'),
        (value) => value === frame,
        `frame ${frame}`,
      )
    await shown('48')
    await setField(page, 'Frame', '+2')
    await shown('50')
  })
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
