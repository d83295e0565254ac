import { expect, type Page } from '@playwright/test'
import axeCore from 'axe-core'
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** Every screen of the board; whichever test comes by one first looks at it, and the last one says which nobody looked at. */
const SCREENS = [
  'today', 'a new job', 'fabric', 'measure', 'preshrink', 'corner', 'a new fabric', 'interfacing', 'methods', 'window', 'plan',
  'history', 'shortcuts', 'nothing to press', 'pieces', 'a block', 'the layout', 'widths and layers', 'the layers', 'the trim',
  'positions', 'the pressing plan', 'the session', 'results', 'a seam detail', 'patchwork', 'the hem', 'strips', 'prepare fabric',
  'mend a hole', 'which scrap', 'the badge', 'the transfer', 'lettering', 'labels', 'shapes', 'the embroidery', 'care',
  'the care card', 'the wear log', 'fix a problem', 'what may be wrong', 'practice', 'supplies', 'a supply', 'irons', 'another iron',
  'rules', 'import and export', 'laid up', 'pressing', 'judging', 'beginning', 'its owner', 'its iron', 'its shelf', 'the door',
  'who is at the board', 'people', 'a PIN',
] as const
export type Screen = typeof SCREENS[number]

/** What was looked at in this run of tests, a file a screen. */
export const LOOKED = join(import.meta.dirname, '../test-results/looked')
const fileOf = (screen: Screen) => screen.replaceAll(' ', '-')
export const missedOf = (files: readonly string[]): Screen[] => SCREENS.filter(s => !files.includes(fileOf(s)))

const BENCH = { width: 1280, height: 800 }, TABLET = { width: 820, height: 1180 }

/**
 * Looks at a screen as it stands: nobody is kept out, light or dark (names, roles, contrast), and nothing hangs over the side at the
 * setup or on a tablet. The page is left as it was.
 */
export async function looked(page: Page, screen: Screen): Promise<void> {
  const found: string[] = [], before = page.viewportSize()!
  const side = async (where: string) => {
    const is = await hangs(page)
    if (is.page || is.main || is.rest.length || is.ticket.length || is.covered.length) found.push(`${where}: ${JSON.stringify(is)}`)
  }
  await page.setViewportSize(TABLET)
  await still(page)
  await side('on a tablet')
  await page.setViewportSize(BENCH)
  await still(page)
  await side('at the bench')
  found.push(...(await axe(page)).map(say => `light: ${say}`), ...await misnamed(page))
  await turn(page)
  found.push(...(await axe(page, ['color-contrast'])).map(say => `dark: ${say}`))
  await turn(page)
  await page.setViewportSize(before)
  expect.soft(found, screen).toEqual([])
  mkdirSync(LOOKED, { recursive: true })
  writeFileSync(join(LOOKED, fileOf(screen)), '')
}

type Axe = { run: (what: Document, how: object) => Promise<{ violations: Violation[] }> }
interface Violation { id: string, nodes: { target: string[], any: { message: string }[] }[] }

/**
 * What axe finds, each with where it is and what it measured.
 * @param rules those of one kind only; by usual all of WCAG A and AA, but for those left out
 */
export async function axe(page: Page, rules?: string[], without: string[] = []): Promise<string[]> {
  await still(page)
  // Put in once a page; what it says of what is right, most of it, is not even gathered.
  if (await page.evaluate(() => !('axe' in window))) await page.evaluate(axeCore.source)
  return page.evaluate(async ([rules, without]) => {
    const runOnly = rules ? { type: 'rule', values: rules } : { type: 'tag', values: ['wcag2a', 'wcag2aa'] }
    const { violations } = await (window as unknown as { axe: Axe }).axe.run(document, {
      runOnly, resultTypes: ['violations'], preload: false, iframes: false,
      rules: Object.fromEntries(without.map(rule => [rule, { enabled: false }])),
    })
    return violations.map(v => `${v.id} ${v.nodes.slice(0, 3).map(n => `${n.target.join(' ')} (${n.any[0]?.message ?? ''})`).join(', ')}`)
  }, [rules, without] as const)
}

/** What is called otherwise than it is written: who says the word that stands there must reach it (WCAG 2.5.3). */
const misnamed = (page: Page) => page.evaluate(() => {
  const plain = (words: string) => words.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, ' ').trim()
  return [...document.querySelectorAll<HTMLElement>('label [aria-label]')].flatMap((e) => {
    const name = plain(e.getAttribute('aria-label')!), [shown = ''] = e.closest('label')!.innerText.split('\n').map(plain).filter(Boolean)
    // What begins with a number is the figure that stands there, no name.
    return /^(\d|$)/.test(shown) || name.includes(shown) || shown.includes(name) ? [] : [`"${shown}" is called "${name}"`]
  })
})

/** Turns the board dark, or light again. */
const turn = (page: Page) => page.evaluate(() => document.documentElement.classList.toggle('dark'))

/** Nothing is half-way between two places or colours. */
const still = (page: Page) => page.evaluate(async () => {
  for (let i = 0; i < 3; i++) {
    await new Promise(requestAnimationFrame)
    const passing = document.getAnimations().filter(a => a.playState === 'running' && a.effect?.getTiming().iterations !== Infinity)
    // One that was begun anew or is held never says that it has finished: it is not waited for without an end.
    await Promise.race([Promise.allSettled(passing.map(a => a.finished)), new Promise(done => setTimeout(done, 1500))])
  }
})

/** Nothing stands over the side, nothing in the rest or on the ticket is set in two lines that should be one, no words lie on others. */
async function hangs(page: Page) {
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
