import { expect, type Page } from '@playwright/test'
import { pressThrough, warmIron, waysFound } from './press'

const POPLIN = /Steward poplin/

export async function open(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/cloth`)
  await page.getByRole('button', { name: POPLIN }).click()
}
const to = (path: string, there: (page: Page) => ReturnType<Page['getByRole']>) => async (page: Page, url: string) => {
  await page.goto(`${url}/${path}`)
  await expect(there(page).first()).toBeVisible({ timeout: 30_000 })
}
const tab = (name: RegExp, there: string) => async (page: Page) => {
  await page.getByRole('tab', { name }).click({ timeout: 30_000 })
  await expect(page.getByTestId(there)).toBeVisible({ timeout: 40_000 })
}
const form = (heading: RegExp) => async (page: Page) => {
  await page.keyboard.press('n')
  await expect(page.getByRole('heading', { name: heading })).toBeVisible()
}
const left = async (page: Page) => { await page.keyboard.press('Escape') }
/** Every screen of the board, each reached from the one before. */
export const SCREENS = {
  'today': to('today', p => p.getByTestId('jobs')),
  'a new job': form(/A new job/),
  'cloth': async (page: Page) => {
    await left(page)
    await page.getByRole('link', { name: 'Cloths' }).click()
    await page.getByRole('button', { name: /Remnant from the stores/ }).click()
    await expect(page.getByRole('heading', { name: /Remnant/ })).toBeVisible()
  },
  'measure': async (page: Page) => { await page.getByRole('tab', { name: 'Measure it' }).click() },
  'settle': async (page: Page) => { await page.getByRole('tab', { name: 'Settle it' }).click() },
  'corner': async (page: Page) => { await page.getByRole('tab', { name: 'Find out what it is' }).click() },
  'a new cloth': form(/Describe the cloth/),
  'match': async (page: Page) => {
    await left(page)
    await page.getByRole('button', { name: POPLIN }).click()
    await page.keyboard.press('2')
    await expect(page.getByTestId('excluded')).toBeVisible({ timeout: 40_000 })
  },
  'ways': async (page: Page) => {
    await page.keyboard.press('3')
    await page.getByRole('tab', { name: /Ways/ }).click({ timeout: 30_000 })
    await waysFound(page, 40_000)
  },
  'window': tab(/Window/, 'map-done'),
  'plan': tab(/Plan/, 'scraps'),
  'history': async (page: Page) => {
    await page.getByRole('combobox', { name: 'Backing' }).click()
    await page.getByRole('option', { name: /Collar lawn/ }).click()
    await tab(/History/, 'why')(page)
  },
  'keys': async (page: Page) => {
    await page.getByRole('button', { name: 'Keys' }).click()
    await expect(page.getByTestId('keys')).toBeVisible()
  },
  'nothing to press': async (page: Page) => { await left(page); await page.keyboard.press('5') },
  'pieces': async (page: Page, url: string) => {
    await page.goto(`${url}/today`)
    await page.getByTestId('jobs').getByRole('listitem').filter({ hasText: 'Saloon mats' }).getByRole('button').first().click()
    await expect(page.getByTestId('ticket')).toContainText('Saloon mats')
    await expect(page).not.toHaveURL(/today/)
    await page.keyboard.press('4')
    await expect(page.getByTestId('pieces')).toBeVisible()
  },
  'a block': async (page: Page) => {
    await page.keyboard.press('n')
    await expect(page.getByTestId('blocks')).toBeVisible()
  },
  'the lay': async (page: Page) => {
    await left(page)
    await page.keyboard.press('l')
    await expect(page.getByTestId('lay').locator('[data-part]').first()).toBeVisible({ timeout: 30_000 })
    await page.getByRole('button', { name: 'Good enough' }).click({ timeout: 2000 }).catch(() => undefined)
  },
  'the sandwich': async (page: Page) => {
    await page.keyboard.press('w')
    await expect(page.getByTestId('edge-section')).toBeVisible()
  },
  'the braid': async (page: Page) => {
    await page.keyboard.press('b')
    await expect(page.getByTestId('curl')).toBeVisible()
  },
  'set-downs': async (page: Page, url: string) => {
    await page.goto(`${url}/today`)
    await page.getByTestId('jobs').getByRole('listitem').filter({ hasText: 'boat coat' }).getByRole('button').first().click()
    await expect(page.getByTestId('ticket')).toContainText('boat coat')
    await expect(page).not.toHaveURL(/today/)
    await page.keyboard.press('5')
    await expect(page.getByTestId('cover')).toContainText('covered', { timeout: 40_000 })
  },
  'the order': async (page: Page) => {
    await page.keyboard.press('l')
    await expect(page.getByTestId('finish')).toBeVisible({ timeout: 40_000 })
  },
  'the run': async (page: Page) => {
    await page.keyboard.press('g')
    await expect(page.getByTestId('now')).toBeVisible()
  },
  'after it': async (page: Page) => {
    await page.keyboard.press('f')
    await expect(page.getByTestId('verdict').first()).toBeVisible()
  },
  'a feature': async (page: Page) => {
    await page.keyboard.press('z')
    await page.keyboard.press('f')
    await expect(page.getByTestId('feature-says')).toBeVisible({ timeout: 20_000 })
  },
  'the grid': async (page: Page) => {
    await page.keyboard.press('g')
    await expect(page.getByTestId('grid-says')).toBeVisible()
    await page.keyboard.press('j')
  },
  'the hem': async (page: Page) => {
    await page.keyboard.press('h')
    await expect(page.getByTestId('hem-says')).toContainText('tape', { timeout: 20_000 })
  },
  'strips': async (page: Page) => {
    await page.keyboard.press('b')
    await expect(page.getByTestId('strips-say')).toBeVisible()
  },
  'before cutting': async (page: Page) => {
    await page.keyboard.press('c')
    await expect(page.getByTestId('before-steps')).toBeVisible({ timeout: 20_000 })
  },
  ...Object.fromEntries(([
    ['the patch', 'p', 'patch-says'], ['the motif', 'm', 'why-first'], ['the transfer', 'f', 'why-first'], ['lettering', 'l', 'why-first'],
    ['labels', 'b', 'why-first'], ['shapes', 'a', 'applique-lay'], ['the crest', 'c', 'crest-says'],
  ] as const).map(([name, key, there]) => [name, async (page: Page) => {
    await page.getByRole('link', { name: /Mend/ }).click()
    await expect(page.getByRole('tab', { name: /Patch/ })).toBeVisible({ timeout: 20_000 })
    await page.keyboard.press(key)
    // How it is pressed, or why it is not.
    await expect(page.getByTestId(there).or(page.getByTestId('stuck-refused')).first()).toBeVisible({ timeout: 30_000 })
  }])),
  'which scrap': async (page: Page) => {
    await page.keyboard.press('p')
    await page.getByRole('radio', { name: 'Which scrap' }).click()
    await expect(page.getByTestId('scraps').getByRole('listitem').first()).toBeVisible({ timeout: 20_000 })
    await page.getByRole('radio', { name: 'The hole' }).click()
  },
  'care': async (page: Page) => {
    await page.keyboard.press('6')
    await expect(page.getByTestId('limits')).toBeVisible({ timeout: 20_000 })
    await page.getByRole('button', { name: /^Iron up/ }).click()
    await expect(page.getByTestId('stays')).toBeVisible({ timeout: 30_000 })
  },
  'the slip': async (page: Page) => {
    await page.keyboard.press('p')
    await expect(page.getByTestId('slip')).toBeVisible()
  },
  'came back': async (page: Page) => {
    await page.keyboard.press('b')
    await expect(page.getByTestId('care-log')).toBeVisible()
  },
  'rescue': async (page: Page) => {
    await page.keyboard.press('.')
    await expect(page.getByTestId('signs')).toBeVisible({ timeout: 20_000 })
  },
  'what lies behind it': async (page: Page) => {
    await page.getByRole('button', { name: 'Shine' }).click()
    await expect(page.getByTestId('remedy').getByRole('listitem').first()).toBeVisible({ timeout: 30_000 })
  },
  'practice': async (page: Page) => {
    await page.keyboard.press(';')
    await expect(page.getByTestId('practice-bench')).toBeVisible({ timeout: 20_000 })
    await page.getByRole('button', { name: /A job's order/ }).click()
    await page.getByRole('button', { name: /Let the bench answer/ }).click()
    await expect(page.getByTestId('answer')).toBeVisible({ timeout: 30_000 })
  },
  'shelf': to('shelf', p => p.getByRole('button', { name: /Collar lawn/ })),
  'a supply': async (page: Page) => { await page.getByRole('button', { name: /Collar lawn/ }).click() },
  'irons': to('irons', p => p.getByRole('button', { name: 'Start the probe' })),
  'another iron': form(/Another iron/),
  'rules': to('rules', p => p.getByRole('heading', { name: /House rules/ })),
  'in and out': to('inout', p => p.getByRole('heading', { name: 'The whole workroom' })),
} satisfies Record<string, (page: Page, url: string) => Promise<void>>

/** What stands under the iron, from laid up to judged. */
export async function pressing(page: Page, at: (name: string) => Promise<void>): Promise<void> {
  await page.keyboard.press('3')
  await page.getByRole('tab', { name: /Ways/ }).click({ timeout: 30_000 })
  await waysFound(page, 40_000)
  await page.getByRole('button', { name: 'Press this' }).click()
  await expect(page.getByTestId('command')).toContainText('set the iron down')
  await at('laid up')
  await warmIron(page)
  await page.keyboard.press('Space')
  await at('pressing')
  await pressThrough(page, true)
  await at('judging')
  await page.keyboard.press('a')
  await page.getByRole('button', { name: 'Stop and put away' }).click()
}

/** Nothing stands over the side, nothing in the rest or on the ticket is set in two lines that should be one, no words lie on others. */
export async function hangs(page: Page) {
  return page.evaluate(() => {
    const main = document.querySelector('main')!
    const inside = (sel: string) => [...document.querySelectorAll<HTMLElement>(`${sel} p, ${sel} button`)].filter((e) => {
      const box = e.getBoundingClientRect(), room = e.closest(sel)!.getBoundingClientRect()
      return box.width > 0 && (box.right > room.right + 1 || box.bottom > room.bottom + 1)
    }).map(e => e.textContent)
    /** Where a line of text is seen: what a scrolling part hides is cut away. */
    const seen = (node: Text): DOMRect[] => {
      const range = document.createRange()
      range.selectNodeContents(node)
      let rects = [...range.getClientRects()]
      for (let at = node.parentElement; at && at !== document.body; at = at.parentElement) {
        const style = getComputedStyle(at)
        if (style.visibility === 'hidden' || Number(style.opacity) === 0) return []
        if (style.overflow === 'visible') continue
        const box = at.getBoundingClientRect()
        rects = rects.map((r) => {
          const left = Math.max(r.left, box.left), top = Math.max(r.top, box.top)
          const right = Math.min(r.right, box.right), bottom = Math.min(r.bottom, box.bottom)
          return new DOMRect(left, top, Math.max(0, right - left), Math.max(0, bottom - top))
        })
      }
      return rects.filter(r => r.width > 4 && r.height > 8)
    }
    const walker = document.createTreeWalker(main, NodeFilter.SHOW_TEXT, n =>
      n.textContent!.trim() && !n.parentElement!.closest('svg, .sr-only, select, [aria-hidden=true]')
        ? NodeFilter.FILTER_ACCEPT
        : NodeFilter.FILTER_REJECT)
    const lines: { r: DOMRect, of: HTMLElement, text: string }[] = []
    while (walker.nextNode()) {
      const node = walker.currentNode as Text
      for (const r of seen(node)) lines.push({ r, of: node.parentElement!, text: node.textContent!.trim().slice(0, 30) })
    }
    /** What lies on top has ground of its own, as a bar has that a list runs under. */
    const hides = (a: HTMLElement, b: HTMLElement, x: number, y: number): boolean => {
      for (let at = document.elementFromPoint(x, y); at && !(at.contains(a) && at.contains(b)); at = at.parentElement) {
        const { backgroundColor, backgroundImage } = getComputedStyle(at)
        if (backgroundImage !== 'none' || !/rgba\(.*, 0(\.\d+)?\)|transparent|\/ 0/.test(backgroundColor)) return true
      }
      return false
    }
    const covered = lines.flatMap(({ r, of, text }, i) => lines.slice(i + 1).filter(({ r: o, of: other }) => {
      const left = Math.max(r.left, o.left), right = Math.min(r.right, o.right)
      const top = Math.max(r.top, o.top), bottom = Math.min(r.bottom, o.bottom)
      return of !== other && right - left > 4 && bottom - top > 8 && !hides(of, other, (left + right) / 2, (top + bottom) / 2)
    }).map(o => `${text} / ${o.text}`))
    return {
      page: document.documentElement.scrollWidth - innerWidth, main: main.scrollWidth - main.clientWidth,
      rest: inside('[data-test=rest]'), ticket: inside('[data-test=ticket]'), covered: covered.slice(0, 4),
    }
  })
}

/** Turns the board dark, or light again. */
export const turn = (page: Page) => page.evaluate(() => document.documentElement.classList.toggle('dark'))
/** Turns the board dark and waits until nothing is half-way between two colours. */
export async function dark(page: Page) {
  await turn(page)
  await still(page)
}
export const still = (page: Page) => page.evaluate(async () => {
  for (let i = 0; i < 3; i++) {
    await new Promise(requestAnimationFrame)
    const passing = document.getAnimations().filter(a => a.playState === 'running' && a.effect?.getTiming().iterations !== Infinity)
    // One that was begun anew or is held never says that it has finished: it is not waited for without an end.
    await Promise.race([Promise.allSettled(passing.map(a => a.finished)), new Promise(done => setTimeout(done, 1500))])
  }
})
