import { randomUUID } from 'node:crypto'
import { expect, test, type Browser, type Page } from '@playwright/test'
import { blockOf, usualMeasures } from '#core/cut'
import type { Fabric, Cutting, Iron, Job, JobPiece, Page as Listed, PressSession, Swatch } from '#shared/schemas'
import { ownBoard } from './board'
import { pressOn } from './press'
import { looked } from './looking'

const server = ownBoard()
test.use({ testIdAttribute: 'data-test' })
const { get, fabric, supply, openJob, beginSession, sessionOf } = server

type Drawn = [name: string, block: string, measures: Record<string, number>, count?: number]
/** A job of its own, of one cloth and its interfacing, with pieces drawn. */
async function jobOf(
  page: Page, name: string, fabricCode: string, interfacingCode: string, drawn: Drawn[], more: Partial<JobPiece> = {},
): Promise<Job> {
  const [c, s] = [await fabric(page, fabricCode), await supply(page, interfacingCode)]
  const job = (await (await page.request.post(`${server.url}/api/jobs`, {
    data: {
      name, garment: 'Swatch', washC: 30, tumble: 'no', dryClean: false, fabrics: [{ fabricId: c.id, place: 'collar', supplyId: s.id }],
    },
  })).json()) as Job
  await savePieces(page, job.id, drawn.map(([piece, block, measures, count = 1]) => ({
    id: randomUUID(), name: piece, fabricId: c.id, place: 'collar', count, pair: false, grain: 'any', oneWay: false, inset: null,
    shape: { format: 1, kind: 'block', block, measures: { ...usualMeasures(blockOf(block)!), ...measures } },
    allowances: { seam: 10, hem: 10, front: 10 }, interfacingId: s.id, foamId: null, webId: null, ...more,
  })))
  return job
}
async function savePieces(page: Page, jobId: string, pieces: object[]): Promise<Cutting> {
  const { version } = await get<Cutting>(page, `/api/jobs/${jobId}/cutting`)
  const answer = await page.request.put(`${server.url}/api/jobs/${jobId}/pieces`, { data: { version, pieces } })
  expect(answer.status()).toBe(200)
  return (await answer.json()) as Cutting
}
async function toPress(page: Page): Promise<void> {
  await page.keyboard.press('5')
  await expect(page.getByRole('tab', { name: /Positions/ })).toBeVisible()
}
/** From the order to the session, by keys; its beginning has reached the server. */
async function begin(page: Page): Promise<void> {
  await beginSession(page)
  await sent(page)
}
const now = (page: Page) => page.getByTestId('now')
const space = (page: Page) => page.locator('body').press('Space')
/** The iron is turned to where the piece wants it. */
async function warm(page: Page): Promise<void> {
  await page.keyboard.press('d')
  await expect(page.getByText(/, ready/).first()).toBeVisible()
}
/** Goes on with Space until this stands there; edges wait. */
const goOn = (page: Page, until: RegExp) => pressOn(page, until, null)
/** Goes on with Space until another piece is in hand. */
async function finish(page: Page): Promise<void> {
  const piece = await page.getByTestId('piece').textContent()
  await pressOn(page, shown => shown.piece !== piece, null)
}
/** Every event of this board has reached the server. */
const sent = (page: Page) => expect(page.getByTestId('waiting')).toBeHidden()
const fusedOf = (session: PressSession) => session.operations.filter(o => o.kind === 'fuse').map(o => o.name).sort()
const secondBoard = async (browser: Browser, name: string): Promise<Page> => {
  const context = await browser.newContext({ viewport: { width: 820, height: 1180 }, serviceWorkers: 'block' })
  const page = await context.newPage()
  await openJob(page, name)
  await toPress(page)
  await page.keyboard.press('g')
  await expect(now(page)).toBeVisible()
  return page
}

