import { randomUUID } from 'node:crypto'
import { expect, test, type Page } from '@playwright/test'
import { beginExercise, bestAttempt } from '#core/practice'
import type { CareLog, Due, Job, Makings, Page as Listed, RescuePast, PressSession, SessionHead, SupplyWashes,
  Swatch } from '#shared/schemas'
import { looked } from './looking'
import { sheetsOf } from './paper'
import { ownBoard } from './board'
import { pressOn } from './press'

const server = ownBoard()
test.use({ testIdAttribute: 'data-test' })
const { get, fabric, supply, openJob, sessionOf, beginSession } = server

const jobNamed = async (page: Page, name: string): Promise<Job> => {
  for (const done of [false, true]) {
    const { rows } = await get<Listed<Job>>(page, `/api/jobs?size=100&done=${done}`)
    const found = rows.find(j => j.name === name)
    if (found) return found
  }
  throw new Error(`no job ${name}`)
}

test('care: what a garment stands and why, a wish beyond it, the care card in two sizes with own words', async ({ page }) => {
  await openJob(page, 'Mate\'s boat coat')
  await page.keyboard.press('6')
  const limits = page.getByTestId('limits')
  await expect(limits).toContainText('Wash at 30 °C or cooler')
  await expect(limits).toContainText('Boat-coat melton, navy: wool')
  await expect(page.getByTestId('stays')).toContainText('110 °C from the right side, under a press cloth: as long as you like')
  await page.getByRole('button', { name: /Iron up to 110 °C/ }).click()
  await expect(page.getByTestId('chain-iron').getByRole('listitem').first()).toContainText('acetate')
  await expect(page.getByTestId('rounds')).toContainText('Weft-insert front')
  await looked(page, 'care')
  // A wish that no part stands is said, with the part that says no.
  const coat = await jobNamed(page, 'Mate\'s boat coat'), { id, updatedAt: _u, progress: _p, ...body } = coat
  expect((await page.request.put(`${server.url}/api/jobs/${id}`, { data: { ...body, washC: 60, tumble: 'yes' } })).status()).toBe(200)
  await page.reload()
  await expect(page.getByTestId('beyond').first()).toContainText('Wash at 60 °C is too much. Boat-coat melton, navy: wool (to 30 °C).')
  const { version } = await jobNamed(page, coat.name)
  expect((await page.request.put(`${server.url}/api/jobs/${id}`, { data: { ...body, version } })).status()).toBe(200)
  // The care card: what is written stands on it, and comes back after a reload.
  await page.reload()
  await expect(page.getByTestId('limits')).toBeVisible()
  await page.keyboard.press('p')
  await page.getByRole('textbox', { name: 'Your own words on the care card' }).fill('Hang it broad. Grüße, Wren.')
  await expect(page.getByTestId('care-card')).toContainText('Hang it broad.')
  await looked(page, 'the care card')
  await expect.poll(async () => (await jobNamed(page, coat.name)).careWords).toBe('Hang it broad. Grüße, Wren.')
  await page.reload()
  await expect(page.getByTestId('care-card')).toContainText('Grüße, Wren.')
  const text = await (await page.request.get(`${server.url}/api/jobs/${id}/care-card?as=text`)).text()
  for (const part of ['Coat: Mate\'s boat coat', 'Do not wash', 'under a press cloth', 'Grüße, Wren.', 'Tidewell workroom']) expect(
    text).toContain(part)
  for (const [size, wide, high] of [['card', 105, 148], ['pocket', 85, 55]] as const) {
    const pdf = await (await page.request.get(`${server.url}/api/jobs/${id}/care-card?size=${size}`)).body()
    const [first] = await sheetsOf(pdf)
    expect(first!.wideMm).toBeCloseTo(wide, 0)
    expect(first!.highMm).toBeCloseTo(high, 0)
  }
  expect((await page.request.get(`${server.url}/api/jobs/${id}/care-card?size=huge`)).status()).toBe(422)
  expect((await page.request.get(`${server.url}/api/jobs/${randomUUID()}/care-card`)).status()).toBe(404)
})

