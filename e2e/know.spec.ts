import { expect, test } from '@playwright/test'
import { hasPassed } from '#core/learn'
import type { Fabric, Page as Listed, Swatch, Workroom } from '#shared/schemas'
import { workroomOf } from './archive'
import { looked } from './looking'
import { toDrawer } from './press'
import { PNG } from './picture'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => { server = await startServer(60) })
test.afterAll(() => server.down())
test.use({ testIdAttribute: 'data-test' })

test('a fabric is measured at home: weight by three readings, bending length from the overhang, and it is preshrunk', async ({ page }) => {
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Evening velvet/ }).click()
  await page.getByRole('tab', { name: 'Measure' }).click()
  for (const grams of ['5.8', '6.0', '5.9']) {
    await page.getByLabel('Weight', { exact: true }).fill(grams)
    await page.getByRole('button', { name: 'Save reading' }).click()
    await expect(page.getByTestId('spread')).toContainText('reading')
  }
  await expect(page.getByTestId('spread')).toContainText('262 g/m² ± 11 g/m²')
  await expect(page.getByText('262 g/m² measured · 1.5 mm')).toBeVisible()
  await page.getByRole('button', { name: 'Bending length' }).click()
  await expect(page.getByTestId('worked')).toContainText('35 mm')
  await page.getByLabel('Slope', { exact: true }).fill('88')
  await expect(page.getByTestId('worked')).toContainText('slope between')
  await looked(page, 'measure')

  await page.getByRole('tab', { name: 'Preshrink' }).click()
  await page.getByLabel('Along after').fill('244')
  await page.getByRole('button', { name: 'Save pass' }).click()
  await expect(page.getByTestId('preshrunk')).toContainText('Not preshrunk')
  await expect(page.getByLabel('Along before')).toHaveValue('244')
  await page.getByRole('button', { name: 'Save pass' }).click()
  await expect(page.getByTestId('preshrunk')).toContainText('Preshrunk up to 150 °C.')
  await page.getByLabel('The hottest iron it will meet').fill('190')
  await expect(page.getByTestId('preshrunk')).toContainText('it may shrink again')
  await looked(page, 'preshrink')
})

test('an unknown fabric is found out by corner tests, and its limit follows', async ({ page }) => {
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Remnant from the stores/ }).click()
  await expect(page.getByTestId('limit-headline')).toContainText('110 °C')
  await looked(page, 'fabric')
  await page.getByRole('tab', { name: 'Corner test' }).click()
  for (const seen of ['nothing at all', 'nothing at all', 'nothing at all', 'shine']) {
    await page.getByRole('button', { name: 'Set down now' }).click()
    await page.getByRole('button', { name: seen }).click()
    await expect(page.getByRole('button', { name: seen })).toHaveCount(0)
  }
  await expect(page.getByTestId('corner-headline')).toContainText('damaged at 150 °C. It took 130 °C')
  await looked(page, 'corner')
  await page.reload()
  await page.getByRole('tab', { name: 'Limits' }).click()
  await expect(page.getByTestId('limit-headline')).toContainText('130 °C')
})

test('an iron is calibrated with the probe; a probe that came off is refused', async ({ page }) => {
  await page.goto(`${server.url}/irons`)
  await page.getByRole('combobox', { name: 'Stand-in probe: how quick' }).click()
  await page.getByRole('option', { name: '200 times' }).click()
  await page.getByRole('button', { name: 'Start the probe' }).click()
  await expect(page.getByTestId('probe-fit')).toContainText('Mean')
  await looked(page, 'irons')
  await page.getByRole('button', { name: 'Save calibration' }).click()
  await expect(page.getByTestId('calibrated')).toContainText('saved')
  const kept = (await page.getByTestId('calibrated').textContent())!
  await page.reload()
  const meanC = Math.round(Number(/is ([\d.]+) °C/.exec(kept)![1]))
  await expect(page.getByText(`${meanC} °C`).first()).toBeVisible()

  await page.getByText('Type readings by hand').click()
  const lines = Array.from({ length: 60 }, (_, i) => `${i * 2};${i === 50 ? '23,5' : String(20 + i * 2).replace('.', ',')}`)
  await page.getByLabel('Readings').fill(lines.join('\n'))
  await page.getByRole('button', { name: 'Use readings' }).click()
  await expect(page.getByTestId('probe-fit')).toContainText('the probe came off the soleplate')
})

test('a CSV with bad rows stores nothing; mended, it is stored; house rules change the limit', async ({ page }) => {
  await page.goto(`${server.url}/import-export`)
  const head = 'code;name;fibres;construction;mass_gsm;thickness_mm\n'
  const bring = (csv: string) =>
    page.getByLabel('Import CSV of fabrics').setInputFiles({ name: 'fabrics.csv', mimeType: 'text/csv',
      buffer: Buffer.from(`\uFEFF${head}${csv}`) })
  await bring('K-1;Ticking;cotton 100;twill;180,5;0,4\nK-2;Oddment;cotton 90;twill;4 oz;0.4\nK-1;Again;silk 100;satin;90;0.2\n')
  const report = page.getByTestId('import-report')
  await expect(report).toContainText('1 new, 0 change, 0 the same, 2 refused. Nothing is stored')
  await expect(page.getByText('is in oz/yd²; give it in g/m²')).toBeVisible()
  await expect(page.getByText('is already on line 2')).toBeVisible()
  await looked(page, 'import and export')
  await bring('K-1;Ticking;cotton 97 + acrylic 3;twill;180,5;0,4\n')
  await expect(report).toContainText('Nothing is stored yet')
  await page.getByRole('button', { name: 'Store these' }).click()
  await expect(report).toContainText('Stored.')

  await toDrawer(page, server.url, 'rules')
  await page.getByRole('radio', { name: /The weakest/ }).click()
  await expect(page.getByRole('radio', { name: /The weakest/ })).toHaveAttribute('aria-checked', 'true')
  await looked(page, 'rules')
  await toDrawer(page, server.url, 'fabric')
  await page.getByLabel('Find a fabric').fill('tick')
  // What is found stands there: nothing moves under the pointer any more.
  await expect(page.getByText('1 fabric', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: /Ticking/ }).click()
  await expect(page.getByTestId('limit-headline')).toContainText('110 °C')
})

