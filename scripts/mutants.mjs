// npm run mutants [-- 200 7 core/limit server/services]: plants so many wrong lines, drawn by a seed, one at a time in a copy, and counts
// how many the unit tests notice, by folder. A full run of every wrong line would take days on two cores: a sample says the same to a few
// per cent. What was tried before and is still as it was, line and tests, is not tried again.
import { createHash } from 'node:crypto'
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { availableParallelism, tmpdir } from 'node:os'
import { dirname, join, relative } from 'node:path'
import { startDatabase } from './lib/postgres.mjs'
import { DATA, ROOT, local, say, start } from './lib/run.mjs'
import { seeded } from './lib/seeded.mjs'

const args = process.argv.slice(2), numbers = args.filter(a => /^\d+$/.test(a)).map(Number), wanted = args.filter(a => !/^\d+$/.test(a))
const [count = 120, seed = 1] = numbers
const PARTS = ['core', 'shared', 'server', 'app/stores', 'app/composables']
/** Plain data, sentences, migrations, and routes of a few lines, which the end-to-end tests drive, are not worth a wrong line. */
const SPARED = /\/(index|rates)\.ts$|\.(test|fixture)\.ts$|\/(testing|migrations|models)\/|server\/(api|plugins|middleware|devices)\//
const LONGEST_MS = 240_000
const LANES = Math.min(2, availableParallelism())
const RESULTS = join(DATA, 'mutants.json')

