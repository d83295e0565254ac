import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import sharp from 'sharp'
import type { Cutting } from '#shared/schemas'
import { readDxf } from '#shared/dxf'
import { boundsOf } from '#core/geometry'
import { ownBoard } from './board'
import { looked } from './looking'
import { laidDown } from './press'

const board = ownBoard()
test.use({ testIdAttribute: 'data-test' })
const fixture = (name: string) =>
  ({ name: `${name}.dxf`, mimeType: 'image/vnd.dxf', buffer: readFileSync(join(process.cwd(), 'shared/dxf/fixtures', `${name}.dxf`)) })

/** How wide and high the square is in a picture of the screen, points. */
async function squareSeen(page: Page): Promise<number[]> {
  const { data, info } = await sharp(await page.screenshot()).raw().toBuffer({ resolveWithObject: true })
  const xs: number[] = [], ys: number[] = []
  for (let y = 0; y < info.height; y++) {
    for (let x = 0; x < info.width; x++) {
      const [r, g, b] = data.subarray((y * info.width + x) * info.channels)
      if (r! > 230 && g! > 190 && b! < 110) {
        xs.push(x)
        ys.push(y)
      }
    }
  }
  return [xs, ys].map(all => all.reduce((m, v) => Math.max(m, v), 0) - all.reduce((m, v) => Math.min(m, v), 1e9) - 1)
}
/** The layout is thrown on the table: by the square that is measured there it becomes as large as it is cut. */
async function projected(page: Page): Promise<void> {
  await page.getByTestId('project').click()
  const view = page.getByTestId('projector'), across = view.getByLabel('It measures across'), up = view.getByLabel('and up')
  await expect(view).toBeVisible()
  await expect.poll(() => page.evaluate(() => document.fullscreenElement !== null)).toBe(true)
  expect(await squareSeen(page)).toEqual([expect.closeTo(150, -1), expect.closeTo(150, -1)])
  await across.fill('1 mm')
  await across.blur()
  await expect(view.getByText(/The square, across/)).toBeVisible()
  await expect(view.getByTestId('set-scale')).toBeDisabled()
  await across.fill('60')
  await up.fill('62.5')
  await up.blur()
  await view.getByTestId('set-scale').click()
  const [wide, high] = await squareSeen(page)
  // A line is two points thick: so near as a picture of points can say.
  expect([Math.abs(wide! - 250), Math.abs(high! - 240)].every(off => off <= 2), `${wide} × ${high}`).toBe(true)
  const laid = () => page.locator('[data-test=layout] [data-part] path').evaluateAll(all => all.map(p => p.getAttribute('d')))
  const untouched = await laid()
  expect(untouched.length).toBeGreaterThan(0)
  await page.keyboard.press('q')
  await expect(view.getByTestId('projector-scale')).toContainText('measured')
  await expect(view.getByTestId('projector-square')).toHaveCount(0)
  const seen = () => view.locator('svg').first().getAttribute('viewBox')
  const before = await seen()
  await page.keyboard.press('n')
  await expect(view.getByTestId('projector-part')).not.toBeEmpty()
  expect(await seen()).not.toBe(before)
  // Alone, each part in its turn, where it stood among the others.
  const outlines = () => view.locator('svg g g path:first-child').evaluateAll(all => all.map(p => p.getAttribute('d')))
  const all = await outlines()
  await page.keyboard.press('o')
  await expect.poll(async () => (await outlines()).length).toBe(1)
  const [first] = await outlines()
  expect(all).toContain(first)
  await page.keyboard.press('n')
  await expect.poll(async () => (await outlines())[0]).not.toBe(first)
  // Turned with the roll it stays before one's eyes.
  await page.keyboard.press('t')
  await expect(view.locator('svg g g path').first()).toBeInViewport({ ratio: 0.2 })
  await page.keyboard.press('t')
  await page.keyboard.press('o')
  expect(await outlines()).toEqual(all)
  const moved = await seen()
  await page.keyboard.press('ArrowLeft')
  await expect.poll(seen).not.toBe(moved)
  const drawn = () => view.locator('svg path').first().getAttribute('d'), lying = await drawn()
  await page.keyboard.press('t')
  await expect.poll(drawn).not.toBe(lying)
  // What its keys do there they do not do to the layout beneath.
  expect(await laid()).toEqual(untouched)
  await page.keyboard.press('Escape')
  await expect(view).toHaveCount(0)
  // Opened again it is still true, and its keys work before anything in it was touched.
  await page.getByTestId('project').click()
  await expect(view.getByTestId('projector-scale')).toContainText('True size')
  const again = await seen()
  await page.keyboard.press('n')
  await expect.poll(seen).not.toBe(again)
  await page.keyboard.press('Escape')
  await expect(view).toHaveCount(0)
}

