import { expect, test, type Locator, type Page } from '@playwright/test'
import { Client } from 'pg'
import type { Fabric, Iron, Job, Page as Listed, PressCloth, Supply, Workroom } from '#shared/schemas'
import { looked } from './looking'
import { cold, toSwatch } from './press'
import { startServer, type Server } from './server'

/** A database in which nobody began anything yet. */
let server: Server
test.use({ testIdAttribute: 'data-test' })
test.beforeAll(async () => {
  server = await startServer()
  const client = new Client({ connectionString: server.databaseUrl })
  // Not while it is at its upkeep: each would wait for a table that the other has.
  await server.down()
  await client.connect()
  await client.query('truncate workroom cascade')
  await client.end()
  await server.up()
})
test.afterAll(() => server.down())
const get = async <T>(page: Page, path: string, of = server.url) => (await page.request.get(`${of}${path}`)).json() as Promise<T>
const OWNER = { name: 'Anna Quay', passphrase: 'tangled ferry lantern' }
const METRIC = { length: 'mm', temperature: '°C', arealMass: 'g/m²' }

test('what cannot begin so is refused with a sentence, and nothing is begun', async ({ page }) => {
  const post = async (data: object) => {
    const answer = await page.request.post(`${server.url}/api/begin`, { data })
    return [answer.status(), JSON.stringify(await answer.json())] as const
  }
  for (const [body, says] of [
    [{ name: '  ', units: METRIC }, 'Workroom'], [{ name: 'A', units: { ...METRIC, length: 'ell' } }, 'Lengths: mm, cm or in'],
    [{ name: 'A', units: METRIC, owner: undefined }, 'Owner: say your name and a passphrase'],
    [{ name: 'A', units: METRIC, owner: { ...OWNER, passphrase: 'x'.repeat(10_000) } }, 'Passphrase: 200 characters at the most'],
    [{ name: 'A', units: METRIC, owner: { ...OWNER, passphrase: 'annaquay12' } }, 'Passphrase: that one is easily guessed'],
    [{ name: 'A', units: METRIC, iron: { kind: 'spoon', dial: 'dots' } }, 'Kind of iron'],
    [{ name: 'A', units: METRIC, supplies: ['web', 'web'] }, 'Supplies: one is listed twice'],
    [{ name: 'A', units: METRIC, pressCloths: 'muslin' }, 'Press cloths: give a list'],
  ] as const) {
    const [status, said] = await post({ owner: OWNER, ...body })
    expect([status, said]).toEqual([422, expect.stringContaining(says)])
  }
  expect(await get(page, '/api/begin')).toEqual({ begun: false, demo: false })
  const other = await page.request.get(`${server.url}/api/fabrics`)
  expect([other.status(), (await other.json()).detail]).toEqual([503, expect.stringContaining('Open the board in a browser to begin one')])
})

