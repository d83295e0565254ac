import { expect, test, type Page } from '@playwright/test'
import type { Fabric, Page as Listed, Swatch } from '#shared/schemas'
import { filesIn } from './archive'
import { pressThrough, toPress, warmIron } from './press'
import { PNG } from './picture'
import { startServer, type Server } from './server'

test.use({ testIdAttribute: 'data-test', serviceWorkers: 'allow' })
let server: Server
test.beforeEach(async () => { server = await startServer(60) })
test.afterEach(() => server.down())

/** The board as it is kept by the browser: its files, and what was read of the server. */
async function keptByBrowser(page: Page): Promise<void> {
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null, null, { timeout: 60_000 })
  await page.waitForFunction(async () => {
    const copies = await caches.open('ready-cuff-copies')
    const wanted = ['/api/workroom', '/api/irons', '/api/press-cloths']
    return (await Promise.all(wanted.map(path => copies.match(path, { ignoreSearch: true })))).every(Boolean)
  }, null, { timeout: 60_000 })
}
async function swatchesOf(page: Page, code: string): Promise<Swatch[]> {
  const fabrics = await (await page.request.get(`${server.url}/api/fabrics?q=${code}`)).json() as Listed<Fabric>
  return (await (await page.request.get(`${server.url}/api/fabrics/${fabrics.rows[0]!.id}/history?size=100`)).json() as Listed<Swatch>).rows
}

async function pressing(page: Page): Promise<void> {
  await page.goto(`${server.url}/fabric`)
  await keptByBrowser(page)
  await page.getByRole('button', { name: /Steward poplin/ }).click()
  await toPress(page)
  await warmIron(page)
  await page.locator('body').press('Space')
}
async function judge(page: Page, grade: RegExp, note: string): Promise<void> {
  await page.getByRole('radio', { name: grade }).click()
  await page.getByLabel('Note').fill(note)
}
const keep = (page: Page) => page.getByRole('button', { name: 'Save swatch' }).click()

test('reloaded in mid-press with the server away: finished, judged, pictured; all of it kept once', async ({ page }) => {
  await pressing(page)
  const before = await swatchesOf(page, 'TW-01')
  await server.down()
  await page.reload()
  // The same press, at the right second: its clock never stopped.
  await expect(page.getByTestId('command')).toBeVisible()
  await expect(page.getByTestId('waiting')).toContainText('server away since')
  await pressThrough(page, true)
  await judge(page, /steady pull/, 'pressed without the server')
  await keep(page)
  await expect(page.getByTestId('waiting')).toContainText('kept here: 1')
  await page.getByLabel(/^Picture of Steward poplin/).setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: PNG })
  await expect(page.getByTestId('waiting')).toContainText('kept here: 2')
  await page.getByTestId('waiting').click()
  await expect(page.getByTestId('outbox').getByRole('listitem')).toHaveText([/Swatch.*grade 2/, /Picture/])
  await page.keyboard.press('Escape')
  // A second tab of the same board sees the same things waiting, and the two do not send them twice.
  const second = await page.context().newPage()
  await second.goto(`${server.url}/fabric`)
  await expect(second.getByTestId('waiting')).toContainText('kept here: 2')
  await server.up()
  for (const tab of [page, second]) await expect(tab.getByTestId('waiting')).toBeHidden()
  const fresh = (await swatchesOf(page, 'TW-01')).filter(t => !before.some(b => b.id === t.id))
  expect(fresh.map(t => [t.grade, t.note, t.photos.length])).toEqual([[2, 'pressed without the server', 1]])
})

test('two tabs judge the same swatch at once: it is kept once', async ({ page }) => {
  await pressing(page)
  await pressThrough(page, true)
  const before = (await swatchesOf(page, 'TW-01')).length
  await judge(page, /steady pull/, 'from two tabs')
  const second = await page.context().newPage()
  await second.goto(`${server.url}/press`)
  await expect(second.getByLabel('Note')).toHaveValue('from two tabs')
  // Both at the very same moment, so that neither knows of the other.
  const both = await Promise.all([page, second].map(tab => tab.getByRole('button', { name: 'Save swatch' }).elementHandle()))
  await Promise.all(both.map(button => button!.evaluate(b => (b as HTMLElement).click())))
  await expect(page.getByTestId('swatch').filter({ hasText: 'from two tabs' })).toHaveCount(1)
  expect(await swatchesOf(page, 'TW-01')).toHaveLength(before + 1)
})

