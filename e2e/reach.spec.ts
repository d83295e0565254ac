import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => { server = await startServer(60) })
test.afterAll(() => server.down())
test.use({ testIdAttribute: 'data-test' })

const POPLIN = /Steward poplin/

async function open(page: Page): Promise<void> {
  await page.goto(server.url)
  await page.getByRole('button', { name: POPLIN }).click()
}
const settled = {
  cloth: async (page: Page) => { await page.keyboard.press('1') },
  match: async (page: Page) => {
    await page.keyboard.press('2')
    await expect(page.getByTestId('excluded')).toBeVisible({ timeout: 30_000 })
  },
  window: async (page: Page) => {
    await page.keyboard.press('3')
    await page.getByRole('tab', { name: 'Window' }).click({ timeout: 30_000 })
    await expect(page.getByTestId('map-done')).toBeVisible({ timeout: 40_000 })
  },
  plan: async (page: Page) => {
    await page.getByRole('tab', { name: 'Plan' }).click()
    await expect(page.getByTestId('scraps')).toBeVisible({ timeout: 30_000 })
  },
  history: async (page: Page) => {
    await page.getByRole('combobox', { name: 'Backing' }).click()
    await page.getByRole('option', { name: /Collar lawn/ }).click()
    await page.getByRole('tab', { name: /History/ }).click()
    await expect(page.getByTestId('why')).toBeVisible({ timeout: 30_000 })
  },
} satisfies Record<string, (page: Page) => Promise<void>>

test('no screen keeps anyone out: names, roles and contrast of every stage, light and dark', async ({ page }) => {
  test.setTimeout(150_000)
  await open(page)
  const found: string[] = []
  for (const mode of ['light', 'dark'] as const) {
    for (const [name, go] of Object.entries(settled)) {
      await go(page)
      const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze()
      found.push(...violations.map(v => `${mode} ${name}: ${v.id} ${v.nodes.map(n => n.target.join(' ')).slice(0, 3).join(', ')}`))
    }
    if (mode === 'light') await page.getByRole('button', { name: 'Dark board for the evening' }).click()
  }
  expect(found).toEqual([])
})

test('with the keyboard alone: a place, a backing, the window, its pin, and on to the press', async ({ page }) => {
  await open(page)
  await page.keyboard.press('2')
  await expect(page.getByTestId('first-answer')).toBeVisible({ timeout: 20_000 })
  await page.getByRole('radiogroup', { name: /^Place/ }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('radio', { name: 'Collar stand' })).toHaveAttribute('aria-checked', 'true')
  await expect(page.getByTestId('first-answer')).toHaveText('Band stiff')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/swatch/)
  await expect(page.getByTestId('sentence')).toContainText('Hold', { timeout: 30_000 })
  await page.keyboard.press('m')
  await expect(page.getByTestId('map-done')).toBeVisible({ timeout: 40_000 })
  const before = (await page.getByTestId('sentence').textContent())!
  await page.getByTestId('window-map').focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft')
  await expect(page.getByTestId('sentence')).not.toHaveText(before)
  await page.keyboard.press('Escape')
  await page.evaluate(() => { (document.activeElement as HTMLElement).blur() })
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('command')).toContainText('set the iron down')
})

test('on a tablet nothing hangs over the side', async ({ page }) => {
  test.setTimeout(120_000)
  await page.setViewportSize({ width: 820, height: 1180 })
  await open(page)
  for (const [name, go] of Object.entries(settled)) {
    await go(page)
    const over = await page.evaluate(() => {
      const main = document.querySelector('main')!
      return { page: document.documentElement.scrollWidth - innerWidth, main: main.scrollWidth - main.clientWidth }
    })
    expect(over, name).toEqual({ page: 0, main: 0 })
  }
})
