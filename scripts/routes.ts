// npm run routes: who may call which route, as a table.
import { join } from 'node:path'
import { mayDo, ROLES, type May } from '#shared/people'
import { ROOT } from './lib/run.mjs'
import { routeRules } from './lib/route-rules.mjs'

const rules = routeRules(join(ROOT, 'server/api'))
console.log(`| route | asks for | ${ROLES.join(' | ')} | signed out |\n|---|---|${'---|'.repeat(ROLES.length + 1)}`)
for (const { method, path, may } of rules) {
  const cells = ROLES.map(role => (may === 'open' || mayDo(role, may as May) ? 'yes' : '—'))
  console.log(`| ${method} ${path} | ${may} | ${cells.join(' | ')} | ${may === 'open' ? 'yes' : '—'} |`)
}
const counts = ['open', 'read', 'work', 'manage', 'own'].map(may => `${may} ${rules.filter(r => r.may === may).length}`)
console.log(`\n${rules.length} routes: ${counts.join(', ')}`)
