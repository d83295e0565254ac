import { expect, test, type Page } from '@playwright/test'
import type { Job, Page as Listed } from '#shared/schemas'
import { looked } from './looking'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => { server = await startServer(30) })
test.afterAll(() => server.down())
test.use({ testIdAttribute: 'data-test' })

const row = (page: Page, name: string) => page.getByTestId('jobs').getByRole('listitem').filter({ hasText: name })
const jobs = async (page: Page) => ((await (await page.request.get(`${server.url}/api/jobs`)).json()) as Listed<Job>).rows

test('today says of every job what is next; its order goes there, and the ticket stands on the board after a reload', async ({ page }) => {
  await page.goto(server.url)
  await expect(page).toHaveURL(/today/)
  await expect(page).toHaveTitle(/^Today/)
  await expect(row(page, 'Galley aprons')).toContainText('for tomorrow')
  await expect(row(page, 'Galley aprons').getByRole('button', { name: 'Press the hem' })).toBeVisible()
  await expect(row(page, 'Stores remnant')).toContainText('The fibre is unknown')
  await expect(row(page, 'Stewards\' shirts')).toContainText(/parts (to cut|are cut)/)
  await looked(page, 'today')
  await row(page, 'Saloon evening jackets').getByRole('button', { name: 'Choose interfacing' }).click()
  await expect(page).toHaveURL(/interfacing/)
  const ticket = page.getByTestId('ticket')
  await expect(ticket).toContainText('Saloon evening jackets')
  await expect(ticket).toContainText('Jacket, front')
  await expect(page.getByText('Wash and dryer are the job\'s')).toBeVisible()

  // The place chosen and the interfacing taken belong to the job, on every device.
  await page.getByRole('radio', { name: 'Placket', exact: true }).click()
  await expect(ticket).toContainText('Jacket, placket')
  // What is best there may be sewn in: then it goes on to cutting.
  await expect(page.getByText('could be used')).toBeVisible()
  await page.getByRole('button', { name: /Use this interfacing|Baste this in/ }).click({ timeout: 60_000 })
  await expect(page).toHaveURL(/swatch|cut/)
  const jackets = async () => (await jobs(page)).find(j => j.name.startsWith('Saloon evening'))!.fabrics[0]!
  // The place is kept first, what was chosen for it after it.
  await expect.poll(jackets).toMatchObject({ place: 'placket', supplyId: expect.any(String) })
  await page.reload()
  await expect(ticket).toContainText('Jacket, placket')
  await page.keyboard.press('t')
  await expect(row(page, 'Saloon evening jackets')).toContainText('Evening velvet, black: No interfacing chosen')

  // Another fabric puts the job aside.
  await page.getByRole('link', { name: 'Fabrics' }).click()
  await expect(page).toHaveURL(/fabric/)
  await page.getByRole('button', { name: /^Deck denim/ }).click()
  await expect(ticket).toContainText('Deck denim')
  await expect(ticket).not.toContainText('Saloon evening')
})

test('a job is written, left half-way, found again, refused without a fabric, kept, and done', async ({ page }) => {
  await page.goto(server.url)
  await expect(row(page, 'Galley aprons')).toBeVisible()
  await page.keyboard.press('n')
  await expect(page.getByLabel('Job', { exact: true })).toBeFocused()
  await page.keyboard.type('Bosun\'s reefer')
  await page.keyboard.press('Escape')
  await expect(row(page, 'Galley aprons')).toBeVisible()
  await page.keyboard.press('n')
  await expect(page.getByLabel('Job', { exact: true })).toHaveValue('Bosun\'s reefer')
  await page.reload()
  await expect(page.getByLabel('Job', { exact: true })).toHaveValue('Bosun\'s reefer')
  await page.getByLabel('Garment').fill('Coat')
  await looked(page, 'a new job')
  await page.getByRole('button', { name: 'Save job' }).click()
  await expect(page.getByTestId('refused')).toContainText('Fabrics: a job needs at least one.')
  await page.getByRole('button', { name: 'Add a fabric' }).click()
  await page.getByRole('button', { name: 'Save job' }).click()
  await expect(row(page, 'Bosun\'s reefer')).toContainText('no date')
  await expect(page.getByTestId('ticket')).toContainText('Bosun\'s reefer')
  // Asked once: a tick by the way finishes nothing.
  await page.getByRole('button', { name: 'Bosun\'s reefer is done' }).click()
  await row(page, 'Bosun\'s reefer').getByRole('button', { name: 'No', exact: true }).click()
  await page.getByRole('button', { name: 'Bosun\'s reefer is done' }).click()
  await page.getByRole('button', { name: 'Yes, it is done' }).click()
  await expect(row(page, 'Bosun\'s reefer')).toHaveCount(0)
  await page.getByRole('radio', { name: 'Done' }).click()
  await expect(row(page, 'Stewardess blouse')).toBeVisible()
  await row(page, 'Bosun\'s reefer').getByRole('button', { name: 'Pick it up again' }).click()
  await expect(row(page, 'Bosun\'s reefer')).toHaveCount(0)
  await page.getByRole('radio', { name: 'In progress' }).click()
  await expect(row(page, 'Bosun\'s reefer')).toBeVisible()
})

test('two people change one job: the second sees both, and nothing is lost', async ({ page }) => {
  await page.goto(server.url)
  await page.getByRole('button', { name: 'Change Signal flag, torn' }).click()
  await page.getByLabel('Job', { exact: true }).fill('Signal flag, three tears')
  const flag = (await jobs(page)).find(j => j.name === 'Signal flag, torn')!
  const { progress: _, id, updatedAt: __, ...body } = flag
  const theirs = await page.request.put(`${server.url}/api/jobs/${id}`, { data: { ...body, washC: 60 } })
  expect(theirs.status()).toBe(200)
  const stale = await page.request.put(`${server.url}/api/jobs/${id}`, { data: { ...body, washC: 95 } })
  expect([stale.status(), (await stale.json()).current.washC, (await stale.json()).yours.washC]).toEqual([409, 60, 95])
  await page.getByRole('button', { name: 'Save job' }).click()
  await expect(page.getByRole('alert')).toContainText('saved by someone else')
  await expect(page.getByRole('alert')).toContainText('wash 60')
  await expect(page.getByRole('alert')).toContainText('name (Signal flag, three tears)')
  await page.getByRole('button', { name: 'Save mine instead' }).click()
  await expect(row(page, 'Signal flag, three tears')).toBeVisible()
})