test('three pieces by keys alone: a place missed and pressed again, one set aside, a reload in the middle, watched from a second board',
  async ({ page, browser }) => {
    test.setTimeout(240_000)
    const NAME = 'Watch cap bands'
    const job = await jobOf(page, NAME, 'TW-01', 'B-20', [
      ['Long band', 'strip', { long: 420, wide: 90 }], ['Flap', 'flap', { wide: 120, high: 60 }],
      ['Cuff', 'cuff', { long: 200, high: 60, corner: 10 }],
    ])
    await openJob(page, NAME)
    await begin(page)
    const session = await sessionOf(page, job.id)
    expect(session.operations.filter(o => o.kind === 'fuse')).toHaveLength(3)
    await looked(page, 'the session')
    // Proved on the demo's own swatches, and said so.
    await warm(page)
    const first = (await page.getByTestId('piece').textContent())!
    await goOn(page, /^(Hold|Warm it|Lift)/)
    // Reloaded while the sole is down: the same piece, and still down.
    await page.reload()
    await expect(page.getByTestId('session')).toBeVisible()
    await expect(page.getByTestId('piece')).toHaveText(first)
    await expect(now(page)).toHaveText(/Hold still|Lift|Warm it/)
    // A second board sees what this one has in hand, and cannot press it by mistake.
    const second = await secondBoard(browser, NAME)
    await expect(second.getByTestId('watching')).toContainText('being pressed on another board')
    const before = (await sessionOf(page, job.id)).events.length
    await space(second)
    await second.waitForTimeout(300)
    expect((await sessionOf(page, job.id)).events.length).toBe(before)

    // The fabric is preshrunk; then a piece of several places, one of which was missed: by its number.
    await expect(page.getByTestId('piece')).toContainText('preshrink')
    await finish(page)
    const inHand = async () => (await page.getByTestId('piece').textContent())!
    for (let piece = await inHand(); !piece.startsWith('Long band'); piece = await inHand()) {
      await page.keyboard.press('j')
      await expect(page.getByTestId('piece')).not.toHaveText(piece)
    }
    await goOn(page, /^Set down: position 2/)
    await expect(page.getByTestId('piece')).toContainText('Long band')
    await page.keyboard.press('1')
    await goOn(page, /^Set down again: position 1/)
    await expect(second.getByTestId('now')).toHaveText(/Set down again: position 1/)
    // The last lift is taken back, and made again.
    await page.keyboard.press('Backspace')
    await expect(now(page)).toHaveText(/Hold still|Lift/)
    await goOn(page, /^Set down again: position 1/)
    // For this one piece the hand is called away: it is set aside, and another taken.
    await page.keyboard.press('x')
    await expect(page.getByTestId('piece')).not.toContainText('Long band')
    await expect(page.getByRole('list', { name: 'Next' })).toContainText('set aside')

    // All the others to the end; what is cold has its edge tried.
    await pressOn(page, /All pressed/, async (edge) => {
      if (/Flap/.test(edge) && !(await sessionOf(page, job.id)).events.some(e => e.edge === 'lifts')) {
        await page.keyboard.press('1')
        await page.keyboard.press('e')
      } else await page.keyboard.press('h')
    })
    await expect(now(page)).toHaveText('All pressed')
    await expect(page.getByTestId('progress')).toContainText(`${session.operations.length} of ${session.operations.length} done`)
    await sent(page)
    const { events, operations } = await sessionOf(page, job.id)
    expect(new Set(events.map(e => e.key)).size).toBe(events.length)
    expect(events.map(e => e.position)).toEqual(events.map((_, i) => i))
    const count = (kind: string) => events.filter(e => e.kind === kind).length
    expect([count('missed'), count('aside'), count('undo'), events.filter(e => e.edge === 'lifts').length]).toEqual([1, 1, 1, 1])
    expect(count('down')).toBeGreaterThan(operations.length)
    // Every edge that was tried is a swatch of the pairing, once.
    const fused = operations.find(o => o.kind === 'fuse')!
    const swatches = (await get<Listed<Swatch>>(page, `/api/pairings?fabricId=${fused.fabricId}&supplyId=${fused.supplyId}&size=100`)).rows
    const edges = events.filter(e => e.kind === 'edge')
    const learnt = swatches.filter(t => edges.some(e => e.key === t.clientKey))
    expect(learnt.map(t => t.grade).sort()).toEqual(edges.map(e => (e.edge === 'lifts' ? 1 : 4)).sort())
    const held = learnt[0]!.events.filter(e => e.kind === 'down')
    expect(held.length).toBeGreaterThan(0)
    await page.keyboard.press('f')
    await expect(page.getByTestId('verdict').first()).toBeVisible()
    await looked(page, 'results')
    const csv = await (await page.request.get(`${server.url}/api/sessions/${session.id}/log`)).text()
    expect(csv.split('\r\n')).toHaveLength(events.length + 1)
    expect(csv).toContain('taken back')
    await second.context().close()
  })

