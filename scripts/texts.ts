// npm run texts [-- --list]: every text that a person can read, counted by folder; words that the trade does not use, and units that are
// written out instead of coming from the workroom's system of measure. With --list each text is printed with its place.
import { fileURLToPath } from 'node:url'
import { OLD_WORDS, textsOf, UNIT_LITERAL } from './lib/texts'

const texts = textsOf(fileURLToPath(new URL('..', import.meta.url)))
if (process.argv.includes('--list')) for (const t of texts) console.log(`${t.file}:${t.line}\t${t.text.replaceAll(/\s+/g, ' ')}`)

const byFolder = new Map<string, number>()
for (const { file } of texts) {
  const folder = file.split('/').slice(0, 2).join('/')
  byFolder.set(folder, (byFolder.get(folder) ?? 0) + 1)
}
for (const [folder, count] of [...byFolder].sort((a, b) => b[1] - a[1])) console.log(`${String(count).padStart(6)}  ${folder}`)
const old = texts.filter(t => OLD_WORDS.some(w => w.test(t.text)))
for (const t of old) console.log(`old word: ${t.file}:${t.line}  ${t.text.trim()}`)
const units = texts.filter(t => t.file.startsWith('app/') && UNIT_LITERAL.test(t.text))
console.log(`${texts.length} texts, ${old.length} with old words, ${units.length} units written out on screens`)
