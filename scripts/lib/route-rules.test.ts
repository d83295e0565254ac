import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { routeRules } from './route-rules.mjs'
import { ROOT } from './run.mjs'

let api: string
beforeEach(() => {
  api = mkdtempSync(join(tmpdir(), 'routes-'))
  mkdirSync(join(api, 'jobs/[id]'), { recursive: true })
})
afterEach(() => rmSync(api, { recursive: true }))
const put = (file: string, text: string) => writeFileSync(join(api, file), text)

describe('what routes ask of whoever calls them', () => {
  it('is read off each: what she must be allowed, or why it is open', () => {
    put('jobs/index.get.ts', `export default defineRoute({ may: 'read', query }, () => 1)`)
    put('jobs/[id]/care.post.ts', `export default defineRoute(\n  { may: 'work' }, () => 1)`)
    put('door.get.ts', `export default defineOpenRoute({ open: 'nobody is in yet' }, () => 1)`)
    put('door.test.ts', '')
    expect(routeRules(api)).toEqual([
      { method: 'GET', path: '/api/door', may: 'open', why: 'nobody is in yet' },
      { method: 'POST', path: '/api/jobs/[id]/care', may: 'work', why: null },
      { method: 'GET', path: '/api/jobs', may: 'read', why: null },
    ])
  })
  it.each([
    ['says nothing', `export default defineRoute({ params }, () => 1)`], ['is none of ours', `export default defineEventHandler(() => 1)`],
    ['asks for what there is not', `export default defineRoute({ may: 'all' }, () => 1)`],
    ['is open without a reason', `export default defineOpenRoute({}, () => 1)`],
  ])('one that %s stops the build, by its name', (_, text) => {
    put('jobs/[id]/odd.post.ts', text)
    expect(() => routeRules(api)).toThrow(/who may call them: jobs\/\[id\]\/odd\.post\.ts/)
  })
  it('every route of this server says so; what takes things out, brings back or changes people is the owner\'s', () => {
    const rules = routeRules(join(ROOT, 'server/api'))
    expect(rules.length).toBeGreaterThan(100)
    const OWN = /\/(people|devices|audit|backups|unreadable)|import\/workroom|export\/workroom/
    for (const r of rules.filter(r => OWN.test(r.path) && !(r.method === 'GET' && /people$|unreadable$/.test(r.path))))
      expect(r.may, `${r.method} ${r.path}`).toBe('own')
    expect(rules.filter(r => r.may === 'open').map(r => r.path).sort()).toEqual([
      '/api/authority', '/api/begin', '/api/begin', '/api/card', '/api/door', '/api/health', '/api/pair', '/api/sign-in', '/api/switch',
    ])
    for (const r of rules.filter(r => r.method !== 'GET' && /\/(stock|rules|import)/.test(r.path))) expect(['manage',
      'own']).toContain(r.may)
  })
})
