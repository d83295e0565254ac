import { expect, test, type Page } from '@playwright/test'
import sharp from 'sharp'
import type { Workroom } from '#shared/schemas'
import { startServer, type Server } from './server'

/** What somebody new must find: anything by its name, what a screen is for, the guide, the way round the board. */
let server: Server
test.beforeAll(async () => { server = await startServer() })
test.afterAll(() => server.down())
test.use({ testIdAttribute: 'data-test' })

/** Actions are counted: each press of a key that is no letter, each tap, each field that is written into. */
function counting(page: Page) {
  let n = 0
  const one = async (does: () => Promise<unknown>) => {
    n++
    await does()
  }
  return {
    find: (what: string) => one(async () => {
      await page.keyboard.press('Control+k')
      await expect(page.getByTestId('palette')).toBeVisible()
      await page.keyboard.type(what)
      await expect(page.getByTestId('palette').getByRole('option').first()).toBeVisible()
    }),
    /** Down to it and into it, by keys alone. */
    take: async (name: string | RegExp) => {
      const wanted = page.getByTestId('palette').getByRole('option', { name }).first()
      await expect(wanted).toBeVisible()
      // What the server knows comes a moment later, and moves what is marked.
      await page.waitForTimeout(700)
      while (await wanted.getAttribute('data-highlighted') === null && n < 20) await one(() => page.keyboard.press('ArrowDown'))
      await one(() => page.keyboard.press('Enter'))
      // While it closes, keys are written into its field.
      await expect(page.getByTestId('palette')).toBeHidden()
    },
    key: (key: string) => one(() => page.keyboard.press(key)),
    count: () => n,
  }
}

test('eleven things somebody new wants, each found from Today by one box and keys alone', async ({ page }) => {
  const tasks: [string, string, string | RegExp, string | RegExp, () => Promise<unknown>][] = [
    ['the hem that came down', 'hem', /^Hems/, /seams/, () =>
      expect(page.getByRole('tab', { name: /Hems/ })).toHaveAttribute('aria-selected', 'true')],
    ['wash limit of a dress', 'wash limit', /^Limits/, /care/, () =>
      expect(page.getByText('Whose care?')).toBeVisible()],
    ['peel after a wash', 'peel', /^Fix a problem/, /fix/, () =>
      expect(page.getByText('What do you see?')).toBeVisible()],
    ['a sheet of labels', 'label sheet', /^Name labels/, /mend/, () =>
      expect(page.getByRole('tab', { name: /Name labels/ })).toBeVisible()],
    ['how long for this web', 'how long', /^Test swatch/, /swatch/, () =>
      expect(page.locator('main')).toContainText(/Press this|No fabric/)],
    ['what rayon there is', 'rayon', /velvet/i, /fabric/, () =>
      expect(page.getByTestId('ticket')).toContainText(/velvet/i)],
    ['six mats', 'mats', /^Layers|^Saloon mats/, /cut|fabric/, () => expect(page.locator('main')).toBeVisible()],
    ['the velvet', 'velvet', /velvet/i, /fabric/, () => expect(page.getByTestId('ticket')).toContainText(/velvet/i)],
    ['what is a glue line', 'glue line', /Words at the board: Glue line/, /guide\/words#glue-line/, () =>
      expect(page.locator('article')).toContainText('The thin layer where adhesive and fabric touch')],
    ['a picture of a scrap', 'picture of a scrap', /^Take a picture of a scrap/, /mend/, () =>
      expect(page.getByRole('tab', { name: /Mend a hole/ })).toHaveAttribute('aria-selected', 'true')],
    ['a collar\'s interfacing', 'collar', /^Interfacing|Collar/, /interfacing|supplies/, () => expect(page.locator('main')).toBeVisible()],
  ]
  await page.goto(`${server.url}/today`)
  await expect(page.getByTestId('jobs').getByRole('listitem').first()).toBeVisible()
  const said: string[] = []
  for (const [what, words, name, at, is] of tasks) {
    const { find, take, count } = counting(page)
    await find(words)
    await take(name)
    await expect(page, what).toHaveURL(at)
    await is()
    expect(count(), what).toBeLessThanOrEqual(8)
    said.push(`${what}: ${count()}`)
    await page.keyboard.press('t')
    await expect(page).toHaveURL(/today/)
  }
  // Six mats to be cut: their job, its layers, each size of it.
  const mats = counting(page)
  await mats.find('saloon mats')
  await mats.take(/^Saloon mats, reversible/)
  await expect(page.getByTestId('ticket')).toContainText('Saloon mats')
  await mats.key('4')
  await expect(page).toHaveURL(/cut/)
  await mats.key('w')
  await expect(page.getByTestId('layers-sizes')).toContainText('420 mm × 300 mm')
  expect(mats.count()).toBeLessThanOrEqual(8)
  said.push(`the sizes to cut six mats by: ${mats.count()}`)
  console.log(`actions from Today: ${said.join('; ')}`)
  // What was used last stands first.
  await page.keyboard.press('Control+k')
  await expect(page.getByTestId('palette')).toContainText('Last used')
  await page.keyboard.press('Escape')
})