test('a swatch that is refused says why, is mended, and sent', async ({ page }) => {
  await pressing(page)
  await pressThrough(page, true)
  await judge(page, /fingertip/, 'slipped\u0007 here')
  await keep(page)
  await expect(page.getByTestId('waiting')).toContainText('1 refused')
  await page.getByTestId('waiting').click()
  const sheet = page.getByTestId('outbox')
  await expect(sheet.getByRole('alert')).toContainText('Note: there is a character in it that cannot be kept.')
  await sheet.getByLabel('Note').fill('slipped here')
  await sheet.getByRole('button', { name: 'Send again' }).click()
  await expect(page.getByTestId('waiting')).toBeHidden()
  expect((await swatchesOf(page, 'TW-01')).filter(t => t.note === 'slipped here')).toHaveLength(1)
})

test('what is only read while the server is away comes from the last copy, and says how old it is', async ({ page }) => {
  await page.goto(`${server.url}/today`)
  await keptByBrowser(page)
  await page.goto(`${server.url}/today`)
  await expect(page.getByTestId('jobs').getByRole('listitem').first()).toBeVisible()
  await page.evaluate(async () => {
    // As if it had been read an hour ago.
    const copies = await caches.open('ready-cuff-copies')
    for (const request of await copies.keys()) {
      const old = (await copies.match(request))!, headers = new Headers(old.headers)
      headers.set('date', new Date(Date.now() - 3_600_000).toUTCString())
      await copies.put(request, new Response(await old.blob(), { status: old.status, headers }))
    }
  })
  await server.down()
  await page.reload()
  await expect(page.getByTestId('jobs').getByRole('listitem').first()).toBeVisible()
  await expect(page.getByTestId('waiting')).toContainText(/server away since \d\d:\d\d, shown as of \d\d:\d\d/)
  // There again it is found to be by itself, and what is shown is read anew.
  const read = page.waitForResponse(r => r.url().includes('/api/jobs?') && r.ok() && !r.headers()['x-kept-copy'], { timeout: 60_000 })
  await server.up()
  await expect(page.getByTestId('waiting')).toBeHidden()
  await read
})

test('a backup is made, the workroom spoiled, and restored: the same counts, and the same bytes of pictures', async ({ page }) => {
  const archive = async () => filesIn(await (await page.request.get(`${server.url}/api/export/workroom`)).body())
  const pictures = (files: Map<string, Buffer>) => [...files].filter(([name]) => name.startsWith('pictures/'))
    .map(([, bytes]) => bytes.toString('base64')).toSorted()
  const counts = (files: Map<string, Buffer>) => Object.entries(JSON.parse(files.get('workroom.json')!.toString('utf8')).rows as object)
    .map(([name, rows]) => [name, (rows as unknown[]).length])
  const [swatch] = await swatchesOf(page, 'TW-01')
  for (const stage of ['before', 'after']) {
    const taken = await page.request.post(`${server.url}/api/swatches/${swatch!.id}/photos?stage=${stage}`, {
      data: PNG, headers: { 'content-type': 'application/octet-stream' },
    })
    expect(taken.status()).toBe(201)
  }
  const before = await archive()
  expect(pictures(before).length).toBeGreaterThanOrEqual(2)

  await page.goto(`${server.url}/import-export`)
  await page.getByRole('button', { name: 'Back up now' }).click()
  const newest = page.getByTestId('backups').getByRole('row').first()
  await expect(newest).toContainText('asked for')
  const { rows } = JSON.parse(before.get('workroom.json')!.toString('utf8'))
  const spoilt = { format: 'ready-cuff-workroom', version: 4, workroom: { name: 'Spoilt', units: { length: 'mm', temperature: '°C',
    arealMass: 'g/m²' }, rules: {} }, rows: { ...rows, swatches: [], swatchEvents: [], swatchReadings: [], washes: [], photos: [],
    careEvents: [] } }
  expect((await page.request.post(`${server.url}/api/import/workroom`, { data: spoilt })).status()).toBe(200)
  await page.reload()
  await newest.getByRole('button', { name: /Restore/ }).click()
  await expect(page.getByTestId('change')).toContainText(/Swatches\s*0\s*\d+/)
  await page.getByRole('button', { name: 'Replace what is here' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'are in place' })).toBeVisible()
  await expect(page.getByTestId('backups').getByRole('row').first()).toContainText('before a restore')
  const after = await archive()
  expect(counts(after)).toEqual(counts(before))
  expect(pictures(after)).toEqual(pictures(before))
})
