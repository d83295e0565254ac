import { existsSync, readFileSync } from 'node:fs'
import { mkdir, mkdtemp, readdir, rm } from 'node:fs/promises'
import { hostname, tmpdir } from 'node:os'
import { join } from 'node:path'

/** Files that live no longer than a request lie here, in a folder a server: what a killed one left is known by its number. */
const ALL = () => join(tmpdir(), `ready-cuff-${process.getuid?.() ?? 0}`)
const OWN = () => join(ALL(), `${hostname()}-${process.pid}`)

/** A folder for one piece of work, gone again when that has ended, however it did. */
export async function withWorkspace<T>(what: string, work: (folder: string) => Promise<T>): Promise<T> {
  await mkdir(OWN(), { recursive: true, mode: 0o700 })
  const folder = await mkdtemp(join(OWN(), `${what}-`))
  try {
    return await work(folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/** Is there a server of this number on this machine? The number of one that was killed may be another program's by now. */
function isServing(pid: number): boolean {
  if (pid === process.pid) return true
  try {
    if (process.platform === 'linux') return existsSync(`/proc/${pid}`) && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('node')
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}

/** Takes away what servers of this machine left that were killed. @returns how many folders */
export async function clearLeftovers(): Promise<number> {
  const prefix = `${hostname()}-`
  const left = (await readdir(ALL()).catch(() => [] as string[]))
    .filter(name => name.startsWith(prefix) && !isServing(Number(name.slice(prefix.length))))
  for (const name of left) await rm(join(ALL(), name), { recursive: true, force: true })
  return left.length
}
