import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { command, Desk, drag, ferryScene, until } from './harness.mjs'

// Small and large windows, in every way of showing time: nothing is cut off, nothing lies over something else.
let desk, page

const long = {
  ...ferryScene('A scene with a name that goes on and on for quite a while', { 1: 0, 100000: 8 }),
  range: [1, 100000],
}
long.objects[0].name = 'A ferry that has a very long name indeed, longer than lanes'
// What the stage looks through at first.
long.objects.push({ name: 'A camera that sees all of the bay and what lies beyond', kind: 'camera', channels: {} })

before(async () => {
  desk = await Desk.open(long)
  page = desk.page
})
after(() => desk.close())

/** What is cut off or lies over something else, in words. */
const faults = () =>
  page.evaluate(() => {
    const wrong = []
    const seen = (element) => element.checkVisibility() && element.getBoundingClientRect().width > 2
    const name = (element) => element.ariaLabel ?? element.title.split('\n')[0] ?? element.textContent
    const all = (selector) => [...document.querySelectorAll(selector)].filter(seen)
    const within = (parts, whole) => {
      const outer = document.querySelector(whole).getBoundingClientRect()
      for (const part of parts) {
        const { left, right } = part.getBoundingClientRect()
        if (left < outer.left - 1 || right > outer.right + 1) wrong.push(`${name(part)} is not within ${whole}`)
      }
    }
    const apart = (parts) => {
      const boxes = parts.map((part) => [part, part.getBoundingClientRect()])
      for (const [i, [one, a]] of boxes.entries())
        for (const [other, b] of boxes.slice(i + 1))
          if (a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1)
            wrong.push(`${name(one)} lies over ${name(other)}`)
    }
    if (document.documentElement.scrollWidth > innerWidth) wrong.push('the page is wider than the window')
    for (const row of ['.top', '.bar']) {
      const parts = all(`${row} :is(button, input, a)`)
      within(parts, row)
      apart(parts)
    }
    const tools = all(':is(.stage-chips, .stage-corner) button')
    within(tools, '.stage')
    apart(tools)
    within(all('.values :is(input, select, button)'), '.values')
    within(all('.now.flag span'), '.desk')
    for (const field of all('input.field'))
      if (field.scrollWidth > field.clientWidth + 1) wrong.push(`${name(field)} cuts off ${field.value}`)
    return wrong
  })

for (const [width, height] of [
  [640, 400],
  [1024, 700],
  [1150, 760],
  [1280, 800],
  [1920, 1080],
  [2560, 1440],
])
  test(`everything has room in a window of ${width} by ${height}`, async () => {
    await page.setViewportSize({ width, height })
    for (const display of ['frames', 'seconds', 'timecode'])
      for (const views of [1, 4]) {
        await page.evaluate(
          ([time, count]) => {
            localStorage.setItem('zesty-time', time)
            localStorage.setItem('zesty-views', String(count))
          },
          [display, views],
        )
        await page.reload()
        await page.locator('.body .heads .head.object button.name').first().click()
        await page.getByLabel('Position X', { exact: true }).waitFor()
        await page.keyboard.press('End')
        await page.waitForFunction(() => document.fonts.status === 'loaded')
        await page.waitForFunction(
          (isFrames) => (isFrames ? /^100000$/ : /\D/).test(document.querySelector('.now.flag span').textContent),
          display === 'frames',
        )
        assert.deepEqual(await faults(), [], `${display}, ${views} views`)
      }
  })

test('what has no room in the bar is in a menu: the ranges', async () => {
  await page.setViewportSize({ width: 640, height: 400 })
  await page.getByRole('button', { name: 'Ranges' }).click()
  const last = page.locator('.dropdown-menu.show:visible').getByLabel("Work range's last frame", { exact: true })
  await last.fill('50')
  await desk.changing(() => last.press('Enter'))
  assert.deepEqual((await desk.scene()).work, [1, 50])
  await page.keyboard.press('Escape')
})

test('what comes into the bar later makes it fold: the source frame of a warped scene', async () => {
  await page.evaluate(() => localStorage.setItem('zesty-time', 'frames'))
  // As wide as the bar still needs without it, to the pixel.
  await page.setViewportSize({ width: 1600, height: 800 })
  await page.reload()
  await page.locator('.body .heads .head.object').first().waitFor()
  const needs = await page.locator('.bar').evaluate((bar) => 1600 - bar.querySelector('.gap').clientWidth)
  await page.setViewportSize({ width: needs + 2, height: 800 })
  const folded = () => page.locator('.bar').getAttribute('data-fold')
  await until(folded, (ranks) => ranks === '', 'a bar that fits')
  await command(page, 'Add a warp for the scene')
  await page
    .locator('.bar')
    .getByText(/^source /)
    .waitFor()
  await until(folded, (ranks) => ranks !== '', 'a folded bar')
  assert.deepEqual(await faults(), [])
})

test('however far the stage is pulled down, the desk keeps lanes, also below a warp', async () => {
  await page.setViewportSize({ width: 960, height: 640 })
  const room = async () => (await page.locator('.body .heads').boundingBox()).height
  const before = await room()
  const bar = await page.locator('.splitpanes--horizontal > .splitpanes__splitter').boundingBox()
  await drag(page, { x: 480, y: bar.y + bar.height / 2 }, { x: 480, y: 630 })
  await until(room, (height) => height < before, 'the desk is lower')
  assert.ok((await room()) >= 2 * 24, `${await room()} px for lanes`)
  await desk.lane('A ferry that has a very long name indeed, longer than lanes').click()
  // Where the window gets lower afterwards, too.
  await page.setViewportSize({ width: 960, height: 480 })
  await until(room, (height) => height >= 24, 'a lane is still to be seen')
})

test('a dialog that grows keeps its top, and all of it can be reached in a small window', async () => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await command(page, 'Change the rate…')
  const dialog = page.locator('.modal-content')
  const rate = dialog.getByLabel('Frames per second')
  const place = async () => ({ height: (await dialog.boundingBox()).height, field: (await rate.boundingBox()).y })
  await dialog.locator('.told').first().waitFor()
  const before = await place()
  await rate.fill('as fast as the ferry, and not a frame more')
  await dialog.getByRole('alert').waitFor()
  const after = await place()
  assert.ok(after.height !== before.height, 'it is as high')
  assert.equal(after.field, before.field)
  await page.setViewportSize({ width: 640, height: 400 })
  for (const name of ['Close', 'Cancel']) {
    const button = dialog.getByRole('button', { name })
    await button.scrollIntoViewIfNeeded()
    const { y, height } = await button.boundingBox()
    assert.ok(y >= 0 && y + height <= 400, `${name} at ${y}`)
  }
  await dialog.getByRole('button', { name: 'Cancel' }).click()
  await dialog.waitFor({ state: 'detached' })
})

test('nothing went wrong on the page', () => assert.deepEqual(page.faults, []))