test('a jacket comes back: what was foreseen, what is; the swatch behind it, its proof and its past learn it, once', async ({ page }) => {
  await page.goto(`${server.url}/today`)
  await page.getByRole('button', { name: /to check/ }).click()
  await page.getByTestId('due').getByRole('button', { name: /Deckhand/ }).click()
  await expect(page).toHaveURL(/care/)
  await expect(page.getByTestId('beyond').first()).toContainText('Feather nonwoven: its maker (to 40 °C)')
  await expect(page.getByTestId('rounds')).toContainText('holds through')
  await page.keyboard.press('b')
  const log = page.getByTestId('care-log')
  await expect(log.getByRole('listitem')).toHaveCount(1)
  await expect(log).toContainText('Worse than predicted')
  await looked(page, 'the wear log')
  const job = await jobNamed(page, 'Deckhand\'s jacket, worn'), pair = job.fabrics[0]!
  const before = await get<Listed<Swatch>>(page, `/api/pairings?fabricId=${pair.fabricId}&supplyId=${pair.supplyId}`)
  await page.getByRole('spinbutton', { name: 'How many washes' }).fill('2')
  await page.getByRole('button', { name: 'bubbles' }).click()
  await page.keyboard.press('1')
  await page.keyboard.press('k')
  await expect(log.getByRole('listitem')).toHaveCount(2)
  const kept = await get<CareLog>(page, `/api/jobs/${job.id}/care`)
  expect(kept.events[0]).toMatchObject({ grade: 1, rounds: 2, marks: ['bubbles'] })
  const after = await get<Listed<Swatch>>(page, `/api/pairings?fabricId=${pair.fabricId}&supplyId=${pair.supplyId}`)
  expect(after.rows[0]!.washes.length).toBe(before.rows[0]!.washes.length + 1)
  expect(after.rows[0]!.washes.at(-1)).toMatchObject({ grade: 1, note: expect.stringContaining('In a garment') })
  // It was looked at: it is not due any more.
  await expect(page.getByLabel('Check it again on')).toHaveValue('')
  await expect.poll(async () => (await get<Due>(page, '/api/due')).looks.map(l => l.jobId)).not.toContain(job.id)
  // Sent again under its key nothing is added; what is wrong is said with its field.
  const { id: _i, swatchId: _t, ...told } = kept.events[0]!
  await page.request.post(`${server.url}/api/jobs/${job.id}/care`, { data: told })
  expect((await get<CareLog>(page, `/api/jobs/${job.id}/care`)).events).toHaveLength(2)
  for (const [more, says] of [[{ rounds: 0 }, 'Washes:'], [{ grade: 9 }, 'Bond:'], [{ washC: 150 }, 'Wash:'],
    [{ fabricId: randomUUID() }, 'Fabric:']] as const) {
    const answer = await page.request.post(`${server.url}/api/jobs/${job.id}/care`, { data: { ...told, clientKey: randomUUID(), ...more } })
    expect(answer.status()).toBe(422)
    expect(await answer.text()).toContain(says)
  }
  expect((await get<CareLog>(page, `/api/jobs/${job.id}/care`)).events).toHaveLength(2)
  const washes = await get<SupplyWashes>(page, `/api/supplies/${pair.supplyId}/washes`)
  expect(washes.swatches.some(s => s.after === 1)).toBe(true)
  // A good one reports each of its washes.
  const good = await supply(page, 'B-12'), melton = await fabric(page, 'TW-02')
  const past = await get<Listed<Swatch>>(page, `/api/pairings?fabricId=${melton.id}&supplyId=${good.id}`)
  expect(past.rows.length).toBeGreaterThan(0)
  await page.request.post(`${server.url}/api/jobs/${job.id}/care`, {
    data: {
      ...told, clientKey: randomUUID(), fabricId: melton.id, supplyId: good.id, rounds: 3, grade: 4, marks: [], washC: 30, tumble: 'no',
    },
  })
  const heard = await get<Listed<Swatch>>(page, `/api/pairings?fabricId=${melton.id}&supplyId=${good.id}`)
  expect(heard.rows.reduce((s, t) => s + t.washes.length, 0)).toBe(past.rows.reduce((s, t) => s + t.washes.length, 0) + 3)
  await page.reload()
  await expect(page.getByTestId('care-log').getByRole('listitem')).toHaveCount(3)
  await expect(page.getByTestId('care-log')).toContainText('1: a fingertip lifts it')
})

