import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join, normalize } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { OLD_WORDS } from './lib/texts'

const ROOT = fileURLToPath(new URL('..', import.meta.url))
const pages = ['README.md', ...readdirSync(join(ROOT, 'docs'), { recursive: true, encoding: 'utf8' })
  .filter(f => f.endsWith('.md')).map(f => join('docs', f))].sort()
const read = (page: string) => readFileSync(join(ROOT, page), 'utf8')
const { scripts } = JSON.parse(read('package.json')) as { scripts: Record<string, string> }
/** Where a path of the docs may begin. */
const FROM = ['', 'server', 'app', 'docs', 'app/pages', 'shared']

describe('the docs', () => {
  it('are all there: a page a stage', () => {
    for (const stage of ['fabric', 'interfacing', 'test-swatch', 'cut', 'press', 'care']) expect(pages).toContain(`docs/guide/${stage}.md`)
  })
  it.each(pages)('%s: every link and picture leads somewhere', (page) => {
    const links = [...read(page).matchAll(/\]\(([^)#]+)(?:#[^)]*)?\)/g)].map(m => m[1]!).filter(l => !/^https?:/.test(l))
    expect(links.filter(l => !existsSync(join(ROOT, normalize(join(dirname(page), l)))))).toEqual([])
  })
  it.each(pages)('%s: every anchor is a heading of its page', (page) => {
    const anchorOf = (h: string) => h.toLowerCase().replaceAll(/[^\p{L}\p{N}\s-]/gu, '').trim().replaceAll(/\s/g, '-')
    const text = read(page), headings = [...text.matchAll(/^#+ (.+)$/gm)].map(m => anchorOf(m[1]!))
    expect([...text.matchAll(/\]\(#([^)]+)\)/g)].map(m => m[1]!).filter(a => !headings.includes(a))).toEqual([])
  })
  it.each(pages)('%s: every command is one that package.json has', (page) => {
    const named = [...read(page).matchAll(/npm (?:run )?([a-z]+(?::[a-z]+)?)/g)].map(m => m[1]!)
    expect(named.filter(n => !['ci', 'install', 'start', 'test', 'refuses', 'and'].includes(n) && !(n in scripts))).toEqual([])
  })
  it.each(pages)('%s: every path in it is there', (page) => {
    const paths = [...read(page)
      .matchAll(/`((?:core|shared|server|app|e2e|scripts|benchmarks|docs|composables|services|stores|db)\/[\w./[\]-]+)`/g)]
      .map(m => m[1]!.replace(/\/$/, ''))
    const isThere = (p: string) => FROM.some(f => ['', '.ts', '.mjs', '.vue'].some(end => existsSync(join(ROOT, f, p + end))))
    expect(paths.filter(p => !isThere(p))).toEqual([])
  })
  it.each(pages.filter(p => !/operate|glossary|architecture|models/.test(p)))('%s: says the trade\'s words', (page) => {
    const lines = read(page).split('\n').filter(l => OLD_WORDS.some(w => w.test(l.replaceAll(/`[^`]*`|\([^)]*\)/g, ''))))
    expect(lines).toEqual([])
  })
  it('show every picture that is kept, fewer than twenty', () => {
    const pictures = readdirSync(join(ROOT, 'docs/screenshots')), all = pages.map(read).join('\n')
    expect(pictures.length).toBeLessThan(20)
    expect(pictures.filter(p => !all.includes(`screenshots/${p}`))).toEqual([])
  })
  it('architecture has no line over 400 characters', () => {
    expect(read('docs/architecture.md').split('\n').filter(l => l.length > 400)).toEqual([])
  })
})
