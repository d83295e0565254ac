import { expect, type Page } from '@playwright/test'

/** To one of the drawers: by its link where the board stands there already, which fetches nothing anew. */
export async function toDrawer(page: Page, url: string, path: 'today' | 'supplies' | 'fabric' | 'rules'): Promise<void> {
  if (page.url().startsWith(url)) await page.locator(`nav[aria-label=Drawers] a[href="/${path}"]`).click()
  else await page.goto(`${url}/${path}`)
}

/** The fabrics, with the poplin on the board. */
export async function openPoplin(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/fabric`)
  await page.getByRole('button', { name: /Steward poplin/ }).click()
}

/** To the swatch stage, once its sentence stands there. */
export async function toSwatch(page: Page): Promise<void> {
  await page.keyboard.press('3')
  await expect(page.getByTestId('sentence')).toContainText(/press/i)
}

/** All ways are worked out, whether one of them leads or the sheet does. */
export async function waysFound(page: Page): Promise<void> {
  await expect(page.getByTestId('sentence')).toContainText(/press/i)
  await expect(page.getByText('methods…')).toHaveCount(0)
}

/** Takes what stands on the swatch stage to the press. */
export async function toPress(page: Page): Promise<void> {
  await toSwatch(page)
  await expect(page.getByText('methods…')).toHaveCount(0)
  await page.getByRole('button', { name: 'Press this' }).click()
  await expect(page.getByTestId('command')).toContainText('then press')
}

/** Turns the dial to where the recipe wants it, and waits until the sole is there. */
export async function warmIron(page: Page): Promise<void> {
  const dial = page.getByRole('button', { name: /^Turn it to|^It is set/ })
  const ready = page.getByRole('status').filter({ hasText: /: (ready|warming)/ })
  // One that shut itself off since another board turned it is switched off and on again.
  const slept = page.getByRole('status').filter({ hasText: ': shut itself off' })
  await expect(dial.or(ready).or(slept).first()).toBeVisible()
  if (await slept.isVisible() && !(await dial.isVisible()))
    await page.getByRole('radiogroup', { name: 'Dial' }).getByRole('radio', { name: 'off', exact: true }).click()
  await expect(dial.or(ready).first()).toBeVisible()
  if (await dial.isVisible()) await dial.click()
  await expect(page.getByRole('status').filter({ hasText: ': ready' })).toBeVisible()
}

/** What a session shows at a moment; empty where it shows no such thing. */
export interface Shown { words: string, piece: string, edge: string }
/** What only Space takes further. */
const BY_SPACE = /^(Set down|Warm the fabric|Lift|Lay|Turn it|Peel|Sew|Stitch|Fingers)/
/**
 * What a session shows, as soon as it is something else than it was: the page looks by itself, from picture to picture.
 * @param old what it showed before
 * @param parts what of it has to be something else: an edge comes up by itself once it is cold, whatever was pressed
 * @param longestMs looks no longer than this; then what is there is the answer
 */
const somethingElse = (
  page: Page, old: Shown | null, parts: readonly (keyof Shown)[], longestMs: number,
) => page.evaluate(([was, of, forMs]) => new Promise<Shown>((done) => {
  const read = (name: string) => document.querySelector(`[data-test=${name}]`)?.textContent ?? ''
  const from = performance.now()
  const look = (): void => {
    const shown = { words: read('now'), piece: read('piece'), edge: read('edge') }
    const isOther = !was || of.some(part => shown[part] !== was[part])
    if (isOther || performance.now() - from > forMs) done(shown)
    else requestAnimationFrame(look)
  }
  look()
}), [old, parts, longestMs] as const)
/**
 * Presses what is in hand with Space until the session shows what is waited for.
 * @param atEdge what is done where an edge is to be tried: it holds; null where edges wait
 * @throws where nothing comes of a press in 30 s, or what is waited for never comes
 */
export async function pressOn(
  page: Page, until: RegExp | ((shown: Shown) => boolean | Promise<boolean>), atEdge: ((edge: string) => Promise<void>) | null
    = () => page.keyboard.press('h'),
): Promise<void> {
  let shown = await somethingElse(page, null, [], 0)
  const over = Date.now() + 120_000
  while (Date.now() < over) {
    if (await (until instanceof RegExp ? until.test(shown.words) : until(shown))) return
    const isEdge = atEdge !== null && shown.edge !== '', isDue = isEdge || BY_SPACE.test(shown.words)
    if (isEdge) await atEdge(shown.edge)
    else if (isDue) await page.locator('body').press('Space')
    const parts = isEdge ? ['edge'] as const : isDue ? ['words', 'piece'] as const : ['words', 'piece', 'edge'] as const
    const now = await somethingElse(page, shown, parts, isDue ? 30_000 : 400), before = shown
    if (isDue && parts.every(part => now[part] === before[part]))
      throw new Error(`nothing came of a press at "${shown.words}${isEdge ? ` ${shown.edge}` : ''}"`)
    shown = now
  }
  throw new Error(`never came to ${until}: "${shown.words}" on ${shown.piece}`)
}

export const cold = (page: Page) => page.getByRole('heading', { name: 'Cold? Try an edge.' })

/** One press of the key at every order, with Space alone, to the judging. */
export async function pressThrough(page: Page, begun = false): Promise<void> {
  const command = page.getByTestId('command')
  if (!begun) await page.locator('body').press('Space')
  for (let step = 0; step < 10; step++) {
    await expect(command.or(cold(page))).toHaveText(/Lift|then set down|Lay the interfacing|Cold/)
    if (await cold(page).isVisible()) return
    await page.locator('body').press('Space')
  }
  await expect(cold(page)).toBeVisible()
}

/** A first layout lies, and no shorter one is looked for any more: to go on looking would cost both cores 20 s. */
export async function laidDown(page: Page): Promise<void> {
  const state = page.getByTestId('layout-state'), stop = page.getByRole('button', { name: 'Stop searching' })
  await expect(page.getByTestId('layout').locator('[data-part]').first()).toBeVisible()
  await expect(stop.or(page.getByRole('button', { name: /Lay out again/ })).first()).toBeVisible()
  if (await stop.isVisible()) await stop.click({ timeout: 1000 }).catch(() => undefined)
  await expect(state).toContainText(/parts/)
}
