// What a fresh machine needs before the application can run.
import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT, fingerprint, giveUp, isRoot, isStale, local, run, say, stamp } from './run.mjs'

const PG_HOME = '/usr/lib/postgresql'

function postgresBin() {
  const fromPath = run('sh', ['-c', 'command -v pg_ctl'], { allowFail: true }).stdout?.trim()
  if (fromPath) return fromPath.replace(/\/pg_ctl$/, '')
  if (!existsSync(PG_HOME)) return null
  const versions = readdirSync(PG_HOME).filter(v => existsSync(join(PG_HOME, v, 'bin/pg_ctl'))).sort((a, b) => Number(b) - Number(a))
  return versions[0] ? join(PG_HOME, versions[0], 'bin') : null
}

let aptIsFresh = false
function apt(name) {
  if (!isRoot || run('sh', ['-c', 'command -v apt-get'], { allowFail: true }).status !== 0) {
    giveUp(`${name} is not installed and cannot be installed from here: as administrator, run "apt-get install ${name}", then start again.`)
  }
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  if (!aptIsFresh) run('apt-get', ['update'], { env })
  aptIsFresh = true
  say(`installing ${name}`)
  run('apt-get', ['install', '-y', '--no-install-recommends', name], { env })
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
  run('npm', ['install', '--no-save', '--no-progress', '--loglevel=error'])
  stamp('packages', print)
}

export function ensurePostgres() {
  if (!postgresBin()) apt('postgresql')
  const bin = postgresBin()
  if (!bin) giveUp('PostgreSQL was installed but its programs were not found: install "postgresql" and start again.')
  return bin
}

export function ensureChromium() {
  const path = process.env.CHROMIUM ?? '/usr/bin/chromium'
  if (!existsSync(path)) apt('chromium')
  return path
}

/** Types and aliases that Nuxt writes for editor, lint, tests and build. */
export function ensurePrepared() {
  const print = fingerprint('nuxt.config.ts', 'package-lock.json')
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
