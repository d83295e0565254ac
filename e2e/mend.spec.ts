import { randomUUID } from 'node:crypto'
import { expect, test, type Page } from '@playwright/test'
import sharp from 'sharp'
import type { Cutting, Job, Making, Makings, Page as Listed, ScrapKept } from '#shared/schemas'
import { looked } from './looking'
import { sheetsOf } from './paper'
import { ownBoard } from './board'

const server = ownBoard()
test.use({ testIdAttribute: 'data-test' })
const { get, fabric, jobOf, openJob, pressAll } = server

/** A picture as a camera gives it. */
const photo = () => sharp({ create: { width: 400, height: 300, channels: 3, background: '#9b2d30' } }).png().toBuffer()
async function toMend(page: Page, key: string): Promise<void> {
  await page.keyboard.press(',')
  await expect(page.getByRole('tab', { name: /Mend a hole/ })).toBeVisible()
  await page.keyboard.press(key)
}
const makingsOf = (page: Page, job: Job) => get<Makings>(page, `/api/jobs/${job.id}/makings`)
const kindsOf = async (page: Page, job: Job) => (await makingsOf(page, job)).makings.map(m => m.spec.kind)
/** Enter is the bench's once nothing holds the focus, and takes what can be taken. */
async function take(page: Page, may = true): Promise<void> {
  if (may) await expect(page.getByTestId('making-bar').getByRole('button', { name: /^Add to / })).toBeEnabled()
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  await page.keyboard.press('Enter')
}
async function choose(page: Page, label: string, option: string | RegExp): Promise<void> {
  await page.getByRole('combobox', { name: label, exact: true }).click()
  await page.getByRole('option', { name: option }).first().click()
}

test('a torn flag: the patch, its template, which scrap, how it is seen, a spare kept, and the session', async ({ page }) => {
  const [job] = (await get<Listed<Job>>(page, '/api/jobs')).rows.filter(j => j.name === 'Signal flag, torn')
  await openJob(page, 'Signal flag, torn')
  await toMend(page, 'p')
  await expect(page.getByTestId('patch-says')).toContainText(/A patch of \d+ mm × \d+ mm, 9\.5 mm beyond the hole/)
  await expect(page.getByTestId('patch-how')).toContainText('no adhesive meets iron or daylight')
  await expect(page.getByTestId('stuck-recipe')).toContainText('the press cloth is dry after')
  await looked(page, 'mend a hole')
  // At true scale on paper.
  const file = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Template, PDF' }).click()
  const chunks: Buffer[] = []
  for await (const chunk of await (await file).createReadStream()) chunks.push(chunk as Buffer)
  const sheets = await sheetsOf(new Uint8Array(Buffer.concat(chunks)))
  expect(sheets[0]!.lines.filter(l => Math.abs(l.longMm - 100) < 0.05).length).toBeGreaterThanOrEqual(5)
  // Which scrap: its own fabric first; what is too small is named.
  await page.getByRole('radio', { name: 'Which scrap' }).click()
  await expect(page.getByTestId('scraps').getByRole('listitem').first()).toContainText('1. Bunting, end of the roll')
  await looked(page, 'which scrap')
  await page.getByText(/do not fit/).click()
  await expect(page.getByTestId('scraps')).toContainText('Bunting, snippet: too small')
  await expect(page.getByTestId('scraps')).toContainText('Denim leg: 3.5 times as heavy')
  // Seen from three metres its pattern goes on; a plain red one shows.
  await page.getByRole('radio', { name: 'Mended' }).click()
  await expect(page.getByTestId('seen')).toHaveText(['0.5 m: invisible', '1 m: invisible', '3 m: invisible'])
  await page.getByRole('radio', { name: 'Which scrap' }).click()
  await page.getByRole('button', { name: /Poplin corner/ }).click()
  await page.getByRole('radio', { name: 'Mended' }).click()
  await expect(page.getByTestId('seen').last()).toHaveText('3 m: it shows')
  await page.getByRole('radio', { name: 'Which scrap' }).click()
  await page.getByRole('button', { name: /Bunting, end of the roll/ }).click()
  await page.getByRole('button', { name: 'Keep a spare of it' }).click()
  await expect.poll(async () => (await get<ScrapKept[]>(page, '/api/scraps')).map(s => s.name)).toContain('Spare of Tear at the hoist')
  const session = await pressAll(page, job!)
  // The job may have pieces of its own.
  expect(session.operations.filter(o => o.makingId !== null)).toMatchObject([{ kind: 'hole', standing: 'estimated' }])
})

