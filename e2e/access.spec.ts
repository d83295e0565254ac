import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { ownBoard } from './board'
import { dark, hangs, open, pressing, SCREENS, still, turn } from './screens'

const server = ownBoard()
test.use({ testIdAttribute: 'data-test' })

/** What axe finds, each with where it is and what it measured. */
async function axe(page: Page, rule?: string): Promise<string[]> {
  await still(page)
  // Only what is wrong is gathered: naming every node that is right takes most of the time. There are no frames of other origins, which
  // alone would need a page of their own and every style sheet fetched once more.
  const asked = new AxeBuilder({ page }).options({ resultTypes: ['violations'], preload: false }).setLegacyMode()
  const { violations } = await (rule ? asked.withRules([rule]) : asked.withTags(['wcag2a', 'wcag2aa'])).analyze()
  return violations.map(v => `${v.id} ${v.nodes.slice(0, 3).map(n => `${n.target.join(' ')} (${n.any[0]?.message ?? ''})`).join(', ')}`)
}

const BENCH = { width: 1280, height: 800 }, TABLET = { width: 820, height: 1180 }

test('no screen keeps anyone out, light or dark: names, roles, contrast; at the bench or on a tablet nothing hangs over the side', async ({
  page,
}) => {
  // Some seventy screens, each looked at three times.
  test.setTimeout(600_000)
  page.setDefaultTimeout(12_000)
  await page.setViewportSize(BENCH)
  // Colours change at once, so that none is looked at half-way.
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await open(page, server.url)
  await page.goto(`${server.url}/today`)
  await page.getByRole('button', { name: 'Lay and cut' }).first().click()
  const found: string[] = []
  const side = async (name: string) => {
    const is = await hangs(page)
    if (is.page || is.main || is.rest.length || is.ticket.length || is.covered.length)
      found.push(`${name}: over the side ${JSON.stringify(is)}`)
  }
  const look = async (name: string) => {
    await page.setViewportSize(TABLET)
    await still(page)
    await side(`${name}, on a tablet`)
    await page.setViewportSize(BENCH)
    await still(page)
    await side(name)
    const inLight = await axe(page)
    await dark(page)
    const inDark = await axe(page, 'color-contrast')
    await turn(page)
    found.push(...inLight.map(say => `${name}, light: ${say}`), ...inDark.map(say => `${name}, dark: ${say}`))
  }
  for (const [name, go] of Object.entries(SCREENS)) {
    await go(page, server.url)
    await look(name)
  }
  await pressing(page, look)
  expect(found).toEqual([])
})
