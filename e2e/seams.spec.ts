import { randomUUID } from 'node:crypto'
import { expect, test, type Page } from '@playwright/test'
import type { Job, Making, Makings, Page as Listed } from '#shared/schemas'
import { ownBoard } from './board'
import { pressOn } from './press'
import { looked } from './looking'

const server = ownBoard()
test.use({ testIdAttribute: 'data-test' })
const { get, fabric, jobOf, openJob, beginSession, sessionOf } = server

async function toSeams(page: Page, key: string): Promise<void> {
  await page.keyboard.press('z')
  await expect(page.getByRole('tab', { name: /Seams and details/ })).toBeVisible()
  await page.keyboard.press(key)
}
const makingsOf = (page: Page, job: Job) => get<Makings>(page, `/api/jobs/${job.id}/makings`)
test('a seam detail on any fabric: the sentence, two of three, the ring; into the job, pressed in its session', async ({ page }) => {
  const job = await jobOf(page, 'Watch coat seams', ['TW-14'])
  await openJob(page, job.name)
  await toSeams(page, 'f')
  await expect(page.getByTestId('seam-detail-says')).toContainText(/only the tip, along the seam: \d+\s+s, wool · silk/)
  await expect(page.getByTestId('agents')).toContainText('heat and steam, no pressure')
  await expect(page.getByTestId('seam-detail-reasons')).toContainText('Wool sets moist at 80 °C')
  await looked(page, 'a seam detail')
  // The ring, by Space alone.
  const ring = page.getByTestId('seam-detail-ring')
  await expect(ring).toHaveAttribute('data-phase', 'ready')
  await page.locator('body').press('Space')
  await expect(ring).toHaveAttribute('data-phase', 'down')
  await expect(ring).toContainText('it is set')
  await page.locator('body').press('Space')
  await expect(ring).toHaveAttribute('data-phase', 'turn')
  await page.locator('body').press('Space')
  await page.locator('body').press('Space')
  await expect(ring).toHaveAttribute('data-phase', /rest|done/)
  await expect(ring).toHaveAttribute('data-phase', 'done')
  // The next feature by its key; fabric that takes no heat says so.
  await page.keyboard.press('j')
  await expect(page.getByRole('radio', { name: 'Seam, to one side' })).toBeChecked()
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await makingsOf(page, job)).makings.map(m => m.spec.kind)).toEqual(['seamDetail'])
  await beginSession(page)
  await page.keyboard.press('d')
  await pressOn(page, /Wait: it is cooling|Try the edges|All pressed/, null)
  const lifts = async () => (await sessionOf(page, job.id)).events.filter(e => e.kind === 'lift').length
  await expect.poll(lifts).toBeGreaterThan(3)
  const session = await sessionOf(page, job.id)
  expect(session.operations).toMatchObject([{ kind: 'seam', supplyId: null, makingId: (await makingsOf(page, job)).makings[0]!.id }])
})

test('what takes no heat is done cold, what takes no water dry', async ({ page }) => {
  const job = await jobOf(page, 'Odd fabrics', ['TW-08', 'TW-03'])
  await openJob(page, job.name)
  await toSeams(page, 'f')
  await expect(page.getByTestId('seam-detail-says')).toContainText('No heat on this fabric')
  await expect(page.getByTestId('seam-detail-steps')).toContainText('roller')
  await expect(page.getByTestId('seam-detail-reasons')).toContainText('gives off fumes')
  await page.getByRole('combobox', { name: 'Fabric' }).click()
  await page.getByRole('option', { name: 'Saloon satin, oyster' }).click()
  await expect(page.getByTestId('agents')).toContainText('heat and pressure')
  await expect(page.getByTestId('seam-detail-reasons')).toContainText('Water or steam would mark it')
})

