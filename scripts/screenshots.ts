/**
 * Renews docs/screenshots, and what the help shows besides, from a running demo: `npm run screenshots` (BASE_URL if it is not on its usual
 * port).
 */
import { existsSync } from 'node:fs'
import { chromium } from '@playwright/test'
import sharp from 'sharp'

const BASE = process.env.BASE_URL ?? 'http://127.0.0.1:4310'
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find(existsSync),
  args: [
    '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
})
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
const shoot = async (name: string) => {
  await page.waitForTimeout(700)
  await page.screenshot({ path: `docs/screenshots/${name}.png` })
}

await page.goto(`${BASE}/today`)
await page.locator('[data-test=jobs] li').first().waitFor()
const noTour = page.getByRole('button', { name: 'No, thanks' })
if (await noTour.isVisible()) await noTour.click()
await shoot('today')
/** Screens without a place in the guide's pictures, as small as the help shows them. */
for (const name of ['rules', 'import-export', 'people']) {
  await page.goto(`${BASE}/${name}`)
  await page.getByRole('heading', { level: 1 }).waitFor()
  await page.waitForTimeout(700)
  await sharp(await page.screenshot()).resize(800).png({ palette: true }).toFile(`docs/help/${name}.png`)
}
await page.goto(`${BASE}/today`)
await page.getByRole('button', { name: 'Stewards\' shirts, twelve: Steward poplin, white' }).click()
await page.getByRole('heading', { name: 'Steward poplin, white' }).waitFor()
await shoot('fabric')
await page.goto(`${BASE}/supplies`)
await shoot('supplies')
await page.goto(`${BASE}/today`)
await page.getByRole('button', { name: 'Mate\'s boat coat: Boat-coat melton, navy' }).click()
await page.getByRole('link', { name: /Cut/ }).click()
await page.locator('[data-test=pieces] li').first().waitFor()
await shoot('pieces')
await page.getByRole('tab', { name: /Layout/ }).click()
await page.locator('[data-test=block-or-piece]').waitFor({ timeout: 60_000 })
await page.locator('[data-test=layout] [data-part]').nth(3).click()
await shoot('layout')
await page.getByRole('link', { name: /Press/ }).click()
await page.locator('[data-test=coverage]').waitFor({ timeout: 60_000 })
await shoot('positions')
await page.getByRole('tab', { name: /Plan/ }).click()
await page.locator('[data-test=finish]').waitFor({ timeout: 60_000 })
await page.getByRole('tab', { name: /Session/ }).click()
await page.locator('[data-test=now]').waitFor()
await shoot('session')
for (const [job, tab, ready, name] of [
  ['Saloon evening jackets: Evening dupion, plum', 'Seams and details', 'seam-detail-says', 'seams'],
  ['Singer\'s lined dress: Purser worsted, charcoal', 'Hems', 'hem-lining', 'hem'],
] as const) {
  await page.goto(`${BASE}/today`)
  await page.getByRole('button', { name: job }).click()
  await page.getByRole('link', { name: /Seams & hems/ }).click()
  await page.getByRole('tab', { name: tab }).click()
  await page.locator(`[data-test=${ready}]`).waitFor({ timeout: 60_000 })
  await shoot(name)
}
for (const [job, tab, ready, name] of [
  ['Signal flag, torn: Signal-flag bunting', 'Mend a hole', 'patch-says', 'mend'],
  ['Crew names and crest: Steward poplin, white', 'Name labels', 'why-first', 'labels'],
] as const) {
  await page.goto(`${BASE}/today`)
  await page.getByRole('button', { name: job }).click()
  await page.getByRole('link', { name: /Mend & add/ }).click()
  await page.getByRole('tab', { name: tab }).click()
  await page.locator(`[data-test=${ready}]`).waitFor({ timeout: 60_000 })
  if (name === 'mend') {
    await page.getByRole('radio', { name: 'Mended' }).click()
    await page.locator('[data-test=seen]').first().waitFor({ timeout: 60_000 })
  }
  await shoot(name)
}
await page.goto(`${BASE}/today`)
await page.getByRole('button', { name: 'Stewards\' shirts, twelve: Steward poplin, white' }).click()
await page.goto(`${BASE}/irons`)
await page.getByRole('combobox', { name: 'Stand-in probe: how quick' }).click()
await page.getByRole('option', { name: '200 times' }).click()
await page.getByRole('button', { name: 'Start the probe' }).click()
await page.waitForTimeout(3500)
await shoot('irons')
await page.getByRole('link', { name: /Interfacing/ }).click()
await page.locator('[data-test=excluded]').waitFor({ timeout: 30_000 })
await page.waitForTimeout(1500)
await page.getByText('Trying the heat').waitFor({ state: 'detached', timeout: 30_000 })
await shoot('interfacing')
await page.keyboard.press('3')
await page.locator('[data-test=sentence]').waitFor({ timeout: 30_000 })
await page.getByRole('combobox', { name: 'Interfacing' }).click()
await page.getByRole('option', { name: /Collar lawn/ }).click()
await page.getByText('methods…').waitFor({ state: 'detached', timeout: 30_000 })
await page.getByText('best', { exact: true }).waitFor()
await shoot('swatch')
await page.getByRole('tab', { name: 'Safe window' }).click()
await page.getByRole('button', { name: 'Mist', exact: true }).click()
await page.locator('[data-test=map-done]').waitFor({ timeout: 30_000 })
await page.locator('[data-test=edge]').waitFor({ timeout: 30_000 })
await page.waitForTimeout(2000)
await shoot('window')
await page.getByRole('tab', { name: /History/ }).click()
await page.locator('[data-test=history] button').nth(2).click()
await page.locator('[data-test=why]').waitFor({ timeout: 30_000 })
await shoot('history')
await page.goto(`${BASE}/today`)
await page.getByRole('button', { name: /to check/ }).click()
await page.getByRole('button', { name: /Deckhand/ }).click()
await page.locator('[data-test=rounds]').waitFor({ timeout: 30_000 })
await shoot('care')
await page.goto(`${BASE}/today`)
await page.getByRole('button', { name: 'Second mate\'s blazer: Purser worsted, charcoal' }).click()
await page.getByRole('link', { name: /Fix a problem/ }).click()
await page.getByRole('button', { name: 'Bubbles' }).click()
await page.locator('[data-test=remedy] ol').waitFor({ timeout: 30_000 })
await shoot('fix')
await page.getByRole('link', { name: /Practice/ }).click()
await page.getByRole('button', { name: /apprentice/ }).click()
await page.getByRole('button', { name: /The maker is wrong/ }).click()
await page.getByRole('radio', { name: '5 × as quick' }).click()
await page.getByRole('radio', { name: 'Dry', exact: true }).click()
await page.getByRole('radio', { name: 'wool · silk, 150 °C' }).click()
await page.locator('body').press('Space')
await page.waitForTimeout(2400)
await page.locator('body').press('Space')
await page.locator('[data-test=answer]').waitFor({ timeout: 30_000 })
await shoot('practice')
await browser.close()
