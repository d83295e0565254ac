// npm run chaos:load [-- 200 12000]: so many slow clients that read a list a few bytes at a time, or send their body a byte a second,
// while six others go on working for so many milliseconds, and until each has had three answers. Says how long the others waited, what
// was leaked, and whether anything stood still. It ends by itself.
import { readFileSync } from 'node:fs'
import { connect } from 'node:net'
import { ownServer } from './own-server.mjs'

const [clients = 200, lastsMs = 12_000] = process.argv.slice(2).map(Number)
/** Somebody at work looks at a list, and then at something else. */
const LOOKS_EVERY_MS = 25
/** However slow the machine, everybody looks so often. */
const LEAST_LOOKS = 3
const server = await ownServer('load')
const { hostname, port } = new URL(server.url)
const memoryMB = () =>
  server.pid ? Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1] ?? 0) / 1000) : null
const openFiles = () => (server.pid ? Number(readFileSync(`/proc/${server.pid}/status`, 'utf8').match(/FDSize:\s+(\d+)/)[1]) : null)
const before = { memoryMB: memoryMB(), openFiles: openFiles() }

/** Half of them never finish what they send, half hardly read what they asked for. */
const slow = Array.from({ length: clients }, (_, i) => {
  const socket = connect(Number(port), hostname)
  socket.on('error', () => undefined)
  if (i % 2) {
    socket.write(`GET /api/fabrics?size=100 HTTP/1.1\r\nhost: ${hostname}:${port}\r\n\r\n`)
    socket.pause()
  } else {
    socket.write(
      `POST /api/fabrics HTTP/1.1\r\nhost: ${hostname}:${port}\r\ncontent-type: application/json\r\ncontent-length: 5000\r\n\r\n{`,
    )
  }
  const timer = setInterval(() => (i % 2 ? socket.read(16) : socket.write(' ')), 1000)
  return () => {
    clearInterval(timer)
    socket.destroy()
  }
})
const waits = [],
  failed = []
const until = Date.now() + lastsMs
async function bystander() {
  for (let looks = 0; looks < LEAST_LOOKS || Date.now() < until; looks++) {
    const from = performance.now()
    const answer = await fetch(`${server.url}/api/fabrics?size=20`).catch(() => null)
    if (answer?.ok) {
      await answer.arrayBuffer()
      waits.push(performance.now() - from)
    } else {
      failed.push(answer?.status ?? 0)
    }
    await new Promise(done => setTimeout(done, LOOKS_EVERY_MS))
  }
}
await Promise.all(Array.from({ length: 6 }, bystander))
for (const end of slow) end()
await new Promise(done => setTimeout(done, 2000))
waits.sort((a, b) => a - b)
const at = share => Math.round(waits[Math.min(waits.length - 1, Math.floor(waits.length * share))] ?? 0)
const well = (await fetch(`${server.url}/api/health`)).ok
console.log(
  JSON.stringify({
    slowClients: clients,
    bystanders: { requests: waits.length, failed: failed.length, medianMs: at(0.5), p95Ms: at(0.95), slowestMs: at(1) },
    before,
    after: { memoryMB: memoryMB(), openFiles: openFiles() },
    stillWell: well,
  }),
)
server.down()
process.exit(failed.length === 0 && well ? 0 : 1)
