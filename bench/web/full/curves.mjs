// The curves of 20 objects with nothing beside them: 180 of them.
import { until } from '../../../tests/browser/harness.mjs'
import { told } from './hand.mjs'
import { playEveryFrame } from './playing.mjs'

export async function curvesAlone(hand) {
  const { page } = hand
  const head = (number) => page.locator('.head.object').getByRole('button', { name: `Box ${number}`, exact: true })
  await head(1).click()
  const desk = await page.locator('canvas.lanes').boundingBox()
  await page.mouse.move(desk.x - 60, desk.y + desk.height / 2)
  await until(
    async () => {
      await page.mouse.wheel(0, 60)
      return head(20).count()
    },
    (count) => count === 1,
    'the 20th object',
  )
  await head(20).click({ modifiers: ['Shift'] })
  const isAlone = () =>
    [...document.querySelectorAll('button')].some((each) => each.textContent.includes('Back to lanes'))
  told('180 curves alone', await hand.seen('keydown', () => page.keyboard.press('v'), isAlone))
  await hand.scrub('180 curves, scrubbing')
  await playEveryFrame(page, '180 curves, every frame')
  await page.keyboard.press('v')
  await page.keyboard.press('Escape')
}
