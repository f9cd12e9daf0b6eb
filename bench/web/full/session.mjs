// A long session: the same jobs again and again, and what the page keeps of them.
import { deskPoint, stageRested } from '../../../tests/browser/harness.mjs'
import { told } from './hand.mjs'

/** ZESTY_BENCH_MINUTES of it, half a minute if nothing is said. */
export async function longSession(hand) {
  const { page } = hand
  const line = await page.context().newCDPSession(page)
  await line.send('HeapProfiler.enable')
  const kept = async () => {
    await stageRested(page)
    await line.send('HeapProfiler.collectGarbage')
    const { usedSize } = await line.send('Runtime.getHeapUsage')
    const { nodes, jsEventListeners } = await line.send('Memory.getDOMCounters')
    return { heap: usedSize / 1e6, nodes, listeners: jsEventListeners }
  }
  const round = async () => {
    const ruler = await page.locator('.ruler').first().boundingBox()
    await page.mouse.move(ruler.x + 60, ruler.y + ruler.height - 6)
    await page.mouse.down()
    await page.mouse.move(ruler.x + 400, ruler.y + ruler.height - 6, { steps: 8 })
    await page.mouse.up()
    await page.keyboard.press('Control+Shift+A')
    await hand.press('.')
    await hand.undo()
    await page.keyboard.press('Escape')
    const stem = await deskPoint(page, 501, 'All keys')
    await page.mouse.click(stem.x, stem.y)
    await hand.press('.')
    await hand.undo()
    await page.keyboard.press('Escape')
    await page.locator('.head.object .name').first().click()
    await page.keyboard.press('v')
    await page.keyboard.press('v')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Space')
    await page.waitForTimeout(500)
    await page.keyboard.press('Space')
  }
  const minutes = Number(process.env.ZESTY_BENCH_MINUTES ?? 0.5)
  for (let n = 0; n < 3; n++) await round()
  const before = await kept()
  let rounds = 0
  for (const end = Date.now() + minutes * 60_000; Date.now() < end; rounds++) await round()
  const after = await kept()
  told('a long session, rounds', rounds, 'rounds')
  told('a long session, heap before', before.heap, 'MB')
  told('a long session, heap after', after.heap, 'MB')
  told('a long session, nodes more', after.nodes - before.nodes, 'nodes')
  told('a long session, listeners more', after.listeners - before.listeners, 'listeners')
}
