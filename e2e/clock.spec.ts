import { expect, test, type Page } from '@playwright/test'
import type { Fabric, Iron, Page as Listed, Swatch } from '#shared/schemas'
import { cold, pressThrough, toPress, toSwatch, warmIron } from './press'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => { server = await startServer(12) })
test.afterAll(() => server.down())
test.use({ testIdAttribute: 'data-test' })

async function layUp(page: Page, interfacing: RegExp): Promise<void> {
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Deck denim/ }).click()
  await toSwatch(page)
  await page.getByRole('combobox', { name: 'Interfacing' }).click()
  await page.getByRole('option', { name: interfacing }).click()
}
/** Takes the dry way, warmed first, to the clock. */
async function takeDry(page: Page): Promise<void> {
  await page.getByTestId('method-dry').getByRole('button').first().click({ timeout: 60_000 })
  await expect(page.getByTestId('sentence')).toContainText('Warm the fabric')
  await expect(page.getByTestId('recipe')).toContainText('· dry ·')
  await page.getByRole('button', { name: 'Press this' }).click()
  await expect(page.getByTestId('command')).toContainText('alone')
}
const needed = async (page: Page): Promise<number> =>
  Number((await page.getByRole('timer').first().getAttribute('aria-label'))!.match(/([\d.]+)\ss to a bond/)?.[1] ?? NaN)
async function judge(page: Page, grade: RegExp): Promise<void> {
  await page.getByRole('radio', { name: grade }).click()
  await page.getByRole('button', { name: 'Save swatch' }).click()
  await expect(page).toHaveURL(/fabric/)
}
async function lastSwatch(page: Page): Promise<Swatch> {
  const fabrics = await (await page.request.get(`${server.url}/api/fabrics`)).json() as Listed<Fabric>
  const denim = fabrics.rows.find(c => c.code === 'TW-13')!
  return ((await (await page.request.get(`${server.url}/api/fabrics/${denim.id}/history`)).json()) as Listed<Swatch>).rows[0]!
}
async function explanation(page: Page): Promise<string> {
  await toSwatch(page)
  await page.getByRole('tab', { name: /History/ }).click()
  await expect(page.getByTestId('why')).toBeVisible()
  return (await page.getByTestId('why').textContent())!
}

test('as the sheet says: what it would do here, carried over with its reasons, pressed and judged', async ({ page }) => {
  await layUp(page, /Band stiff/)
  await expect(page.getByTestId('sheet')).toContainText('160 °C, 15 s')
  await expect(page.getByTestId('sheet-here')).toContainText('should hold')
  await expect(page.getByTestId('carried')).toContainText('The maker\'s 15 s')
  await page.getByRole('button', { name: 'Press as the maker says' }).click()
  await expect(page.getByTestId('command')).toContainText('Lay the layers')
  await warmIron(page)
  await pressThrough(page)
  await judge(page, /the fabric distorts/)
  const swatch = await lastSwatch(page)
  expect([swatch.recipe.holdS, swatch.recipe.warmS, swatch.recipe.method]).toEqual([15, 0, 'steam'])
  expect(swatch.events.filter(e => e.kind === 'sole').length).toBeGreaterThan(2)
  expect(swatch.doubts).toEqual([])
})

test('begun with a cold iron: said before, the seconds needed are more, and the failure is explained by it', async ({ page }) => {
  await layUp(page, /Warp knit/)
  await takeDry(page)
  await page.getByRole('radio', { name: 'off' }).click()
  await page.getByRole('button', { name: /^Turn it to/ }).click()
  await expect(page.getByTestId('sole')).toContainText(/ready in .* If you press now, press longer/)
  const hold = Number((await page.getByRole('list', { name: 'Steps' }).textContent())!.match(/hold (\d+)\ss/)![1])
  await page.locator('body').press('Space')
  await page.locator('body').press('Space')
  await page.locator('body').press('Space')
  await expect.poll(() => needed(page)).toBeGreaterThan(hold + 8)
  await page.locator('body').press('Space')
  await expect(page.getByTestId('command').or(cold(page))).toHaveText(/Cold/)
  await page.locator('body').press('Space')
  await judge(page, /falls off/)
  const swatch = await lastSwatch(page)
  expect(swatch.events.find(e => e.kind === 'down')!.soleC!).toBeLessThan(100)
  const why = await explanation(page)
  expect(why).toContain('had not warmed up yet')
  expect(why).not.toMatch(/times a bond|should hold/)
})

