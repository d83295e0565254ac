// What a fresh machine needs before the application can run.
import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT, fingerprint, giveUp, isRoot, isStale, local, namesPrint, run, say, stamp } from './run.mjs'

const PG_HOME = '/usr/lib/postgresql'

function postgresBin() {
  const fromPath = run('sh', ['-c', 'command -v pg_ctl'], { allowFail: true }).stdout?.trim()
  if (fromPath) return fromPath.replace(/\/pg_ctl$/, '')
  if (!existsSync(PG_HOME)) return null
  const versions = readdirSync(PG_HOME).filter(v => existsSync(join(PG_HOME, v, 'bin/pg_ctl'))).sort((a, b) => Number(b) - Number(a))
  return versions[0] ? join(PG_HOME, versions[0], 'bin') : null
}

const APT = { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } }
let aptIsFresh = false
/** Installs a package where that can be done from here; @returns whether it is there now */
function installWithApt(name) {
  if (!isRoot || run('sh', ['-c', 'command -v apt-get'], { allowFail: true }).status !== 0) return false
  if (!aptIsFresh) run('apt-get', ['update'], { ...APT, allowFail: true })
  aptIsFresh = true
  return run('apt-get', ['install', '-y', '--no-install-recommends', name], { ...APT, allowFail: true }).status === 0
}
function apt(name) {
  say(`installing ${name}`)
  if (!installWithApt(name))
    giveUp(`${name} is not installed and cannot be installed from here: as administrator, run "apt-get install ${name}", then start again.`)
}

export function ensureNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19)) giveUp(`This needs Node.js 20.19 or newer; here is ${process.versions.node}.`)
}

export function ensurePackages() {
  const print = fingerprint('package-lock.json')
  if (existsSync(join(ROOT, 'node_modules/.bin/nuxt')) && !isStale('packages', print)) return
  say('installing packages (about two minutes the first time)')
  // Not `npm ci`: it refuses a lock file in which a registry left out optional builds for other platforms.
  run('npm', ['install', '--no-save', '--no-progress', '--no-audit', '--no-fund', '--prefer-offline', '--loglevel=error'])
  stamp('packages', print)
}

export function ensurePostgres() {
  if (!postgresBin()) apt('postgresql')
  const bin = postgresBin()
  if (!bin) giveUp('PostgreSQL was installed but its programs were not found: install "postgresql" and start again.')
  return bin
}

/** Chromium without a window takes a fifth less of the processor: where the machine has it, or can install it, that is the one. */
const HEADLESS = '/usr/bin/chromium-headless-shell', CHROMIUM = '/usr/bin/chromium'

export function ensureChromium() {
  if (process.env.CHROMIUM) return process.env.CHROMIUM
  if (existsSync(HEADLESS) || installWithApt('chromium-headless-shell')) return HEADLESS
  if (!existsSync(CHROMIUM)) apt('chromium')
  return CHROMIUM
}

/** Where Nuxt finds what it imports by itself, and the routes whose types it writes. */
const FOUND_BY_NAME = ['app/components', 'app/composables', 'app/pages', 'app/stores', 'server/api', 'server/utils']
/** Types and aliases that Nuxt writes for editor, lint, tests and build: anew when a name comes, goes or changes. */
export function ensurePrepared() {
  const print = fingerprint('nuxt.config.ts', 'package-lock.json') + namesPrint(...FOUND_BY_NAME)
  if (existsSync(join(ROOT, '.nuxt/tsconfig.app.json')) && !isStale('prepared', print)) return
  run(local('nuxt'), ['prepare'])
  stamp('prepared', print)
}

/** The production build, made again only when something that goes into it has changed. */
export function ensureBuilt() {
  const print = fingerprint('app', 'core', 'shared', 'server', 'public', 'nuxt.config.ts', 'package-lock.json')
  if (existsSync(join(ROOT, '.output/server/index.mjs')) && !isStale('build', print)) return
  say('building (about a minute)')
  run(local('nuxt'), ['build'], { env: { ...process.env, NODE_ENV: 'production' } })
  stamp('build', print)
}
