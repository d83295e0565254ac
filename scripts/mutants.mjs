// npm run mutants [-- 200 7]: plants so many wrong lines in core, drawn by a seed, one at a time in a copy, and counts how many the
// tests notice. A full run of every wrong line would take most of a day on two cores: a sample says the same to a few per cent.
import { cpSync, mkdtempSync, readFileSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ROOT, local, run } from './lib/run.mjs'
import { seeded } from './lib/seeded.mjs'

const [count = 120, seed = 1] = process.argv.slice(2).map(Number)
const FOLDERS = ['bond', 'hurt', 'limit', 'recipe', 'learn', 'press']
/** Plain data, and sentences for errors, are not worth a wrong line. */
const SPARED = new Set(['index.ts', 'rates.ts'])
const LONGEST_MS = 240_000

/** What may be written instead of what, on code that is neither comment, import nor text. */
const CHANGES = [
  [/ < /g, ' <= '], [/ > /g, ' >= '], [/ <= /g, ' < '], [/ >= /g, ' > '],
  [/ \+ /g, ' - '], [/ - /g, ' + '], [/ \* /g, ' / '], [/ \/ /g, ' * '],
  [/ && /g, ' || '], [/ \|\| /g, ' && '], [/ === /g, ' !== '], [/ !== /g, ' === '], [/Math\.max/g, 'Math.min'], [/Math\.min/g, 'Math.max'],
  [/\btrue\b/g, 'false'], [/\bfalse\b/g, 'true'], [/\b(\d+\.\d+)\b/g, n => String(Number(n) * 1.5)],
  [/([^\w.])([2-9]\d*)(?=[^\w.'])/g, (_, a, n) => `${a}${Number(n) + Math.ceil(Number(n) / 3)}`],
  [/\?\? /g, '&& '], [/return (?=[a-z])/g, 'return -'], [/\.some\(/g, '.every('], [/\.every\(/g, '.some('],
]
const NO_CODE = /^\s*(\/\/|\*|\/\*|import|export \{|export \*|export type|export interface|interface|type )|throw new/

/** Every wrong line there could be. */
function* wrongLines() {
  for (const folder of FOLDERS) {
    const names = readdirSync(join(ROOT, 'core', folder)).filter(n => n.endsWith('.ts') && !n.endsWith('.test.ts') && !SPARED.has(n))
    for (const name of names) {
      const file = join('core', folder, name)
      const lines = readFileSync(join(ROOT, file), 'utf8').split('\n')
      for (const [i, line] of lines.entries()) {
        if (NO_CODE.test(line)) continue
        for (const [what, by] of CHANGES) {
          for (const found of line.matchAll(what)) {
            // Not within text, and types are no sums.
            const before = line.slice(0, found.index)
            if ((before.match(/['`"]/g) ?? []).length % 2 === 1) continue
            const there = typeof by === 'string' ? by : by(...found)
            yield { file, folder, line: i, text: before + there + line.slice(found.index + found[0].length), was: line }
          }
        }
      }
    }
  }
}
const copy = mkdtempSync(join(tmpdir(), 'mutants-'))
for (const part of ['core', 'shared', 'package.json', 'vitest.mutants.config.ts'])
  cpSync(join(ROOT, part), join(copy, part), { recursive: true })
symlinkSync(join(ROOT, 'node_modules'), join(copy, 'node_modules'))
const tests = (...of) => run(local('vitest'), [...of, '--config', 'vitest.mutants.config.ts', '--bail', '1', '--silent'], {
  cwd: copy, allowFail: true, timeout: LONGEST_MS, killSignal: 'SIGKILL',
}).status === 0

process.on('exit', () => rmSync(copy, { recursive: true, force: true }))
process.on('SIGINT', () => process.exit(1))
if (!tests('run')) throw new Error('The tests do not pass before anything is planted.')
const next = seeded(seed)
const drawn = [...wrongLines()].map(m => ({ m, by: next() })).sort((a, b) => a.by - b.by).slice(0, count).map(d => d.m)
const score = Object.fromEntries(FOLDERS.map(f => [f, { noticed: 0, of: 0 }]))
for (const { file, folder, line, text, was } of drawn) {
  const path = join(copy, file), whole = readFileSync(path, 'utf8'), lines = whole.split('\n')
  lines[line] = text
  writeFileSync(path, lines.join('\n'))
  // First the tests beside it, then all that lean on it.
  const lived = tests('run', `core/${folder}/`) && tests('related', '--run', file)
  writeFileSync(path, whole)
  score[folder].of++
  if (!lived) score[folder].noticed++
  console.log(`${lived ? 'LIVED  ' : 'noticed'} ${file}:${line + 1}${lived ? `\n    ${was.trim()}\n    ${text.trim()}` : ''}`)
}
const all = Object.values(score)
for (const [folder, { noticed, of }] of Object.entries(score)) console.log(`${folder.padEnd(8)} ${noticed} of ${of}`)
const [noticed, of] = [all.reduce((s, x) => s + x.noticed, 0), all.reduce((s, x) => s + x.of, 0)]
console.log(`${noticed} of ${of} wrong lines noticed, ${Math.round(noticed / of * 100)} % (drawn with seed ${seed})`)
