import { expect, test } from '@playwright/test'
import type { Workroom } from '#shared/schemas'
import { startServer, type Server } from './server'

test.use({ testIdAttribute: 'data-test' })

/** A workroom that measures as in the United States. */
let server: Server
test.beforeAll(async () => { server = await startServer() })
test.afterAll(() => server.down())

test('units that are none are refused by name; a field reads either system, and keeps what was stored', async ({ page }) => {
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
  await page.goto(`${server.url}/seams?tab=hem`)
  // A field reads either system: 38 mm is 1 1/2 in, and 5/0 in is none.
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
