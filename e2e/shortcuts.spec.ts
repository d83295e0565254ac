import { expect, test, type Page } from '@playwright/test'
import type { Fabric, Page as Listed, Swatch } from '#shared/schemas'
import { looked } from './looking'
import { startServer, type Server } from './server'

let server: Server
test.beforeAll(async () => { server = await startServer(20) })
test.afterAll(() => server.down())
test.use({ testIdAttribute: 'data-test' })

/** Presses keys and counts them; nothing is clicked, nothing focused by script. */
function counted(page: Page) {
  let strokes = 0
  return {
    press: async (...keys: string[]) => {
      for (const key of keys) {
        strokes++
        await page.keyboard.press(key)
      }
    },
    type: async (text: string) => {
      strokes += text.length
      await page.keyboard.type(text)
    },
    get strokes() { return strokes },
  }
}

test('by keys alone: a new fabric described, matched, pressed, graded and kept', async ({ page }) => {
  await page.goto(`${server.url}/fabric`)
  await expect(page.getByRole('button', { name: /New fabric/ })).toBeVisible()
  const from = Date.now()
  const keys = counted(page)
  await keys.press('n')
  await expect(page.getByLabel('What is it made of?')).toBeFocused()
  await keys.type('cotton')
  await keys.press('Enter')
  await expect(page.getByRole('heading', { name: 'Cotton poplin' })).toBeVisible()
  await keys.press('2')
  await expect(page.getByRole('button', { name: 'Use this interfacing' })).toBeVisible()
  await expect(page.getByTestId('excluded')).toBeVisible()
  await keys.press('Enter')
  await expect(page.getByText('best', { exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Press this' })).toBeEnabled()
  await keys.press('Enter')
  await expect(page.getByTestId('command')).toContainText('then press')
  await keys.press('d')
  await expect(page.getByRole('status').filter({ hasText: ': ready' })).toBeVisible()
  const command = page.getByTestId('command'), cold = page.getByRole('heading', { name: 'Cold? Try an edge.' })
  await keys.press('Space')
  while (true) {
    await expect(command.or(cold)).toHaveText(/Lift|then set down|Lay the interfacing|Cold/)
    if (/Try an edge/.test((await command.or(cold).textContent())!)) break
    const said = await command.textContent()
    await keys.press('Space')
    await expect(command.or(cold)).not.toHaveText(said!)
  }
  // The digit on the card is the grade, not a stage.
  await keys.press('4')
  await expect(page).toHaveURL(/press/)
  await expect(page.getByRole('radio', { name: /the fabric distorts/ })).toHaveAttribute('aria-checked', 'true')
  await keys.press('k')
  await expect(page).toHaveURL(/fabric/)
  const fabrics = await (await page.request.get(`${server.url}/api/fabrics?q=Cotton+poplin`)).json() as Listed<Fabric>
  const kept = await (await page.request.get(`${server.url}/api/fabrics/${fabrics.rows[0]!.id}/history`)).json() as Listed<Swatch>
  expect(kept.rows.map(t => t.grade)).toEqual([4])
  console.log(
    `keys alone, from N to the kept swatch: ${keys.strokes} keystrokes, `
    + `${((Date.now() - from) / 1000).toFixed(0)} s with the clock run 20 times as fast`,
  )
})

test('a half-judged swatch is kept when one looks elsewhere; the sheet of keys says what works where one stands', async ({ page }) => {
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Deck denim/ }).click()
  await page.keyboard.press('3')
  await expect(page.getByText('best', { exact: true })).toBeVisible()
  await page.keyboard.press('?')
  await expect(page.getByTestId('keys')).toContainText('Safe window')
  await expect(page.getByTestId('keys')).toContainText('1–6')
  await looked(page, 'shortcuts')
  await page.keyboard.press('m')
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('keys')).toHaveCount(0)
  await expect(page.getByRole('tab', { name: /Methods/ })).toHaveAttribute('aria-selected', 'true')
  await page.getByRole('button', { name: 'Press this' }).click()
  const command = page.getByTestId('command'), cold = page.getByRole('heading', { name: 'Cold? Try an edge.' })
  for (let i = 0; i < 12 && /Try an edge/.test((await command.or(cold).textContent())!) === false; i++) {
    const said = (await command.or(cold).textContent())!
    await page.keyboard.press('Space')
    await expect(command.or(cold)).not.toHaveText(said, { timeout: 3000 }).catch(() => undefined)
  }
  await expect(cold).toBeVisible()
  await page.keyboard.press('2')
  await page.getByRole('button', { name: 'shine' }).click()
  await page.getByLabel('Note').fill('left edge 3 mm')
  await looked(page, 'judging')
  await page.keyboard.press('Tab')
  await page.getByRole('link', { name: /Supplies/ }).click()
  await expect(page).toHaveURL(/supplies/)
  await page.keyboard.press('5')
  await expect(page.getByRole('radio', { name: /steady pull/ })).toHaveAttribute('aria-checked', 'true')
  await expect(page.getByRole('button', { name: 'shine' })).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByLabel('Note')).toHaveValue('left edge 3 mm')
  await page.keyboard.press('?')
  await expect(page.getByTestId('keys')).toContainText('How the edge holds')
  await page.keyboard.press('Escape')

  // Press it again: the same recipe from the start, nothing judged.
  await page.keyboard.press('a')
  await expect(command).toContainText('then press')
  await page.reload()
  await expect(command).toContainText('then press')
})

test('Space is the iron whatever has the focus; the dial does not turn', async ({ page }) => {
  await page.goto(`${server.url}/fabric`)
  await page.getByRole('button', { name: /Deck denim/ }).click()
  await page.keyboard.press('3')
  await expect(page.getByText('best', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Press this' }).click()
  const command = page.getByTestId('command')
  await expect(command).toContainText('then press')
  await looked(page, 'laid up')
  await page.getByRole('radio', { name: 'off' }).click()
  await page.keyboard.press('ArrowRight', { delay: 120 })
  const dial = page.getByRole('radiogroup', { name: 'Dial' })
  await expect(dial.getByRole('radio').nth(1)).toHaveAttribute('aria-checked', 'true')
  const said = (await command.textContent())!
  await page.keyboard.press('Space')
  await expect(command).not.toHaveText(said)
  await expect(dial.getByRole('radio').nth(1)).toHaveAttribute('aria-checked', 'true')

  // Interrupted in the middle of a hold, and gone on with.
  while (!/hold still|Warm/.test((await command.textContent())!)) await page.keyboard.press('Space')
  await page.keyboard.press('x')
  await expect(command).toContainText('Interrupted')
  await page.keyboard.press('Space')
  await expect(command).not.toContainText('Interrupted')
  await looked(page, 'pressing')
  await page.getByRole('button', { name: 'Stop and discard' }).click()
  await expect(page.getByText('Nothing to press yet')).toBeVisible()
  await looked(page, 'nothing to press')
})
