// npm run types: the types of everything. The native compiler takes what is plain TypeScript in seconds; the board, whose components
// it cannot read, is checked against the declarations that it wrote of core and shared, so that nothing is checked twice.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { ROOT, local, run } from './lib/run.mjs'
import { ensurePrepared } from './lib/setup.mjs'

ensurePrepared()
const NATIVE = join(ROOT, 'node_modules/typescript-7/bin/tsc'), NUXT = join(ROOT, '.nuxt'), KEPT = join(ROOT, '.data')
mkdirSync(KEPT, { recursive: true })
const native = (config, ...more) => run(process.execPath, [NATIVE, '-p', config, ...more], { loud: true, allowFail: true }).status === 0

const declared = join(KEPT, 'types')
/**
 * What is declared about the board, without the routes of the server, which would bring all of it: the board reads an answer by its
 * schema.
 */
function boardDeclarations() {
  const lines = readFileSync(join(NUXT, 'nuxt.d.ts'), 'utf8').split('\n').filter(line => !/nitro|eslint/.test(line))
  const file = join(KEPT, 'board.d.ts')
  writeFileSync(file, lines.join('\n').replace(/path="(?=\w)/g, `path="${NUXT}/`))
  return file
}

/** The board's own configuration, with core and shared as they were declared. @returns where it was written */
function boardConfig() {
  const config = JSON.parse(readFileSync(join(NUXT, 'tsconfig.app.json'), 'utf8')), { paths } = config.compilerOptions
  const whole = path => resolve(NUXT, path)
  for (const [name, places] of Object.entries(paths)) paths[name] = places.map(whole)
  for (const part of ['core', 'shared']) {
    paths[`#${part}`] = [join(declared, part)]
    paths[`#${part}/*`] = [join(declared, part, '*')]
  }
  config.include = [boardDeclarations(), join(ROOT, 'app/**/*')]
  config.exclude = []
  // What did not change since the last time is not checked again.
  Object.assign(config.compilerOptions, { incremental: true, tsBuildInfoFile: join(KEPT, 'board.tsbuildinfo') })
  const file = join(KEPT, 'tsconfig.board.json')
  writeFileSync(file, JSON.stringify(config))
  return file
}

const fine = [
  native('tsconfig.core.json', '--outDir', declared),
  native('tsconfig.scripts.json', '--noEmit'),
  native('.nuxt/tsconfig.server.json', '--noEmit'),
  native('.nuxt/tsconfig.node.json', '--noEmit'),
]
const board = run(local('vue-tsc'), ['-p', boardConfig(), '--noEmit'], { loud: true, allowFail: true }).status === 0
process.exit(board && fine.every(Boolean) ? 0 : 1)
