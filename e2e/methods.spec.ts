import { expect, test, type Page } from '@playwright/test'
import sharp from 'sharp'
import { countDrawings, holdsOf, samplesFor, solesOf, type WindowQuestion } from '#core/window'
import { learnFrom } from '#core/learn'
import { toPressSetup, toKnowledge, toLessons, toRecipe } from '#shared/mappers'
import type { Fabric, PressCloth, Iron, Page as Listed, Rules, Supply, Swatch } from '#shared/schemas'
import { looked } from './looking'
import { pressThrough, toSwatch, warmIron, waysFound } from './press'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => { server = await startServer(40) })
test.afterAll(() => server.down())
test.use({ testIdAttribute: 'data-test' })

/** Warms the iron, presses through with Space and grades. */
async function pressAndJudge(page: Page, grade: RegExp): Promise<void> {
  await expect(page.getByTestId('command')).toContainText('then press')
  await warmIron(page)
  await pressThrough(page)
  await page.getByRole('radio', { name: grade }).click()
}

test('drag the pin, plan scraps, press two, grade, wash: proved; another iron: estimated again', async ({ page }) => {
  page.setDefaultTimeout(15_000)
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Deck denim/ }).click()
  await toSwatch(page)
  await page.getByRole('combobox', { name: 'Interfacing' }).click()
  await page.getByRole('option', { name: /Warp knit/ }).click()
  await page.getByRole('tab', { name: 'Safe window' }).click()
  await expect(page.getByTestId('map-done')).toBeVisible()
  const map = page.getByTestId('window-map')
  await expect(page.getByTestId('edge')).toBeVisible()
  await looked(page, 'window')

  const before = await page.getByTestId('sentence').textContent()
  const box = (await map.boundingBox())!
  await page.mouse.move(box.x + box.width * 0.5, box.y + box.height * 0.4)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width * 0.62, box.y + box.height * 0.3, { steps: 4 })
  await page.mouse.up()
  await expect(page.getByTestId('sentence')).not.toHaveText(before!)
  const dragged = (await page.getByTestId('sentence').textContent())!
  await map.focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByTestId('sentence')).not.toHaveText(dragged)
  await page.keyboard.press('PageUp')
  await page.keyboard.press('PageUp')
  await expect(page.getByTestId('sentence')).toContainText('Cotton')

  await page.getByRole('tab', { name: 'Test plan' }).click()
  await expect(page.getByTestId('scraps').getByRole('listitem').first()).toBeVisible()
  const scraps = await page.getByTestId('scraps').getByRole('listitem').count()
  expect(scraps).toBeGreaterThanOrEqual(3)
  expect(scraps).toBeLessThanOrEqual(6)
  await looked(page, 'plan')
  await page.getByRole('button', { name: 'Save plan' }).click()
  const strip = page.getByRole('link', { name: /Print the strip/ })
  const pdf = await page.request.get(`${server.url}${await strip.getAttribute('href')}`)
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-')

  await page.getByRole('button', { name: 'Press scrap 1' }).click()
  await pressAndJudge(page, /a fingertip lifts/)
  await page.getByRole('button', { name: 'dots still crisp' }).click()
  await page.getByLabel('dots still crisp: where').fill('all over')
  await page.getByRole('button', { name: 'Pull on the scale' }).click()
  await expect(page.getByLabel('Peel force')).not.toHaveValue('')
  await page.getByRole('button', { name: 'Save swatch' }).click()
  await expect(page).toHaveURL(/fabric/)
  await toSwatch(page)
  await expect(page.getByTestId('plan')).toContainText('grade 1')

  await page.getByRole('tab', { name: 'Methods' }).click()
  await waysFound(page)
  await looked(page, 'methods')
  await page.getByRole('button', { name: 'Press this' }).click()
  await pressAndJudge(page, /the fabric distorts/)
  await page.getByLabel('Overhang at 41.5°').fill('900')
  await page.getByRole('button', { name: 'Save swatch' }).click()
  await expect(page.getByRole('alert')).toContainText('2 to 400 mm makes sense')
  await page.getByLabel('Overhang at 41.5°').fill('58')
  await page.getByRole('button', { name: 'Save swatch' }).click()
  await expect(page).toHaveURL(/fabric/)
  await toSwatch(page)
  await expect(page.getByTestId('proof')).toContainText('one wash still to come')

  await page.getByRole('tab', { name: /History/ }).click()
  await expect(page.getByTestId('history').getByRole('listitem')).toHaveCount(2)
  await expect(page.getByTestId('why')).toBeVisible()
  await page.getByRole('radio', { name: /^4, the fabric/ }).click()
  await page.getByRole('button', { name: 'Save wash' }).click()
  await expect(page.getByTestId('history')).toContainText('proved')
  await looked(page, 'history')
  await page.getByRole('button', { name: 'Pin over the board' }).click()
  const text = await (await page.request.get(`${server.url}${await page.getByRole('link', { name: 'text' }).getAttribute('href')}`)).text()
  expect(text).toContain('PROVED')
  await page.getByRole('button', { name: /Dry|Steam|Mist|Damp/ }).nth(1).click()
  await expect(page.getByTestId('why')).toContainText(/of a bond|got to/)

  await page.getByRole('tab', { name: 'Methods' }).click()
  await expect(page.getByTestId('proof')).toContainText('Proved by the test swatch')
  await page.reload()
  await expect(page.getByTestId('proof')).toContainText('Proved by the test swatch')
  await page.getByRole('combobox', { name: 'Iron' }).click()
  await page.getByRole('option', { name: /Locker/ }).click()
  await expect(page.getByTestId('proof')).toContainText('another iron')
  await expect(page.getByText('slipped')).toBeVisible()
  await page.keyboard.press('5')
  await expect(
    page.getByRole('complementary', { name: 'Proof pinned over the board' }).or(page.getByText('Nothing to press yet')),
  ).toBeVisible()
})