/** What may be written instead of what, on code that is neither comment, import nor text. */
const CHANGES = [
  [/ < /g, ' <= '], [/ > /g, ' >= '], [/ <= /g, ' < '], [/ >= /g, ' > '],
  [/ \+ /g, ' - '], [/ - /g, ' + '], [/ \* /g, ' / '], [/ \/ /g, ' * '],
  [/ && /g, ' || '], [/ \|\| /g, ' && '], [/ === /g, ' !== '], [/ !== /g, ' === '], [/Math\.max/g, 'Math.min'], [/Math\.min/g, 'Math.max'],
  [/\btrue\b/g, 'false'], [/\bfalse\b/g, 'true'], [/\b(\d+\.\d+)\b/g, n => String(Number(n) * 1.5)],
  [/([^\w.])([2-9]\d*)(?=[^\w.'])/g, (_, a, n) => `${a}${Number(n) + Math.ceil(Number(n) / 3)}`],
  [/\?\? /g, '&& '], [/return (?=[a-z])/g, 'return -'], [/\.some\(/g, '.every('], [/\.every\(/g, '.some('], [/\bawait (?=\w)/g, 'void '],
]
const NO_CODE = /^\s*(\/\/|\*|\/\*|import|export \{|export \*|export type|export interface|interface|type )|throw new/
/** A promise that nobody waits for is a wrong line only where it stands by itself, and where lint does not refuse it already. */
const isUnnoticedAlone = (file, line) => /^\s*await /.test(line) && !file.startsWith('server/')

const hashOf = (...texts) => createHash('sha256').update(texts.join('\0')).digest('hex').slice(0, 20)
function* sources(folder) {
  for (const entry of readdirSync(join(ROOT, folder), { withFileTypes: true })) {
    const path = `${folder}/${entry.name}`
    if (entry.isDirectory()) yield* sources(path)
    else if (entry.name.endsWith('.ts')) yield path
  }
}
const text = new Map(PARTS.flatMap(part => [...sources(part)]).map(path => [path, readFileSync(join(ROOT, path), 'utf8')]))
const tests = [...text.keys()].filter(path => path.endsWith('.test.ts'))
const hashOfTests = hashOf(...[...text].filter(([path]) => /\.test\.ts$|\.fixture\.ts$|\/testing\//.test(path)).flat())

/** Every wrong line there could be. */
function* wrongLines() {
  for (const [file, whole] of text) {
    if (SPARED.test(`/${file}`) || (wanted.length > 0 && !wanted.some(w => file === w || file.startsWith(`${w}/`)))) continue
    for (const [line, was] of whole.split('\n').entries()) {
      if (NO_CODE.test(was)) continue
      for (const [what, by] of CHANGES) {
        for (const found of was.matchAll(what)) {
          // Not within text, and types are no sums.
          const before = was.slice(0, found.index)
          if ((before.match(/['`"]/g) ?? []).length % 2 === 1 || (by === 'void ' && !isUnnoticedAlone(file, was))) continue
          const there = before + (typeof by === 'string' ? by : by(...found)) + was.slice(found.index + found[0].length)
          yield { file, line, was, there, key: hashOf(file, String(found.index), was, there) }
        }
      }
    }
  }
}

/** `core/bond`, `server/services`, `app/stores`: where a score is counted. */
const folderOf = file => dirname(file)
const known = existsSync(RESULTS) ? JSON.parse(readFileSync(RESULTS, 'utf8')) : {}
/** What came of a wrong line before, where neither its file nor the tests that decided it have changed. */
function before({ file, key }) {
  const k = known[key]
  if (!k || k.file !== hashOf(text.get(file))) return null
  if (!k.noticed) return k.tests === hashOfTests ? k : null
  return k.by && text.has(k.by) && hashOf(text.get(k.by)) !== k.byHash ? null : k
}
function keep({ file, key }, result) {
  known[key] = {
    file: hashOf(text.get(file)), tests: hashOfTests, ...result,
    byHash: result.by && text.has(result.by) ? hashOf(text.get(result.by)) : null,
  }
  mkdirSync(DATA, { recursive: true })
  writeFileSync(RESULTS, JSON.stringify(known))
}

const database = await startDatabase(`mutants-${process.pid}`, { isThrowAway: true })
const copies = []
const end = () => {
  for (const copy of copies) rmSync(copy, { recursive: true, force: true })
  database.remove()
}
process.on('exit', end)
process.on('SIGINT', () => process.exit(1))

/** A copy of everything that the unit tests read. */
function copyOf() {
  const copy = mkdtempSync(join(tmpdir(), 'mutants-'))
  copies.push(copy)
  const configs = ['package.json', 'vitest.config.ts', 'tsconfig.json', 'tsconfig.scripts.json']
  for (const part of ['app', 'core', 'shared', 'server', 'scripts', 'e2e', 'benchmarks', 'docs', 'public', 'README.md', ...configs])
    cpSync(join(ROOT, part), join(copy, part), { recursive: true })
  for (const part of ['node_modules', '.nuxt']) symlinkSync(join(ROOT, part), join(copy, part))
  return copy
}

/** Runs tests in a copy until one fails. @returns the first that did, or null where all passed */
function firstFailure(copy, what, mostMs = LONGEST_MS) {
  return new Promise((done) => {
    const report = join(copy, 'report.json')
    rmSync(report, { force: true })
    const child = start(local('vitest'), [
      ...what, '--bail', '1', '--maxWorkers', '1', '--passWithNoTests', '--reporter=json', `--outputFile=${report}`,
    ], { cwd: copy, stdio: 'ignore', env: { ...process.env, READY_CUFF_TEST_DATABASE: database.url } })
    const late = setTimeout(() => child.kill('SIGKILL'), mostMs)
    child.on('close', (status, signal) => {
      clearTimeout(late)
      if (signal) return done('never ended')
      if (status === 0) return done(null)
      const results = existsSync(report) ? JSON.parse(readFileSync(report, 'utf8')).testResults : []
      const failed = results.find(r => r.status === 'failed')
      done(failed ? relative(copy, failed.name) : 'could not be read')
    })
  })
}

/** Plants one wrong line: first the tests beside it, then all that lean on it. */
async function tried(copy, { file, line, there }) {
  const path = join(copy, file), whole = readFileSync(path, 'utf8'), lines = whole.split('\n')
  lines[line] = there
  writeFileSync(path, lines.join('\n'))
  const own = tests.filter(t => t.replace(/(\.db)?\.test\.ts$/, '') === file.replace(/\.ts$/, ''))
  const near = own.length > 0 ? own : tests.filter(t => dirname(t) === dirname(file))
  const by = (near.length > 0 ? await firstFailure(copy, ['run', ...near]) : null) ?? await firstFailure(copy, ['related', '--run', file])
  writeFileSync(path, whole)
  return { noticed: by !== null, by }
}

const next = seeded(seed)
const drawn = [...wrongLines()].map(m => ({ m, by: next() })).sort((a, b) => a.by - b.by).slice(0, count).map(d => d.m)
// What fails without a wrong line would count each of them as noticed.
const files = [...new Set(drawn.filter(m => before(m) === null).map(m => m.file))]
const broken = files.length > 0 ? await firstFailure(copyOf(), ['related', '--run', ...files], 5 * LONGEST_MS) : null
if (broken) {
  console.error(`The tests do not pass before anything is planted: ${broken}.`)
  process.exit(1)
}
const score = new Map()
let again = 0
const queue = [...drawn]
async function lane() {
  const copy = copyOf()
  for (let m = queue.shift(); m; m = queue.shift()) {
    const was = before(m), { noticed, by } = was ?? await tried(copy, m)
    if (was) again++
    else keep(m, { noticed, by })
    const own = score.get(folderOf(m.file)) ?? { noticed: 0, of: 0 }
    score.set(folderOf(m.file), { noticed: own.noticed + (noticed ? 1 : 0), of: own.of + 1 })
    const at = `${m.file}:${m.line + 1}`
    console.log(noticed ? `noticed ${at}` : `LIVED   ${at}\n    ${m.was.trim()}\n    ${m.there.trim()}`)
  }
}
say(`${drawn.length} wrong lines, drawn with seed ${seed}`)
await Promise.all(Array.from({ length: LANES }, lane))

const asWords = (rows) => {
  const noticed = rows.reduce((s, r) => s + r.noticed, 0), of = rows.reduce((s, r) => s + r.of, 0)
  return `${noticed} of ${of}, ${Math.round((noticed / Math.max(1, of)) * 100)} %`
}
console.log()
for (const [folder, own] of [...score].sort()) console.log(`${folder.padEnd(24)} ${asWords([own])}`)
console.log()
for (const part of ['core', 'shared', 'server', 'app'])
  if ([...score.keys()].some(f => f.startsWith(part)))
    console.log(`${part.padEnd(24)} ${asWords([...score].filter(([f]) => f.split('/')[0] === part).map(([, own]) => own))}`)
console.log(`${asWords([...score.values()])} of the wrong lines noticed (seed ${seed}; ${again} known from before)`)
process.exit(0)