test('from an empty database to a first recipe: four steps, by keys and by hand, kept over a reload', async ({ page }) => {
  await page.goto(server.url)
  await expect(page).toHaveURL(/begin/)
  await expect(page.getByRole('heading', { name: 'A workroom of your own' })).toBeVisible()
  // Its name may be left out, who begins it may not.
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'Name: say who you are.' })).toBeVisible()
  await page.getByRole('button', { name: 'Back' }).click()
  await page.getByLabel('What is it called?').fill('Quay lofts')
  await page.getByRole('radio', { name: /Metric/ }).click()
  await looked(page, 'beginning')
  await page.getByLabel('What is it called?').press('Enter')
  await expect(page.getByRole('heading', { name: 'Who are you?' })).toBeVisible()
  await expect(page.getByLabel('Your name')).toBeFocused()
  await page.getByLabel('Your name').fill(OWNER.name)
  await page.getByLabel('A passphrase').fill('password12')
  await looked(page, 'its owner')
  await page.getByLabel('A passphrase').press('Enter')
  await expect(page.getByRole('heading', { name: 'Which iron is at hand?' })).toBeFocused()
  await page.getByRole('button', { name: /Household steam iron/ }).focus()
  await expect(page.getByRole('button', { name: /Household steam iron/ })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('radio', { name: 'Synthetic, wool, cotton' }).click()
  await page.getByRole('button', { name: 'Silk organza' }).click()
  await looked(page, 'its iron')
  await page.reload()
  await page.getByRole('button', { name: 'Next' }).click()
  // Everything is kept but the passphrase.
  await expect(page.getByLabel('Your name')).toHaveValue(OWNER.name)
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByRole('alert').filter({ hasText: '10 characters at least' })).toBeVisible()
  await page.getByLabel('A passphrase').fill(OWNER.passphrase)
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByRole('button', { name: 'Silk organza' })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: 'Next' }).click()
  for (const name of ['Light woven fusible', 'Web on paper']) await page.getByRole('button', { name }).press('Space')
  await looked(page, 'its shelf')
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  // It ends where the work begins: describing the first fabric.
  await expect(page).toHaveURL(/fabric/)
  await expect(page.getByLabel('What is it made of?')).toBeVisible()
  await expect(page.getByTestId('demo')).toHaveCount(0)
  const [room, irons, cloths, shelf] = [
    await get<Workroom>(page, '/api/workroom'), await get<Iron[]>(page, '/api/irons'), await get<PressCloth[]>(page, '/api/press-cloths'),
    await get<Listed<Supply>>(page, '/api/supplies'),
  ]
  expect([room.name, room.units.length, room.demo]).toEqual(['Quay lofts', 'mm', false])
  expect(irons.map(i => [i.kind, i.settings.map(s => s.label), i.settings[0]!.origin])).toEqual(
    [['household', ['synthetic', 'wool · silk', 'cotton · linen'], 'typical']])
  expect(cloths.map(c => c.kind).toSorted()).toEqual(['muslin', 'organza'])
  expect(shelf.rows.map(s => [s.code, s.name, s.stockM]).toSorted())
    .toEqual([['S-01', 'Light woven fusible', 0], ['S-02', 'Web on paper', 0]])
  // A fabric, and how it is fused.
  await page.getByLabel('What is it made of?').fill('cotton')
  await page.getByLabel('Name', { exact: true }).fill('Quay cotton')
  await page.getByRole('button', { name: 'Save fabric' }).click()
  await expect.poll(async () => (await get<Listed<Fabric>>(page, '/api/fabrics')).rows.map(f => f.name))
    .toEqual(['Quay cotton'])
  // The board has it too, and nothing is written on any more.
  await expect(page.getByRole('heading', { name: 'Quay cotton' })).toBeVisible()
  await toSwatch(page)
  await expect(page.getByTestId('recipe')).toContainText(/· \d+ s/)
  // From a bench that asks for a job to one of what lies on the board: one press.
  await page.keyboard.press('4')
  await page.getByRole('button', { name: 'New job with Quay cotton' }).click()
  await expect(page.getByRole('tab', { name: /Pieces/ })).toBeVisible()
  // An interfacing that nobody chose is not the job's.
  expect((await get<Listed<Job>>(page, '/api/jobs')).rows.map(j => [j.name, j.fabrics.map(f => f.supplyId)]))
    .toEqual([['Quay cotton: collar', [null]]])
  // Its name can be changed later; none at all is refused, and what was there stays kept.
  await page.locator('nav[aria-label=Drawers] a[href="/rules"]').click()
  const name = page.getByRole('textbox', { name: 'Name' }), called = async () => (await get<Workroom>(page, '/api/workroom')).name
  await expect(name).toHaveValue('Quay lofts')
  await name.fill(' ')
  await name.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Name')
  expect(await called()).toBe('Quay lofts')
  await name.fill('Quay & Daughters')
  await name.press('Enter')
  await expect.poll(called).toBe('Quay & Daughters')
  await expect(page.getByRole('alert')).toHaveCount(0)
  await page.reload()
  await expect(name).toHaveValue('Quay & Daughters')
})

