import { until } from './harness.mjs'

/** Two still boxes, one of which carries the other, in a scene that lasts long enough for a hand. */
export const pier = {
  format: 'zesty-scene',
  version: 2,
  name: 'Pier',
  rate: '24',
  range: [1, 240],
  objects: [
    { name: 'Crane', kind: 'box', channels: { 'position.x': { value: -5 } } },
    { name: 'Hook', kind: 'box', parent: 'Crane', channels: { 'position.x': { value: 5 } } },
  ],
}

/** What tests of recording do on a page: the panel, the takes of the scene, and a hand that waves. */
export function recordingOn(desk) {
  const { page } = desk
  const panel = () => page.getByRole('region', { name: 'Record', exact: true })
  const takes = () => desk.server.get(`/api/scenes/${desk.id}/takes`)
  const record = () => panel().getByRole('button', { name: 'Record', exact: true }).click()
  const recording = () =>
    page
      .getByText(/^Recording/)
      .first()
      .waitFor()
  const kept = async (count) => until(takes, (all) => all.length === count, `${count} takes`)
  const stop = () => page.getByRole('button', { name: 'Stop and keep' }).click()

  /** Drags the hand over the stage along a curve for a while, and lets go. */
  async function wave(steps = 50) {
    const { x, y } = await page.locator('.stage-canvas').boundingBox()
    const at = (i) => [x + 420 + 5 * i, y + 230 + 70 * Math.sin(i / 7)]
    await page.mouse.move(...at(0))
    await page.mouse.down()
    for (let i = 1; i <= steps; i++) {
      await page.mouse.move(...at(i))
      await page.evaluate(() => new Promise((go) => requestAnimationFrame(go)))
    }
    await page.mouse.up()
  }

  async function openPanel(source = 'By hand') {
    if (!(await panel().isVisible())) await page.keyboard.press('r')
    await panel().getByRole('radio', { name: source }).click()
  }

  return { panel, takes, record, recording, kept, stop, wave, openPanel }
}
