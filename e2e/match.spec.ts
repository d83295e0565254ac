import { expect, test } from '@playwright/test'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => { server = await startServer(60) })
test.afterAll(() => server.down())
test.use({ testIdAttribute: 'data-test' })

test('a collar in poplin: the shelf is judged, two are compared, one goes on to its recipe', async ({ page }) => {
  await page.goto(server.url)
  await page.getByRole('button', { name: /Steward poplin/ }).click()
  await page.keyboard.press('2')
  await expect(page.getByTestId('first-answer')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByTestId('excluded')).toBeVisible({ timeout: 30_000 })
  await expect(page.getByTestId('candidate').filter({ hasText: 'Collar lawn' })).toHaveAttribute('aria-pressed', 'true')

  await page.getByRole('radio', { name: 'Collar stand' }).click()
  await expect(page.getByTestId('first-answer')).toHaveText('Band stiff')
  await page.getByRole('radio', { name: '95', exact: true }).click()
  await expect(page.getByTestId('first-answer')).not.toHaveText('Band stiff')
  await page.getByRole('radio', { name: '60', exact: true }).click()
  await expect(page.getByTestId('first-answer')).toHaveText('Band stiff')

  await page.getByRole('radio', { name: 'rigid', exact: true }).click()
  await page.getByRole('button', { name: /drape must be kept/ }).click()
  await expect(page.getByTestId('clashes')).toContainText('shut each other out')
  await page.getByRole('button', { name: /drape must be kept/ }).click()
  await page.getByRole('radio', { name: 'firm', exact: true }).click()

  await page.getByRole('button', { name: 'a size' }).click()
  await expect(page.getByText('mm × mm × how many: 0.050 m²')).toBeVisible()
  await page.getByLabel('Piece 1: how many').fill('0')
  await page.getByLabel('Piece 1: how many').blur()
  await expect(page.getByRole('alert')).toContainText('Count: at least one')
  await page.getByLabel('Piece 1: how many').fill('40')
  await page.getByLabel('Piece 1: how many').blur()
  await expect(page.getByText(/1\.29 m, costs/)).toBeVisible()

  await page.getByText('not, and why').click()
  await expect(page.getByTestId('excluded')).toContainText('Washed at 60 °C it would not last')
  await page.getByRole('button', { name: 'Use this' }).click()
  await expect(page).toHaveURL(/swatch/)
  await expect(page.getByRole('combobox', { name: 'Backing' })).toContainText('Band stiff')
  await expect(page.getByTestId('sentence')).toContainText('Hold', { timeout: 30_000 })

  await page.reload()
  await expect(page.getByTestId('sentence')).toContainText('Hold', { timeout: 30_000 })
  await page.keyboard.press('2')
  await expect(page.getByTestId('first-answer')).toHaveText('Band stiff', { timeout: 20_000 })
  await expect(page.getByLabel('Piece 1: how many')).toHaveValue('40')
})

test('a cloth that takes no heat still gets an answer; a workroom adds a place of its own', async ({ page }) => {
  await page.goto(server.url)
  await page.getByRole('button', { name: /Fog-horn oilskin/ }).click()
  await page.keyboard.press('2')
  await page.getByRole('radio', { name: 'Placket', exact: true }).click()
  await expect(page.getByTestId('first-answer')).toHaveText('Batiste, sew-in', { timeout: 20_000 })
  await expect(page.getByText('Sewn in: no heat, no resin.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Use this' })).toHaveCount(0)

  await page.getByRole('button', { name: 'own place' }).click()
  await page.getByRole('button', { name: 'Keep this place' }).click()
  await expect(page.getByText('Name: it needs a name.')).toBeVisible()
  await page.getByLabel('A place of your own').fill('Gaiter top')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Gaiter top' })).toBeVisible()
  await page.reload()
  await expect(page.getByRole('button', { name: 'Gaiter top' })).toBeVisible()
})
