import { expect, test, type Page } from '@playwright/test'
import { readSvg } from '#shared/svg'
import { boundsOf } from '#core/geometry'
import type { Cutting, Job, Page as Listed, Supply } from '#shared/schemas'
import { looked } from './looking'
import { sheetsOf } from './paper'
import { laidDown, toDrawer } from './press'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => {
  server = await startServer(60)
})
test.afterAll(() => server.down())
test.use({ testIdAttribute: 'data-test' })

const api = async <T>(page: Page, path: string) => (await (await page.request.get(`${server.url}${path}`)).json()) as T
const jobNamed = async (page: Page, name: string) => (await api<Listed<Job>>(page, '/api/jobs?size=100')).rows.find(j => j.name === name)!
const cuttingOf = async (page: Page, name: string) => api<Cutting>(page, `/api/jobs/${(await jobNamed(page, name)).id}/cutting`)
const supplyNamed = async (page: Page, name: string) =>
  (await api<Listed<Supply>>(page, '/api/supplies?size=100')).rows.find(s => s.name === name)!

async function openJob(page: Page, name: string): Promise<void> {
  await toDrawer(page, server.url, 'today')
  await page.getByTestId('jobs').getByRole('listitem').filter({ hasText: name }).getByRole('button').first().click()
  await expect(page.getByTestId('ticket')).toContainText(name)
  await expect(page).not.toHaveURL(/today/)
  // A job of a hole alone has no cutting on its tape; its digit leads there all the same.
  await page.keyboard.press('4')
  await page.getByRole('tab', { name: /Pieces/ }).click()
}
const drawing = (inner: string, size = 'width="200mm" height="150mm" viewBox="0 0 200 150"') => ({
  name: 'own.svg',
  mimeType: 'image/svg+xml',
  buffer: Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" ${size}>${inner}</svg>`),
})
const settled = (page: Page) => expect(page.getByText(/in all; saved/)).toBeVisible()
const bytes = async (page: Page, test: string) => {
  const href = await page.getByTestId(test).getAttribute('href')
  const answer = await page.request.get(`${server.url}${href}`)
  expect(answer.status()).toBe(200)
  return answer.body()
}