test('a garment without pieces or interfacing, and no job at all', async ({ page }) => {
  const denim = await fabric(page, 'TW-13')
  const job = (await (await page.request.post(`${server.url}/api/jobs`, {
    data: { name: 'Plain apron', garment: 'Apron', washC: 60, tumble: 'low', dryClean: false,
      fabrics: [{ fabricId: denim.id, place: null, supplyId: null }] },
  })).json()) as Job
  await page.goto(`${server.url}/care`)
  await expect(page.getByText('Whose care?')).toBeVisible()
  await openJob(page, job.name)
  await page.keyboard.press('6')
  await expect(page.getByTestId('limits')).toContainText('Deck denim: cotton')
  await expect(page.getByText('Nothing is fused in this garment yet')).toBeVisible()
  expect((await get<Due>(page, '/api/due')).irons.length).toBeGreaterThan(0)
})

test('a bubbled front: what is seen, one question, the remedy, pressed in its session; how it went is remembered', async ({ page }) => {
  await openJob(page, 'Second mate\'s blazer')
  await page.keyboard.press('.')
  await expect(page.getByTestId('signs').getByRole('button')).toHaveCount(21)
  await looked(page, 'fix a problem')
  await expect(page.getByRole('combobox', { name: 'How it was pressed' })).toContainText('grade 3')
  // Signs that contradict each other are named, and nothing is asked.
  await page.getByRole('button', { name: 'Lifts at a fingertip' }).click()
  await page.getByRole('button', { name: 'The fabric tears first' }).click()
  await expect(page.getByTestId('contradicts')).toContainText('cannot both be true of one bond')
  await expect(page.getByTestId('question')).toHaveCount(0)
  await page.keyboard.press('n')
  await page.getByRole('button', { name: 'Bubbles' }).click()
  await expect(page.getByTestId('causes').getByRole('listitem').first()).toContainText('Fabric and interfacing shrank apart')
  await expect(page.getByTestId('question')).toContainText('?')
  const asked = await page.getByTestId('question').textContent()
  await page.keyboard.press('2')
  await expect(page.getByTestId('diagnosis')).toContainText('1 answered')
  expect(await page.getByTestId('diagnosis').textContent()).not.toContain(`${asked!}question 1`)
  await page.reload()
  await expect(page.getByTestId('diagnosis')).toContainText('1 answered')
  await expect(page.getByTestId('remedy')).toContainText('Lay it flat again')
  await expect(page.getByTestId('remedy')).toContainText('wool · silk')
  await expect(page.getByTestId('remedy')).toContainText('Preshrink both first')
  await looked(page, 'what may be wrong')
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('remedies')).toContainText('Lay it flat again')
  const job = await jobNamed(page, 'Second mate\'s blazer')
  await expect.poll(async () => (await get<Makings>(page, `/api/jobs/${job.id}/makings`)).makings.map(m => m.spec.kind)).toEqual(['remedy'])
  // Once it is there the same key goes to press it: it is the one chosen in the order.
  await page.keyboard.press('Enter')
  await expect(page.getByRole('list', { name: 'Order' }).getByRole('button', { pressed: true }))
    .toContainText('Lay it flat again')
  await looked(page, 'the pressing plan')
  // Only the remedy is pressed: the rest of the blazer has its own swatches.
  const lifted = (r: PressSession) => r.events.some(e => e.kind === 'lift' && r.operations.some(o => o.id === e.op && o.kind === 'remedy'))
  await beginSession(page)
  await page.keyboard.press('d')
  await pressOn(page, async () => lifted(await sessionOf(page, job.id)))
  const session = await sessionOf(page, job.id), remedy = session.operations.find(o => o.kind === 'remedy')!
  expect(remedy.recipe!.holdS).toBeGreaterThan(2)
  expect(session.events.some(e => e.op === remedy.id && e.kind === 'lift')).toBe(true)
  await page.keyboard.press('.')
  await page.getByTestId('remedies').getByRole('button', { name: 'Fixed', exact: true }).click()
  await expect.poll(async () => (await get<RescuePast>(page, '/api/rescues')).results).toEqual([{ cause: 'shrankApart', went: 'well' }])
  // What cannot be undone is said kindly; another cause's remedy is a press away.
  await page.keyboard.press('n')
  await page.getByRole('button', { name: 'Colour moved' }).click()
  await expect(page.getByTestId('cannot')).toContainText('Moved dye does not go back')
  await page.getByTestId('causes').getByRole('button').nth(1).click()
  await expect(page.getByTestId('remedy')).not.toContainText('Moved dye')
  await expect(page.getByTestId('remedy')).toContainText('Next time:')
  const bad = await page.request.put(`${server.url}/api/jobs/${job.id}/makings`, {
    data: { version: 99, makings: [{ id: randomUUID(), name: 'X', fabricId: null,
      spec: { format: 1, kind: 'remedy', signs: [], cause: 'slid' } }] },
  })
  expect(bad.status()).toBe(422)
  expect(await bad.text()).toContain('Signs: choose at least one')
})

