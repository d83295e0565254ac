import { randomUUID } from 'node:crypto'
import { expect, test, type Page } from '@playwright/test'
import { blockOf, usualMeasures } from '#core/cut'
import type { Cutting, Job, Page as Listed } from '#shared/schemas'
import { ownBoard } from './board'
import { sheetsOf } from './paper'
import { openPoplin, waysFound } from './press'

const server = ownBoard()
test.use({ testIdAttribute: 'data-test' })
const { get, fabric, supply, openJob, beginSession, sessionOf } = server

/** A job of one fabric and its interfacing, with a cuff drawn. */
async function cuffOf(page: Page, name: string, fabricCode: string, supplyCode: string): Promise<Job> {
  const [f, s] = [await fabric(page, fabricCode), await supply(page, supplyCode)]
  const job = (await (await page.request.post(`${server.url}/api/jobs`, {
    data: {
      name, garment: 'Shirt', washC: 30, tumble: 'no', dryClean: false, fabrics: [{ fabricId: f.id, place: 'cuff', supplyId: s.id }],
    },
  })).json()) as Job
  const { version } = await get<Cutting>(page, `/api/jobs/${job.id}/cutting`)
  const cuff = {
    id: randomUUID(), name: 'Cuff', fabricId: f.id, place: 'cuff', count: 1, pair: false, grain: 'any', oneWay: false, inset: null,
    shape: { format: 1, kind: 'block', block: 'cuff', measures: usualMeasures(blockOf('cuff')!) },
    allowances: { seam: 10, hem: 10, front: 10 }, interfacingId: s.id, foamId: null, webId: null,
  }
  expect((await page.request.put(`${server.url}/api/jobs/${job.id}/pieces`, { data: { version, pieces: [cuff] } })).status()).toBe(200)
  return job
}
const figures = (words: string) => ({
  setting: words.match(/\d+ °C/)![0], holdS: Number(words.match(/(\d+) s\b/)![1]),
})

/** Of those that are compared this one alone is looked at. What stands on the others changes while their heat is tried. */
async function chosenAlone(page: Page, name: string): Promise<void> {
  const others = page.getByTestId('candidate').and(page.locator('[aria-pressed=true]')).filter({ hasNotText: name })
  for (let left = await others.count(); left > 0; left--) await others.first().click()
}
test('one job: comparison, swatch, plan, session and care card say the same', async ({ page }) => {
  const NAME = 'Purser\'s cuffs', job = await cuffOf(page, NAME, 'TW-13', 'B-22')
  await openJob(page, NAME)
  await page.keyboard.press('3')
  await waysFound(page)
  const swatch = figures((await page.getByTestId('recipe').textContent())!)
  const cools = (await page.getByTestId('sentence').textContent())!
  // The comparison of interfacings, for the one that the job has.
  await page.keyboard.press('2')
  const row = page.getByTestId('candidate').filter({ hasText: 'Placket lawn' }).first()
  await expect(row).toContainText(`${swatch.holdS} s`)
  // Its seconds are said twice on this bench: with one source.
  const source = page.getByRole('row', { name: /^seconds/ }).locator('.source').first()
  const onSlip = page.getByRole('region', { name: 'Compared' }).locator('.slip .source').first()
  await expect(page.getByText('Trying the heat')).toHaveCount(0)
  await expect(onSlip).toHaveText((await source.textContent())!)
  await beginSession(page)
  await expect.poll(async () => (await get<object[]>(page, `/api/jobs/${job.id}/sessions`)).length).toBe(1)
  const [op] = (await sessionOf(page, job.id)).operations.filter(o => o.kind === 'fuse')
  expect(`${Math.round(op!.recipe!.setting.meanC)} °C`).toBe(swatch.setting)
  expect(op!.recipe!.holdS).toBe(swatch.holdS)
  expect(cools).toMatch(new RegExp(`clapper on for ${op!.recipe!.coolS}\\ss`))
  if (op!.recipe!.tableS > 0) expect(cools).toMatch(new RegExp(`cool table for ${op!.recipe!.tableS}\\ss`))
  for (let i = 0; i < 40 && !(await page.getByTestId('piece').textContent())!.startsWith('Cuff'); i++) await page.keyboard.press('j')
  await expect(page.getByTestId('how')).toContainText(swatch.setting)
  // The same on paper, to be pinned up.
  await page.getByRole('tab', { name: /Plan/ }).click()
  const file = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Print press sheet' }).click()
  const chunks: Buffer[] = []
  for await (const chunk of await (await file).createReadStream()) chunks.push(chunk as Buffer)
  const [sheet] = await sheetsOf(new Uint8Array(Buffer.concat(chunks)))
  expect([sheet!.wideMm, sheet!.highMm].map(Math.round)).toEqual([210, 297])
  expect(sheet!.lines.length).toBeGreaterThan(20)
  // The card on the screen and the card that is sent.
  await page.getByRole('link', { name: /Care/ }).click()
  await page.getByRole('tab', { name: /Care card/ }).click()
  const card = page.getByTestId('care-card').getByRole('listitem')
  const sent = await (await page.request.get(`${server.url}/api/jobs/${job.id}/care-card?as=text&size=card`)).text()
  await expect.poll(() => card.count()).toBeGreaterThan(3)
  await expect.poll(async () => (await card.allTextContents()).filter(line => !sent.includes(line))).toEqual([])
})

