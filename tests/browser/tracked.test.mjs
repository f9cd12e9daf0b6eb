import assert from 'node:assert/strict'
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import { Desk, home, setField, stagePixels, until } from './harness.mjs'
import { pier, recordingOn } from './recordPanel.mjs'

// Tracked devices: what one says is seen at once, and recorded.
let desk, page, tracker
let panel, takes, record, recording, kept, stop, openPanel

before(async () => {
  desk = await Desk.open(pier)
  page = desk.page
  ;({ panel, takes, record, recording, kept, stop, openPanel } = recordingOn(desk))
})
after(async () => {
  tracker?.kill()
  await desk.close()
  assert.deepEqual(page.faults, [])
})

test('a device is seen live, recorded and marked where nothing came; what vanishes is told', async () => {
  const { port } = await desk.server.get('/api/tracking')
  await desk.select('Hook')
  await openPanel('By a device')
  await panel().getByText('Nothing is heard').waitFor()
  const options = ['tracker', '--no-build', '--port', String(port), '--drop', '2', '--name', 'crook']
  tracker = spawn(join(home, 'zesty'), options, { stdio: 'ignore' })
  await page.getByLabel('Device', { exact: true }).waitFor()
  const still = await stagePixels(page)
  await page.getByRole('button', { name: 'Bind to Hook' }).click()
  await page.getByText('crook drives Hook').waitFor()
  await until(
    () => stagePixels(page),
    (now) => !now.data.equals(still.data),
    'the hook moving by itself',
  )
  const { length } = await takes()
  await setField(page, 'Frame', '1')
  await record()
  await recording()
  await until(
    () => page.getByLabel('Frame', { exact: true }).inputValue(),
    (frame) => Number(frame) > 90,
    'three seconds and more',
  )
  await stop()
  const [take] = await kept(length + 1)
  assert.equal(take.device, 'crook')
  assert.ok(take.samples > 200, `${take.samples} samples`)
  assert.ok(take.gaps.length >= 1 && take.lost > 40, JSON.stringify(take))
  await page.getByRole('img', { name: /gap.*gone through in a straight line/ }).waitFor()
  // Its own clock starts somewhere else: only where that is asked for does the take go there.
  assert.ok(take.first >= 1 && take.first < 30, JSON.stringify(take))
  await page.getByRole('button', { name: `More about Take ${take.number}` }).click()
  await page.getByText('Goes by the device’s own clock').click()
  await until(takes, ([now]) => now.first > 5000 * 24, 'the device’s clock')
  await page.getByRole('button', { name: `More about Take ${take.number}` }).click()
  await page.getByText('Goes by the device’s own clock').click()
  await until(takes, ([now]) => now.first < 30, 'the scene’s frame')

  // It vanishes in the middle of the next.
  await record()
  await recording()
  await until(
    () => page.getByLabel('Frame', { exact: true }).inputValue(),
    (frame) => Number(frame) > 30,
    'a second',
  )
  tracker.kill()
  await page.getByText('Nothing comes from crook any more').waitFor()
  await stop()
  const [short] = await kept(length + 2)
  assert.ok(
    short.gaps.some(([, to]) => to > short.last + 5),
    JSON.stringify(short.gaps),
  )
  await page.getByRole('button', { name: 'Let go' }).click()
  await openPanel()
})