test('a patchwork is laid out, one seam turned by hand, and a reload finds it; a tube of five rows cannot nest', async ({ page }) => {
  const job = await jobOf(page, 'Pennant block', ['TW-01', 'TW-13'])
  await openJob(page, job.name)
  await toSeams(page, 'g')
  await page.getByRole('radio', { name: 'Stripes' }).click()
  await expect(page.getByTestId('patchwork-says')).toContainText('All 24 crossings nest')
  await looked(page, 'patchwork')
  // A patch by keys: arrows walk to it, Space changes its colour.
  const second = page.getByTestId('patchwork').locator('rect').nth(1)
  const colour = (await second.getAttribute('fill'))!
  await page.getByTestId('patchwork').focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Space')
  await expect(second).not.toHaveAttribute('fill', colour)
  await page.keyboard.press('Space')
  await page.keyboard.press('Space')
  await expect(second).toHaveAttribute('fill', colour)
  await page.keyboard.press('j')
  await expect(page.getByTestId('seam')).toContainText('Step 1 of 6: seam 1 of 34')
  const lies = async () => (await page.locator('[data-seam][aria-pressed=true]').getAttribute('aria-label'))!
  const before = await lies()
  await page.keyboard.press('q')
  await expect.poll(lies).not.toBe(before)
  await expect(page.getByTestId('turned')).toContainText('1 turned by hand: 4 others turn with it, nesting is none the worse')
  await page.getByRole('switch', { name: 'Round into a tube' }).click()
  await expect(page.getByTestId('patchwork-says')).toContainText('6 of 30 crossings cannot nest')
  await page.getByRole('switch', { name: 'Round into a tube' }).click()
  await page.keyboard.press('j')
  await page.keyboard.press('q')
  // Enter takes it into the job once nothing holds the focus.
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await makingsOf(page, job)).makings.length).toBe(1)
  await page.reload()
  await expect(page.getByTestId('patchwork-says')).toContainText('All 24 crossings nest')
  const [kept] = (await makingsOf(page, job)).makings
  expect(Object.keys((kept!.spec as { turned: object }).turned)).toHaveLength(1)
  // Sizes that make no sense are said, and nothing is lost.
  const widths = page.getByRole('textbox', { name: 'Widths of the columns, mm' })
  await widths.fill('80, -5')
  await widths.press('Tab')
  await expect(page.getByText('Widths: write one after another, such as 60, 60, 90.')).toBeVisible()
  await expect(page.getByTestId('patchwork-says')).toContainText('All 24')
})

