import { expect, test, type Browser, type BrowserContext, type Page } from '@playwright/test'
import type { Job, Page as Listed, PressSession, SessionHead } from '#shared/schemas'
import { looked } from './looking'
import { houseOf } from './people'
import { startServer, type Server } from './server'

/** The board over TLS, under a name of the house; its owner, a maker on a tablet, an apprentice. */
const NAME = 'board.local', TABLET = { width: 820, height: 1180 }
test.use({
  testIdAttribute: 'data-test', ignoreHTTPSErrors: true,
  launchOptions: async ({ launchOptions }, use) => use({
    ...launchOptions, args: [...launchOptions.args ?? [], `--host-resolver-rules=MAP ${NAME} 127.0.0.1`],
  }),
})
let server: Server
test.beforeAll(async () => { server = await startServer(6, { READY_CUFF_HOSTS: NAME }, undefined, await houseOf()) })
test.afterAll(() => server.down())

const url = (path = '/today') => `https://${NAME}:${new URL(server.url).port}${path}`
const open = async (browser: Browser, size = { width: 1280, height: 800 }) => {
  const context = await browser.newContext({ ignoreHTTPSErrors: true, viewport: size, reducedMotion: 'reduce', serviceWorkers: 'block' })
  return context.newPage()
}
/** Asks from within the page: outside of it nobody knows the names of the house. */
const ask = (page: Page, method: string, path: string, body?: object) => page.evaluate(async ([m, p, b]) => {
  const answer = await fetch(p!, { method: m!, ...(b ? { body: b, headers: { 'content-type': 'application/json' } } : {}) })
  return { status: answer.status, text: await answer.text() }
}, [method, path, body ? JSON.stringify(body) : null] as const)
const get = async <T>(page: Page, path: string): Promise<T> => JSON.parse((await ask(page, 'GET', path)).text) as T
/** Takes somebody's place at a paired board, by keys. */
async function takeOver(page: Page, name: string, pin: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(name) }).click()
  await page.keyboard.type(pin)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('who')).toContainText(name)
}
async function pairedBy(owner: Page, browser: Browser): Promise<Page> {
  const former = (await owner.getByTestId('code').allInnerTexts())[0] ?? ''
  await owner.getByRole('button', { name: /Show a (new )?code/ }).click()
  await expect(owner.getByTestId('code')).not.toHaveText(former || 'none')
  const code = await owner.getByTestId('code').innerText(), page = await open(browser, TABLET)
  await page.goto(url(`/sign-in#pair=${code}`))
  await page.getByLabel('What is this device called?').fill('Tablet over the board')
  await page.getByRole('button', { name: 'Pair this device' }).first().click()
  await expect(page.getByRole('heading', { name: 'Who is at the board?' })).toBeVisible()
  return page
}
const boat = async (page: Page): Promise<Job> =>
  (await get<Listed<Job>>(page, '/api/jobs')).rows.find(j => j.name === 'Mate\'s boat coat')!
const sessionOf = async (page: Page): Promise<PressSession> => {
  const [head] = await get<SessionHead[]>(page, `/api/jobs/${(await boat(page)).id}/sessions`)
  return get<PressSession>(page, `/api/sessions/${head!.id}`)
}
async function toSession(page: Page): Promise<void> {
  await page.goto(url('/today'))
  await page.getByTestId('jobs').getByRole('listitem').filter({ hasText: 'Mate\'s boat coat' }).getByRole('button').first().click()
  await expect(page).not.toHaveURL(/today/)
  await page.keyboard.press('5')
  await expect(page.getByRole('tab', { name: /Session/ })).toBeVisible()
  await page.keyboard.press('g')
  await expect(page.getByTestId('session')).toBeVisible()
}
/** What a browser keeps of an address; its databases are not in the declarations of the test runner yet. */
interface KeptOrigin { localStorage: { name: string }[], indexedDB: { name: string, stores: { records: unknown[] }[] }[] }
const kept = (c: BrowserContext) => c.storageState({ indexedDB: true })

