// Keys of the full scene: one, one stem of an object, one stem of all objects, and all of them.
import { command, deskPoint, drag, stageRested } from '../../../tests/browser/harness.mjs'
import { isKept, isSelected, median, reads, told } from './hand.mjs'

export async function oneKey(hand) {
  const { page } = hand
  await page.locator('.head.object .name').first().click()
  await stageRested(page)
  const stem = await deskPoint(page, 1, 'Box 1')
  told(
    'a stem of an object clicked, 9 keys',
    await hand.seen('pointerdown', () => page.mouse.click(stem.x, stem.y), isSelected, ' of '),
  )
  await page.keyboard.press('Escape')
  // What is selected has its channels open. The first edit of all, for which the server compiles what it needs, is not counted.
  const at = (frame) => deskPoint(page, frame, 'Position X')
  const [from, to] = [await at(1), await at(11)]
  await drag(page, from, to, { over: () => page.waitForFunction(reads, '(+10)') })
  await page.waitForFunction(isKept, 1)
  await hand.undo()
  await hand.drag('one key', 1, at)
  await page.keyboard.press('Escape')
}

export async function allKeys(hand) {
  const { page } = hand
  const times = { all: [], nudge: [], undo: [] }
  for (let n = 0; n < 3; n++) {
    times.all.push(await hand.seen('keydown', () => page.keyboard.press('Control+Shift+A'), isSelected, '108,000 of '))
    times.nudge.push(await hand.press('.'))
    times.undo.push(await hand.undo())
    await page.keyboard.press('Escape')
  }
  told('all selected', median(times.all))
  told('all nudged, kept and shown', median(times.nudge))
  told('all nudged, undone', median(times.undo))
}

/** The lane that sums up all of them: a stem of 2,700 keys. */
export async function sumOfAll(hand) {
  const { page } = hand
  const at = (frame) => deskPoint(page, frame, 'All keys')
  const stem = await at(501)
  const isAnySelected = () => /^[\d,]+ of/.test(document.querySelector('.foot .count').textContent.trim())
  told(
    'a stem of All keys clicked',
    await hand.seen('pointerdown', () => page.mouse.click(stem.x, stem.y), isAnySelected),
  )
  await hand.drag('a stem of All keys', 501, at)
  await page.keyboard.press('Escape')
}

/** All of time, twice as long. */
export async function stretch(hand) {
  const { page } = hand
  await command(page, 'Stretch time')
  const dialog = page.getByRole('dialog', { name: 'Stretch time' })
  await dialog.waitFor()
  const saysSo = () => /land on frames|between frames/.test(document.querySelector('.modal.show').textContent)
  await page.waitForFunction(saysSo)
  const field = dialog.getByLabel('Length in frames')
  await field.fill('3999')
  const isTold = () => /become 166\.\d+ s/.test(document.querySelector('.modal.show').textContent)
  told('stretch of all, told', await hand.seen('keydown', () => field.press('Tab'), isTold))
  const ok = dialog.getByRole('button', { name: 'Stretch', exact: true })
  told('stretch of all, shown', await hand.edited('click', () => ok.click()))
  told('stretch of all, undone', await hand.undo())
}

/** What the clean-up panel says it would do to all of them. */
export async function cleanUp(hand) {
  const { page } = hand
  await page.keyboard.press('Control+Shift+A')
  const isTold = () =>
    [...document.querySelectorAll('.panel .told')].some((each) => /keys become/.test(each.textContent))
  const tab = page.getByRole('group', { name: 'More for the selected keys' }).getByRole('button', { name: 'Clean up' })
  told('clean-up panel, opened and told on all', await hand.seen('click', () => tab.click(), isTold))
  await page.keyboard.press('Escape')
}

/** A letter in the field that finds lanes. */
export async function findLane(hand) {
  const { page } = hand
  const letters = []
  await page.getByPlaceholder('Find a lane…').click()
  const holds = (wanted) => document.querySelector('[placeholder^="Find a lane"]').value.length === wanted
  for (const [i, letter] of [...'box 29'].entries())
    letters.push(await hand.seen('keydown', () => page.keyboard.press(letter === ' ' ? 'Space' : letter), holds, i + 1))
  told('a lane found, a letter, at the worst', Math.max(...letters))
  await page.keyboard.press('Escape')
}
