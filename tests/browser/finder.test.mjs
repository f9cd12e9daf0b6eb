import assert from 'node:assert/strict'
import { readFileSync } from 'node:fs'
import { after, before, test } from 'node:test'
import { command, Desk, until } from './harness.mjs'

// The finder: words of the trade find what goes by another name here. And the commands that select and rename objects.
let desk, page

before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Finder',
    rate: '24',
    range: [1, 60],
    objects: [
      { name: 'Ferry', kind: 'group', channels: { 'position.x': { keys: [{ frame: 1, value: 0 }] } } },
      { name: 'Cabin', kind: 'box', parent: 'Ferry' },
      { name: 'Funnel', kind: 'cylinder', parent: 'Cabin' },
      { name: 'Crate', kind: 'box' },
    ],
  })
  page = desk.page
  await desk.lane('Ferry').waitFor()
})
after(() => desk.close())

const field = () => page.getByRole('combobox', { name: 'Find a command' })
const found = () => page.locator('#found-commands [role=option] > span:nth-of-type(2)').allTextContents()
const selected = () =>
  page
    .locator('.body .heads .head.selected .name')
    .allTextContents()
    .then((names) => names.map((name) => name.trim()))

test('a hundred words of the trade and more each find a command', async () => {
  const source = readFileSync(new URL('../../web/src/commands/synonyms.ts', import.meta.url), 'utf8')
  const words = [...source.matchAll(/^ {2}'?([a-z-]+)'?: \[/gm)].map(([, word]) => word)
  assert.ok(words.length > 100, `${words.length} words`)
  await page.keyboard.press('Control+k')
  const nothing = []
  for (const word of words) {
    await field().fill(word)
    if ((await found()).length === 0) nothing.push(word)
  }
  assert.deepEqual(nothing, [])
  // And what is meant first is found first.
  for (const [word, title] of [
    ['tangent', /^Handles/],
    ['graph', /curve/i],
    ['ripple', /^Deform: ripple/],
    ['insert frames', /^Insert frames/],
    ['marker', /ookmark/],
    ['preroll', /lead/],
    ['fps', /^Change the rate/],
    ['snap', /^Clean up: Snap values/],
    ['quantize', /whole frames/],
    ['smooth', /smooth/i],
    ['simplify', /^Clean up: Reduce keys/],
    ['video', /^Shoot a reel/],
    ['accelerate', /^Ease: Ease in/],
    ['stepped', /hold/],
    ['cycle', /^After the last key: repeat/],
    ['loop', /^Play: loop/],
    ['on twos', /^Play on twos/],
    ['there and back', /^Play: there and back/],
    ['clone', /^Duplicate/],
    ['squash', /^Deform: stretch/],
    ['hinge', /with a pivot/],
    ['onion', /^Whole poses/],
    ['cube', /^Add a box/],
    ['rename', /^Rename/],
    ['select', /^Select/],
    ['ease', /^Ease/],
  ]) {
    await field().fill(word)
    assert.match((await found())[0], title, word)
  }
  await field().fill('nothing of the kind')
  await page.getByText('No command has these words.').waitFor()
  await page.keyboard.press('Escape')
})

test('what moves with it, its parent, its kind, and what has keys is selected', async () => {
  await desk.select('Ferry')
  for (const [title, names] of [
    ['Select the children', ['Cabin', 'Funnel']],
    ['Select the parent', ['Ferry', 'Cabin']],
    ['Select what has keys', ['Ferry']],
  ]) {
    await command(page, title)
    await until(selected, (now) => now.join() === names.join(), title)
  }
  await desk.select('Crate')
  await command(page, 'Select all of the same kind')
  await until(selected, (now) => now.join() === 'Cabin,Crate', 'both boxes')
  await desk.select('Crate')
  await command(page, 'Select the parent')
  await page.getByText('What is selected has no parent.').waitFor()
})

test('F2 renames above the values, a double-click on the lane there, and Escape leaves the name', async () => {
  await desk.select('Crate')
  const name = page.getByLabel('Name', { exact: true })
  await page.keyboard.press('F2')
  await name.fill('Chest')
  await desk.changing(() => name.press('Enter'))
  await desk.lane('Chest').waitFor()
  await desk.lane('Chest').dblclick()
  await name.fill('Something else')
  await name.press('Escape')
  await desk.lane('Chest').waitFor()
  await desk.lane('Chest').dblclick()
  await name.fill('Ferry')
  await name.press('Enter')
  await page.getByText(/Ferry already/).waitFor()
  await desk.lane('Chest').dblclick()
  await name.fill('Crate')
  await desk.changing(() => name.press('Enter'))
  await desk.lane('Crate').waitFor()
  assert.deepEqual(page.faults, [])
})

test('a way to clean up keys opens below the selected keys, and waits', async () => {
  const { position } = await desk.scene()
  await desk.select('Ferry')
  await page.keyboard.press('Control+Shift+A')
  await command(page, 'clean up: smooth')
  await page.getByText('Smooth stands below the selected keys').waitFor()
  const way = page.getByLabel('How to clean up')
  assert.equal(await way.locator('option:checked').textContent(), 'Smooth')
  await command(page, 'simplify')
  await page.getByLabel('Reduce keys: Tolerance').waitFor()
  assert.equal((await desk.scene()).position, position)
})
