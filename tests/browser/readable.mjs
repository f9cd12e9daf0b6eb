import axe from 'axe-core'

/**
 * What axe finds wrong with a page, or with a part of it, as texts.
 * @param part a selector; without one the whole page.
 * @param rules names of axe's rules; without them all.
 */
export async function faultsOf(page, part, rules) {
  // Colours are read once nothing changes any more.
  await page.waitForFunction(() => document.getAnimations().every(({ playState }) => playState !== 'running'))
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  return page.evaluate(
    async ([within, only]) => {
      const options = { resultTypes: ['violations'], ...(only && { runOnly: only }) }
      const { violations } = await window.axe.run(within ?? document, options)
      return violations.flatMap(({ id, nodes }) =>
        nodes.map(
          ({ target, html, any }) => `${id} at ${target}, ${html.slice(0, 120)}: ${any.map(({ message }) => message)}`,
        ),
      )
    },
    [part, rules],
  )
}