/** A database of its own in which nobody began anything yet. */
async function emptyServer(): Promise<Server> {
  const empty = await startServer(60), client = new Client({ connectionString: empty.databaseUrl })
  await empty.down()
  await client.connect()
  await client.query('truncate workroom cascade')
  await client.end()
  await empty.up()
  return empty
}
interface Hand {
  /** Presses a button. */
  press: (it: Locator) => Promise<void>
  /** Writes into a field. */
  write: (it: Locator, text: string) => Promise<void>
  count: () => number
}
/** By keys alone: from one thing to the next with Tab, every stroke of it counted, what is typed as one. */
function byKeys(page: Page): Hand {
  let n = 0
  const to = async (it: Locator) => {
    for (let i = 0; i < 120 && !await it.evaluate(e => e === document.activeElement); i++) {
      await page.keyboard.press('Tab')
      n++
    }
    await expect(it).toBeFocused()
  }
  return {
    press: async (it) => {
      await to(it)
      await page.keyboard.press('Enter')
      n++
    },
    write: async (it, text) => {
      await to(it)
      await page.keyboard.type(text)
      n++
    },
    count: () => n,
  }
}
/** By touch: each tap counted, and each field that is written into as one more. */
function byTouch(): Hand {
  let n = 0
  return {
    press: async (it) => {
      await it.tap()
      n++
    },
    write: async (it, text) => {
      await it.tap()
      await it.fill(text)
      n += 2
    },
    count: () => n,
  }
}
/** From an empty database to a swatch that is kept. */
async function toFirstSwatch(page: Page, url: string, { press, write, count }: Hand, isTouch: boolean): Promise<string> {
  const began = Date.now(), button = (name: string | RegExp) => page.getByRole('button', { name }).last()
  await page.goto(url)
  await write(page.getByLabel('What is it called?'), 'Quay lofts')
  await press(button('Next'))
  await write(page.getByLabel('Your name'), OWNER.name)
  await write(page.getByLabel('A passphrase'), OWNER.passphrase)
  await press(button('Next'))
  await press(button('Next'))
  await press(button(/Light woven fusible/))
  await press(button('Begin'))
  await expect(page).toHaveURL(/fabric/)
  await write(page.getByLabel('What is it made of?'), 'cotton')
  await press(button('Save fabric'))
  await expect(page.getByRole('heading', { name: 'Cotton poplin' })).toBeVisible()
  if (isTouch) await press(page.getByRole('link', { name: /Test swatch/ }).first())
  else await page.keyboard.press('3')
  await expect(page.getByTestId('recipe')).toContainText(/· \d+ s/)
  await press(button('Press this'))
  const command = page.getByTestId('command')
  await expect(command).toContainText('then press')
  await press(page.getByRole('button', { name: /^Turn it to/ }))
  await expect(page.getByRole('status').filter({ hasText: ': ready' })).toBeVisible()
  let steps = 0
  for (; steps < 12 && !await cold(page).isVisible(); steps++) {
    if (isTouch) await command.tap()
    else await page.locator('body').press('Space')
    await expect(command.or(cold(page))).toHaveText(/Lift|then set down|Lay the interfacing|Cold/)
  }
  if (isTouch) {
    await press(page.getByRole('radio', { name: /nail is needed/ }))
    await press(button('Save swatch'))
  } else for (const key of ['3', 'k']) await page.keyboard.press(key)
  await expect.poll(async () => (await get<Listed<Fabric>>(page, '/api/fabrics', url)).rows[0]?.swatchCount).toBe(1)
  return `${count() + steps + (isTouch ? 0 : 3)} actions, ${((Date.now() - began) / 1000).toFixed(0)} s of the machine`
}
for (const [way, isTouch] of [['keys alone', false], ['touch', true]] as const) {
  test(`from nothing to a first swatch kept, by ${way}`, async ({ browser }) => {
    const own = await emptyServer()
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, hasTouch: isTouch, serviceWorkers: 'block' })
    const page = await context.newPage()
    console.log(`first swatch by ${way}: ${await toFirstSwatch(page, own.url, isTouch ? byTouch() : byKeys(page), isTouch)}`)
    await context.close()
    await own.down()
  })
}

test('with an empty shelf: wool is asked for a wash that it stands, and the first supply is one press away', async ({ browser }) => {
  const own = await emptyServer(), context = await browser.newContext({ serviceWorkers: 'block' }), page = await context.newPage()
  const begun = await page.request.post(`${own.url}/api/begin`, {
    data: {
      name: 'Quay lofts', units: METRIC, owner: OWNER, iron: { kind: 'household', dial: 'dots' }, pressCloths: ['muslin'], supplies: [],
    },
  })
  expect(begun.ok()).toBe(true)
  await page.goto(`${own.url}/supplies`)
  await expect(page.getByText('No supply yet: describe the first one.')).toBeVisible()
  await page.getByRole('checkbox', { name: 'in stock' }).click()
  await expect(page.getByText('Nothing like that on the shelf.')).toBeVisible()
  await page.goto(`${own.url}/fabric?new=1`)
  await page.getByLabel('What is it made of?').fill('70 wool 30 polyester')
  await page.getByRole('button', { name: 'Save fabric' }).click()
  await expect(page.getByText('70 % wool, 30 % polyester · worsted suiting')).toBeVisible()
  await page.keyboard.press('2')
  const says = /^\s*No supplies yet\. Add one, or sew in self fabric\.\s*Add a supply\s*$/
  await expect(page.getByTestId('clashes')).toHaveText(says)
  await page.getByTestId('clashes').getByRole('link', { name: 'Add a supply' }).click()
  await expect(page.getByRole('heading', { name: 'New supply' })).toBeVisible()
  await context.close()
  await own.down()
})

test('begun once: whoever is second is told, the address of the first step leads to the board', async ({ page }) => {
  const again = await page.request.post(`${server.url}/api/begin`, { data: { name: 'Second', units: METRIC, owner: OWNER } })
  expect([again.status(), (await again.json()).detail]).toEqual([409, expect.stringContaining('somebody was quicker')])
  // Whoever is not signed in is asked who he is; its owner comes to the board.
  await page.goto(`${server.url}/begin`)
  await expect(page).toHaveURL(/sign-in/)
  await page.getByLabel('Name', { exact: true }).fill('  anna QUAY ')
  await page.getByLabel('Passphrase').fill('not her passphrase')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'do not match' })).toBeVisible()
  await looked(page, 'the door')
  await page.getByLabel('Passphrase').fill(OWNER.passphrase)
  await page.getByLabel('Passphrase').press('Enter')
  await expect(page).toHaveURL(/today/)
  await expect(page.getByTestId('who')).toContainText(OWNER.name)
})