test('two boards at one piece are warned, one takes it over; what came without the server arrives once', async ({ page, browser }) => {
  const NAME = 'Ensign hoist'
  const drawn: Drawn[] = [['Hoist', 'flap', { wide: 130, high: 70 }], ['Fly', 'flap', { wide: 120, high: 60 }]]
  const job = await jobOf(page, NAME, 'TW-01', 'B-20', drawn)
  await openJob(page, NAME)
  await begin(page)
  await warm(page)
  const second = await secondBoard(browser, NAME)
  // Neither knows of the other: both set down on the same piece.
  for (const board of [page, second]) await board.context().setOffline(true)
  for (const board of [page, second]) await goOn(board, /^(Hold|Warm it|Lift)/)
  await expect(page.getByTestId('waiting')).toContainText('kept here')
  for (const board of [page, second]) await board.context().setOffline(false)
  const told = async () => (await page.getByTestId('clash').count()) + (await second.getByTestId('clash').count())
  await expect.poll(told).toBe(2)
  await expect(page.getByTestId('clash')).toContainText('also started on another board')
  await second.keyboard.press('o')
  await expect(second.getByTestId('clash')).toBeHidden()
  // Settled on both boards, whether it was still in hand or pressed to its end meanwhile.
  await expect(page.getByTestId('clash')).toBeHidden()
  for (const board of [page, second]) await sent(board)
  const { events } = await sessionOf(page, job.id)
  expect(new Set(events.map(e => e.device)).size).toBe(2)
  expect(new Set(events.map(e => e.key)).size).toBe(events.length)
  await second.context().close()
})

