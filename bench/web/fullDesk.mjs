// A scene of 108,000 keys: how soon what hands do on the desk is seen. All times end with a picture that has been drawn.
// With words, only the parts with those names: node bench/web/fullDesk.mjs oneKey curvesAlone
import { browse, Server } from '../../tests/browser/harness.mjs'
import { curvesAlone } from './full/curves.mjs'
import { Hand } from './full/hand.mjs'
import { allKeys, cleanUp, findLane, oneKey, stretch, sumOfAll } from './full/keys.mjs'
import { opening } from './full/opening.mjs'
import { playEveryFrame } from './full/playing.mjs'
import { fullScene } from './full/scene.mjs'
import { longSession } from './full/session.mjs'
import { playTenSeconds } from './playTenSeconds.mjs'

const server = await new Server('serve').start()
const { id } = await server.post('/api/scenes/import', fullScene)
const { browser, context } = await browse()
const page = await opening(context, server, id)
const hand = new Hand(page)
const parts = {
  scrub: () => hand.scrub('scrubbing'),
  oneKey: () => oneKey(hand),
  allKeys: () => allKeys(hand),
  sumOfAll: () => sumOfAll(hand),
  stretch: () => stretch(hand),
  cleanUp: () => cleanUp(hand),
  findLane: () => findLane(hand),
  curvesAlone: () => curvesAlone(hand),
  everyFrame: () => playEveryFrame(page, 'every frame'),
  longSession: () => longSession(hand),
}
const wanted = process.argv.slice(2)
for (const [name, run] of Object.entries(parts)) if (wanted.length === 0 || wanted.includes(name)) await run()
await page.close()
if (wanted.length === 0 || wanted.includes('playing'))
  await playTenSeconds(context, '108,000 keys: playing', `${server.address}/scenes/${id}`)
await browser.close()
await server.dispose()
