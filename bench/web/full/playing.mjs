// Playing the full scene so that each frame is drawn, however long it takes.
import { median, p95, told } from './hand.mjs'

/** Chooses a way of playing in the menu. */
async function choosePace(page, label) {
  await page.getByRole('button', { name: /^(Loop|There and back|Once)/ }).click()
  await page.locator('.dropdown-menu.show:visible .dropdown-item', { hasText: label }).first().click()
}

export async function playEveryFrame(page, what, seconds = 5) {
  await choosePace(page, 'Every frame')
  await page.evaluate(() => {
    window.seen = []
    const ruler = document.querySelector('canvas.ruler')
    window.watching = new MutationObserver(() => window.seen.push(performance.now()))
    window.watching.observe(ruler, { attributes: true, attributeFilter: ['aria-valuenow'] })
  })
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  await page.waitForFunction(
    (end) => window.seen.length > 3 && performance.now() - window.seen[2] > end,
    seconds * 1000,
  )
  await page.keyboard.press('Space')
  const seen = await page.evaluate(() => (window.watching.disconnect(), window.seen))
  const gaps = seen.slice(3).map((time, i) => time - seen[i + 2])
  told(`${what}, frames a second`, 1000 / (gaps.reduce((a, b) => a + b) / gaps.length), 'fps')
  told(`${what}, from frame to frame, median`, median(gaps))
  told(`${what}, from frame to frame, p95`, p95(gaps))
  await choosePace(page, 'Real time')
}
