import { createReadStream, createWriteStream, existsSync, type WriteStream } from 'node:fs'
import { once } from 'node:events'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { Writable, type Readable } from 'node:stream'
import { finished, pipeline } from 'node:stream/promises'
import { parserStream } from 'stream-json'

type Token = { name: string, value?: unknown }

/** What is at the head of a file, and how many rows of each list follow. */
export interface Spooled {
  head: Record<string, unknown>
  counts: Record<string, number>
  /** The rows of a list, one at a time. */
  rows: (list: string) => AsyncGenerator<unknown>
}

type Path = readonly (string | number)[]
/** An object or list that has begun; `value` is null where what is in it is handed on instead of kept. */
interface Begun { list: boolean, key: string, n: number, value: Record<string, unknown> | unknown[] | null }

/** The file itself, its `rows`, and each list in them are handed on piece by piece. */
const isHandedOn = (path: Path, list: boolean): boolean =>
  path.length === 0 || (path[0] === 'rows' && (path.length === 1 || (path.length === 2 && list)))

/** No workroom file is nested deeper than this. */
const DEEPEST = 40

/** Puts values together from tokens, and hands each finished one on with its place. */
function gatherer(handOn: (path: Path, value: unknown) => void): (token: Token) => void {
  const begun: Begun[] = []
  const here = (): Path => begun.map(b => (b.list ? b.n : b.key))

  function put(value: unknown): void {
    const within = begun.at(-1)
    if (!within) return
    if (within.value === null) handOn(here(), value)
    else if (Array.isArray(within.value)) within.value.push(value)
    // Not by assigning: a field may bear any name.
    else Object.defineProperty(within.value, within.key, { value, enumerable: true, writable: true, configurable: true })
    within.n++
  }
  function begin(list: boolean): void {
    if (begun.length >= DEEPEST) throw new Error(`nested deeper than ${DEEPEST}`)
    // Only what is near the top is handed on; further down nobody asks where.
    const passes = begun.length <= 2 && isHandedOn(here(), list)
    begun.push({ list, key: '', n: 0, value: passes ? null : list ? [] : {} })
  }
  function end(): void {
    const { value } = begun.pop()!
    if (value !== null) put(value)
    else if (begun.length > 0) begun.at(-1)!.n++
  }
  return ({ name, value }) => {
    switch (name) {
      case 'startObject': return begin(false)
      case 'startArray': return begin(true)
      case 'endObject':
      case 'endArray': return end()
      case 'keyValue': begun.at(-1)!.key = value as string; return
      case 'numberValue': return put(Number(value))
      case 'stringValue': return put(value)
      case 'trueValue': return put(true)
      case 'falseValue': return put(false)
      case 'nullValue': return put(null)
    }
  }
}

/**
 * Lays a workroom's JSON out on disk, a file a list and a row a line, reading it as it comes: memory stays flat whatever its size.
 * @param listOf the name of the list that is taken for one in the file; null where it is left out
 * @throws Error of the parser where it is no JSON, or broke off
 */
export async function spool(json: Readable, folder: string, listOf: (name: string) => string | null): Promise<Spooled> {
  const files = new Map<string, WriteStream>(), counts: Record<string, number> = {}, head: Record<string, unknown> = {}
  let waitFor: WriteStream | null = null
  const take = gatherer((path, value) => {
    const [first, list] = path
    if (path.length === 1 && first !== 'rows') head[String(first)] = value
    const name = path.length === 3 && first === 'rows' ? listOf(String(list)) : null
    if (name === null) return
    let file = files.get(name)
    if (!file) files.set(name, (file = createWriteStream(fileOf(folder, name), { mode: 0o600 })))
    counts[name] = (counts[name] ?? 0) + 1
    if (!file.write(`${JSON.stringify(value)}\n`)) waitFor = file
  })
  const sink = new Writable({
    objectMode: true, highWaterMark: 512,
    write(token: Token, _, done) {
      take(token)
      if (!waitFor) return done()
      const file = waitFor
      waitFor = null
      once(file, 'drain').then(() => done(), done)
    },
  })
  try {
    await pipeline(json, parserStream({ streamValues: false, packValues: true }), sink)
  } finally {
    await Promise.all([...files.values()].map((file) => {
      file.end()
      return finished(file)
    }))
  }
  return {
    head, counts,
    async* rows(list) { if (counts[list]) yield* spooledRows(folder, list) },
  }
}

const fileOf = (folder: string, list: string) => join(folder, `${list}.ndjson`)
/** The rows of a list that was laid out in a folder, one at a time; none where there is no such list. */
export async function* spooledRows(folder: string, list: string): AsyncGenerator<unknown> {
  const path = fileOf(folder, list)
  if (!existsSync(path)) return
  for await (const line of createInterface({ input: createReadStream(path), crlfDelay: Infinity })) yield JSON.parse(line)
}
