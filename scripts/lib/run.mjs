// Small helpers for the start scripts. Node only: they run before anything is installed.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = resolve(dirname(fileURLToPath(import.meta.url)), '../..')
/** What this copy keeps of its own: stamps of what was built. */
const OWN = join(ROOT, '.data')
/** Where the database, its password and the backups lie: `READY_CUFF_DATA`, or beside the stamps. */
export const DATA = process.env.READY_CUFF_DATA ?? OWN
export const isRoot = process.getuid?.() === 0

export const say = line => console.log(`· ${line}`)

/** Ends the script with one sentence a person can act on. */
export function giveUp(sentence) {
  console.error(`\n${sentence}\n`)
  process.exit(1)
}

/** Runs a command to its end; its output is shown only if it fails (or `loud`). */
export function run(command, args, { loud = false, allowFail = false, ...options } = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, encoding: 'utf8', maxBuffer: 1 << 28, stdio: loud ? 'inherit' : 'pipe', ...options })
  if (done.status !== 0 && !allowFail) {
    if (!loud) console.error(`${done.stdout ?? ''}${done.stderr ?? ''}${done.error?.message ?? ''}`)
    giveUp(`"${command} ${args.join(' ')}" did not finish; see above.`)
  }
  return done
}

/** Runs a command in the background without blocking this process. */
export const start = (command, args, options = {}) => spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options })

export const local = name => join(ROOT, 'node_modules', '.bin', name)

/** tsx reads the project's path names from here. */
export const TSX = ['--tsconfig', join(ROOT, 'tsconfig.scripts.json')]

export function freePort() {
  return new Promise((done, fail) => {
    const server = createServer()
    server.once('error', fail)
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address()
      server.close(() => done(port))
    })
  })
}

/** The wanted port if it is free, else any free one. */
export function portOr(wanted) {
  return new Promise((done) => {
    const server = createServer()
    server.once('error', () => done(freePort()))
    server.listen(wanted, '127.0.0.1', () => server.close(() => done(wanted)))
  })
}

function* filesUnder(path) {
  if (!existsSync(path)) return
  if (statSync(path).isFile()) {
    yield path
    return
  }
  for (const name of readdirSync(path).sort()) yield* filesUnder(join(path, name))
}

/** Tests, and what only they use, go into nothing that is built. */
const FOR_TESTS = /\.test\.ts$|\.fixture\.ts$|\/testing\//

/** A fingerprint of what is in these files and folders. */
export function fingerprint(...paths) {
  const hash = createHash('sha256')
  for (const file of paths.flatMap(path => [...filesUnder(join(ROOT, path))]))
    if (!FOR_TESTS.test(file)) hash.update(file.slice(ROOT.length)).update(readFileSync(file))
  return hash.digest('hex')
}

/** What a module gives to others: the beginnings of its exported declarations. */
export const exportedLines = source => source.split('\n').filter(line => /^export\b/.test(line)).map(line => line.split(/[=({]/)[0])

/** A fingerprint of which files there are in these folders, and of the names they export: the same while only their insides change. */
export function namesPrint(...paths) {
  const hash = createHash('sha256')
  for (const file of paths.flatMap(path => [...filesUnder(join(ROOT, path))]))
    if (!FOR_TESTS.test(file)) hash.update([file.slice(ROOT.length), ...exportedLines(readFileSync(file, 'utf8'))].join('\n'))
  return hash.digest('hex')
}

/** True the first time, and whenever `print` differs from what was stamped last under this name. */
export function isStale(name, print) {
  const path = join(OWN, `${name}.stamp`)
  return !existsSync(path) || readFileSync(path, 'utf8') !== print
}
export function stamp(name, print) {
  mkdirSync(OWN, { recursive: true })
  writeFileSync(join(OWN, `${name}.stamp`), print)
}
