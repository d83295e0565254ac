// npm run check [-- main]: what a change is looked at by while it is being made, in a minute or so: lint of the changed files, types, and
// the unit tests that lean on them. Changed is what was not committed yet; where nothing is, the last commit; or since the given one.
import { existsSync } from 'node:fs'
import { ROOT, local, run, say, start } from './lib/run.mjs'
import { ensureNode, ensurePackages, ensurePostgres, ensurePrepared } from './lib/setup.mjs'

ensureNode()
ensurePackages()
ensurePostgres()
ensurePrepared()
const git = (...args) => run('git', args).stdout.split('\n').filter(Boolean)
const since = process.argv[2]
const uncommitted = [...git('diff', '--name-only', since ?? 'HEAD'), ...git('ls-files', '--others', '--exclude-standard')]
const named = uncommitted.length > 0 ? uncommitted : git('diff', '--name-only', 'HEAD~1')
const changed = [...new Set(named)].filter(f => existsSync(`${ROOT}/${f}`))
const code = changed.filter(f => /\.(ts|mjs|vue)$/.test(f)), sources = code.filter(f => /^(app|core|shared|server|scripts)\//.test(f))
say(`${changed.length} changed`)

const began = Date.now()
let failed = 0
/** One step; its output is shown where it fails. */
const step = (name, command, ...args) => new Promise((done) => {
  const from = Date.now(), said = []
  const child = start(command, args, { stdio: ['ignore', 'pipe', 'pipe'] })
  for (const out of [child.stdout, child.stderr]) out.on('data', part => said.push(part))
  child.on('close', (status) => {
    if (status !== 0) {
      failed++
      process.stdout.write(Buffer.concat(said))
    }
    say(`${name}: ${status === 0 ? 'well' : 'NOT well'}, ${((Date.now() - from) / 1000).toFixed(0)} s`)
    done()
  })
})
const lint = async () => { if (code.length > 0) await step('lint', local('eslint'), '--max-warnings', '0', '--no-warn-ignored', ...code) }
const units = async () => {
  if (sources.length > 0)
    await step('unit tests', local('vitest'), 'related', '--run', '--passWithNoTests', '--maxWorkers=1', '--reporter=dot', ...sources)
}
await Promise.all([step('types', process.execPath, `${ROOT}/scripts/types.mjs`), lint().then(units)])
console.log(`\nin ${((Date.now() - began) / 1000).toFixed(0)} s: ${failed === 0 ? 'all is well' : `${failed} not well`}`)
process.exit(failed === 0 ? 0 : 1)