test('a screen says what it is for, with its page of the guide; the way round the board can be walked again', async ({ page }) => {
  await page.goto(`${server.url}/today`)
  await page.getByTestId('offer').getByRole('button', { name: 'Show me' }).click()
  for (let i = 0; i < 5; i++) {
    await expect(page.getByTestId('tour')).toContainText(`${i + 1} of 5`)
    await page.getByTestId('tour').getByRole('button', { name: /Next|Done/ }).click()
  }
  await expect(page.getByTestId('tour')).toHaveCount(0)
  await page.reload()
  await expect(page.getByTestId('jobs').getByRole('listitem').first()).toBeVisible()
  await expect(page.getByTestId('offer')).toHaveCount(0)
  await page.keyboard.press('z')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('Pressing while you sew')
  await page.getByRole('button', { name: 'Show me around' }).click()
  await expect(page.getByTestId('tour')).toContainText('1 of 5')
  await page.getByRole('button', { name: 'Leave' }).click()
  await page.keyboard.press('?')
  await page.getByRole('link', { name: 'Read more in the guide' }).click()
  await expect(page.getByRole('heading', { name: 'Seams & hems', level: 1 })).toBeVisible()
  await page.getByLabel('Look through the guide').fill('clapper table')
  await page.getByRole('region', { name: 'Found in the guide' }).getByRole('link').first().click()
  await expect(page.locator('article')).toContainText('clapper')
  await page.getByRole('navigation', { name: 'Pages of the guide' }).getByRole('link', { name: 'At the board', exact: true }).click()
  await page.locator('article').getByRole('link', { name: 'Fabric', exact: true }).click()
  await expect(page).toHaveURL(/guide\/fabric/)
})

test('a house that likes it simple sees the steps, what is to spare, one alternative; the rest is a press away', async ({ page }) => {
  const room = await (await page.request.get(`${server.url}/api/workroom`)).json() as Workroom
  const put = (view: string, version: number) => page.request.put(`${server.url}/api/workroom`, {
    data: { name: room.name, units: room.units, rules: { ...room.rules, view }, version },
  })
  expect((await put('simple', room.version)).status()).toBe(200)
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Steward poplin/ }).click()
  await page.keyboard.press('2')
  await expect(page.getByTestId('first-answer')).toBeVisible()
  await expect(page.getByTestId('what-if')).toHaveCount(0)
  await expect(page.getByRole('button', { name: /^Show all/ })).toBeVisible()
  await page.keyboard.press('3')
  await expect(page.getByTestId('recipe')).toContainText(/· \d+ s/)
  await expect(page.getByText('methods…')).toHaveCount(0)
  await expect(page.locator('[data-test^=method-]')).toHaveCount(2)
  await expect(page.getByRole('tab', { name: 'Safe window' })).toHaveCount(0)
  await page.getByTestId('more-tabs').click()
  await expect(page.getByRole('tab', { name: 'Safe window' })).toBeVisible()
  expect((await put('full', room.version + 1)).status()).toBe(200)
})

test('the care label of a fabric is taken, kept over a reload, taken again and removed', async ({ page }) => {
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Evening velvet/ }).click()
  const label = page.getByTestId('label-picture'), kept = label.getByRole('img', { name: 'The care label of this fabric' })
  const buffer = await sharp({ create: { width: 320, height: 200, channels: 3, background: '#f4efe2' } }).png().toBuffer()
  const take = async (name: string) => {
    await label.getByRole('button', { name }).click()
    await page.getByLabel('The care label: from a file').setInputFiles({ name: 'label.png', mimeType: 'image/png', buffer })
    await page.getByRole('button', { name: 'Use this' }).click()
  }
  await take('Take a picture of its label')
  await expect(kept).toBeVisible()
  await page.reload()
  await expect(kept).toBeVisible()
  await take('Take the label again')
  await expect(page.getByTestId('take-picture')).toHaveCount(0)
  await expect(kept).toBeVisible()
  await label.getByRole('button', { name: 'Remove the picture' }).click()
  await expect(kept).toHaveCount(0)
  await expect(label.getByRole('button', { name: 'Take a picture of its label' })).toBeVisible()
})
