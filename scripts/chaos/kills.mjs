// npm run chaos:kills [-- 200]: a session is pressed through the real interface while the server, the database, the browser's tab, the
// whole
// browser and the network are killed in turn in the middle of it, so many times. Whatever the board showed as having happened must be in
// the database afterwards, once. On data of its own; it ends by itself.
import { execFileSync, spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, selectors } from '@playwright/test'
import { ROOT, TSX, freePort, local, run } from '../lib/run.mjs'
import { ensureBuilt, ensureChromium } from '../lib/setup.mjs'
import { dataFolder, startDatabase } from '../lib/postgres.mjs'

const kills = Number(process.argv[2] ?? 200)
const WHAT = ['server', 'database', 'tab', 'network', 'browser']
const sleep = ms => new Promise(done => setTimeout(done, ms))
const executablePath = process.env.CHROMIUM ?? ensureChromium()
ensureBuilt()
const name = `kills-${process.pid}`
let database = await startDatabase(name)
const env = { ...process.env, DATABASE_URL: database.url, READY_CUFF_LOG: 'silent' }
run(local('tsx'), [...TSX, 'scripts/migrate.ts'], { env })
run(local('tsx'), [...TSX, 'scripts/seed.ts'], { env })
const port = await freePort()
const url = `http://127.0.0.1:${port}`
const profile = mkdtempSync(join(tmpdir(), 'kills-'))

let server = null
async function serverUp() {
  server = spawn(process.execPath, [join(ROOT, '.output/server/index.mjs')], {
    cwd: ROOT, stdio: 'ignore',
    env: {
      ...env, DATABASE_URL: database.url, NODE_ENV: 'production', NITRO_HOST: '127.0.0.1', HOST: '127.0.0.1', NITRO_PORT: String(port),
      PORT: String(port), NUXT_PUBLIC_CLOCK_RATE: '60', READY_CUFF_BACKUPS: join(profile, 'backups'),
    },
  })
  for (let i = 0; i < 300 && !(await fetch(`${url}/api/health`).catch(() => null))?.ok; i++) await sleep(50)
}
const gone = child => new Promise((done) => {
  if (!child || child.exitCode !== null || child.signalCode !== null) done()
  else {
    child.once('exit', done)
    child.kill('SIGKILL')
  }
})
await serverUp()