test('holes are drawn, moved by keys, and kept; a picture without a length has no sizes; a hole no scrap covers is said',
  async ({ page }) => {
    const job = await jobOf(page, 'Moth holes', ['TW-01'])
    await openJob(page, job.name)
    await toMend(page, 'p')
    await page.getByRole('radio', { name: 'The hole' }).click()
    await expect(page.getByTestId('stuck-recipe')).toBeVisible()
    await take(page)
    await expect.poll(() => kindsOf(page, job)).toEqual(['hole'])
    const holes = async () => ((await makingsOf(page, job)).makings[0]!.spec as { holes: { rim: [number, number][] }[] }).holes
    const box = (await page.getByRole('group', { name: /draw round the hole/ }).boundingBox())!
    const at = (x: number, y: number) => page.mouse.move(box.x + box.width * x, box.y + box.height * y, { steps: 4 })
    await at(0.72, 0.3)
    await page.mouse.down()
    for (const [x, y] of [[0.76, 0.3], [0.77, 0.38], [0.74, 0.42], [0.71, 0.37]] as const) await at(x, y)
    await page.mouse.up()
    await expect.poll(async () => (await holes()).length).toBe(2)
    const before = (await holes())[0]!.rim[0]!
    await page.getByRole('button', { name: 'Hole 1: arrows move it' }).focus()
    await page.keyboard.press('ArrowRight')
    await expect.poll(async () => (await holes())[0]!.rim[0]![0] - before[0]).toBeCloseTo(1, 3)
    await page.reload()
    await expect(page.getByRole('button', { name: 'Hole 2: arrows move it' })).toBeVisible()
    // A picture has no sizes until something on it has.
    await page.getByLabel('Picture of the hole').setInputFiles({ name: 'hole.png', mimeType: 'image/png', buffer: await photo() })
    await expect(page.getByTestId('patch-problem')).toContainText('say how long the line on it is')
    await page.getByRole('textbox', { name: 'The line on it is so long' }).fill('80')
    await expect(page.getByTestId('patch-problem')).toHaveCount(0)
    const none = { name: 'hole.txt', mimeType: 'image/png', buffer: Buffer.from('no picture') }
    await page.getByLabel('Picture of the hole').setInputFiles(none)
    await expect(page.getByTestId('shot-problem')).toContainText('this is no picture that can be read')
    await page.getByRole('button', { name: 'Remove photo' }).click()
    // Larger than the largest scrap.
    await page.getByRole('textbox', { name: 'Hole, wide' }).fill('390')
    await page.getByRole('textbox', { name: 'high' }).fill('300')
    await page.getByRole('button', { name: 'Add hole', exact: true }).click()
    await page.getByRole('radio', { name: 'Which scrap' }).click()
    await expect(page.getByTestId('too-large')).toContainText('No scrap is large enough')
  })

test('a new scrap is looked at with the camera that is not there, and ranked', async ({ page }) => {
  const job = await jobOf(page, 'Dotted blouse', ['TW-01'])
  await openJob(page, job.name)
  await toMend(page, 'p')
  await page.getByRole('radio', { name: 'Which scrap' }).click()
  await page.getByRole('button', { name: 'Take a picture' }).click()
  await choose(page, 'Stand-in camera', 'Neckerchief dots')
  await expect(page.getByTestId('look')).toContainText(/figures of [\d.]+ mm/)
  await page.getByRole('button', { name: 'Done' }).click()
  await page.getByRole('button', { name: 'Add scrap' }).click()
  await page.getByRole('textbox', { name: 'Name of the scrap' }).fill('Neckerchief end')
  const face = page.getByTestId('look').first()
  await face.getByRole('combobox', { name: 'Stand-in camera' }).click()
  await page.getByRole('option', { name: 'Neckerchief dots' }).click()
  await expect(face).toContainText('figures of')
  await page.getByRole('button', { name: 'Add to the scrap box' }).click()
  await expect(page.getByTestId('scraps').getByRole('listitem').first()).toContainText('1. Neckerchief end')
  await expect(page.getByTestId('scraps').getByRole('listitem').first()).toContainText('break up its edge')
})