test('an iron that shuts itself off in the middle: the clock waits longer, and the swatch says why', async ({ page }) => {
  const irons = await (await page.request.get(`${server.url}/api/irons`)).json() as Iron[]
  const SHUTS_S = 30
  const harbour = irons.find(i => i.name === 'Harbour iron')!
  const change = (shutsOffAfterS: number | null, version: number) =>
    page.request.put(`${server.url}/api/irons/${harbour.id}`, { data: { ...harbour, shutsOffAfterS, version } })
  await layUp(page, /Collar lawn/)
  await takeDry(page)
  await warmIron(page)
  expect((await change(SHUTS_S, harbour.version)).status()).toBe(200)
  await page.reload()
  await expect(page.getByTestId('command')).toContainText('alone')
  await page.locator('body').press('Space')
  await expect(page.getByTestId('command')).toHaveText(/Warm|Lift/)
  await page.locator('body').press('Space')
  await page.locator('body').press('Space')
  await expect(page.getByRole('timer').first()).toHaveAttribute('aria-label', /s to a bond|not at this heat/)
  // Held until it has shut itself off, and lifted before it is done.
  await expect(page.getByText('shut itself off').first()).toBeVisible()
  await page.locator('body').press('Space')
  await expect(page.getByTestId('command').or(cold(page))).toHaveText(/Cold/)
  await page.locator('body').press('Space')
  await judge(page, /falls off/)
  expect((await lastSwatch(page)).events.map(e => e.kind)).toContain('shut')
  expect(await explanation(page)).toContain('had shut itself off')
  expect((await change(480, harbour.version + 1)).status()).toBe(200)
})

test('a machine that slept during a press: said, kept, not trusted', async ({ page }) => {
  await page.addInitScript(() => {
    const real = Date.now.bind(Date)
    let jump = 0
    Date.now = () => real() + jump
    Object.assign(window, { sleepFor: (ms: number) => { jump += ms } })
  })
  await layUp(page, /Warp knit/)
  await toPress(page)
  await warmIron(page)
  await page.locator('body').press('Space')
  await page.evaluate(() => { (window as unknown as { sleepFor: (ms: number) => void }).sleepFor(40_000) })
  await expect(page.getByTestId('doubt')).toContainText('we do not trust its seconds')
  await pressThrough(page, true)
  await judge(page, /the fabric distorts/)
  expect((await lastSwatch(page)).doubts.length).toBeGreaterThan(0)
  expect(await explanation(page)).toContain('not to be trusted')
})

test('a supply\'s page: a sheet without seconds, one that contradicts, one carried over', async ({ page }) => {
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Deck denim/ }).click()
  await page.getByRole('link', { name: 'Supplies' }).click()
  await page.getByRole('button', { name: /Collar lawn/ }).click()
  await expect(page.getByTestId('lot')).toContainText('times as fast as its grade')
  await expect(page.getByTestId('carried')).toContainText('On Deck denim')
  await page.getByLabel('Seconds').fill('')
  await expect(page.getByTestId('lot')).toContainText('gives no seconds')
  await page.getByLabel('Seconds').fill('12')
  await page.getByLabel('Temperature').fill('70')
  await expect(page.getByTestId('lot')).toContainText('contradicts its adhesive')
  await page.getByLabel('Seconds').fill('400')
  await page.getByRole('button', { name: 'Save supply' }).click()
  await expect(page.getByTestId('refused')).toContainText('300 s is the largest we accept')
})