const json = async (path, options) => {
  const answer = await fetch(url + path, options && {
    method: options.method ?? 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(options.body),
  })
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`)
  return answer.json()
}
/** A job of many small pieces, so that there is always something to press. */
async function newJob(n) {
  const [fabrics, supplies] = [await json('/api/fabrics?q=TW-01'), await json('/api/supplies?q=B-20')]
  const fabricId = fabrics.rows[0].id, supplyId = supplies.rows.find(s => s.code === 'B-20').id
  const job = await json('/api/jobs', {
    body: {
      name: `Kills ${n}`, garment: 'Swatch', washC: 30, tumble: 'no', dryClean: false, fabrics: [{ fabricId, place: 'collar', supplyId }],
    },
  })
  const piece = (title, block, measures, count) => ({
    id: randomUUID(), name: title, fabricId, place: 'collar', count, pair: false, grain: 'any', oneWay: false, inset: null,
    shape: { format: 1, kind: 'block', block, measures }, allowances: { seam: 10, hem: 10, front: 10 }, interfacingId: supplyId,
    foamId: null,
    webId: null,
  })
  await json(`/api/jobs/${job.id}/pieces`, {
    method: 'PUT',
    body: {
      version: 0,
      pieces: [
        piece('Strip', 'strip', { long: 420, wide: 80 }, 60), piece('Flap', 'flap', { wide: 120, high: 55, corner: 0, slant: 0 }, 60),
      ],
    },
  })
  return job
}

let context = null, page = null
async function browserUp() {
  context = await chromium.launchPersistentContext(profile, {
    executablePath, headless: true, viewport: { width: 1280, height: 800 },
    args: [
      '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update',
      '--disable-sync',
    ],
  })
  page = context.pages()[0] ?? await context.newPage()
}
/** The board with the session on it; while the server is away, out of what the browser keeps. */
async function toSession() {
  for (let i = 0; i < 60; i++) {
    try {
      await page.goto(`${url}/press`, { timeout: 8000 })
      await page.getByRole('tab', { name: /Session/ }).click({ timeout: 8000 })
      await page.getByTestId('session').or(page.getByText('No session yet')).first().waitFor({ timeout: 8000 })
      if (await page.getByTestId('session').isVisible()) return
    } catch { /* Once more: what it stands on comes up meanwhile. */ }
    await sleep(300)
  }
  throw new Error('the run did not come back')
}
selectors.setTestIdAttribute('data-test')
await browserUp()

async function beginSession(n) {
  const job = await newJob(n)
  await page.goto(`${url}/today`)
  await page.getByTestId('jobs').getByRole('listitem').filter({ hasText: job.name }).getByRole('button').first().click()
  await page.waitForURL(u => !u.pathname.includes('today'))
  await page.goto(`${url}/press`)
  await page.getByRole('tab', { name: /Plan/ }).click()
  const begin = page.getByRole('button', { name: /Begin session/ })
  for (let i = 0; i < 200 && !(await begin.isEnabled().catch(() => false)); i++) await sleep(200)
  await begin.click()
  await page.getByTestId('session').waitFor()
  await page.keyboard.press('d')
  await page.waitForFunction(() => navigator.serviceWorker?.controller, null, { timeout: 20_000 }).catch(() => undefined)
  return job
}
/** The last thing that the board shows as having happened. */
const shown = () => page.getByTestId('session').getAttribute('data-last', { timeout: 4000 })
const seen = new Set()
/** Presses the key at what stands there, and notes what the board then shows. */
async function press() {
  const now = await page.getByTestId('now').textContent({ timeout: 4000 })
  if (await page.getByTestId('edge').isVisible()) await page.keyboard.press('h')
  else if (/^(Set down|Warm|Hold|Lift|Lay|Turn)/.test(now)) await page.keyboard.press(' ')
  await sleep(15)
  const key = await shown()
  if (key) seen.add(key)
  return !/All pressed/.test(now)
}
/** Presses until it is told to stop, whatever happens meanwhile. */
function pressing() {
  let on = true
  const done = (async () => {
    while (on) await press().catch(() => sleep(50))
  })()
  return { stop: () => { on = false; return done } }
}

const tally = { kills: 0, runs: 0, events: 0, lost: 0, doubled: 0, notBack: 0, slowestBackMs: 0 }
const jobs = []
const from = Date.now()
try {
  jobs.push(await beginSession(0))
  while (tally.kills < kills) {
    if (tally.kills > 0 && tally.kills % 50 === 0) jobs.push(await beginSession(jobs.length))
    const what = WHAT[tally.kills % WHAT.length]
    const hand = pressing()
    await sleep(250 + (tally.kills * 37) % 400)
    if (what === 'server') {
      await gone(server)
      await sleep(400)
      await serverUp()
    } else if (what === 'database') {
      const pid = Number(readFileSync(join(dataFolder(name), 'postmaster.pid'), 'utf8').split('\n')[0])
      process.kill(pid, 'SIGKILL')
      await sleep(300)
      database = await startDatabase(name)
      // It may have come up on another port: the server is given the new one.
      await gone(server)
      await serverUp()
    } else if (what === 'tab') {
      const dead = page
      page = await context.newPage()
      await Promise.race([dead.goto('chrome://crash').catch(() => undefined), sleep(500)])
      await dead.close().catch(() => undefined)
    } else if (what === 'network') {
      await context.setOffline(true)
      await sleep(500)
      await context.setOffline(false)
    } else {
      // The whole browser, all of its processes at once: those that were started on this profile.
      const own = execFileSync('pgrep', ['-f', profile], { encoding: 'utf8' }).trim().split('\n').map(Number)
      for (const pid of own) {
        try {
          if (pid !== process.pid) process.kill(pid, 'SIGKILL')
        } catch { /* It is gone already. */ }
      }
      await context.close().catch(() => undefined)
      await sleep(200)
      rmSync(join(profile, 'SingletonLock'), { force: true })
      await browserUp()
    }
    await hand.stop()
    tally.kills++
    const back = Date.now()
    await toSession().catch(() => { tally.notBack++ })
    tally.slowestBackMs = Math.max(tally.slowestBackMs, Date.now() - back)
  }
  // Everything that waits goes out.
  for (let i = 0; i < 300 && await page.getByTestId('waiting').isVisible().catch(() => true); i++) await sleep(100)
  await sleep(500)
  const kept = []
  for (const job of jobs) {
    for (const head of await json(`/api/jobs/${job.id}/sessions`)) {
      const { events } = await json(`/api/sessions/${head.id}`)
      kept.push(...events.map(e => e.key))
      tally.runs++
    }
  }
  const once = new Set(kept)
  tally.events = seen.size
  tally.lost = [...seen].filter(key => !once.has(key)).length
  tally.doubled = kept.length - once.size
} finally {
  await context.close().catch(() => undefined)
  await gone(server)
  database.remove()
  rmSync(profile, { recursive: true, force: true })
}
console.log(JSON.stringify({ ...tally, tookS: Math.round((Date.now() - from) / 1000) }))
process.exit(tally.lost + tally.doubled + tally.notBack === 0 ? 0 : 1)
