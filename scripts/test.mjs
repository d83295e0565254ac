// npm test: lint, types, dead code, build, unit tests, every benchmark in short, kills in the middle of a run, three servers on one
// database while they are killed, and end-to-end tests in headless Chromium on throw-away databases. The build goes first; then the
// end-to-end tests, three at a time, and beside them everything else, one thing after another: where one of them waits another one works.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { failedInBrowser, failedUnits } from './lib/failed.mjs'
import { DATA, ROOT, TSX, local, say, start } from './lib/run.mjs'
import { ensureChromium, ensureNode, ensurePackages, ensurePostgres, ensurePrepared } from './lib/setup.mjs'
import { startDatabase } from './lib/postgres.mjs'

const began = Date.now()
const tally = { passed: 0, failed: 0 }
/** What failed, by name: said once more at the end, below all that was printed since. */
const failures = []
const count = (passed, failed, names = []) => {
  tally.passed += passed
  tally.failed += failed
  failures.push(...names)
}

ensureNode()
ensurePackages()
ensurePostgres()
const chromium = ensureChromium()
ensurePrepared()
mkdirSync(DATA, { recursive: true })
const database = await startDatabase(`test-${process.pid}`, { isThrowAway: true })
/** Memory that is soon given back is collected in larger lots: lint and unit tests take an eighth less of both cores so. */
const NODE_OPTIONS = `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=64`.trim()
const env = { ...process.env, NODE_OPTIONS, CHROMIUM: chromium, READY_CUFF_TEST_DATABASE: database.url }

/**
 * Runs a command to its end, and shows what it said once it is over; what takes longest shows it as it goes.
 * @returns its exit status
 */
const ended = (name, command, args, { its = env, atOnce = false } = {}) => new Promise((done) => {
  const from = Date.now(), said = []
  const child = start(command, args, { stdio: ['ignore', 'pipe', 'pipe'], env: its })
  for (const out of [child.stdout, child.stderr]) out.on('data', part => (atOnce ? process.stdout.write(part) : said.push(part)))
  child.on('close', (status) => {
    process.stdout.write(Buffer.concat(said))
    say(`${name}: ${((Date.now() - from) / 1000).toFixed(0)} s`)
    done(status)
  })
})
/** A step without tests of its own counts as one. */
const step = (name, command, ...args) => ({
  name,
  run: async () => (await ended(name, command, args) === 0 ? count(1, 0) : count(0, 1, [name])),
})
/** The unit tests of one project, counted from their own report. */
const units = project => ({
  name: `unit tests: ${project}`,
  run: async () => {
    const report = join(DATA, `unit-${project}.json`)
    rmSync(report, { force: true })
    const status = await ended(`unit tests, ${project}`, local('vitest'), [
      'run', '--project', project, '--maxWorkers=1', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`,
    ])
    const read = existsSync(report) ? JSON.parse(readFileSync(report, 'utf8')) : {}
    const failed = failedUnits(read, ROOT)
    const names = failed.length > 0 || status === 0 ? failed : [`unit tests, ${project}`]
    count(read.numPassedTests ?? 0, read.numFailedTests || (status === 0 ? 0 : 1), names)
  },
})

const script = (...path) => [process.execPath, join(ROOT, 'scripts', ...path)]
const setup = JSON.stringify(pathToFileURL(join(ROOT, 'scripts/lib/setup.mjs')).href)
const withDatabase = { ...env, DATABASE_URL: database.url }
/** The database of the demonstration, its migrations gone through there and back: those in Chromium each take a copy. */
const demonstration = {
  run: async () => {
    const migrated = await ended('migrations, there and back', local('tsx'), [...TSX, 'scripts/migrate.ts', '--there-and-back'],
      { its: withDatabase })
    const seeded = migrated === 0 ? await ended('demonstration', local('tsx'), [...TSX, 'scripts/seed.ts'], { its: withDatabase }) : 1
    if (seeded !== 0) count(0, 1, ['migrations and demonstration'])
  },
}
/** Those in headless Chromium, three at a time. */
const endToEnd = {
  run: async () => {
    const report = join(DATA, 'e2e.json')
    rmSync(report, { force: true })
    const e2eEnv = { ...withDatabase, PLAYWRIGHT_JSON_OUTPUT_NAME: report }
    const status = await ended('end-to-end', local('playwright'), ['test', '--reporter=list,json'], { its: e2eEnv, atOnce: true })
    const none = { stats: { expected: 0, flaky: 0, unexpected: 1 }, suites: [] }
    const read = existsSync(report) ? JSON.parse(readFileSync(report, 'utf8')) : none
    const { expected, flaky, unexpected } = read.stats, failed = failedInBrowser(read)
    count(expected + flaky, unexpected || (status === 0 ? 0 : 1), failed.length > 0 || status === 0 ? failed : ['end-to-end'])
    if (flaky) say(`${flaky} passed on the second try only: named as flaky above`)
  },
}
const build = step('build', process.execPath, '-e', `import(${setup}).then(s => s.ensureBuilt())`)
/** What needs no built server can be done while it is built; the longest goes first, so that both lanes come to their end together. */
const waiting = [
  step('types', ...script('types.mjs')), units('plain'), units('board'), units('alone'),
  step('lint', local('eslint'), '.', '--max-warnings', '0'), units('database'),
  step('three servers on one database', ...script('chaos/cluster.mjs'), '15', '24'),
  step('kills in the middle of a run', ...script('chaos/kills.mjs'), '5'),
  step('every benchmark in short', local('tsx'), ...TSX, 'benchmarks/index.ts', '--short'),
  step('lists under load, in short', process.execPath, join(ROOT, 'benchmarks/load.mjs'), '--short'),
  step('dead code', local('knip'), '--no-config-hints'),
]
const AFTER_BUILD = new Set(['three servers on one database', 'kills in the middle of a run', 'lists under load, in short'])
let isBuilt = false
/** One thing after another until nothing waits any more. */
async function lane() {
  while (waiting.length > 0) {
    const next = waiting.findIndex(s => isBuilt || !AFTER_BUILD.has(s.name))
    if (next < 0) await new Promise((done) => { setTimeout(done, 500) })
    else await waiting.splice(next, 1)[0].run()
  }
}

try {
  const first = async () => {
    await Promise.all([build.run(), demonstration.run()])
    isBuilt = true
    await endToEnd.run()
    await lane()
  }
  await Promise.all([first(), lane()])
} finally {
  database.remove()
}
rmSync(join(ROOT, 'test-results'), { recursive: true, force: true })

console.log(`\nin ${((Date.now() - began) / 1000).toFixed(0)} s`)
for (const name of failures) console.log(`failed: ${name}`)
console.log(`${tally.passed} passed, ${tally.failed} failed`)
process.exit(tally.failed === 0 ? 0 : 1)