test('a job: three blocks and a drawing, laid, moved, laid again, on paper, cut; the next layout begins with what is left', async ({
  page,
}) => {
  const NAME = 'Signal flag, torn'
  await openJob(page, NAME)
  await expect(page.getByText('No pieces yet.')).toBeVisible()
  await page.getByRole('button', { name: 'Add a first block' }).click()
  await page.getByTestId('blocks').getByRole('button', { name: 'Cuff' }).click()
  // Inches with a fraction, and a comma: as people write them.
  await page.getByLabel('Length', { exact: true }).fill('9 1/2 in')
  await page.getByLabel('Height', { exact: true }).fill('62,5')
  for (const block of ['Circle', 'Pocket flap']) {
    await page.getByRole('button', { name: /Add block/ }).click()
    await page.getByTestId('blocks').getByRole('button', { name: block }).click()
    if (block === 'Circle') await page.getByLabel('Across', { exact: true }).fill('32 cm')
  }
  await page.getByRole('button', { name: 'Import drawing' }).click()
  await page
    .getByLabel('Drawing', { exact: true })
    .setInputFiles(drawing('<path id="Pennant" d="M10 10h120v90z"/><text>2 x</text><path id="loose" d="M0 0L30 30L30 0"/>'))
  await expect(page.getByTestId('drawing-notes')).toContainText('A line of text')
  await expect(page.getByTestId('drawing-notes')).toContainText('loose is open')
  await page.getByRole('button', { name: 'Add piece' }).click()
  await expect(page.getByTestId('pieces').getByRole('listitem')).toHaveCount(4)
  await looked(page, 'pieces')
  await settled(page)
  const drawn = (await cuttingOf(page, NAME)).pieces
  expect(drawn.map(p => p.name)).toEqual(['Cuff', 'Circle', 'Pocket flap', 'Pennant'])
  expect(drawn[0]!.shape).toMatchObject({ measures: { long: expect.closeTo(9.5 * 25.4, 6) as unknown as number, high: 62.5 } })
  // What Match chose for the job is carried over; another interfacing is taken, for one here, for the others meanwhile.
  const lawn = await supplyNamed(page, 'Placket lawn')
  await page.getByTestId('pieces').getByRole('button', { name: /Cuff/ }).click()
  await page.getByRole('combobox', { name: 'Interfacing of the piece' }).click()
  await page.getByRole('option', { name: /Placket lawn/ }).click()
  await settled(page)
  const { id } = await jobNamed(page, NAME), { pieces, version } = await cuttingOf(page, NAME)
  expect(pieces[0]!.interfacingId).toBe(lawn.id)
  const taken = await page.request.put(`${server.url}/api/jobs/${id}/pieces`, {
    data: { version, pieces: pieces.map(p => ({ ...p, interfacingId: lawn.id, webId: null })) },
  })
  expect(taken.status()).toBe(200)
  await page.reload()
  // It folds through its middle: one half is backed, and that is still so after a reload.
  await page.getByTestId('pieces').getByRole('button', { name: /Cuff/ }).click()
  await page.getByRole('combobox', { name: 'Which half is backed' }).click()
  await page.getByRole('option', { name: 'Upper half' }).click()
  await expect(page.getByTestId('stack')).toContainText('to the fold')
  // Undone, made again, and still there after a reload.
  await page.getByTestId('pieces').getByRole('button', { name: /Cuff/ }).click()
  await page.getByLabel('How many').fill('3')
  await expect(page.getByTestId('pieces').getByRole('button', { name: /Cuff/ })).toContainText('3 times')
  await page.getByRole('heading', { name: 'Cuff', exact: true }).click()
  await page.keyboard.press('u')
  await expect(page.getByTestId('pieces').getByRole('button', { name: /Cuff/ })).toContainText('once')
  await page.keyboard.press('y')
  await expect(page.getByTestId('pieces').getByRole('button', { name: /Cuff/ })).toContainText('3 times')
  await settled(page)
  await page.reload()
  await expect(page.getByTestId('pieces').getByRole('button', { name: /Cuff/ })).toContainText('3 times')
  expect((await cuttingOf(page, NAME)).pieces[0]!.half).toBe('upper')

  await page.keyboard.press('l')
  await laidDown(page)
  await expect(page.getByTestId('layout').locator('[data-part]')).toHaveCount(7)
  await looked(page, 'the layout')
  // One is taken hold of and moved, and stays pinned while the others are laid round it.
  const part = page.getByTestId('layout').locator('[data-part]').first(),
    at = (await part.boundingBox())!
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2)
  await page.mouse.down()
  await page.mouse.move(at.x + at.width / 2 + 70, at.y + at.height / 2 - 40, { steps: 6 })
  await page.mouse.up()
  await expect(page.getByRole('button', { name: /Pinned/ })).toBeVisible()
  const moved = await page.getByTestId('part').locator('p').first().innerText()
  await page.getByRole('button', { name: /Lay out again/ }).click()
  await laidDown(page)
  await expect(page.getByTestId('layout-faults')).toHaveCount(0)
  expect(await page.getByTestId('part').locator('p').first().innerText()).toBe(moved)
  await expect(page.getByRole('button', { name: /Lay out again/ })).toBeVisible()
  await expect.poll(async () => (await cuttingOf(page, NAME)).layouts[0]?.parts.filter(p => p.pinned).length).toBe(1)

  // On paper: a square of 100 mm, the cuff's seam line at its own length; as a drawing the same sizes.
  const sheets = await sheetsOf(await bytes(page, 'pdf'))
  const long = (mm: number) => sheets.flatMap(s => s.lines).filter(l => Math.abs(l.longMm - mm) < 0.05).length
  expect(long(100)).toBeGreaterThanOrEqual(5)
  expect(long(9.5 * 25.4)).toBeGreaterThan(0)
  await page.getByTestId('save-as').click()
  const back = readSvg((await bytes(page, 'svg')).toString('utf8'))
  if ('problem' in back) throw new Error(back.problem.why)
  const cuff = boundsOf(back.outlines.find(o => o.name === 'Cuff')!.outline)
  expect([Math.abs(cuff.wideMm - 9.5 * 25.4) < 0.1, Math.abs(cuff.highMm - 62.5) < 0.1]).toEqual([true, true])
  await page.keyboard.press('Escape')
  expect((await sheetsOf(await bytes(page, 'chalk'))).length).toBe(2)

  // It is cut: the metres leave the shelf, what is left is kept.
  const before = lawn.stockM
  await page.getByRole('button', { name: /Cut this/ }).click()
  await expect(page.getByTestId('cut-slip')).toContainText('leave Placket lawn')
  await page.getByRole('button', { name: 'Record as cut' }).click()
  await expect(page.getByTestId('all-cut')).toContainText(/\d more offcut/)
  const cut = await cuttingOf(page, NAME)
  const { metres, parts } = cut.layouts.find(l => l.cutAt !== null)!
  expect(parts).toHaveLength(7)
  expect((await supplyNamed(page, 'Placket lawn')).stockM).toBeCloseTo(before - metres, 6)
  expect(cut.offcuts.length).toBeGreaterThan(0)
  expect((await jobNamed(page, NAME)).progress[0]).toMatchObject({ parts: 7, cut: 7 })

  // The shelf shows them.
  await toDrawer(page, server.url, 'supplies')
  await page.getByRole('button', { name: /Placket lawn/ }).click()
  await expect(page.getByTestId('shelf-offcuts').getByRole('listitem')).toHaveCount(cut.offcuts.length)

  // Another job's small piece lies on the offcut, and takes nothing from the roll.
  await openJob(page, 'Galley aprons, hems')
  await page.getByRole('button', { name: 'Add a first block' }).click()
  await page.getByTestId('blocks').getByRole('button', { name: 'Welt' }).click()
  await page.getByRole('combobox', { name: 'Interfacing of the piece' }).click()
  await page.getByRole('option', { name: /Placket lawn/ }).click()
  await settled(page)
  await page.keyboard.press('Escape')
  await page.getByRole('tab', { name: /Layout/ }).click()
  await page.getByRole('radio', { name: 'Placket lawn' }).click()
  await expect(page.getByTestId('offcuts').locator('[data-part]')).toHaveCount(2)
  await expect(page.getByTestId('layout-metres')).toContainText('0.00 m')
  await page.getByRole('button', { name: /Cut this/ }).click()
  await page.getByRole('button', { name: 'Record as cut' }).click()
  await expect(page.getByTestId('all-cut')).toContainText('0.00 m of Placket lawn cut')
  expect((await supplyNamed(page, 'Placket lawn')).stockM).toBeCloseTo(before - metres, 6)
  // What is thrown away is not laid on again.
  await toDrawer(page, server.url, 'supplies')
  await page.getByRole('button', { name: /Placket lawn/ }).click()
  await expect(page.getByTestId('shelf-offcuts').getByRole('listitem').first()).toBeVisible()
  const left = await page.getByTestId('shelf-offcuts').getByRole('listitem').count()
  await page.getByRole('button', { name: /^The offcut of .* is gone$/ }).first().click()
  await expect(page.getByTestId('shelf-offcuts').getByRole('listitem')).toHaveCount(left - 1)
})

