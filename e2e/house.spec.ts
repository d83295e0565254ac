import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import type { Iron, Supply } from '#shared/schemas'
import { looked } from './looking'
import { cold, pressThrough, toSwatch, warmIron } from './press'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => { server = await startServer(30) })
test.afterAll(() => server.down())
test.use({ testIdAttribute: 'data-test', actionTimeout: 15_000 })

async function layUp(page: Page, fabric: RegExp, interfacing: RegExp): Promise<void> {
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: fabric }).click()
  await toSwatch(page)
  await page.getByRole('combobox', { name: 'Interfacing' }).click()
  await page.getByRole('option', { name: interfacing }).click()
  await expect(page.getByRole('listbox')).toHaveCount(0)
  await worked(page)
}
/** A way is chosen, be it a method of the board's or the maker's own. */
async function worked(page: Page): Promise<void> {
  await expect(page.getByRole('button', { name: 'Press this' })).toBeEnabled()
  await expect(page.getByText('methods…')).toHaveCount(0)
}
async function judge(page: Page, grade: string): Promise<void> {
  await page.keyboard.press(grade)
  await page.keyboard.press('k')
  await expect(page).toHaveURL(/fabric/)
}

/** Chooses the house's rule on its page. */
async function bothSides(page: Page, rule: 'one' | 'both'): Promise<void> {
  await page.goto(`${server.url}/rules`)
  const chosen = page.getByRole('radiogroup', { name: 'One side or both?' }).getByRole('radio').nth(rule === 'one' ? 0 : 1)
  await chosen.click()
  await expect(chosen).toHaveAttribute('aria-checked', 'true')
}

test('a house that presses both sides turns in the middle, and swatches that contradict each other are said', async ({ page }) => {
  await bothSides(page, 'both')
  await layUp(page, /Deck denim/, /Placket lawn/)
  await page.getByTestId('method-dry').getByRole('button').first().click()
  await page.getByRole('button', { name: 'Press this' }).click()
  await expect(page.getByRole('list', { name: 'Steps' })).toContainText('turn')
  await warmIron(page)
  await pressThrough(page)
  await judge(page, '5')
  await toSwatch(page)
  await worked(page)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('command')).toContainText('then press')
  await warmIron(page)
  await pressThrough(page)
  await judge(page, '0')
  await toSwatch(page)
  await page.getByRole('tab', { name: 'Safe window' }).click()
  await expect(page.getByText(/contradict|given little weight/).first()).toBeVisible()
  await bothSides(page, 'one')
})

test('one cools flat while the next is pressed, and is judged when it is cold', async ({ page }) => {
  await layUp(page, /Deck denim/, /Feather/)
  await page.getByRole('button', { name: 'Press this' }).click()
  await warmIron(page)
  const command = page.getByTestId('command')
  await page.keyboard.press('Space')
  while (!/Cool flat/.test((await command.textContent())!)) {
    await expect(command).toHaveText(/Lift|then set down|Lay the interfacing|Cool flat/)
    if (/Cool flat/.test((await command.textContent())!)) break
    await page.keyboard.press('Space')
  }
  await page.keyboard.press('3')
  await worked(page)
  await page.getByRole('button', { name: 'Press this' }).click()
  await expect(command).toContainText('then press')
  const lying = page.getByRole('timer', { name: /^Deck denim: (cooling|cold)/ })
  await expect(lying).toBeVisible()
  await expect(page.getByRole('timer', { name: 'Deck denim: cold' })).toBeVisible()
  await lying.click()
  await page.keyboard.press('Space')
  await expect(cold(page)).toBeVisible()
  await judge(page, '3')
  await page.keyboard.press('5')
  await expect(command).toContainText('then press')
})