test('positions: a keep-out, a print moved and added, another motion; kept, and proved anew', async ({ page }) => {
  const NAME = 'Chart table cover'
  const job = await jobOf(page, NAME, 'TW-01', 'B-20', [['Top', 'mat', { long: 420, wide: 300, corner: 20 }]], { place: 'facing' })
  await openJob(page, NAME)
  await toPress(page)
  await page.keyboard.press('p')
  const coverage = page.getByTestId('coverage')
  await expect(coverage).toContainText(/positions; by area alone, \d+ or more\. (100|99\.9\d) % covered/)
  await looked(page, 'positions')
  // A button in the middle: what is near it cannot be reached by the whole sole.
  await page.getByRole('button', { name: 'Button', exact: true }).click()
  await page.getByRole('button', { name: 'In the middle' }).click()
  await expect(page.getByText('Buttons and zips get hot')).toBeVisible()
  await page.getByRole('button', { name: 'Button', exact: true }).click()
  await expect(coverage).toContainText('covered')
  const piece = async () => (await get<Cutting>(page, `/api/jobs/${job.id}/cutting`)).pieces[0]!
  await expect.poll(async () => (await piece()).keepOuts.map(k => k.kind)).toEqual(['button'])
  await page.getByRole('button', { name: 'Take Button 1 away' }).click()
  await expect.poll(async () => (await piece()).keepOuts.length).toBe(0)
  // A line that came with the piece's drawing is kept out along all of it.
  const { pieces, version } = await get<Cutting>(page, `/api/jobs/${job.id}/cutting`)
  const shape = { format: 1, kind: 'outline', drawnBy: 'cut', rim: [[0, 0], [300, 0], [300, 420], [0, 420]], holes: [],
    marks: { notches: [], drills: [], internal: [[[60, 100], [60, 300]]], mirror: null } }
  const put = await page.request.put(`${server.url}/api/jobs/${job.id}/pieces`, { data: { version, pieces: [{ ...pieces[0]!, shape }] } })
  expect(put.status()).toBe(200)
  await page.reload()
  await page.getByTestId('by-lines').click()
  await expect.poll(async () => (await piece()).keepOuts.map(k => k.kind)).toEqual(['seam'])
  await expect(page.getByTestId('by-lines')).toHaveCount(0)
  const xs = (await piece()).keepOuts[0]!.outline.rim.map(([x]) => x)
  expect([Math.min(...xs), Math.max(...xs)].map(Math.round)).toEqual([55, 65])
  await page.getByRole('button', { name: 'Take Thick seam 1 away' }).click()
  await expect.poll(async () => (await piece()).keepOuts.length).toBe(0)
  // One is dragged away: what it leaves open is named; put back as worked out.
  await expect(coverage).toContainText(/(100|99\.9\d) %/)
  const placement = page.getByTestId('setdowns').locator('[data-placement="0"]')
  const box = (await placement.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 150, box.y + box.height / 2 + 120, { steps: 5 })
  await page.mouse.up()
  await expect(page.getByTestId('unreached')).toBeVisible()
  await expect.poll(async () => (await piece()).byHand.length).toBe(1)
  await page.reload()
  await expect(page.getByTestId('unreached')).toBeVisible()
  const number = Number(/^(\d+) pos/.exec((await coverage.textContent())!.trim())![1])
  await page.getByRole('button', { name: 'Add position', exact: true }).click()
  await expect(coverage).toContainText(`${number + 1} positions`)
  // Along the line that is drawn on it, 200 mm long, the iron is set down twice more.
  await page.getByTestId('on-lines').click()
  await expect(coverage).toContainText(`${number + 3} positions`)
  await expect.poll(async () => (await piece()).byHand[0]!.placements.slice(-2).map(p => [p.x, p.y, p.headingDeg]))
    .toEqual([[60, 150, 0], [60, 250, 0]])
  await page.getByRole('button', { name: 'Use suggestion' }).click()
  await expect(page.getByTestId('unreached')).toBeHidden()
  await page.getByRole('radio', { name: 'Small circles' }).click()
  await expect(page.getByText(/In small circles every part is under the iron/)).toBeVisible()
})