test('a badge: its first side is computed; never over a button, never a film from the front; placed and pressed by keys',
  async ({ page }) => {
    const job = await jobOf(page, 'Watch jacket', ['TW-13'])
    await openJob(page, job.name)
    await toMend(page, 'm')
    // Which side that is hangs on what the iron was found to give meanwhile; felt is too thick at any stop.
    await expect(page.getByTestId('badge-says')).toContainText(/From the (front|inside) first/)
    await looked(page, 'the badge')
    await page.getByRole('radio', { name: 'Felt' }).click()
    await expect(page.getByTestId('badge-says')).toContainText('From the inside first')
    await page.getByRole('radio', { name: 'Film' }).click()
    await page.getByRole('radio', { name: 'Front' }).last().click()
    await page.getByRole('group', { name: 'Which side first' }).or(page.getByRole('radiogroup', { name: 'Which side first' })).getByText(
      'Front').click()
    await expect(page.getByTestId('badge-problem')).toContainText('a film is never pressed from the front')
    await page.getByRole('radiogroup', { name: 'Which side first' }).getByText('Computed').click()
    await page.getByRole('radio', { name: 'Woven' }).click()
    // Photographed instead of drawn: its measures stand on the picture.
    await page.getByLabel('Picture of the garment').setInputFiles({ name: 'jacket.png', mimeType: 'image/png', buffer: await photo() })
    await page.getByRole('textbox', { name: 'The line on it is so long' }).fill('500')
    await expect(page.getByRole('group', { name: 'Where it is put on' }).locator('image')).toHaveCount(1)
    await page.getByRole('button', { name: 'Remove photo' }).click()
    // A button under it; then it is moved off by keys.
    await page.getByRole('radiogroup', { name: 'On', exact: true }).getByText('Front').click()
    await page.getByRole('button', { name: 'Button', exact: true }).click()
    const placed = page.getByTestId('placed')
    await placed.focus()
    for (let i = 0; i < 14; i++) await page.keyboard.press('ArrowLeft')
    await expect(page.getByTestId('place-fault')).toContainText('It covers a button')
    await take(page, false)
    expect(await kindsOf(page, job)).toEqual([])
    await placed.focus()
    for (let i = 0; i < 14; i++) await page.keyboard.press('ArrowRight')
    await expect(page.getByTestId('place-fault')).toHaveCount(0)
    await page.getByRole('switch', { name: 'For a small child' }).click()
    await expect(page.getByTestId('choking')).toContainText('can swallow')
    await take(page)
    await expect.poll(() => kindsOf(page, job)).toEqual(['badge'])
    const session = await pressAll(page, job)
    expect(session.operations.map(o => o.kind)).toEqual(['badge', 'stitch'])
    expect(session.operations[0]!.keepOuts).toHaveLength(1)
  })

test('a transfer: no softener, no PVC, no certified wear; in circles, peeled, pressed in its session', async ({ page }) => {
  const job = await jobOf(page, 'Team shirts', ['TW-13', 'TW-08'])
  await openJob(page, job.name)
  await toMend(page, 'f')
  await expect(page.getByTestId('transfer-says')).toContainText(/\d+\s+s in slow circles/)
  await looked(page, 'the transfer')
  await page.getByRole('switch', { name: 'With softener' }).click()
  await expect(page.getByTestId('unprepared')).toContainText('softener and damp keep the adhesive off')
  await page.getByRole('switch', { name: 'With softener' }).click()
  await choose(page, 'Fabric', /Fog-horn oilskin/)
  await expect(page.getByTestId('stuck-refused')).toContainText('harmful fumes')
  await choose(page, 'Fabric', 'Deck denim')
  await page.getByRole('textbox', { name: 'Wide' }).fill('90')
  await page.getByRole('textbox', { name: 'High' }).fill('70')
  await take(page)
  await expect.poll(() => kindsOf(page, job)).toEqual(['transfer'])
  const session = await pressAll(page, job)
  expect(session.operations.map(o => [o.kind, o.motion])).toEqual([['transfer', 'circles'], ['peel', 'still']])
})

