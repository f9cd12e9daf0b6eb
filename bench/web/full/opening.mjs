// How soon a page of the full scene is there, and how long it does not answer meanwhile.
import { stageRested } from '../../../tests/browser/harness.mjs'
import { median, told } from './hand.mjs'

/** Opens it a few times; the page of the last time stays. */
export async function opening(context, server, id) {
  await context.addInitScript(() => {
    window.long = []
    new PerformanceObserver((list) => window.long.push(...list.getEntries().map(({ duration }) => duration))).observe({
      type: 'longtask',
      buffered: true,
    })
  })
  const [opened, worst] = [[], []]
  let page
  for (let n = 0; n < 6; n++) {
    await page?.close()
    page = await context.newPage()
    page.setDefaultTimeout(60_000)
    await page.goto(`${server.address}/`)
    await page.locator('.card img').waitFor()
    const began = performance.now()
    await page.goto(`${server.address}/scenes/${id}`)
    await page.locator('.head.object').first().waitFor()
    opened.push(performance.now() - began)
    await stageRested(page)
    worst.push(Math.max(0, ...(await page.evaluate(() => window.long))))
  }
  // The first time all is fetched and compiled.
  told('opened to the first lane', median(opened.slice(1)))
  told('opening, longest task', median(worst.slice(1)))
  return page
}