test('what a swatch tested is one figure: in the comparison, on the card, in the window and the headline', async ({ page }) => {
  await openPoplin(page, server.url)
  await page.keyboard.press('2')
  const row = page.getByTestId('candidate').filter({ hasText: 'Collar lawn' }).first()
  await expect(row).toContainText(/\d+ s \w/)
  await expect(page.getByTestId('excluded')).toBeVisible()
  if (await row.getAttribute('aria-pressed') === 'false') await row.click()
  const figure = async () => (await row.textContent())!.match(/(\d+) s ([a-z]+)/i)!
  const compared = async () => (await page.getByRole('row', { name: /^seconds/ }).textContent())!
  // Until the heat is tried it is an estimate, on both.
  await expect.poll(async () => (await compared()).includes(`${(await figure())[1]} s tested`)).toBe(true)
  await expect(page.getByText('Trying the heat')).toHaveCount(0)
  const [, s, method] = await figure()
  // Looked at by itself, it is the one that goes on to its swatch.
  await chosenAlone(page, 'Collar lawn')
  await page.getByRole('button', { name: 'Use this interfacing' }).click()
  await waysFound(page)
  await expect(page.getByTestId('recipe')).toContainText(`${s} s`)
  await expect(page.getByTestId(`method-${method}`)).toContainText(new RegExp(`^${method}(best)? *${s} s, .* tested`, 'i'))
  // Chosen by hand it is the same.
  await page.getByTestId(`method-${method}`).getByRole('button').first().click()
  await expect(page.getByTestId('recipe')).toContainText(`${s} s`)
  await page.getByRole('tab', { name: /Safe window/ }).click()
  await expect(page.getByTestId('recipe')).toContainText(`${s} s`)
})

test('a satchel is pressed from the other side: short touches through the cork, under a press cloth', async ({ page }) => {
  await openJob(page, 'satchel')
  await page.keyboard.press('3')
  await waysFound(page)
  await expect(page.getByTestId('recipe')).toContainText(/\d × 5 s/)
  await expect(page.getByTestId('sentence')).toContainText('adhesive side up, and the fabric on it')
  await expect(page.getByTestId('sentence')).toContainText(/5 s, lift, look, and again: \d times at each place/)
})

test('a silk collar takes its sew-in: its steps, on to cutting, and nothing of it under the iron', async ({ page }) => {
  const [silk, organza] = [await fabric(page, 'TW-03'), await supply(page, 'B-90')], NAME = 'Blouse collar'
  const job = (await (await page.request.post(`${server.url}/api/jobs`, {
    data: {
      name: NAME, garment: 'Blouse', washC: 30, tumble: 'no', dryClean: false,
      fabrics: [{ fabricId: silk.id, place: 'collar', supplyId: null }],
    },
  })).json()) as Job
  await openJob(page, NAME)
  await page.keyboard.press('2')
  await expect(page.getByTestId('first-answer')).toBeVisible()
  await page.getByRole('radio', { name: 'Collar', exact: true }).click()
  // Two are compared: those that stand there are left out, and the sew-in is looked at by itself.
  const candidate = page.getByTestId('candidate'), chosen = candidate.and(page.locator('[aria-pressed=true]'))
  await expect(candidate.filter({ hasText: organza.name }).first()).toBeVisible()
  await expect(chosen).toHaveCount(2)
  // Until the heat is tried what stands on them still changes.
  await expect(page.getByTestId('excluded')).toBeVisible()
  await expect(page.getByText('Trying the heat')).toHaveCount(0)
  await candidate.filter({ hasText: organza.name }).first().click()
  await chosenAlone(page, organza.name)
  await expect(page.getByTestId('first-answer')).toHaveText(organza.name)
  await expect(page.getByText('baste it all round inside the seam allowance')).toBeVisible()
  await page.getByRole('button', { name: 'Baste this in' }).click()
  await expect(page).toHaveURL(/cut/)
  const kept = async () => (await get<Listed<Job>>(page, '/api/jobs?size=100')).rows.find(j => j.id === job.id)!
  await expect.poll(async () => (await kept()).fabrics[0]!.supplyId).toBe(organza.id)
})