test('what cannot be: no heat at all, a keep-out over everything, a job changed meanwhile, plans without sense', async ({ page }) => {
  // A fabric that takes no heat is said so, and ordered nowhere.
  const cold = await get<Listed<Fabric>>(page, '/api/fabrics?size=100')
  const none = cold.rows.find(c => c.fibres.some(f => f.fibre === 'pvc'))!
  await jobOf(page, 'Cold pressCloth', none.code, 'B-20', [['Piece', 'flap', { wide: 130, high: 70 }]])
  await openJob(page, 'Cold pressCloth')
  await toPress(page)
  await page.keyboard.press('p')
  await expect(page.getByRole('complementary', { name: 'How to press it' }).getByRole('alert')).toBeVisible()
  await page.keyboard.press('l')
  await expect(page.getByText(/Nothing to plan/)).toBeVisible()
  await expect(page.getByRole('button', { name: /Begin session/ })).toBeDisabled()

  const NAME = 'Locker curtain'
  const box = { rim: [[-2000, -2000], [2000, -2000], [2000, 2000], [-2000, 2000]], holes: [] }
  const drawn: Drawn[] = [['Heading', 'flap', { wide: 130, high: 70 }], ['Tie', 'flap', { wide: 110, high: 60 }]]
  const job = await jobOf(page, NAME, 'TW-01', 'B-20', drawn)
  const whole = (await get<Cutting>(page, `/api/jobs/${job.id}/cutting`)).pieces
  await savePieces(page, job.id, whole.map(p => (p.name === 'Tie' ? { ...p, keepOuts: [{ kind: 'other', outline: box }] } : p)))
  await openJob(page, NAME)
  await toPress(page)
  await page.keyboard.press('p')
  await page.getByRole('button', { name: /^Tie/ }).click()
  await expect(page.getByText('nothing is left to press')).toBeVisible()
  await begin(page)
  const session = await sessionOf(page, job.id)
  expect(fusedOf(session)).toEqual(['Heading'])
  // The pieces change while the session is open: said, and planned again.
  await savePieces(page, job.id, whole)
  await page.reload()
  await page.getByRole('tab', { name: /Plan/ }).click()
  await expect(page.getByTestId('changed')).toContainText('1 added')
  await page.getByRole('button', { name: 'Plan the rest again' }).click()
  await expect(page.getByTestId('changed')).toBeHidden()
  expect(fusedOf(await sessionOf(page, job.id))).toEqual(['Heading', 'Tie'])

  // Sent by hand.
  const refused = async (path: string, data: unknown, method: 'post' | 'put' = 'post') => {
    const answer = await page.request[method](`${server.url}${path}`, { data })
    return [answer.status(), ((await answer.json()) as { detail: string }).detail] as const
  }
  const operations = session.operations.filter(x => x.kind === 'fuse').map(x => ({ ...x, needs: [] })), [o] = operations
  const plan = { id: randomUUID(), jobId: job.id, piecesVersion: 1, startedAt: '2026-11-24T10:00:00Z' }
  const circle = [{ ...o, needs: ['b'] }, { ...o, id: 'b', needs: [o!.id] }]
  expect(await refused('/api/sessions', { ...plan, operations: circle })).toEqual([422,
    'Operations: one needs another that needs it in turn.'])
  expect(await refused('/api/sessions', { ...plan, operations: [] })).toEqual([422, 'Operations: there is nothing to press.'])
  expect(await refused('/api/sessions', { ...plan, operations: [{ ...o, ironId: null }] })).toEqual([422, 'Heading: say with which iron.'])
  expect(await refused('/api/sessions', { ...plan, operations: [{ ...o, placements: [] }] })).toEqual([
    422, 'Heading: there is no place for the iron on it.',
  ])
  expect((await refused('/api/sessions', { ...plan, operations: [{ ...o, pieceId: randomUUID() }] }))[0]).toBe(422)
  expect((await refused('/api/sessions', { ...plan, jobId: randomUUID(), operations }))[0]).toBe(404)
  const event = { key: randomUUID(), device: randomUUID(), atMs: Date.now(), kind: 'down', op: o!.id, placement: 0 }
  const events = `/api/sessions/${session.id}/events`
  expect((await refused(events, { events: [{ ...event, kind: 'thrown' }] }))[1]).toBe('Event: it is of no known kind.')
  expect((await refused(events, { events: [{ ...event, atMs: 'noon' }] }))[1]).toBe('Time: say when.')
  expect((await refused(events, { events: [] }))[1]).toBe('Events: there are none.')
  expect((await refused(`/api/sessions/${randomUUID()}/events`, { events: [event] }))[0]).toBe(404)
  // The same event sent three times, two of them at once: kept once.
  const append = () => page.request.post(`${server.url}${events}`, { data: { events: [event, event] } })
  await Promise.all([append(), append()])
  await append()
  expect((await sessionOf(page, job.id)).events.filter(e => e.key === event.key)).toHaveLength(1)
})

test('an iron keeps what it is filled with; its iron is cleaned in a session, and the iron knows', async ({ page }) => {
  const NAME = 'Galley blind'
  await jobOf(page, NAME, 'TW-01', 'B-20', [['Slat', 'flap', { wide: 130, high: 70 }]])
  const [harbour] = await get<Iron[]>(page, '/api/irons')
  expect(harbour).toMatchObject({ water: 'tap', bookWater: 'tap' })
  await openJob(page, NAME)
  await begin(page)
  const clean = page.getByRole('button', { name: 'It is clean' })
  await expect(clean).toBeVisible()
  await clean.click()
  await expect(clean).toBeHidden()
  await sent(page)
  await expect.poll(async () => (await get<Iron[]>(page, '/api/irons'))[0]!.cleanedAt).not.toBeNull()
  expect((await get<Iron[]>(page, '/api/irons'))[0]!.since).toEqual({ bare: 0, fused: 0 })
})