test('a swatch pressed between two dial settings is kept like any other', async ({ page, request }) => {
  const { rows: [worsted] } = await (await request.get(`${server.url}/api/fabrics?q=TW-14`)).json() as Listed<Fabric>
  const before = await (await request.get(`${server.url}/api/fabrics/${worsted!.id}/history`)).json() as Listed<Swatch>
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Purser worsted/ }).click()
  await toSwatch(page)
  await page.getByRole('tab', { name: 'Safe window' }).click()
  await expect(page.getByTestId('map-done')).toBeVisible()
  await page.getByTestId('window-map').focus()
  for (let i = 0; i < 7; i++) await page.keyboard.press('ArrowUp')
  await expect(page.getByTestId('sentence')).toContainText(/[Bb]etween .* and /)
  await page.getByRole('button', { name: 'Press this' }).click()
  await expect(page.getByText(/Set the dial between/)).toBeVisible()
  await pressAndJudge(page, /a nail is needed/)
  await page.getByRole('button', { name: 'Save swatch' }).click()
  await expect(page).toHaveURL(/fabric/)
  await expect(page.getByTestId('swatch')).toHaveCount(before.total + 1)
  await expect(page.getByText('kept on this device')).toHaveCount(0)
})

test('pictures: hostile ones are refused with a sentence, taken ones lose what was hidden in them', async ({ page, request }) => {
  const fabrics = await (await request.get(`${server.url}/api/fabrics`)).json() as Listed<Fabric>
  const poplin = fabrics.rows.find(c => c.code === 'TW-01')!
  const swatch = ((await (await request.get(`${server.url}/api/fabrics/${poplin.id}/history`)).json()) as Listed<Swatch>).rows[0]!
  const send = (data: Buffer, type = 'image/jpeg') =>
    request.post(`${server.url}/api/swatches/${swatch.id}/photos?stage=after`, { data, headers: { 'content-type': type } })
  const red = sharp({ create: { width: 60, height: 40, channels: 3, background: '#a03020' } })
  const png = await red.clone().png().toBuffer()
  const bomb = Buffer.from(png)
  bomb.writeUInt32BE(60_000, 16)
  bomb.writeUInt32BE(60_000, 20)
  const refused: [string, Buffer][] = [
    ['a script in SVG', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"><script>alert(1)</script></svg>')],
    ['a page called a picture', Buffer.from('<html><body>hello</body></html>')],
    ['half a PNG', png.subarray(0, 60)],
    ['a PNG that says it is 60,000 points wide', bomb],
    ['a GIF', Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', 'base64')],
    ['nothing', Buffer.alloc(0)],
    ['9 MB of noise', Buffer.alloc(9_000_000, 7)],
  ]
  for (const [what, data] of refused) {
    const answer = await send(data)
    expect(answer.status(), what).toBeGreaterThanOrEqual(400)
    expect(answer.status(), what).toBeLessThan(500)
    expect((await answer.json()).detail.length, what).toBeGreaterThan(20)
  }
  const withSecrets = Buffer.concat([
    await red
      .clone()
      .withExif({ IFD0: { Copyright: 'SECRET-PLACE' } })
      .jpeg()
      .toBuffer(),
    Buffer.from('<script>alert(1)</script>'),
  ])
  const kept = await send(withSecrets, 'text/html')
  expect(kept.status()).toBe(201)
  const back = await request.get(`${server.url}/api/swatches/${swatch.id}/photos/${(await kept.json()).id}`)
  expect(back.headers()['content-type']).toBe('image/jpeg')
  const bytes = await back.body()
  expect(bytes.includes('SECRET-PLACE') || bytes.includes('script')).toBe(false)
  expect((await sharp(bytes).metadata()).exif).toBeUndefined()

  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Steward poplin/ }).click()
  await toSwatch(page)
  await page.getByRole('combobox', { name: 'Interfacing' }).click()
  await page.getByRole('option', { name: /Collar lawn/ }).click()
  await page.getByRole('tab', { name: /History/ }).click()
  await page.getByLabel('Picture before').setInputFiles({ name: 'scrap.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('<svg/>') })
  await expect(page.getByRole('alert')).toContainText('Picture:')
  await page.getByLabel('Picture before').setInputFiles({ name: 'scrap.png', mimeType: 'image/png', buffer: png })
  await expect(page.getByAltText('the swatch before pressing')).toBeVisible()
})

test('the server draws the same window as the browser\'s code does', async ({ request }) => {
  const get = async <T>(path: string) => await (await request.get(`${server.url}${path}`)).json() as T
  const fabric = (await get<Listed<Fabric>>('/api/fabrics')).rows.find(c => c.code === 'TW-01')!
  const supply = (await get<Listed<Supply>>('/api/supplies')).rows.find(s => s.code === 'B-12')!
  const iron = (await get<Iron[]>('/api/irons'))[0]!,
    pressCloth = (await get<PressCloth[]>('/api/press-cloths')).find(c => c.kind === 'muslin')!
  const recipe = {
    method: 'dry' as const, setting: iron.settings[1]!, firstSide: 'back' as const, passes: 1 as const, warmS: 0, secondS: null, holdS: 25,
    lean: 'weight' as const, pressureKPa: 0.78, pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS: 20, tableS: 0,
  }
  const answer = await request.post(`${server.url}/api/reports/window`, {
    data: {
      fabricId: fabric.id, supplyId: supply.id, ironId: iron.id, pressClothId: pressCloth.id, surface: 'padded',
      recipe: { format: 2, ...recipe },
      seed: 5,
    },
  })
  expect(answer.status()).toBe(200)
  const report = await answer.json()
  const { rules } = await get<{ rules: Rules }>('/api/workroom')
  const question: WindowQuestion = {
    setup: toPressSetup(fabric, supply, iron, pressCloth, 'padded', rules), recipe,
    knowledge: toKnowledge(fabric, supply, recipe.setting.origin),
    seed: 5, samples: samplesFor(1),
  }
  const { bonded, drawn } = countDrawings(question, { solesC: solesOf(), holdsS: holdsOf(1), from: 0, to: question.samples })
  expect(report.bond).toEqual(Array.from(bonded, n => n / drawn))
})

test('and computes with what the swatches of the pairing taught', async ({ request }) => {
  const get = async <T>(path: string) => await (await request.get(`${server.url}${path}`)).json() as T
  const fabric = (await get<Listed<Fabric>>('/api/fabrics')).rows.find(c => c.code === 'TW-01')!
  const supply = (await get<Listed<Supply>>('/api/supplies')).rows.find(s => s.code === 'B-20')!
  const irons = await get<Iron[]>('/api/irons'), pressCloths = await get<PressCloth[]>('/api/press-cloths')
  const iron = irons.find(i => i.name === 'Harbour iron')!, pressCloth = pressCloths.find(c => c.kind === 'muslin')!
  const { rules } = await get<{ rules: Rules }>('/api/workroom')
  const swatches = await get<Listed<Swatch>>(`/api/pairings?fabricId=${fabric.id}&supplyId=${supply.id}&size=60`)
  const recipe = toRecipe(swatches.rows.find(t => t.recipe.method === 'mist')!.recipe)
  const answer = await request.post(`${server.url}/api/reports/window`, {
    data: {
      fabricId: fabric.id, supplyId: supply.id, ironId: iron.id, pressClothId: pressCloth.id, surface: 'padded',
      recipe: { format: 2, ...recipe },
      seed: 5,
    },
  })
  expect(answer.status()).toBe(200)
  const report = await answer.json() as { bond: number[] }
  const typical = toKnowledge(fabric, supply, recipe.setting.origin)
  const lessons = toLessons(swatches.rows, iron.id, { fabric, supplies: [supply], irons, pressCloths, rules })
  expect(lessons.length).toBeGreaterThanOrEqual(3)
  const mapWith = (knowledge: WindowQuestion['knowledge']) => {
    const question: WindowQuestion = {
      setup: toPressSetup(fabric, supply, iron, pressCloth, 'padded', rules), recipe, knowledge, seed: 5, samples: samplesFor(1),
    }
    const { bonded, drawn } = countDrawings(question, { solesC: solesOf(), holdsS: holdsOf(1), from: 0, to: question.samples })
    return Array.from(bonded, n => n / drawn)
  }
  expect(report.bond).toEqual(mapWith(learnFrom(typical, lessons).knowledge))
  expect(report.bond).not.toEqual(mapWith(typical))
})