test('letters that come off: as they are set, from the wrong side alone under a wet press cloth', async ({ page }) => {
  const job = await jobOf(page, 'Deck vest', ['TW-13'])
  await openJob(page, job.name)
  await toMend(page, 'l')
  await expect(page.getByTestId('lettering-says')).toContainText('From the wrong side only')
  await looked(page, 'lettering')
  await page.getByRole('textbox', { name: 'Letters' }).fill('漢')
  await expect(page.getByTestId('lettering-problem')).toContainText('this typeface has no “漢”')
  await page.getByRole('textbox', { name: 'Letters' }).fill('AHOY')
  await expect(page.getByTestId('lettering-problem')).toHaveCount(0)
  await page.getByRole('button', { name: 'H', exact: true }).click()
  await page.getByRole('radio', { name: 'Its interfacing' }).click()
  await expect(page.getByRole('img', { name: 'Letters and their interfacing' })).toBeVisible()
  await take(page)
  await expect.poll(() => kindsOf(page, job)).toEqual(['lettering'])
  const { spec } = (await makingsOf(page, job)).makings[0]! as Making & { spec: { outlines: unknown[], lifted: number[] } }
  expect([spec.outlines.length, spec.lifted]).toEqual([1, [1]])
  const session = await pressAll(page, job)
  expect(session.operations).toMatchObject([{ kind: 'letters', recipe: { method: 'damp', firstSide: 'back', passes: 1 } }])
})

test('labels are drawn as they are typed, printed mirrored, backed, pressed and peeled', async ({ page }) => {
  const job = await jobOf(page, 'Crew labels', ['TW-01'])
  await openJob(page, job.name)
  await toMend(page, 'b')
  const names = page.getByRole('textbox', { name: 'Names' })
  await names.fill('ANNA\nBEN / DECK')
  await expect(page.getByTestId('labels-says')).toContainText('2 labels of 60 mm × 16 mm')
  await looked(page, 'labels')
  await names.fill('A NAME THAT IS FAR TOO LONG FOR ITS LABEL')
  await expect(page.getByTestId('labels-problem')).toContainText('mm long and the label has room for')
  await names.fill('ANNA\nBEN')
  await choose(page, 'Interfacing', /Feather nonwoven/)
  await take(page)
  await expect.poll(() => kindsOf(page, job)).toEqual(['labels'])
  const file = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Print, PDF' }).click()
  expect((await file).suggestedFilename()).toBe('Name labels.pdf')
  const session = await pressAll(page, job)
  expect(session.operations.map(o => o.kind)).toEqual(['fuse', 'transfer', 'peel'])
})

test('shapes for a banner: mirrored on paper, laid, sent to the cutting, and pressed', async ({ page }) => {
  test.setTimeout(240_000)
  const job = await jobOf(page, 'Pennant', ['TW-13', 'TW-01'])
  await openJob(page, job.name)
  await toMend(page, 'a')
  await expect(page.getByTestId('applique-says')).toContainText('3 shapes of 1 kind')
  await expect(page.getByTestId('applique-how')).toContainText('traced mirrored on the paper')
  await page.getByRole('radio', { name: 'Smooth side' }).click()
  await expect(page.getByTestId('applique-how')).toContainText('traced as it is')
  await page.getByRole('radio', { name: 'Paper of a web' }).click()
  await choose(page, 'Fabric of the shape', 'Steward poplin, white')
  await expect(page.getByTestId('applique-lay')).toContainText(/m of .*Cut, then fused/)
  await looked(page, 'shapes')
  // Of silk they get no web: a soft knit goes behind it, with its own recipe and metres.
  await choose(page, 'Fabric of the shape', /Saloon satin/)
  await expect(page.getByTestId('silk-backing')).toContainText(/Fuse Cloud knit behind it first, \d.*m of it/)
  await expect(page.getByTestId('silk-backing')).toContainText(/· \d+ s/)
  await choose(page, 'Fabric of the shape', 'Steward poplin, white')
  await page.getByRole('button', { name: 'To the cutting' }).click()
  await expect.poll(async () => (await get<Cutting>(page, `/api/jobs/${job.id}/cutting`)).pieces.map(p => [p.name, p.count])).toEqual(
    [['Star', 3]])
  await take(page)
  await expect.poll(() => kindsOf(page, job)).toEqual(['applique'])
  const session = await pressAll(page, job)
  expect(session.operations.map(o => o.kind)).toEqual(expect.arrayContaining(['tack', 'peel', 'shape', 'shape', 'shape', 'stitch']))
})

