// npm run chaos:starts [-- 30]: the server, its start script and the database are killed outright, in every order, in the middle of
// writing, so many times. Counts first starts that fail, and what was lost or doubled. On data of its own; it ends by itself.
import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const rounds = Number(process.argv[2] ?? 30)
const LONGEST_START_MS = 90_000
const data = mkdtempSync(join(tmpdir(), 'kills-'))
chmodSync(data, 0o755)
// Before anything that reads it.
process.env.READY_CUFF_DATA = data
const { ROOT, freePort } = await import('../lib/run.mjs')
const { dataFolder } = await import('../lib/postgres.mjs')
const folder = () => dataFolder('postgres')
const port = await freePort()
const url = `http://127.0.0.1:${port}`
const sleep = ms => new Promise(done => setTimeout(done, ms))
const ORDERS = [
  ['server', 'script', 'database'], ['server', 'database', 'script'], ['script', 'server', 'database'],
  ['script', 'database', 'server'], ['database', 'server', 'script'], ['database', 'script', 'server'],
]

/** Starts everything as a person would, once. @returns its process, or null where it did not come up */
async function start() {
  const said = []
  const script = spawn(process.execPath, ['scripts/demo.mjs'], {
    cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, PORT: String(port), READY_CUFF_LOG: 'silent' },
  })
  for (const from of [script.stdout, script.stderr]) from.setEncoding('utf8').on('data', text => said.push(text))
  const from = Date.now()
  while (Date.now() - from < LONGEST_START_MS) {
    if (said.join('').includes('is on the board at')) return { script, said, tookMs: Date.now() - from }
    if (script.exitCode !== null) break
    await sleep(100)
  }
  console.log(said.join(''))
  return null
}
function kill(what, script) {
  const file = { server: join(data, 'server.pid'), database: join(folder(), 'postmaster.pid') }[what]
  const pid = file ? (existsSync(file) ? Number(readFileSync(file, 'utf8').split('\n')[0]) : Number.NaN) : script.pid
  try {
    if (pid > 0) process.kill(pid, 'SIGKILL')
  } catch { /* It is gone already. */ }
}

const json = async path => (await fetch(url + path)).json()
/** Swatches written until the server is gone; those that were answered for must be there, each once. */
function writing(body) {
  const sent = [], answered = new Set()
  let going = true
  const worker = async () => {
    while (going) {
      const clientKey = randomUUID()
      sent.push(clientKey)
      const answer = await fetch(`${url}/api/swatches`, {
        method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ ...body, clientKey }),
      }).catch(() => null)
      if (answer?.ok) answered.add(clientKey)
      else if (!answer) await sleep(5)
    }
  }
  const all = Promise.all([worker(), worker(), worker()])
  return { sent, answered, stop: () => { going = false; return all } }
}
async function kept(fabricId) {
  const keys = []
  for (let page = 1; ; page++) {
    const { rows, total } = await json(`/api/fabrics/${fabricId}/history?size=100&page=${page}`)
    keys.push(...rows.map(t => t.clientKey))
    if (keys.length >= total || rows.length === 0) return keys
  }
}
async function swatch() {
  const [fabrics, supplies, irons] = [await json('/api/fabrics'), await json('/api/supplies'), await json('/api/irons')]
  return {
    fabricId: fabrics.rows.at(-1).id, supplyId: supplies.rows.find(s => s.adhesive).id, ironId: irons[0].id, pressClothId: null,
    surface: 'padded',
    grade: 3, pressedAt: '2026-11-24T10:00:00Z', predicted: { bond: 1, harm: 0, peakC: 120, windowC: [100, 120], worst: null },
    recipe: {
      format: 2, method: 'dry', setting: { label: 'wool', meanC: 150, swingC: 5, origin: 'typical' }, firstSide: 'back', passes: 1,
      holdS: 10, lean: 'weight', pressureKPa: 1, pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS: 10,
    },
  }
}

const tally = { rounds: 0, killed: 0, failedStarts: 0, answered: 0, lost: 0, doubled: 0, slowestStartMs: 0 }
let up = await start(), body = null
const all = new Set()
try {
  for (let round = 0; round < rounds && up; round++) {
    body ??= await swatch()
    const work = writing(body)
    await sleep(700 + (round % 5) * 90)
    for (const what of ORDERS[round % ORDERS.length]) {
      kill(what, up.script)
      tally.killed++
      await sleep((round % 3) * 15)
    }
    await work.stop()
    // Every few rounds the number that the database left behind belongs to something else by now, as after a power cut.
    const left = join(folder(), 'postmaster.pid')
    if (round % 3 === 2 && existsSync(left))
      writeFileSync(left, [process.pid, ...readFileSync(left, 'utf8').split('\n').slice(1)].join('\n'))
    up = await start()
    tally.rounds++
    if (!up) {
      tally.failedStarts++
      up = await start()
      if (!up) break
    }
    tally.slowestStartMs = Math.max(tally.slowestStartMs, up.tookMs)
    for (const key of work.answered) all.add(key)
    const there = await kept(body.fabricId), once = new Set(there)
    tally.answered = all.size
    tally.lost += [...work.answered].filter(key => !once.has(key)).length
    tally.doubled += there.length - once.size
  }
} finally {
  if (up) {
    up.script.kill('SIGTERM')
    for (let i = 0; i < 100 && up.script.exitCode === null; i++) await sleep(100)
  }
  rmSync(folder(), { recursive: true, force: true })
  rmSync(data, { recursive: true, force: true })
}
console.log(JSON.stringify(tally))
process.exit(tally.failedStarts + tally.lost + tally.doubled === 0 && tally.rounds === rounds ? 0 : 1)
