// What every route of the server asks of whoever calls it, read off the routes themselves.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

const METHODS = new Set(['get', 'post', 'put', 'delete', 'patch'])
const OPEN = /defineOpenRoute\(\s*\{\s*open: '([^']+)'/, MAY = /defineRoute\(\s*\{\s*may: '(read|work|manage|own)'/

/** `server/api/jobs/[id]/care.post.ts` is `POST /api/jobs/[id]/care`. */
function addressOf(file) {
  const parts = file.replace(/\.ts$/, '').split('.'), method = parts.at(-1)
  const path = METHODS.has(method) ? parts.slice(0, -1).join('.') : parts.join('.')
  return { method: METHODS.has(method) ? method.toUpperCase() : 'ANY', path: `/api/${path.replace(/\/?index$/, '')}` }
}

/**
 * Every route, with what its caller must be allowed, or why it is open to anyone.
 * @param api the folder of routes
 * @throws Error naming each route that says neither
 */
export function routeRules(api) {
  const files = readdirSync(api, { recursive: true, encoding: 'utf8' }).filter(f => f.endsWith('.ts') && !f.endsWith('.test.ts')).sort()
  const silent = []
  const rules = files.flatMap((file) => {
    const text = readFileSync(join(api, file), 'utf8'), open = OPEN.exec(text), may = MAY.exec(text)
    if (!open && !may) silent.push(file)
    return open ? [{ ...addressOf(file), may: 'open', why: open[1] }] : may ? [{ ...addressOf(file), may: may[1], why: null }] : []
  })
  if (silent.length > 0)
    throw new Error(`These routes do not say who may call them: ${silent.join(', ')}. Begin with defineRoute({ may: … }).`)
  return rules
}