test('passed means the same to the database and to the board', async ({ request }) => {
  const get = async <T>(path: string) => await (await request.get(`${server.url}${path}`)).json() as T
  const { rules } = await get<Workroom>('/api/workroom')
  const { rows: fabrics } = await get<Listed<Fabric>>('/api/fabrics?size=100')
  let compared = 0, passed = 0
  for (const fabric of fabrics.filter(c => c.swatchCount > 0)) {
    const { rows: swatches } = await get<Listed<Swatch>>(`/api/fabrics/${fabric.id}/history`)
    const { past } = await get<{ past: Record<string, { passed: number, failed: number }> }>(`/api/match/shelf?fabricId=${fabric.id}`)
    for (const [supplyId, counts] of Object.entries(past)) {
      const own = swatches.filter(t => t.supplyId === supplyId)
      expect(counts).toMatchObject({
        passed: own.filter(t => hasPassed(t, Number(rules.washes))).length, failed: own.filter(t => !hasPassed(t, 0)).length,
      })
      compared += own.length
      passed += counts.passed
    }
    for (const at of fabric.swatches)
      expect(at.passed).toBe(swatches.some(t => t.recipe.setting.meanC === at.soleC && hasPassed(t, Number(rules.washes))))
  }
  expect(compared).toBeGreaterThan(5)
  expect(passed).toBeGreaterThan(0)
  expect(passed).toBeLessThan(compared)
})

const withoutDate = <T extends object>(file: T) => ({ ...file, written: '' })
/** A workroom file with every id taken out: what is left must be the same, whatever its rows are called. */
function withoutIds(file: { rows: Record<string, object[]> }) {
  const UUID = /^[0-9a-f-]{36}$/
  const bare = (row: object) => JSON.stringify(row, (_, v: unknown) => (typeof v === 'string' && UUID.test(v) ? 'id' : v))
  return { ...file, rows: Object.fromEntries(Object.entries(file.rows).map(([name, rows]) => [name, rows.map(bare).sort()])) }
}
test('the whole workroom goes out, in again under new ids, and out the same; a spoilt file changes nothing', async ({ request }) => {
  const out = async () => workroomOf(await (await request.get(`${server.url}/api/export/workroom`)).body())
  // A care label goes along.
  const labelOf = (fabrics: { id: string, code: string }[]) =>
    `${server.url}/api/fabrics/${fabrics.find(f => f.code === 'TW-02')!.id}/label`
  const label = { data: PNG, headers: { 'content-type': 'image/png' } }
  const { fabrics } = (await out()).rows
  // None was taken yet: that is no fault.
  expect((await request.get(labelOf(fabrics))).status()).toBe(204)
  expect((await request.put(labelOf(fabrics), label)).status()).toBe(200)
  expect((await request.get(labelOf(fabrics))).headers()['content-type']).toBe('image/jpeg')
  const zip = await (await request.get(`${server.url}/api/export/workroom`)).body()
  const before = await workroomOf(zip)
  expect(before.rows.fabrics.length).toBeGreaterThan(8)
  expect(before.rows.jobs.length).toBeGreaterThan(5)
  // JSON by itself has no pictures beside it.
  const alone = { ...before, rows: { ...before.rows, photos: [] } }
  const lost = structuredClone(alone)
  lost.rows.swatches[0].fabricId = '00000000-0000-4000-8000-000000000000'
  const twice = structuredClone(alone)
  twice.rows.irons.push({ ...twice.rows.irons[0], name: 'The same again' })
  const words: string[] = []
  for (const spoilt of [lost, twice, { ...alone, version: 9 }]) {
    const refused = await request.post(`${server.url}/api/import/workroom`, { data: spoilt })
    expect(refused.status()).toBe(422)
    words.push((await refused.json()).detail)
  }
  expect(words).toEqual([
    'File: a test swatch in it belongs to a fabric that is not in it. Nothing was changed.',
    'File: the same iron is in it twice. Nothing was changed.',
    'File: it is no workroom of Ready Cuff, or it was written by a later version.',
  ])
  expect(withoutDate(await out())).toEqual(withoutDate(before))

  const history = async (file: typeof before) => {
    const { id } = file.rows.fabrics.find((c: { code: string }) => c.code === 'TW-01')
    return (await (await request.get(`${server.url}/api/fabrics/${id}/history`)).json()).rows.map((t: { note: string }) => t.note).sort()
  }
  const swatches = await history(before)
  expect(swatches.length).toBeGreaterThan(1)
  const back = await request.post(`${server.url}/api/import/workroom`, { data: zip, headers: { 'content-type': 'application/zip' } })
  expect(back.status()).toBe(200)
  const after = await out()
  expect(withoutIds(withoutDate(after))).toEqual(withoutIds(withoutDate(before)))
  expect(after.rows.fabrics[0].id).not.toBe(before.rows.fabrics[0].id)
  expect((await request.get(labelOf(after.rows.fabrics))).headers()['content-type']).toBe('image/jpeg')
  expect((await request.get(labelOf(before.rows.fabrics))).status()).toBe(404)
  expect(await history(after)).toEqual(swatches)
  const schema = await (await request.get(`${server.url}/api/export/schema`)).json()
  expect(schema.properties.format.const).toBe('ready-cuff-workroom')
})
