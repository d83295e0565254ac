import Papa from 'papaparse'
import type { Reading } from '#core/iron'
import { CellTrouble, numberCell, unguard } from './cells'

const COLUMNS = ['iron', 'setting', 'seconds', 'celsius'] as const

/** Readings of one setting of one iron, as they stand in a file. */
export interface Trace {
  /** Line of its first reading. */
  line: number
  iron: string
  setting: string
  readings: Reading[]
  problems: string[]
}

export const calibrationTemplate = (): string =>
  Papa.unparse(
    {
      fields: [...COLUMNS],
      data: [
        ['Harbour iron', 'synthetic', '0', '21'], ['Harbour iron', 'synthetic', '2', '25.1'],
      ],
    },
    { newline: '\r\n' },
  )

/** Groups a file of readings by iron and setting; a file that is no such sheet is one sentence. */
export function tracesFromCsv(csv: string): Trace[] | string {
  const { data } = Papa.parse<string[]>(csv.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' })
  const head = data[0]?.map(h => h.trim().toLowerCase())
  if (!head) return 'The file is empty.'
  const missing = COLUMNS.filter(c => !head.includes(c))
  if (missing.length > 0) {
    const wanted = `${COLUMNS.slice(0, -1).join(', ')} and ${COLUMNS.at(-1)}`
    return `The first line must name the columns ${wanted}; ${missing.join(', ')} is missing. Take the template.`
  }
  const traces = new Map<string, Trace>()
  data.slice(1).forEach((cells, i) => {
    const line = i + 2
    const cell = (column: typeof COLUMNS[number]) => (cells[head.indexOf(column)] ?? '').trim()
    const iron = unguard(cell('iron')), setting = unguard(cell('setting'))
    const key = `${iron.toLowerCase()}\n${setting.toLowerCase()}`
    const trace = traces.get(key) ?? { line, iron, setting, readings: [], problems: [] }
    traces.set(key, trace)
    try {
      const atS = numberCell('seconds', 's', cell('seconds')), c = numberCell('celsius', '°C', cell('celsius'))
      if (atS === null || c === null) throw new CellTrouble('seconds and celsius: both need a number.')
      trace.readings.push({ atS, c })
    } catch (error) {
      if (!(error instanceof CellTrouble)) throw error
      if (trace.problems.length < 3) trace.problems.push(`line ${line}: ${error.message}`)
    }
  })
  return [...traces.values()]
}