/** What so many garments take on this roll and on one of another width; the layout of several goes out for a plotter. */
async function compared(page: Page): Promise<void> {
  await page.getByTestId('spread-open').click()
  const dialog = page.getByRole('dialog', { name: 'Widths and layers' }), rows = dialog.getByTestId('rolls').locator('tbody tr')
  await dialog.getByLabel('Garments wanted').fill('4')
  await dialog.getByLabel('Another width').fill('1,2 m')
  await dialog.getByTestId('add-width').click()
  const wide = rows.filter({ hasText: '1200 mm wide' }), cell = (n: number) => wide.locator('td').nth(n).getByRole('button')
  await expect(dialog.getByTestId('least')).toContainText(/^(Cheapest|Least material): /)
  await expect(cell(1)).toContainText('2 layers of')
  await expect(cell(0)).toContainText('4 layers of')
  await looked(page, 'widths and layers')
  // A letter or a digit that is struck meanwhile does nothing to the board behind.
  const stands = page.url()
  await dialog.getByTestId('add-width').focus()
  for (const key of ['2', 't', 's']) await page.keyboard.press(key)
  await expect(dialog).toBeVisible()
  expect(page.url()).toBe(stands)
  const stop = dialog.getByRole('button', { name: 'Stop searching' })
  if (await stop.isVisible()) await stop.click({ timeout: 1000 }).catch(() => undefined)
  // Two together take no more than two one after the other; their layout goes out with every piece twice.
  const metres = async (n: number) => Number((await cell(n).locator('b').innerText()).replace(/[^\d.]/g, ''))
  expect(await metres(1)).toBeLessThanOrEqual(await metres(0))
  const pieces = async (n: number) => {
    await cell(n).click()
    await expect(cell(n)).toHaveAttribute('aria-pressed', 'true')
    const saving = page.waitForEvent('download')
    await dialog.getByTestId('marker-dxf').click()
    const saved = readDxf(readFileSync(await (await saving).path()))
    return 'pieces' in saved ? saved.pieces.length : 0
  }
  const single = await pieces(0)
  expect(single).toBeGreaterThan(0)
  expect(await pieces(1)).toBe(2 * single)
  await wide.getByRole('button', { name: 'Leave out' }).click()
  await expect(wide).toHaveCount(0)
  await page.keyboard.press('Escape')
  await expect(dialog).toHaveCount(0)
}

