import assert from 'node:assert/strict'
import { test } from 'node:test'
import { browse, Server } from './harness.mjs'

test('each icon that the pages name has a picture of its own in the small font that ships', async () => {
  const server = await new Server('demo').start()
  const { browser, context } = await browse()
  try {
    const page = await context.newPage()
    await page.goto(server.address)
    await page.locator('article .picture').first().waitFor()
    const drawn = await page.evaluate(async () => {
      await document.fonts.load('40px bootstrap-icons', '\uf63b')
      const canvas = Object.assign(document.createElement('canvas'), { width: 60, height: 60 })
      const pen = canvas.getContext('2d', { willReadFrequently: true })
      const pictureOf = (text) => {
        pen.clearRect(0, 0, 60, 60)
        pen.font = '40px bootstrap-icons'
        pen.fillText(text, 10, 50)
        return pen
          .getImageData(0, 0, 60, 60)
          .data.filter((_, at) => at % 4 === 3)
          .join('')
      }
      const rules = [...document.styleSheets].flatMap((sheet) => [...sheet.cssRules])
      const icons = rules.filter((rule) => /^\.bi-[a-z0-9-]+::before$/.test(rule.selectorText ?? ''))
      // What the font does not have is drawn alike; this is the first point after those of the icons.
      const none = pictureOf('\uf8f0')
      return icons.map(({ selectorText, style }) => {
        const picture = pictureOf(JSON.parse(style.content))
        return { icon: selectorText, picture, isThere: picture !== none && /[1-9]/.test(picture) }
      })
    })
    assert.ok(drawn.length > 60, `${drawn.length} icons`)
    assert.deepEqual(
      drawn.filter(({ isThere }) => !isThere).map(({ icon }) => icon),
      [],
    )
    assert.equal(new Set(drawn.map(({ picture }) => picture)).size, drawn.length)
  } finally {
    await browser.close()
    await server.dispose()
  }
})