test('embroidery on jersey: one soft mesh puckers, the set proposed does not, without a layer it does; what came of it is learned',
  async ({ page }) => {
    const [job] = (await get<Listed<Job>>(page, '/api/jobs')).rows.filter(j => j.name === 'Crew names and crest')
    await openJob(page, job!.name)
    await toMend(page, 'c')
    const says = page.getByTestId('embroidery-says')
    await expect(says).toContainText('It puckers: Shield pulls across')
    await page.getByRole('button', { name: 'Use these layers' }).click()
    await expect(says).toContainText('It stays flat')
    await expect(page.getByTestId('steps')).toContainText('Press it face down on a soft surface')
    await looked(page, 'the embroidery')
    await page.getByTestId('layers').getByRole('button', { name: /^Without/ }).first().click()
    await expect(says).toContainText('It puckers')
    await page.getByRole('button', { name: 'Use these layers' }).click()
    await expect(says).toContainText('It stays flat')
    // Zero stitches.
    const stitches = page.getByRole('spinbutton', { name: 'Stitches' })
    await stitches.fill('0')
    await expect(page.getByTestId('embroidery-problem')).toContainText('stitches: give more than 0')
    await stitches.fill('5200')
    await expect(page.getByTestId('embroidery-problem')).toHaveCount(0)
    await page.getByRole('button', { name: 'puckered' }).click()
    await expect.poll(async () => (await get<{ results: unknown[] }>(page, '/api/stitching')).results.length).toBe(1)
    await page.reload()
    await expect(page.getByTestId('scale')).toContainText('1 result so far')
    const scale = Number(/ask for\s+([\d.]+)/.exec((await page.getByTestId('scale').textContent())!)![1])
    expect(scale).toBeGreaterThan(1.1)
    // It asks for more now: what was enough is not.
    await expect(says).toContainText('It puckers')
    await page.getByRole('button', { name: 'flat', exact: true }).click()
  })

