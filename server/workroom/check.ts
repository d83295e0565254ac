import { once } from 'node:events'
import { createWriteStream } from 'node:fs'
import { join } from 'node:path'
import { finished } from 'node:stream/promises'
import { ENTITY_ROWS, keptForm, PAYLOADS, unkeepable, type EntityName } from '#shared/schemas'
import { ONE_OF } from '#shared/words'
import { invalid } from '../utils/problem'
import { spooledRows } from './spool'
import { unpack } from './unpack'

type Row = Record<string, unknown>
const MOST_SAID = 5
const ENTITY_NAMES = Object.keys(ENTITY_ROWS) as EntityName[]
/** Where the checked rows of an archive lie within its folder. */
const CHECKED = 'checked'

/** How the rows of each entity are read: by what they are, without limits. */
const FORMS = Object.fromEntries(ENTITY_NAMES.map(name => [name, keptForm(ENTITY_ROWS[name])])) as typeof ENTITY_ROWS

/** A row as its entity has it; `readable` is false where only a payload in it cannot be read: it comes in as it went out. */
export function checkedRow(name: EntityName, row: unknown, n: number): { row: Row, readable: boolean } {
  const result = FORMS[name].safeParse(row)
  const field = unkeepable(row)
  if (result.success && field === null) return { row: result.data, readable: true }
  const issues = result.success ? [] : result.error.issues
  const payloads = PAYLOADS[name] ?? []
  if (issues.length > 0 && field === null && issues.every(i => payloads.includes(String(i.path[0])))) {
    const fields = Object.keys(ENTITY_ROWS[name].shape), given = row as Row
    return { row: Object.fromEntries(fields.filter(f => given[f] !== undefined).map(f => [f, given[f]])), readable: false }
  }
  const said = field === null
    ? issues.slice(0, MOST_SAID).map(i => ({ path: i.path, message: i.message }))
    : [{ path: [field], message: 'there is a character in it that cannot be kept.' }]
  throw invalid(said.map(({ path, message }) => ({
    field: ['rows', name, n, ...path].join('.'), message: `File, ${ONE_OF[name]} ${n + 1}: ${message} Nothing was changed.`,
  })))
}

/** What an archive holds, once it lies checked in its folder. */
export interface Checked { head: Row, counts: Record<string, number>, unreadable: number }

/**
 * Lays an archive out on disk and checks every row of it; memory stays flat whatever its size.
 * @throws ProblemError with what is wrong with it
 */
export async function checkArchive(path: string, folder: string): Promise<Checked> {
  const file = await unpack(path, folder), counts: Record<string, number> = {}
  let unreadable = 0
  for (const name of ENTITY_NAMES) {
    let n = 0
    const out = createWriteStream(join(folder, `${CHECKED}-${name}.ndjson`), { mode: 0o600 })
    try {
      for await (const given of file.rows(name)) {
        const { row, readable } = checkedRow(name, given, n++)
        if (!readable) unreadable++
        if (!out.write(`${JSON.stringify(row)}\n`)) await once(out, 'drain')
      }
    } finally {
      out.end()
      await finished(out)
    }
    counts[name] = n
  }
  return { head: file.head, counts, unreadable }
}

/** The checked rows of an entity, one at a time. */
export const checkedRows = (folder: string, name: EntityName): AsyncGenerator<unknown> => spooledRows(folder, `${CHECKED}-${name}`)
