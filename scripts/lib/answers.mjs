// Whether the server that was started answers yet, and what it said where it ended instead.
import { existsSync, readFileSync } from 'node:fs'
import http from 'node:http'
import https from 'node:https'

const EVERY_MS = 100, REMINDS_MS = 30_000
/** So many of its last lines are shown. */
const LAST_LINES = 12

/**
 * Asks until there is an answer, whatever it is: how well the server is, it says itself.
 * @param {number} port of this machine
 * @param {{ authority?: string | null, remind?: () => void, remindsMs?: number }} [how] `authority`: by which it is known, over TLS;
 *   `remind` is called every so often while nothing answers
 * @returns {Promise<number>} the status it answers with
 */
export async function untilAnswered(port, { authority = null, remind = () => {}, remindsMs = REMINDS_MS } = {}) {
  const ask = () => new Promise((done) => {
    const { request } = authority ? https : http
    request({ host: '127.0.0.1', port, path: '/api/health', servername: 'localhost', ...(authority ? { ca: authority } : {}) },
      (answer) => {
        answer.resume()
        done(answer.statusCode)
      }).on('error', () => done(null)).end()
  })
  for (let from = Date.now(); ;) {
    const status = await ask()
    if (status !== null) return status
    if (Date.now() - from >= remindsMs) {
      remind()
      from = Date.now()
    }
    await new Promise(done => setTimeout(done, EVERY_MS))
  }
}

/**
 * Why the board is not there any more, for whoever looks at the screen it was started from.
 * @param {number | string | null} by its exit code, or the signal that ended it
 * @param {string} file where what it said lies
 */
export function endedWords(by, file) {
  const lines = existsSync(file) ? readFileSync(file, 'utf8').trimEnd().split('\n').filter(Boolean).slice(-LAST_LINES) : []
  const said = `The last it said:\n\n${lines.map(line => `  ${line}`).join('\n')}\n\nAll of it is in ${file}.`
  const how = typeof by === 'number' ? `exit code ${by}` : by ?? 'nobody knows why'
  return `The server ended by itself (${how}). ${lines.length > 0 ? said : 'It said nothing.'}`
}