/** Everything that a workroom keeps, counted. */
async function counts(page: Page): Promise<string> {
  const health = await Promise.all(['/api/jobs?size=1', '/api/jobs?size=1&done=true', '/api/fabrics?size=1', '/api/supplies?size=1'].map(
    async p =>
      (await get<Listed<unknown>>(page, p)).total))
  const denim = await fabric(page, 'TW-13')
  const history = await get<Listed<Swatch>>(page, `/api/fabrics/${denim.id}/history`)
  const sessions = await Promise.all((await get<Listed<Job>>(page, '/api/jobs?size=100')).rows.map(
    async j => (await get<SessionHead[]>(page, `/api/jobs/${j.id}/sessions`)).length))
  return JSON.stringify([health, history.total, sessions, (await get<{ version: number }>(page, '/api/workroom')).version])
}

test('practice: plainly marked, pressed by the clock, answered with a picture; kept in the browser and nowhere else', async ({ page }) => {
  await page.goto(`${server.url}/practice`)
  await expect(page.getByTestId('practice-band')).toContainText('nothing here is kept')
  const before = await counts(page)
  const written: string[] = []
  page.on('request', (r) => { if (r.method() !== 'GET') written.push(`${r.method()} ${r.url()}`) })
  await page.getByRole('radio', { name: '5 × as quick' }).click()
  await page.getByRole('button', { name: /Dry against moist/ }).click()
  // A seed that is no number.
  await page.getByRole('textbox', { name: 'Seed' }).fill('seven')
  await expect(page.getByTestId('practice-problem')).toContainText('Seed: a whole number from 0 to 999999.')
  await page.getByRole('textbox', { name: 'Seed' }).fill('12')
  // A cold iron fails.
  await page.getByRole('radio', { name: 'Dry', exact: true }).click()
  await page.getByRole('radio', { name: 'synthetic, 110 °C' }).click()
  await page.locator('body').press('Space')
  await page.waitForTimeout(1200)
  await page.locator('body').press('Space')
  await expect(page.getByTestId('answer')).toContainText('Not yet')
  await expect(page.getByTestId('answer')).toContainText('It holds too little')
  await expect(page.getByTestId('answer').getByTestId('look').first()).toBeVisible()
  await expect(page.getByTestId('answer')).toContainText('The best here:')
  // The best that was possible passes.
  const setup = beginExercise('dryMoist', 13), best = bestAttempt(setup)
  await page.keyboard.press('n')
  await expect(page.getByRole('textbox', { name: 'Seed' })).toHaveValue('13')
  await page.getByRole('radio', { name: { dry: 'Dry', steam: 'Steam shots', mist: 'Mist', damp: 'Damp press cloth' }[best.choice.method!]!,
    exact: true }).click()
  await page.getByRole('radio', { name: `${setup.settings[Number(best.choice.setting)]!.label}, ` }).click()
  await page.locator('body').press('Space')
  await page.waitForTimeout(best.heldS[0]! / 5 * 1000 + 250)
  await page.locator('body').press('Space')
  await expect(page.getByTestId('answer')).toContainText('Done')
  // An order is answered without pressing; a corner step by step.
  await page.getByRole('button', { name: /A job's order/ }).click()
  await page.getByRole('button', { name: 'Hem earlier' }).click()
  await page.getByRole('button', { name: /Show the answer/ }).click()
  await expect(page.getByTestId('answer')).toContainText('of 100 of the best')
  await looked(page, 'practice')
  await page.getByRole('button', { name: /The corner test/ }).click()
  await page.getByTestId('corner').getByRole('button').first().click()
  await expect(page.getByTestId('corner').getByRole('listitem')).toHaveText(/nothing to be seen/)
  await page.reload()
  await expect(page.getByTestId('progress')).toContainText('1 of 12 done')
  // The printed sheet has all of it.
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('row', { name: /Dry against moist/ })).toContainText('yes')
  await page.emulateMedia({ media: 'screen' })
  // A file that is none is refused; the apprentice's is taken up.
  await page.getByLabel('Open a file of exercises').setInputFiles(
    { name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"format":"other"}') })
  await expect(page.getByTestId('progress')).toContainText('Nothing was changed')
  expect(written).toEqual([])
  expect(await counts(page)).toBe(before)
})