test('a pattern of three sizes comes in as DXF, is backed, laid, cut, and goes out again', async ({ page }) => {
  const NAME = 'Pattern from outside', supply = await board.supply(page, 'B-12'), fabric = await board.fabric(page, 'TW-01')
  const job = await board.jobOf(page, NAME, [], { fabrics: [{ fabricId: fabric.id, place: 'cuff', supplyId: supply.id }] as never })
  await board.openJob(page, NAME)
  await page.keyboard.press('4')
  await page.getByRole('button', { name: 'Add a first block' }).click()
  await page.getByRole('button', { name: 'Import drawing' }).click()
  const file = page.getByLabel('Drawing', { exact: true })

  // One that cannot be read says why, one without units asks for them; neither leaves anything behind.
  await file.setInputFiles({ name: 'old.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from('AutoCAD Binary DXF\r\n\u001A\0') })
  await expect(page.getByTestId('drawing-problem')).toContainText('as numbers, not as text')
  const bare = ['0', 'SECTION', '2', 'ENTITIES', '0', 'LWPOLYLINE', '8', '1', '70', '1', '10', '0', '20', '0', '10', '4', '20', '0', '10',
    '4', '20', '2',
    '0', 'ENDSEC', '0', 'EOF', ''].join('\n')
  await file.setInputFiles({ name: 'bare.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(bare) })
  await page.getByTestId('drawing-units').getByRole('button', { name: /102 mm if it is in inches/ }).click()
  await expect(page.getByTestId('drawing-notes')).toContainText('Read in inches, as you chose.')

  // Reading a long one is stopped by hand, and nothing comes of it.
  const corners = Array.from({ length: 600_000 }, (_, i) => `10\n${i % 977}\n20\n${i % 991}\n`).join('')
  const long = Buffer.from(`0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n8\n1\n70\n1\n${corners}0\nENDSEC\n0\nEOF\n`)
  await file.setInputFiles({ name: 'long.dxf', mimeType: 'image/vnd.dxf', buffer: long })
  await page.getByTestId('stop-reading').click()
  await expect(page.getByText('Reading long.dxf')).toHaveCount(0)
  await expect(page.getByTestId('drawing-problem')).toHaveCount(0)

  await file.setInputFiles(fixture('sizes'))
  const sizes = page.getByTestId('drawing-sizes')
  await expect(sizes.getByRole('button', { name: '36' })).toHaveAttribute('aria-pressed', 'true')
  for (const size of ['38', '40']) await sizes.getByRole('button', { name: size }).click()
  await expect(page.getByTestId('drawing-notes')).toContainText('CUFF in size 38 is in the drawing twice')
  await page.getByRole('button', { name: 'Add 7 pieces' }).click()
  await expect(page.getByTestId('pieces').getByRole('listitem')).toHaveCount(7)
  await expect(page.getByText(/in all; saved/)).toBeVisible()
  const cutting = () => board.get<Cutting>(page, `/api/jobs/${job.id}/cutting`)
  await expect.poll(async () => (await cutting()).pieces.map(p => [p.name, p.count, p.pair,
    p.interfacingId === supply.id])).toContainEqual(['CUFF 40', 2, true, true])

  // It is as it was after a reload; laid and cut like any other piece.
  await page.reload()
  await expect(page.getByTestId('pieces').getByRole('listitem')).toHaveCount(7)
  await page.getByRole('tab', { name: /Layout/ }).click()
  await laidDown(page)
  await page.getByTestId('save-as').click()
  const saved = async (name: string) => {
    const answer = await page.request.get(`${board.url}${await page.getByTestId(name).getAttribute('href')}`)
    expect(answer.status()).toBe(200)
    return answer.body()
  }
  const out = readDxf(await saved('dxf'))
  if ('problem' in out) throw new Error(out.problem.why)
  const cuff = out.pieces.find(p => p.name === 'CUFF 40')!
  expect([cuff.size, cuff.count, cuff.pair, cuff.allowanceMm]).toEqual(['40', 2, true, 10])
  const sewn = boundsOf(cuff.outline)
  expect([sewn.wideMm, sewn.highMm].map(Math.round)).toEqual([54, 200])
  const layout = readDxf(await saved('layout-dxf')), parts = (await cutting()).layouts[0]!.parts
  expect('pieces' in layout && layout.pieces.length).toBe(parts.length)
  expect((await saved('layout-hpgl')).toString()).toMatch(/^IN;\nSP1;\nPU\d+,\d+;PD/)
  expect((await saved('layout-paper')).toString('latin1', 0, 5)).toBe('%PDF-')
  expect((await saved('roll-610')).toString('latin1', 0, 5)).toBe('%PDF-')
  expect((await saved('layout-svg')).toString()).toContain('data-role="outline"')
  await page.keyboard.press('Escape')
  await compared(page)
  await projected(page)
  await page.getByRole('button', { name: /Cut this/ }).click()
  await page.getByRole('button', { name: 'Record as cut' }).click()
  await expect.poll(async () => (await cutting()).layouts.some(l => l.cutAt !== null)).toBe(true)
})