test('what cannot be is refused with a sentence naming it, and nothing is half written', async ({ page }) => {
  const job = await jobOf(page, 'Bad mends', ['TW-01'])
  const c = await fabric(page, 'TW-01')
  const url = `${server.url}/api/jobs/${job.id}/makings`
  const place = { on: 'front', downMm: 190, asideMm: 95, turnDeg: 0 }
  const button = { kind: 'button', downMm: 190, asideMm: 95, wideMm: 14, highMm: 14 }
  const square = { rim: [[0, 0], [20, 0], [20, 20], [0, 20]], holes: [] }
  const item = { form: 'woven', fibre: 'polyester', massGsm: 200, thicknessMm: 0.5, adhesive: 'polyamideLow' }
  const making = (spec: object, more: object = {}): object => (
    { id: randomUUID(), name: 'Bad one', fabricId: c.id, spec: { format: 1, ...spec }, ...more })
  const patch = { kind: 'hole', holes: [square], marginMm: 8, wear: 'usual', edge: 'rounded', trimMm: 1, look: null, side: 'face',
    marker: null, papered: false, count: 1 }
  const badge = { kind: 'badge', item, wideMm: 60, highMm: 40, place, keepOuts: [], from: 'computed', sewToo: false, smallChild: false,
    count: 1 }
  const embroidery = { kind: 'embroidery', parts: [{ name: 'Shield', outline: square, stitches: 600, satinMm: 2, travelMm: 0 }], layers: [],
    tookPct: 100, applique: false, place, keepOuts: [], count: 1, result: null }
  const bad: [object, RegExp][] = [
    [making({ ...patch, holes: [] }), /Bad one: Holes: mark at least one/],
    [making({ ...patch, marginMm: 2 }), /Margin: 6 mm is the smallest/],
    [making({ ...patch, holes: [{ rim: [[0, 0], [20, 20], [20, 0], [0, 20]], holes: [] }] }), /crosses itself/],
    [making({ ...patch, look: { palette: [{ hex: 'red', sharePct: 100 }], figureMm: null, tile: null } }), /six figures after a #/],
    [making({ ...patch, look: { palette: [{ hex: '#ff0000', sharePct: 100 }], figureMm: null,
      tile: { picture: 'https://x/y.png', wideMm: 40 } } }), /no small picture/],
    [making(patch, { scrapId: randomUUID() }), /Scrap: one of them is not kept here/],
    [making({ ...badge, keepOuts: [button] }), /Bad one: Place: it covers a button/],
    [making({ ...badge, item: { ...item, form: 'film' }, from: 'front' }), /a film is never pressed from the front/],
    [making({ ...badge, place: { ...place, asideMm: 690 } }), /is off the front/],
    [making({ ...badge, wideMm: 0 }), /Width/],
    [making({ ...embroidery, parts: [{ ...embroidery.parts[0]!, stitches: 0 }] }), /Stitches: at least one/],
    [making({ ...embroidery, parts: [{ ...embroidery.parts[0]!, stitches: 50_000 }] }), /125 stitches on every mm²/],
    [making(embroidery, { supplyIds: [randomUUID()] }), /Supply: one of them is not kept here/],
    [making({ kind: 'labels', texts: [' '], face: 'bold', sizeMm: 4, wideMm: 60, highMm: 15, borderMm: 1, paper: 'A4' }),
      /write at least one/],
    [making({ kind: 'labels', texts: ['A'], face: 'gothic', sizeMm: 4, wideMm: 60, highMm: 15, borderMm: 1, paper: 'A4' }), /Typeface/],
  ]
  for (const [m, sentence] of bad) {
    const answer = await page.request.put(url, { data: { version: 0, makings: [m] } })
    expect([answer.status(), (await answer.json() as { detail: string }).detail]).toEqual([422, expect.stringMatching(sentence)])
  }
  expect(await makingsOf(page, job)).toEqual({ makings: [], version: 0 })
  // A scrap that is none, and paper that cannot be printed.
  const before = (await get<ScrapKept[]>(page, '/api/scraps')).length
  const face = { palette: [{ hex: '#334455', sharePct: 100 }], figureMm: null, tile: null }
  const scrap = { name: 'S', fabricId: null, wideMm: 100, highMm: 80, massGsm: 120, givePct: 0, washC: 40, face, back: null }
  for (const [more, sentence] of [
    [{ wideMm: 0 }, /Width/], [{ name: ' ' }, /Scrap: it needs a name/], [{ face: null }, /face/],
    [{ fabricId: randomUUID() }, /Fabric: it is not kept/],
    [{ massGsm: 99_999 }, /Weight/],
  ] as const) {
    const answer = await page.request.post(`${server.url}/api/scraps`, { data: { ...scrap, ...more } })
    expect([answer.status(), (await answer.json() as { detail: string }).detail]).toEqual([422, expect.stringMatching(sentence)])
  }
  expect((await get<ScrapKept[]>(page, '/api/scraps')).length).toBe(before)
  const long = { kind: 'labels', texts: ['A NAME FAR TOO LONG FOR IT'], face: 'bold', sizeMm: 8, wideMm: 30, highMm: 15, borderMm: 1,
    paper: 'A4', format: 1 }
  const paper = await page.request.post(`${server.url}/api/paper`, { data: { as: 'pdf', paper: 'A4', making: { name: 'L', spec: long } } })
  expect([paper.status(), (await paper.json() as { detail: string }).detail]).toEqual([422, expect.stringContaining('Make it smaller')])
})