test('a patchwork is read from a drawing; what does not meet or is no rectangle is named', async ({ page }) => {
  const job = await jobOf(page, 'Drawn block', ['TW-01'])
  await openJob(page, job.name)
  await toSeams(page, 'g')
  const read = async (inside: string) => {
    const chooser = page.waitForEvent('filechooser')
    await page.getByRole('button', { name: 'From a drawing (SVG)' }).click()
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="130mm" height="60mm" viewBox="0 0 130 60">${inside}</svg>`
    await (await chooser).setFiles({ name: 'block.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) })
  }
  await read('<rect width="60" height="60"/><rect x="60" width="60" height="60"/>')
  await expect(page.getByTestId('patchwork-says')).toContainText('No seams cross')
  await read('<rect width="60" height="60"/><rect x="63" width="60" height="60"/>')
  await expect(page.getByTestId('patchwork-problem')).toContainText('miss each other by 3.0 mm at 60, 0 mm')
  await read('<rect width="60" height="60"/><circle cx="95" cy="30" r="30"/>')
  await expect(page.getByText(/it is no rectangle/)).toBeVisible()
  // Strips and wadding: figures that make no sense are said.
  await page.keyboard.press('b')
  await expect(page.getByTestId('strips-say')).toContainText('5 strips of 60 mm, 4 joins')
  await looked(page, 'strips')
  await page.getByRole('textbox', { name: 'Width of the fabric' }).fill('50')
  await expect(page.getByRole('alert').filter({ hasText: 'Fabric: it is no wider than the strip' })).toBeVisible()
  await page.getByRole('radio', { name: 'Wadding' }).click()
  await expect(page.getByTestId('wadding-says')).toContainText('1 join')
  // Before cutting: soaked in, dry, cold, and its width again.
  await page.getByRole('tab', { name: /Prepare fabric/ }).click()
  await expect(page.getByTestId('before-steps')).toContainText('until it has soaked in')
  await looked(page, 'prepare fabric')
  await page.getByRole('textbox', { name: 'Its width after' }).fill('1380')
  await expect(page.getByTestId('width-lost')).toContainText('20 mm narrower, 1.4 %')
})

test('a hem on a lined dress is pressed by keys, its lining held clear; poly-cotton is taped too; velvet is refused', async ({ page }) => {
  await openJob(page, 'lined dress')
  const [job] = (await get<Listed<Job>>(page, '/api/jobs')).rows.filter(j => j.name.includes('lined dress'))
  await toSeams(page, 'h')
  const says = /0\.54 m of tape in 1 piece; \d+\s+s a place under a damp press cloth/
  await expect(page.getByTestId('hem-says')).toContainText(says)
  await expect(page.getByTestId('hem-lining')).toContainText('Saloon lining, bronze: hold it clear')
  await expect(page.getByTestId('hem-how')).toContainText('to ease along this curve')
  await looked(page, 'the hem')
  await beginSession(page)
  await page.keyboard.press('d')
  await pressOn(page, /Wait: it is cooling|Try the edges|try its edge/, null)
  await expect(page.getByTestId('edge')).toBeVisible()
  await page.keyboard.press('h')
  await expect.poll(async () => (await sessionOf(page, job!.id)).events.filter(e => e.kind === 'edge').map(e => e.edge))
    .toEqual(['holds'])
  expect((await sessionOf(page, job!.id)).operations).toMatchObject([{ kind: 'hem', standing: 'estimated' }])
  // Its label bears one dot: without that poly-cotton takes a damp hem.
  const twill = await fabric(page, 'TW-05')
  expect((await page.request.put(`${server.url}/api/fabrics/${twill.id}`, { data: { ...twill, labelIronC: null } })).status()).toBe(200)
  await page.reload()
  await openJob(page, 'Galley aprons')
  await toSeams(page, 'h')
  await expect(page.getByTestId('hem-says')).toContainText('a place under a damp press cloth')
  // A depth that no tape stays under.
  await page.getByRole('textbox', { name: 'Depth of the hem' }).fill('12')
  await expect(page.getByText(/it has to be deeper by more than 3 mm/)).toBeVisible()
  await jobOf(page, 'Velvet trim', ['TW-04'])
  await openJob(page, 'Velvet trim')
  await toSeams(page, 'h')
  await expect(page.getByTestId('hem-refused')).toBeVisible()
  await expect(page.getByTestId('hem-says')).toContainText('Stitch it by hand')
})

test('what cannot be is refused with a sentence naming it, and nothing is half written', async ({ page }) => {
  const job = await jobOf(page, 'Bad makings', ['TW-01'])
  const c = await fabric(page, 'TW-01')
  const url = `${server.url}/api/jobs/${job.id}/makings`
  const making = (spec: object, more: object = {}): object => ({
    id: randomUUID(), name: 'Bad one', fabricId: c.id, liningId: null, supplyId: null, fabricIds: [], spec: { format: 1, ...spec }, ...more,
  })
  const hem = {
    kind: 'hem', task: 'fallen', depthMm: 30, turnMm: 0, aroundMm: 900, stretches: [{ fromMm: 0, lengthMm: 100 }], curve: null, legs: [],
    taper: null, count: 1,
  }
  const grid = {
    kind: 'patchwork', first: 'rows', closed: false, seamMm: 6, open: false, turned: {}, ties: [],
    colours: [{ hex: '#ffffff', fabric: null }],
    patches: [[0, 0, 50, 50, 0], [50, 0, 50, 50, 0]],
  }
  const leg = { name: 'Left', nowMm: 900, fabricMm: 880, wantedMm: 800 }
  const wheel = [[0, 0, 60, 30, 0], [60, 0, 30, 60, 0], [30, 60, 60, 30, 0], [0, 30, 30, 60, 0], [30, 30, 30, 30, 0]]
  const wadding = {
    kind: 'wadding', top: { wideMm: 900, highMm: 900 }, marginMm: 5, fibre: 'cotton', massGsm: 160, thicknessMm: 3, sheets: [],
  }
  const bad: [object, RegExp][] = [
    [making({ ...grid, patches: [[0, 0, 50, 50, 0], [53, 0, 50, 50, 0]] }), /Bad one: Seams: they miss each other by 3\.0 mm/],
    [making({ ...grid, patches: wheel }), /no straight seam/],
    [making({ ...grid, patches: [[0, 0, 50, 50, 0], [50, 0, 50, 50, 3]] }), /Patch 2: it has no colour/],
    [making({ ...grid, patches: [[0, 0, 50, 50, 0], [50, 0, 50, 50]] }), /has no colour/],
    [making({ ...grid, colours: [] }), /Colours: a patch needs one/],
    [making({ ...hem, depthMm: 0 }), /Depth/],
    [making({ ...hem, task: 'shorten', legs: [leg] }), /Bad one: Left: it is longer than its fabric/],
    [making({ ...hem, curve: { radiusMm: 0, turnDeg: 90 } }), /Radius/],
    [making({ ...hem, curve: { radiusMm: 500, turnDeg: -20 } }), /Turn/],
    [making({ ...hem, stretches: [{ fromMm: 950, lengthMm: 20 }] }), /beyond the end/],
    [making(hem, { fabricId: randomUUID() }), /Fabric: one of them is not kept here/],
    [making(hem, { supplyId: randomUUID() }), /Supply: one of them is not kept here/],
    [making({ kind: 'seamDetail', seamDetail: 'zigzag', lengthMm: 100, count: 1 }), /Seam detail/],
    [making({ ...wadding, marginMm: -5 }), /Margin/],
  ]
  for (const [m, sentence] of bad) {
    const answer = await page.request.put(url, { data: { version: 0, makings: [m] } })
    expect([answer.status(), (await answer.json() as { detail: string }).detail]).toEqual([422, expect.stringMatching(sentence)])
  }
  expect(await makingsOf(page, job)).toEqual({ makings: [], version: 0 })
  // Two boards: the second is warned, with both versions.
  const good = making(hem) as Making
  expect((await page.request.put(url, { data: { version: 0, makings: [good] } })).status()).toBe(200)
  const late = await page.request.put(url, { data: { version: 0, makings: [] } })
  expect(late.status()).toBe(409)
  expect((await late.json() as { current: Makings }).current.makings.map(m => m.name)).toEqual(['Bad one'])
})
