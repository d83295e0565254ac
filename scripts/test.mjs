// npm test: lint, types, dead code, build, unit tests, ten kills in the middle of a run, three servers on one database while they are
// killed, end-to-end tests in headless Chromium on throw-away databases; two things at a time, one a core.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { DATA, ROOT, TSX, local, run, say, start } from './lib/run.mjs'
import { ensureBuilt, ensureChromium, ensureNode, ensurePackages, ensurePostgres, ensurePrepared } from './lib/setup.mjs'
import { startDatabase } from './lib/postgres.mjs'

const tally = { passed: 0, failed: 0 }
const began = Date.now()
const timed = (name, work) => {
  const from = Date.now()
  const result = work()
  say(`${name}: ${((Date.now() - from) / 1000).toFixed(0)} s`)
  return result
}
/** A step without tests of its own counts as one. */
const step = ([name, command, ...args]) => new Promise((done) => {
  const from = Date.now(), said = []
  const child = start(command, args, { stdio: ['ignore', 'pipe', 'pipe'] })
  for (const out of [child.stdout, child.stderr]) out.on('data', part => said.push(part))
  child.on('close', (status) => {
    process.stdout.write(Buffer.concat(said))
    say(`${name}: ${((Date.now() - from) / 1000).toFixed(0)} s`)
    tally[status === 0 ? 'passed' : 'failed']++
    done()
  })
})
/** Lanes of steps side by side, one a core; the steps of a lane one after another. */
const together = lanes => Promise.all(lanes.map(async (steps) => { for (const one of steps) await step(one) }))

ensureNode()
ensurePackages()
ensurePostgres()
const chromium = ensureChromium()
ensurePrepared()
mkdirSync(DATA, { recursive: true })

await together([
  [['lint', local('eslint'), '.', '--max-warnings', '0'], ['dead code', local('knip'), '--no-config-hints']],
  [['types', local('vue-tsc'), '-b', '--noEmit']],
])

const unitReport = join(DATA, 'unit.json')
rmSync(unitReport, { force: true })
/** Unit tests, said as they end; they are counted from their own report. */
const unit = new Promise((done) => {
  const from = Date.now()
  const reports = ['--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`]
  const child = start(local('vitest'), ['run', '--maxWorkers=2', ...reports])
  child.on('close', (status) => {
    say(`unit tests: ${((Date.now() - from) / 1000).toFixed(0)} s`)
    done(status)
  })
})
// Beside them the board is built, and pressed, judged and cut on while what it stands on is killed.
process.env.CHROMIUM ??= chromium
timed('build', ensureBuilt)
await step(['kills in the middle of a run', process.execPath, join(ROOT, 'scripts/trials/kills.mjs'), '10'])
await step(['three servers on one database', process.execPath, join(ROOT, 'scripts/trials/cluster.mjs'), '25', '40'])
const unitStatus = await unit
if (existsSync(unitReport)) {
  const report = JSON.parse(readFileSync(unitReport, 'utf8'))
  tally.passed += report.numPassedTests
  tally.failed += report.numFailedTests
}
if (unitStatus !== 0 && tally.failed === 0) tally.failed++

const database = await startDatabase(`test-${process.pid}`)
const e2eReport = join(DATA, 'e2e.json')
rmSync(e2eReport, { force: true })
try {
  const env = { ...process.env, DATABASE_URL: database.url, CHROMIUM: chromium, PLAYWRIGHT_JSON_OUTPUT_NAME: e2eReport }
  run(local('tsx'), [...TSX, 'scripts/migrate.ts', '--there-and-back'], { env })
  run(local('tsx'), [...TSX, 'scripts/seed.ts'], { env })
  const e2e = timed('end-to-end', () => run(local('playwright'), ['test', '--reporter=list,json'], { env, loud: true, allowFail: true }))
  const stats = existsSync(e2eReport) ? JSON.parse(readFileSync(e2eReport, 'utf8')).stats : { expected: 0, flaky: 0, unexpected: 1 }
  tally.passed += stats.expected + stats.flaky
  tally.failed += stats.unexpected || (e2e.status === 0 ? 0 : 1)
  if (stats.flaky) say(`${stats.flaky} passed on the second try only: named as flaky above`)
} finally {
  database.remove()
}
rmSync(join(ROOT, 'test-results'), { recursive: true, force: true })

console.log(`\nin ${((Date.now() - began) / 1000).toFixed(0)} s`)
console.log(`${tally.passed} passed, ${tally.failed} failed`)
process.exit(tally.failed === 0 ? 0 : 1)
