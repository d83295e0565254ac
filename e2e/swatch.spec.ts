import { expect, test } from '@playwright/test'
import { looked } from './looking'
import { pressThrough, toPress, warmIron } from './press'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => { server = await startServer() })
test.afterAll(() => server.down())

test.use({ testIdAttribute: 'data-test' })

test('a new fabric is described, compared, pressed by the clock, graded, and found again after a reload', async ({ page }) => {
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /New fabric/ }).click()
  const label = page.getByLabel('What is it made of?'), save = page.getByRole('button', { name: 'Save fabric' })
  // Refused it goes to the first fault, says it there and at the button, and the button stays where it was.
  const before = await save.boundingBox()
  await save.click()
  await expect(page.getByTestId('refused')).toContainText('Write what its label says')
  await expect(label).toBeFocused()
  expect(await save.boundingBox()).toEqual(before)
  await label.fill('60 cotton')
  await expect(page.getByRole('status').filter({ hasText: 'The shares make 60 %' })).toBeVisible()
  await looked(page, 'a new fabric')

  // How it is made goes with what it is made of, until somebody chooses.
  const construction = page.getByRole('combobox', { name: 'Construction' })
  await label.fill('70 wool 30 polyester')
  await expect(construction).toContainText('Worsted suiting')
  await label.fill('100 cotton')
  await expect(construction).toContainText('Shirting, poplin')
  await construction.click()
  await page.getByRole('option', { name: 'Tweed' }).click()
  await label.fill('100 wool')
  await expect(construction).toContainText('Tweed')
  await construction.click()
  await page.getByRole('option', { name: 'Shirting, poplin' }).click()

  await label.fill('60 cotton 40 polyester')
  await expect(page.getByTestId('limit-headline')).toContainText('150 °C')
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Cotton poplin')
  // The border between two fibres moves by the arrows; the label's words go along.
  await page.getByRole('slider', { name: 'Border between Cotton and Polyester' }).press('PageUp')
  await expect(label).toHaveValue('65 cotton, 35 polyester')
  await page.getByLabel('Name', { exact: true }).fill('Strange poplin')
  await page.getByRole('button', { name: 'Save fabric' }).click()
  await expect(page.getByRole('heading', { name: 'Strange poplin', level: 1 })).toBeVisible()

  await toPress(page)
  await warmIron(page)
  await pressThrough(page)
  await page.getByRole('radio', { name: /a nail is needed/ }).click()
  await page.getByRole('button', { name: 'shine' }).click()
  await page.getByLabel('Note').fill('Held on the second try.')
  await page.getByRole('button', { name: 'Save swatch' }).click()

  await expect(page.getByTestId('swatch')).toHaveCount(1)
  await page.reload()
  const swatch = page.getByTestId('swatch')
  await expect(swatch).toContainText('Held on the second try.')
  await expect(swatch).toContainText('3 a nail is needed to start')
  await expect(swatch).toContainText('Predicted: should hold')
})

test('the server is pulled away while pressing: the clock goes on, a reload finds the swatch waiting, and it is sent once', async ({
  page,
}) => {
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Steward poplin/ }).click()
  await expect(page.getByTestId('swatch').first()).toBeVisible()
  const there = await page.getByTestId('swatch').count()
  await toPress(page)
  await warmIron(page)
  await page.locator('body').press('Space')
  await server.down()
  const timer = page.getByRole('timer').first()
  const before = await timer.getAttribute('aria-label')
  await expect.poll(() => timer.getAttribute('aria-label')).not.toBe(before)
  await pressThrough(page, true)
  await page.getByRole('radio', { name: /steady pull/ }).click()
  await page.getByRole('button', { name: 'Save swatch' }).click()
  await expect(page.getByTestId('waiting')).toContainText('kept here: 1')

  await server.up()
  await page.reload()
  await expect(page.getByTestId('swatch')).toHaveCount(there + 1)
  await expect(page.getByTestId('waiting')).toHaveCount(0)
  await page.reload()
  await expect(page.getByTestId('swatch')).toHaveCount(there + 1)
})

test('two people save the same fabric: the second sees both and nothing is lost', async ({ page, browser }) => {
  const other = await browser.newPage()
  for (const p of [page, other]) {
    await p.goto(`${server.url}/fabric`)
    await p.getByRole('button', { name: /Saloon lining/ }).click()
    await p.getByRole('button', { name: 'Change' }).click()
    await p.getByText('More', { exact: true }).click()
    await expect(p.getByLabel('Note')).toBeVisible()
  }
  await other.getByLabel('Note').fill('Theirs.')
  await other.getByRole('button', { name: 'Save fabric' }).click()
  await expect(other.getByText('Theirs.')).toBeVisible()
  await page.getByLabel('Note').fill('Mine.')
  await page.getByRole('button', { name: 'Save fabric' }).click()
  await expect(page.getByRole('alert')).toContainText('saved by someone else')
  await expect(page.getByLabel('Note')).toHaveValue('Mine.')
  await page.getByRole('button', { name: 'Save mine instead' }).click()
  await expect(page.getByText('Mine.')).toBeVisible()
  await other.close()
})

test('what cannot be heated says so, and what would open it', async ({ page }) => {
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Fog-horn oilskin/ }).click()
  await expect(page.getByTestId('limit-headline')).toContainText('harmful fumes')
  await page.keyboard.press('3')
  await expect(page.getByTestId('barred')).toContainText('harmful fumes')
  await expect(page.getByTestId('barred')).toContainText('A sew-in')

  await page.keyboard.press('1')
  await page.getByRole('button', { name: /Steward poplin/ }).click()
  await page.keyboard.press('3')
  await page.getByRole('combobox', { name: 'Interfacing' }).click()
  await page.getByRole('option', { name: /Tin-box find/ }).click()
  await expect(page.getByTestId('barred')).toContainText('no adhesive in the maker\'s instructions')
})