test('by keys alone: a block, its measure, its layout, moved and pinned, cut', async ({ page }) => {
  const NAME = 'Deck jackets, lettering'
  await toDrawer(page, server.url, 'today')
  await page.getByTestId('jobs').getByRole('listitem').filter({ hasText: NAME }).getByRole('button').first().click()
  await expect(page.getByTestId('ticket')).toContainText(NAME)
  // On Today the digits are its jobs.
  await expect(page).not.toHaveURL(/today/)
  // Until they are here it is not said that there are none.
  await page.route('**/cutting', async (r) => {
    await new Promise(done => setTimeout(done, 1500))
    await r.continue()
  }, { times: 1 })
  await page.keyboard.press('4')
  await expect(page.getByText('Loading this job')).toBeVisible()
  await expect(page.getByText('No pieces yet.')).toBeVisible()
  await page.keyboard.press('n')
  await expect(page.getByTestId('blocks')).toBeVisible()
  await looked(page, 'a block')
  await page.getByTestId('blocks').getByRole('button', { name: 'Circle' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Circle' })).toBeVisible()
  await page.keyboard.press('c')
  await expect(page.getByTestId('pieces').getByRole('listitem')).toHaveCount(2)
  await settled(page)
  await page.keyboard.press('l')
  await laidDown(page)
  await expect(page.getByRole('button', { name: /Lay out again/ })).toBeVisible()
  await page.keyboard.press('j')
  await expect(page.getByTestId('part')).toBeVisible()
  const where = () => page.getByTestId('part').locator('p').first().innerText()
  const was = await where()
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowDown')
  await expect.poll(where).not.toBe(was)
  await expect(page.getByRole('button', { name: /Pinned/ })).toBeVisible()
  await page.keyboard.press('o')
  await expect(page.getByRole('button', { name: 'Pin O' })).toBeVisible()
  await page.keyboard.press('l')
  await laidDown(page)
  await expect(page.getByTestId('layout-faults')).toHaveCount(0)
  await page.locator('body').press('Enter')
  await expect(page.getByTestId('cut-slip')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('cut-slip')).toHaveCount(0)
})

test('what cannot be drawn, read or laid is said, and nothing is lost', async ({ page }) => {
  await openJob(page, 'Stewards\' shirts, twelve')
  await page.getByTestId('pieces').getByRole('button', { name: /Cuff/ }).click()
  for (const [typed, says] of [
    ['0', 'Length: 20 mm is the smallest'],
    ['-40', 'is the smallest'],
    ['wide', 'Length: write a length such as'],
    ['99999', 'is the largest'],
  ] as const) {
    await page.getByLabel('Length', { exact: true }).fill(typed)
    await expect(page.getByRole('alert').filter({ hasText: says })).toBeVisible()
  }
  await page.getByLabel('Length', { exact: true }).fill('236')
  await page.getByLabel('How many').fill('0')
  await expect(page.getByTestId('cut-problem')).toContainText('How many: at least one.')
  await page.getByLabel('How many').fill('24')
  await settled(page)
  // A drawing with an allowance larger than itself.
  await page.getByRole('button', { name: 'Import drawing' }).click()
  const svg = page.getByLabel('Drawing', { exact: true })
  for (const [file, says] of [
    [drawing('<rect width="10" height="10"/>', ''), 'does not say how large it is'],
    [drawing('<rect width="10" height="10"/>', 'width="100%" height="100%"'), 'in per cent'],
    [drawing('<path d="M0 0L40 40L40 0L0 40z"/>'), 'crosses itself'],
    [drawing('<rect width="1" height="1"/>'), 'too small to be a piece'],
    [drawing('<rect width="10000" height="50"/>'), '10.00 m long'],
  ] as const) {
    await svg.setInputFiles(file)
    await expect(page.locator('[data-test=drawing-problem], [data-test=drawing-notes]').first()).toContainText(says)
  }
  // A large one is made where it is chosen: it need not come over from here.
  await svg.evaluate((input: HTMLInputElement) => {
    const chosen = new DataTransfer()
    chosen.items.add(new File([new Uint8Array(49_000_000).fill(32)], 'huge.svg', { type: 'image/svg+xml' }))
    input.files = chosen.files
    input.dispatchEvent(new Event('change', { bubbles: true }))
  })
  await expect(page.locator('[data-test=drawing-problem], [data-test=drawing-notes]').first()).toContainText('49.0 MB')
  await svg.setInputFiles(drawing('<rect id="Tab" width="15" height="120"/>'))
  await page.getByRole('radio', { name: 'the cut edge' }).click()
  await page.getByRole('button', { name: 'Add piece' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'Within 10 mm of allowance all round nothing is left' }).first()).toBeVisible()
  await page.getByLabel('Seam', { exact: true }).fill('3')
  await expect(page.getByText('cannot be cut')).toHaveCount(0)
  await settled(page)

  // A strip wider than the roll: by how much, and that it may be joined here.
  await page.getByRole('button', { name: /Add block/ }).click()
  await page.getByTestId('blocks').getByRole('button', { name: 'Waistband' }).click()
  await page.getByLabel('Length', { exact: true }).fill('1100')
  await page.getByRole('combobox', { name: 'Interfacing of the piece' }).click()
  await page.getByRole('option', { name: /Collar lawn/ }).click()
  await settled(page)
  await page.getByRole('tab', { name: /Layout/ }).click()
  await expect(page.getByTestId('layout-faults')).toContainText(/Waistband is 2\d\d mm wider than the roll: cut it in two/, {
    timeout: 60_000,
  })
  await expect(page.getByTestId('layout').locator('[data-part]').first()).toBeVisible()

  // The same layout is refused by the server where parts lie on each other, and a cut sent twice is one.
  const cutting = await cuttingOf(page, 'Stewards\' shirts, twelve'),
    job = await jobNamed(page, 'Stewards\' shirts, twelve')
  const stand = cutting.pieces.find(p => p.name === 'Stand')!,
    shelf = await supplyNamed(page, 'Collar lawn')
  const at = (number: number, x: number, y: number) => ({
    pieceId: stand.id,
    role: 'interfacing',
    number,
    offcutId: null,
    turnDeg: 0,
    x,
    y,
    pinned: false,
  })
  const cut = (parts: unknown[], metres: number, clientKey: string) =>
    page.request.post(`${server.url}/api/jobs/${job.id}/cuts`, { data: { supplyId: shelf.id, parts, metres, clientKey } })
  const key = crypto.randomUUID()
  for (const [parts, metres, says] of [
    [[at(0, 0, 0), at(1, 5, 5)], 0.3, 'overlaps'],
    [[at(0, 700, 0)], 0.3, 'beyond what can be cut'],
    [[at(0, 0, 0)], 0.01, 'beyond what can be cut'],
    [[at(0, 0, 0)], 900, 'in stock'],
    [[at(77, 0, 0)], 0.3, 'pieces have changed'],
    [[], 0.3, 'nothing is laid'],
  ] as const) {
    const answer = await cut([...parts], metres, crypto.randomUUID())
    expect([answer.status(), (await answer.json()).detail.includes(says)], says).toEqual([422, true])
  }
  for (let i = 0; i < 2; i++) expect((await cut([at(0, 0, 0)], 0.2, key)).status()).toBe(200)
  expect((await supplyNamed(page, 'Collar lawn')).stockM).toBeCloseTo(shelf.stockM - 0.2, 9)
  expect((await cut([at(0, 0, 0)], 0.2, crypto.randomUUID())).status()).toBe(422)
})

test('a short lot says what else would do, and lays what fits; two people draw at once and both are seen', async ({ page }) => {
  const NAME = 'Mate\'s boat coat'
  const front = await supplyNamed(page, 'Weft-insert front')
  await page.request.post(`${server.url}/api/supplies/${front.id}/stock`, { data: { metres: 0.4 - front.stockM, reason: 'counted' } })
  await openJob(page, NAME)
  await page.getByRole('tab', { name: /Layout/ }).click()
  await laidDown(page)
  await expect(page.getByTestId('layout-figures')).toContainText('too little')
  await expect(page.getByTestId('short')).toContainText(/or take|No other supply/)
  await expect(page.getByRole('button', { name: /Cut this/ })).toBeDisabled()
  await page.getByRole('button', { name: 'Lay out only what fits' }).click()
  await expect(page.getByTestId('layout-state')).toContainText('not laid')
  await expect(page.getByRole('button', { name: /Cut this/ })).toBeEnabled()

  await page.getByRole('tab', { name: /Pieces/ }).click()
  const job = await jobNamed(page, NAME),
    there = await cuttingOf(page, NAME)
  const theirs = await page.request.put(`${server.url}/api/jobs/${job.id}/pieces`, {
    data: { version: there.version, pieces: there.pieces.slice(1) },
  })
  expect(theirs.status()).toBe(200)
  await page
    .getByTestId('pieces')
    .getByRole('button', { name: /Collar/ })
    .click()
  await page.getByLabel('Name of the piece').fill('Under collar')
  const meanwhile = page.getByRole('alert').filter({ hasText: 'saved by someone else' })
  await expect(meanwhile).toBeVisible()
  await expect(meanwhile).not.toContainText('Front,')
  await page.reload()
  await expect(page.getByTestId('pieces')).toContainText('Under collar')
  await page.getByRole('button', { name: 'Save mine instead' }).click()
  await expect.poll(async () => (await cuttingOf(page, NAME)).pieces.map(p => p.name)).toContain('Under collar')
  expect((await cuttingOf(page, NAME)).pieces).toHaveLength(6)
})

test('mats, a bag and a trim: sizes, order, section and curl', async ({ page }) => {
  await openJob(page, 'Saloon mats, reversible')
  await page.keyboard.press('w')
  await expect(page.getByTestId('layers-sizes')).toContainText('420 mm × 300 mm')
  await expect(page.getByTestId('edge-section')).toBeVisible()
  await expect(page.getByTestId('steps').getByRole('listitem')).toHaveCount(19)
  await expect(page.getByTestId('steps')).toContainText(/Tack the web to the wrong side of the face, through its paper: \d+ s/, {
    timeout: 60_000,
  })
  await looked(page, 'the layers')
  await openJob(page, 'Purser\'s satchel')
  await page.keyboard.press('w')
  await expect(page.getByTestId('layers-sizes')).toContainText('foam, clear of the seam')
  await page.keyboard.press('b')
  await expect(page.getByTestId('braid')).toContainText('Preshrink 1.50 m of Cuff braid')
  await expect(page.getByTestId('curl')).toContainText('not preshrunk: lifts')
  await looked(page, 'the trim')
  await page.getByLabel('Shrinks along, %').fill('0')
  await expect(page.getByTestId('curl')).toContainText('not preshrunk: stays flat')
})
