import { expect, test, type Page } from '@playwright/test'
import type { Workroom } from '#shared/schemas'
import { axe } from './looking'
import { startServer, type Server } from './server'

test.use({ testIdAttribute: 'data-test' })

/** Every screen at once as seldom as it is seen: on a phone, in the dark, in the units and words of the United States. */
let server: Server
test.beforeAll(async () => { server = await startServer() })
test.afterAll(() => server.down())

const PHONES = [{ width: 390, height: 844 }, { width: 360, height: 740 }] as const
/** Every screen and tab of the board, by its address. */
const SCREENS = [
  '/today', '/fabric', '/interfacing', '/swatch?tab=ways', '/swatch?tab=window', '/swatch?tab=plan', '/swatch?tab=history',
  '/cut?tab=pieces', '/cut?tab=layout', '/cut?tab=layers', '/cut?tab=braid', '/press?tab=setdowns', '/press?tab=order',
  '/press?tab=session', '/press?tab=after', '/care?tab=limits', '/care?tab=card', '/care?tab=log', '/seams?tab=seamDetail',
  '/seams?tab=patchwork', '/seams?tab=hem', '/seams?tab=strips', '/seams?tab=before', '/mend?tab=hole', '/mend?tab=badge',
  '/mend?tab=transfer', '/mend?tab=lettering', '/mend?tab=labels', '/mend?tab=applique', '/mend?tab=embroidery', '/fix', '/practice',
  '/supplies', '/irons', '/rules', '/import-export', '/people', '/guide', '/guide/press',
]
/** What stands over the side, and what is too small for a thumb. */
const onPhone = (page: Page) => page.evaluate(() => {
  const main = document.querySelector('main')!
  const pressed = document.querySelectorAll<HTMLElement>(':is(main, header, footer) :is(button, [role=tab], [role=radio])')
  const small = [...pressed].filter((e) => {
    const box = e.getBoundingClientRect()
    // Places on the picture of a garment stand in a list beneath it too.
    return box.width > 0 && box.height < 43.5 && !e.closest('svg')
      && !['switch', 'checkbox', 'slider'].includes(e.getAttribute('role') ?? '') && getComputedStyle(e).position !== 'absolute'
  })
  return {
    page: document.documentElement.scrollWidth - innerWidth, main: main.scrollWidth - main.clientWidth,
    small: small.slice(0, 3).map(e => `${e.textContent!.trim().slice(0, 20)} ${Math.round(e.getBoundingClientRect().height)}`),
  }
})

const isAmiss = (is: Awaited<ReturnType<typeof onPhone>>) => is.page > 0 || is.main > 0 || is.small.length > 0

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

test('on a phone, in the dark, in the US: nothing over the side, every target a thumb wide, nobody kept out, no metric figure left',
  async ({ browser }) => {
    const context = await browser.newContext({ viewport: PHONES[0], hasTouch: true, isMobile: true })
    const page = await context.newPage()
    const { name, rules, version } = await (await page.request.get(`${server.url}/api/workroom`)).json() as Workroom
    const units = { length: 'in', temperature: '°F', arealMass: 'oz/yd²', region: 'US', currency: 'USD' }
    expect((await page.request.put(`${server.url}/api/workroom`, { data: { name, rules, version, units } })).status()).toBe(200)
    await page.goto(`${server.url}/today`)
    await page.getByTestId('jobs').getByRole('listitem').filter({ hasText: 'Stewards\' shirts' }).locator('p').first().tap()
    await expect(page.getByTestId('ticket')).toContainText('Stewards')
    await page.evaluate(() => document.documentElement.classList.add('dark'))
    const found: Record<string, unknown> = {}
    for (const to of SCREENS) {
      // As going back does: the board stays as it is, and nothing is fetched anew.
      await page.evaluate((path) => {
        history.pushState({}, '', path)
        dispatchEvent(new PopStateEvent('popstate', { state: history.state }))
      }, to)
      await rested(page)
      const foreign = await left(page)
      if (foreign.length > 0) found[`${to}: not of the US`] = [...new Set(foreign)]
      for (const size of PHONES) {
        await page.setViewportSize(size)
        // A chart follows a turned phone a frame later: what stays is a fault, not what is on its way.
        let is = await onPhone(page)
        for (let looks = 0; looks < 5 && isAmiss(is); looks++) {
          await page.waitForTimeout(200)
          is = await onPhone(page)
        }
        if (isAmiss(is)) found[`${to} at ${size.width}`] = is
      }
      await page.setViewportSize(PHONES[0])
      const kept = await axe(page)
      if (kept.length > 0) found[`${to}: axe`] = kept
    }
    expect(found).toEqual({})
    await expect(page.locator('html')).toHaveClass(/dark/)
    await page.getByTestId('drawers').tap()
    await page.getByRole('dialog').getByRole('link', { name: 'Supplies' }).tap()
    await expect(page).toHaveURL(/supplies/)
    await context.close()
  })