test('an iron is entered with its settings, and changed; two people changing one see both', async ({ page }) => {
  await page.goto(`${server.url}/irons`)
  await expect(page.getByRole('button', { name: 'Change Harbour iron' })).toBeVisible()
  await page.keyboard.press('n')
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused()
  await page.getByRole('button', { name: 'Save iron' }).click()
  await expect(page.getByTestId('refused')).toContainText('Name: it needs a name.')
  await page.getByLabel('Name', { exact: true }).fill('Window iron')
  await page.getByRole('button', { name: 'Add a setting' }).click()
  await page.getByLabel('Setting 4: name').fill('steam')
  await page.getByLabel('Setting 2: temperature').fill('20')
  const keep = page.getByRole('button', { name: 'Save iron' })
  const refused = page.getByTestId('refused').getByText('Setting temperature: 60 °C is the smallest')
  await keep.click()
  await expect(refused).toBeVisible()
  await looked(page, 'another iron')
  await page.getByLabel('Setting 2: temperature').fill('141')
  // The message goes while the hand is on the button, which stays under it.
  const at = (await keep.boundingBox())!
  await page.mouse.move(at.x + at.width / 2, at.y + at.height - 4)
  await page.mouse.down()
  await expect(refused).toHaveCount(0)
  await page.mouse.up()
  await expect(page.getByText('Window iron')).toBeVisible()
  const irons = async () => await (await page.request.get(`${server.url}/api/irons`)).json() as Iron[]
  const made = (await irons()).find(i => i.name === 'Window iron')!
  expect(made.settings.map(s => [s.label, s.meanC, s.origin])).toEqual([
    ['silk', 110, 'typical'], ['wool', 141, 'maker'], ['cotton', 200, 'typical'], ['steam', 220, 'typical'],
  ])
  await page.getByRole('button', { name: 'Change Window iron' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Window iron, new iron')
  const { id, updatedAt: _, ...body } = made
  expect((await page.request.put(`${server.url}/api/irons/${id}`, { data: { ...body, note: 'theirs' } })).status()).toBe(200)
  await page.getByRole('button', { name: 'Save iron' }).click()
  await expect(page.getByRole('alert')).toContainText('saved by someone else')
  await page.getByRole('button', { name: 'Save mine instead' }).click()
  await expect(page.getByText('Window iron, new iron')).toBeVisible()
})

test('the shelf: a supply is written, its stock moved, a length of trim preshrunk', async ({ page }) => {
  await page.goto(`${server.url}/supplies`)
  await expect(page.getByRole('button', { name: /Collar lawn/ })).toBeVisible()
  await looked(page, 'supplies')
  await page.keyboard.press('n')
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused()
  await page.keyboard.type('River braid')
  await page.getByText('More', { exact: true }).click()
  await page.getByLabel('Code').fill('B-88')
  await page.getByRole('combobox', { name: 'What it is' }).click()
  await page.getByRole('option', { name: /trim|braid/i }).first().click()
  await page.getByRole('button', { name: 'Save supply' }).click()
  await expect(page.getByRole('heading', { name: 'River braid' })).toBeVisible()
  await page.getByLabel('Length', { exact: true }).fill('4.5')
  await page.getByRole('button', { name: 'Add to stock' }).click()
  await expect(page.getByRole('heading', { name: '4.50 m in stock' })).toBeVisible()
  await page.getByLabel('Length', { exact: true }).fill('9')
  await page.getByRole('button', { name: 'Take from stock' }).click()
  await expect(page.getByRole('alert')).toContainText('only 4.5 m in stock')
  await page.getByLabel('To', { exact: true }).fill('2')
  await page.getByRole('button', { name: 'Record preshrinking' }).click()
  await expect(page.getByTestId('trim-preshrunk')).toContainText('2.00 m of 4.50 m')
  await looked(page, 'a supply')
  await page.getByLabel('At', { exact: true }).fill('190')
  await expect(page.getByTestId('trim-preshrunk')).toContainText('0.00 m of 4.50 m')
  const found = await (await page.request.get(`${server.url}/api/supplies?q=B-88`)).json() as { rows: Supply[] }
  expect(found.rows[0]).toMatchObject({ name: 'River braid', stockM: 4.5 })
})

test('in and out by the page: calibrations as CSV, and the whole workroom as a file', async ({ page }) => {
  await page.goto(`${server.url}/import-export`)
  const rows = Array.from({ length: 160 }, (_, i) => `Harbour iron,wool · silk,${i * 5},${(149 + 6 * Math.sin(i / 5)).toFixed(1)}`)
  await page.getByLabel('Import CSV of calibrations').setInputFiles({
    name: 'probe.csv', mimeType: 'text/csv',
    buffer: Buffer.from(['iron,setting,seconds,celsius', ...rows, 'No such iron,wool,5,150'].join('\n')),
  })
  await expect(page.getByTestId('import-report')).toContainText('1 refused')
  await page.getByLabel('Import CSV of calibrations').setInputFiles({
    name: 'probe.csv', mimeType: 'text/csv', buffer: Buffer.from(['iron,setting,seconds,celsius', ...rows].join('\n')),
  })
  await page.getByRole('button', { name: 'Store these' }).click()
  await expect(page.getByTestId('import-report')).toContainText('Stored.')
  const irons = await (await page.request.get(`${server.url}/api/irons`)).json() as Iron[]
  expect(irons.find(i => i.name === 'Harbour iron')!.settings[1]!.meanC).toBeCloseTo(149, 0)

  const waiting = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Export as an archive' }).click()
  const file = await readFile((await (await waiting).path())!)
  await page
    .getByLabel('Import a workroom: its file')
    .setInputFiles({ name: 'spoilt.zip', mimeType: 'application/zip', buffer: file.subarray(0, 500) })
  await expect(page.getByRole('alert')).toContainText('cannot be read')
  await page.getByLabel('Import a workroom: its file').setInputFiles({ name: 'workroom.zip', mimeType: 'application/zip', buffer: file })
  await expect(page.getByTestId('change')).toContainText('Tidewell workroom')
  await page.getByRole('button', { name: 'Replace what is here' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'are in place' })).toBeVisible()
  await page.getByRole('link', { name: /Today/ }).first().click()
  await expect(page.getByTestId('jobs').getByRole('listitem').first()).toBeVisible()
})

test('the window as a sheet of paper', async ({ page }) => {
  await layUp(page, /Steward poplin/, /Collar lawn/)
  await page.getByRole('tab', { name: /Safe window/ }).click()
  const waiting = page.waitForEvent('download', { timeout: 150_000 })
  await page.getByRole('button', { name: 'This window as a PDF' }).click()
  const pdf = await readFile((await (await waiting).path())!)
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
})

test('a browser that forbids storage is warned of, and the board works', async ({ browser }) => {
  const page = await (await browser.newContext()).newPage()
  await page.addInitScript(() => {
    Object.defineProperty(window, 'localStorage', { get() { throw new DOMException('denied', 'SecurityError') } })
  })
  await page.goto(server.url)
  await expect(page.getByText('This browser keeps nothing')).toBeVisible()
  await page.getByRole('link', { name: /Fabrics/ }).click()
  await expect(page).toHaveURL(/fabric/)
  await page.getByRole('button', { name: /Deck denim/ }).click()
  await expect(page.getByRole('heading', { name: 'Deck denim' })).toBeVisible()
})
