// npm start: a workroom of one's own. Its data lies in a folder of its own, and what is in it stays. `--house` opens it to the other
// devices of the house, over TLS.
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

// Set before anything reads where the data lies.
process.env.READY_CUFF_DATA ??= join(resolve(dirname(fileURLToPath(import.meta.url)), '..'), '.data', 'own')
const { serve } = await import('./serve.mjs')
await serve({ demo: false, port: 4320, house: process.argv.includes('--house') })
