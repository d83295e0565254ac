import { expect, test, type Page } from '@playwright/test'
import type { Workroom } from '#shared/schemas'
import { startServer, type Server } from './server'

test.use({ testIdAttribute: 'data-test' })

/** Every screen in the units and words of the United States: no figure is left in the other system. */
let server: Server
test.beforeAll(async () => { server = await startServer() })
test.afterAll(() => server.down())

const METRIC = /(?<![\w.])\d+(?:[.,]\d+)?\s?(?:mm|cm|m|°C|g\/m²|kPa|m²|cm²|mm²)(?![\w²])/g
/** A unit by itself, as in the name of a field. */
const UNIT = /(?<![\w-])(?:mm|cm|kPa|g\/m²|°C)(?![\w²])/g
/** What the demo's own things are called is theirs; among the house rules both systems are there to choose from. */
const NAMES = /Hem tape 20 mm|°C °F|g\/m² oz\/yd²/g
const UK_WORDS = /\b(fibres?|colours?|selvedges?|stabilisers?|wadding|centre|metres?)\b/gi

/** Until nothing more has changed on the page for a moment: what was asked for is there. */
const rested = (page: Page) => page.evaluate(() => new Promise<void>((done) => {
  const REST_MS = 350, LONGEST_MS = 4000
  const end = () => {
    seen.disconnect()
    clearTimeout(rest)
    clearTimeout(longest)
    done()
  }
  let rest = setTimeout(end, REST_MS)
  const longest = setTimeout(end, LONGEST_MS)
  const seen = new MutationObserver(() => {
    clearTimeout(rest)
    rest = setTimeout(end, REST_MS)
  })
  seen.observe(document.body, { subtree: true, childList: true, characterData: true })
}))

/** Metric figures and words of the UK that a person sees or hears on the page as it stands. */
async function left(page: Page): Promise<string[]> {
  const text = await page.evaluate(() => {
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_ELEMENT | NodeFilter.SHOW_TEXT), said: string[] = []
    while (walk.nextNode()) {
      const node = walk.currentNode
      if (node.nodeType === Node.TEXT_NODE && !node.parentElement!.closest('script, style')) said.push(node.textContent!)
      else if (node instanceof Element)
        for (const name of ['aria-label', 'placeholder', 'title', 'alt']) said.push(node.getAttribute(name) ?? '')
    }
    return said.join(' ')
  })
  const plain = text.replace(/\s+/g, ' ').replace(NAMES, '')
  return [...plain.matchAll(METRIC), ...plain.matchAll(UNIT), ...plain.matchAll(UK_WORDS)]
    .map(m => plain.slice(Math.max(0, m.index - 30), m.index + m[0].length + 10))
}

test('no screen has a metric figure or a word of the UK left', async ({ page }) => {
  const { name, rules, version } = await (await page.request.get(`${server.url}/api/workroom`)).json() as Workroom
  const put = (units: object) => page.request.put(`${server.url}/api/workroom`, { data: { name, rules, version, units } })
  const us = { length: 'in', temperature: '°F', arealMass: 'oz/yd²', region: 'US', currency: 'USD' }
  for (const [bad, says] of [
    [{ region: 'Moon' }, /Words: those of the UK or of the US/], [{ currency: 'PEARLS' }, /Currency: no currency/],
  ] as const) {
    const answer = await put({ ...us, ...bad })
    expect([answer.status(), (await answer.json() as { detail: string }).detail]).toEqual([422, expect.stringMatching(says)])
  }
  expect((await put(us)).status()).toBe(200)
  const found: Record<string, string[]> = {}
  const look = async (screen: string) => {
    const list = await left(page)
    if (list.length > 0) found[screen] = [...new Set(list)]
  }
  const tabs = async (screen: string) => {
    for (const tab of await page.getByRole('tab').all()) {
      await tab.click()
      await rested(page)
      await look(`${screen}: ${await tab.textContent()}`)
    }
  }
  await page.goto(`${server.url}/today`)
  await page.getByTestId('jobs').getByRole('listitem').filter({ hasText: 'Stewards\' shirts' }).getByRole('button').first().click()
  await expect(page.getByTestId('ticket')).toContainText('Stewards')
  for (const stage of ['1', '2', '3', '4', '5', '6']) {
    await page.keyboard.press(stage)
    await rested(page)
    await look(`stage ${stage}`)
    await tabs(`stage ${stage}`)
  }
  const DRAWERS = [
    ['Supplies', false], ['Irons', false], ['Seams', true], ['Mend', true], ['Fix', false], ['House', false], ['Today', false],
  ] as const
  for (const [drawer, hasTabs] of DRAWERS) {
    await page.getByRole('navigation', { name: 'Drawers' }).getByRole('link', { name: new RegExp(drawer) }).click()
    await rested(page)
    await look(drawer)
    if (hasTabs) await tabs(drawer)
  }
  expect(found).toEqual({})
  // A field reads either system: 38 mm is 1 1/2 in, and 5/0 in is none.
  await page.getByRole('navigation', { name: 'Drawers' }).getByRole('link', { name: /Seams/ }).click()
  await page.getByRole('tab', { name: /Hems/ }).click()
  const depth = page.getByLabel('Depth of the hem', { exact: true })
  await depth.fill('38 mm')
  await depth.blur()
  await expect(page.getByText(/turned up 1 1\/2 in/)).toBeVisible()
  await depth.fill('5/0 in')
  await expect(page.getByRole('alert').filter({ hasText: 'write a length such as' })).toBeVisible()
  // Sizes of patches too: fractions in a row, and what is left as it was shown keeps what is stored.
  await page.getByRole('tab', { name: /Patchwork/ }).click()
  const widths = page.getByRole('textbox', { name: 'Widths of the columns, in' })
  for (const [written, shown] of [['2 1/2, 2 1/2, 3 1/2', '2 1/2, 2 1/2, 3 1/2'], ['2 1/2 2 1/2 76.2 mm', '2 1/2, 2 1/2, 3']] as const) {
    await widths.fill(written)
    await widths.press('Tab')
    await expect(widths).toHaveValue(shown)
  }
})
