import { expect, test, type Page } from '@playwright/test'
import { ownBoard } from './board'
import { openPoplin as open } from './press'

const server = ownBoard()
test.use({ testIdAttribute: 'data-test' })

test('with the keyboard alone: a place, an interfacing, the window, its pin, and on to the press', async ({ page }) => {
  await open(page, server.url)
  await page.keyboard.press('2')
  await expect(page.getByTestId('excluded')).toBeVisible()
  const tabTo = async (there: ReturnType<Page['getByRole']>) => {
    for (let i = 0; i < 60; i++) {
      if (await there.evaluate(e => e === document.activeElement)) return
      await page.keyboard.press('Tab')
    }
    throw new Error('the tab key does not come there')
  }
  await tabTo(page.getByRole('radiogroup', { name: /^Place/ }))
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('radio', { name: 'Collar stand' })).toHaveAttribute('aria-checked', 'true')
  await expect(page.getByTestId('first-answer')).toHaveText('Band stiff')
  await tabTo(page.getByRole('radiogroup', { name: 'Washed at' }).getByRole('radio', { checked: true }))
  await page.keyboard.press('ArrowRight', { delay: 120 })
  await expect(page.getByRole('radiogroup', { name: 'Washed at' }).getByRole('radio', { name: '60' })).toHaveAttribute(
    'aria-checked', 'true',
  )
  await expect(page.getByTestId('first-answer')).toBeVisible()
  await tabTo(page.getByRole('button', { name: 'Use this interfacing' }))
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/swatch/)
  await expect(page.getByTestId('sentence')).toContainText(/press/i)
  await page.keyboard.press('m')
  await expect(page.getByTestId('map-done')).toBeVisible()
  const before = (await page.getByTestId('sentence').textContent())!
  await tabTo(page.getByTestId('window-map'))
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft')
  await expect(page.getByTestId('sentence')).not.toHaveText(before)
  await tabTo(page.getByRole('button', { name: 'Press this' }))
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('command')).toContainText('then press')
})

test('from the top of the board one key goes to the work, and a new screen is read from its heading', async ({ page }) => {
  await open(page, server.url)
  await page.keyboard.press('t')
  await expect(page.getByRole('heading', { name: 'Today in the workroom' })).toBeFocused()
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Today in the workroom' })).toBeVisible()
  await page.keyboard.press('Tab')
  await expect(page.getByRole('link', { name: 'Skip to the work' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('main')).toBeFocused()
})
