import { expect, test } from '@playwright/test'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => { server = await startServer(60) })
test.afterAll(() => server.down())
test.use({ testIdAttribute: 'data-test' })

test('a cloth is measured at home: weight by three readings, bending length from the overhang, and it settles', async ({ page }) => {
  await page.goto(server.url)
  await page.getByRole('button', { name: /Evening velvet/ }).click()
  await page.getByRole('tab', { name: 'Measure it' }).click()
  for (const grams of ['5.8', '6.0', '5.9']) {
    await page.getByLabel('Weight', { exact: true }).fill(grams)
    await page.getByRole('button', { name: 'Keep this reading' }).click()
    await expect(page.getByTestId('spread')).toContainText('reading')
  }
  await expect(page.getByTestId('spread')).toContainText('262.2 ± 11')
  await expect(page.getByText('262 g/m² measured')).toBeVisible()
  await page.getByRole('button', { name: 'Bending length' }).click()
  await expect(page.getByTestId('worked')).toContainText('35.0 mm')
  await page.getByLabel('Slope', { exact: true }).fill('88')
  await expect(page.getByTestId('worked')).toContainText('slope between')

  await page.getByRole('tab', { name: 'Settle it' }).click()
  await page.getByLabel('Along after').fill('244')
  await page.getByRole('button', { name: 'Keep this pass' }).click()
  await expect(page.getByTestId('settled')).toContainText('Not settled')
  await expect(page.getByLabel('Along before')).toHaveValue('244')
  await page.getByRole('button', { name: 'Keep this pass' }).click()
  await expect(page.getByTestId('settled')).toContainText('Settled up to 150 °C.')
  await page.getByLabel('Hottest iron wanted').fill('190')
  await expect(page.getByTestId('settled')).toContainText('it may move again')
})

test('an unknown cloth is found out by corner tests, and its limit follows', async ({ page }) => {
  await page.goto(server.url)
  await page.getByRole('button', { name: /Remnant from the stores/ }).click()
  await expect(page.getByTestId('limit-headline')).toContainText('110 °C')
  await page.getByRole('tab', { name: 'Find out what it is' }).click()
  for (const seen of ['nothing at all', 'nothing at all', 'nothing at all', 'shine']) {
    await page.getByRole('button', { name: 'Set down now' }).click()
    await page.getByRole('button', { name: seen }).click()
    await expect(page.getByRole('button', { name: seen })).toHaveCount(0)
  }
  await expect(page.getByTestId('corner-headline')).toContainText('hurt at 150 °C. It stood 130 °C')
  await page.reload()
  await page.getByRole('tab', { name: 'What it stands' }).click()
  await expect(page.getByTestId('limit-headline')).toContainText('130 °C')
})

test('an iron is calibrated with the probe; a probe that came off is refused', async ({ page }) => {
  await page.goto(`${server.url}/irons`)
  await page.getByRole('combobox', { name: 'Speed of the stand-in' }).click()
  await page.getByRole('option', { name: '200 times' }).click()
  await page.getByRole('button', { name: 'Start the probe' }).click()
  await expect(page.getByTestId('probe-fit')).toContainText('Mean', { timeout: 20_000 })
  await page.getByRole('button', { name: 'Keep this calibration' }).click()
  await expect(page.getByTestId('calibrated')).toContainText('kept')
  const kept = (await page.getByTestId('calibrated').textContent())!
  await page.reload()
  const meanC = Math.round(Number(/is ([\d.]+) °C/.exec(kept)![1]))
  await expect(page.getByText(`${meanC} °C`).first()).toBeVisible()

  await page.getByText('Type readings by hand').click()
  const lines = Array.from({ length: 60 }, (_, i) => `${i * 2};${i === 50 ? '23,5' : String(20 + i * 2).replace('.', ',')}`)
  await page.getByLabel('Readings').fill(lines.join('\n'))
  await page.getByRole('button', { name: 'Use these' }).click()
  await expect(page.getByTestId('probe-fit')).toContainText('the probe came off the sole')
})

test('a CSV with bad rows stores nothing; mended, it is stored; house rules change the limit', async ({ page }) => {
  await page.goto(`${server.url}/inout`)
  const head = 'code;name;fibres;construction;mass_gsm;thickness_mm\n'
  const bring = (csv: string) => page.getByLabel('CSV of cloths').setInputFiles({ name: 'cloths.csv', mimeType: 'text/csv', buffer: Buffer.from(`\uFEFF${head}${csv}`) })
  await bring('K-1;Ticking;cotton 100;twill;180,5;0,4\nK-2;Oddment;cotton 90;twill;4 oz;0.4\nK-1;Again;silk 100;satin;90;0.2\n')
  const report = page.getByTestId('import-report')
  await expect(report).toContainText('1 new, 0 change, 0 the same, 2 refused. Nothing is stored')
  await expect(page.getByText('is in oz/yd²; give it in g/m²')).toBeVisible()
  await expect(page.getByText('stands on line 2 already')).toBeVisible()
  await bring('K-1;Ticking;cotton 97 + elastane 3;twill;180,5;0,4\n')
  await expect(report).toContainText('Nothing is stored yet')
  await page.getByRole('button', { name: 'Store these' }).click()
  await expect(report).toContainText('Stored.')

  await page.goto(`${server.url}/rules`)
  await page.getByRole('radio', { name: /The weakest/ }).click()
  await expect(page.getByRole('radio', { name: /The weakest/ })).toHaveAttribute('aria-checked', 'true')
  await page.goto(`${server.url}/cloth`)
  await page.getByLabel('Find a cloth').fill('tick')
  await page.getByRole('button', { name: /Ticking/ }).click()
  await expect(page.getByTestId('limit-headline')).toContainText('110 °C')
})

test('the whole workroom goes out, in again, and out the same; a spoilt file changes nothing', async ({ request }) => {
  const out = async () => await (await request.get(`${server.url}/api/export/workroom`)).json()
  const before = await out()
  expect(before.cloths.length).toBeGreaterThan(8)
  const spoilt = { ...before, trials: [{ ...before.trials[0], clothId: '00000000-0000-4000-8000-000000000000' }] }
  const refused = await request.post(`${server.url}/api/import/workroom`, { data: spoilt })
  expect(refused.status()).toBeGreaterThanOrEqual(400)
  expect(refused.status()).toBeLessThan(500)
  expect(await out()).toEqual(before)
  const back = await request.post(`${server.url}/api/import/workroom`, { data: before })
  expect(back.status()).toBe(200)
  expect(await out()).toEqual(before)
  const schema = await (await request.get(`${server.url}/api/export/schema`)).json()
  expect(schema.properties.format.const).toBe('ready-cuff-workroom')
})