test('owner, maker on a tablet and apprentice press one session together; one is signed out; offline and back as somebody else',
  async ({ page: owner, browser }) => {
  // The owner gives herself a passphrase, and a maker and an apprentice their PINs.
    await owner.goto(url('/people'))
    await expect(owner.getByTestId('who')).toContainText('Orla')
    // The first passphrase is one's own: by another's she would be shut out, with nothing to sign in by.
    await owner.getByRole('button', { name: 'Add a person' }).click()
    await expect(owner.getByLabel('Passphrase, of this person')).toBeDisabled()
    await owner.getByRole('button', { name: 'Close' }).click()
    const refused = await ask(owner, 'POST', '/api/people', { name: 'Tove', role: 'maker', passphrase: 'mine from now on', pin: null })
    expect([refused.status, JSON.parse(refused.text)]).toMatchObject([422, { errors: [{ field: 'passphrase' }] }])
    await owner.getByLabel('New passphrase').fill('tangled ferry lantern')
    await owner.getByRole('button', { name: 'Set passphrase' }).click()
    await expect(owner.getByText('Owner · passphrase')).toBeVisible()
    for (const [name, pin] of [['Bram', '7391'], ['Wick', '8206']] as const) {
      const row = owner.getByRole('region', { name: 'People' }).getByRole('listitem').filter({ hasText: name })
      await row.getByRole('button', { name: 'Change' }).click()
      await owner.getByLabel(/PIN.*of this person/).fill(pin)
      await owner.getByRole('button', { name: 'Save' }).click()
      await expect(row).toContainText('· PIN')
    }
    await looked(owner, 'people')
    // Somebody who is not paired comes no further than the door.
    const stranger = await open(browser)
    await stranger.goto(url('/fabric'))
    await expect(stranger).toHaveURL(/sign-in/)
    expect((await ask(stranger, 'GET', '/api/fabrics')).status).toBe(401)

    const tablet = await pairedBy(owner, browser)
    await looked(tablet, 'a PIN')
    await takeOver(tablet, 'Bram', '7391')
    const phone = await pairedBy(owner, browser)
    await takeOver(phone, 'Wick', '8206')

    // All three at one session.
    for (const board of [owner, tablet, phone]) await toSession(board)
    const cookie = (await tablet.context().cookies()).find(c => c.name === '__Host-ready-cuff')!
    expect([cookie.httpOnly, cookie.secure, cookie.sameSite]).toEqual([true, true, 'Strict'])
    const before = (await sessionOf(owner)).events.length
    const people = new Map((await get<{ id: string, name: string }[]>(owner, '/api/people')).map(p => [p.id, p.name]))
    // The maker takes the next piece to press; the two others turn the iron's dial, as one does who passes by.
    const dial = (page: Page, name: string) => page.getByRole('radiogroup', { name: 'Dial' }).getByRole('radio', { name: new RegExp(name) })
    const by = async () => new Set((await sessionOf(owner)).events.slice(before).map(e => people.get(e.personId ?? '')))
    const did = (name: string) => expect.poll(async () => (await by()).has(name)).toBe(true)
    await tablet.keyboard.press('o')
    await dial(tablet, 'synthetic').click()
    await did('Bram')
    await dial(phone, 'cotton').click()
    await did('Wick')
    await dial(owner, 'wool').click()
    await did('Orla')
    await tablet.locator('body').press('Space')

    // An apprentice looks at the house rules and is told who may change them; the server refuses as well.
    await phone.goto(url('/rules'))
    await expect(phone.getByTestId('who-may')).toContainText('A maker or the owner can do this')
    const room = await get<{ version: number }>(phone, '/api/workroom')
    expect((await ask(phone, 'PUT', '/api/workroom', room)).status).toBe(403)

    // Without the house's network Bram presses on; meanwhile the owner signs his tablet's place over.
    await toSession(tablet)
    await tablet.context().setOffline(true)
    await tablet.locator('body').press('Space')
    await tablet.locator('body').press('Space')
    await expect(tablet.getByTestId('waiting')).toContainText('kept here')
    await owner.goto(url('/people'))
    const bram = [...people].find(([, name]) => name === 'Bram')![0]
    const done = (await sessionOf(owner)).events.length
    expect((await ask(owner, 'POST', `/api/people/${bram}/away`, {})).status).toBe(200)
    expect((await ask(owner, 'POST', `/api/people/${bram}/back`, {})).status).toBe(200)
    await tablet.context().setOffline(false)
    // The clock runs on; nothing goes out under nobody's name, or anybody else's.
    await expect(tablet.getByTestId('signed-out')).toContainText('Sign in, and it is sent in your name')
    await expect(tablet.getByTestId('session')).toBeVisible()
    expect((await sessionOf(owner)).events.length).toBe(done)
    // Wick comes to the same tablet: nothing of Bram's is shown, and nothing of it is sent.
    await tablet.getByTestId('signed-out').getByRole('button', { name: 'Sign in' }).click()
    await takeOver(tablet, 'Wick', '8206')
    await expect(tablet.getByTestId('waiting')).toHaveCount(0)
    await tablet.waitForTimeout(1500)
    expect((await sessionOf(owner)).events.length).toBe(done)
    // Bram comes back: it is sent, as his.
    await tablet.getByTestId('who').click()
    await looked(tablet, 'who is at the board')
    await tablet.getByRole('group', { name: 'Take over' }).getByRole('button', { name: /Bram/ }).click()
    await tablet.keyboard.type('7391')
    await tablet.keyboard.press('Enter')
    await expect(tablet.getByTestId('who')).toContainText('Bram')
    await expect.poll(async () => (await sessionOf(owner)).events.slice(done).map(e => people.get(e.personId ?? '')))
      .toEqual(expect.arrayContaining(['Bram']))
    expect((await sessionOf(owner)).events.slice(done).every(e => e.personId === bram)).toBe(true)

    // Signing out leaves nothing of him in this browser. Nobody leaves a hot iron on fabric: whether one is down the server knows
    // by now, and the tablet as soon as it has read the session.
    await expect(tablet.getByTestId('waiting')).toHaveCount(0)
    const isDown = async () =>
      (await sessionOf(owner)).events.findLast(e => e.personId === bram && (e.kind === 'down' || e.kind === 'lift'))?.kind === 'down'
    const whoIsHere = tablet.getByRole('dialog', { name: 'Who is at the board?' })
    const out = whoIsHere.getByRole('button', { name: 'Sign out' })
    if (await isDown()) {
      await tablet.getByTestId('who').click()
      await expect(whoIsHere).toContainText('Something is under the iron')
      await tablet.keyboard.press('Escape')
      await toSession(tablet)
      await expect(tablet.getByTestId('now')).toHaveText(/Lift|Hold still|Warm it|Touch nothing/)
      await tablet.locator('body').press('Space')
      await expect.poll(isDown).toBe(false)
    }
    await tablet.getByTestId('who').click()
    await out.click()
    await out.click()
    await expect(tablet).toHaveURL(/sign-in/)
    const { origins } = await kept(tablet.context()) as unknown as { origins: KeptOrigin[] }
    const left = origins.flatMap(o => [
      ...o.localStorage.map(e => e.name), ...o.indexedDB.filter(d => d.stores.some(s => s.records.length > 0)).map(d => d.name),
    ])
    expect(left.filter(name => name.includes(bram))).toEqual([])
    expect(left.some(name => name.endsWith('/dials'))).toBe(true)
  })
