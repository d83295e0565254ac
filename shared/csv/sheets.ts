import Papa from 'papaparse'
import type { z } from 'zod'
import { fromUnit, toUnit, type DisplayUnits, type Unit } from '#core/units'
import { fabricBody, supplyBody, type FabricBody, type SupplyBody } from '../schemas'
import { fibreCalled } from '../terms'
import { CellTrouble, guard, numberCell, unguard, isYes } from './cells'

interface Column<B> {
  name: string
  /** A sample for the template. */
  sample: string
  write: (body: B) => string
  read: (cell: string) => Partial<Record<keyof B, unknown>>
  /** The same in inches, yards, ounces or °F, under a heading that says so. */
  us?: Pick<Column<B>, 'name' | 'sample' | 'write' | 'read'>
}
export interface CsvKind<B> { columns: Column<B>[], schema: z.ZodType<B> }

const text = <B>(name: string, field: keyof B & string, sample: string, otherwise?: unknown): Column<B> => ({
  name, sample, write: b => guard(String(b[field] ?? '')),
  read: cell =>
    cell.trim() === '' && otherwise !== undefined ? ({ [field]: otherwise } as never) : ({ [field]: unguard(cell.trim()) } as never),
})
/** Endings of headings in metric units, each with the one it has in US units and the unit that is meant. */
const US_ENDINGS: readonly (readonly [RegExp, string, Unit])[] = [
  [/_per_m$/, '_per_yd', 'yd'], [/_gsm$/, '_oz_yd2', 'oz/yd²'], [/_mm$/, '_in', 'in'], [/_m$/, '_yd', 'yd'], [/_c$/, '_f', '°F'],
  [/_kpa$/, '_psi', 'psi'],
]
/** Seven figures come back as the same metric one, to what is stored. */
const shortest = (v: number): string => String(Number(v.toPrecision(7)))
const storedFrom = (v: number): number => Number(v.toPrecision(6))
const figure = <B>(name: string, field: keyof B & string, unit: string, sample: string, otherwise: number | null = null): Column<B> => {
  const ending = US_ENDINGS.find(([metric]) => metric.test(name))
  const column: Column<B> = {
    name, sample, write: b => (b[field] == null ? '' : String(b[field])),
    read: cell => ({ [field]: numberCell(name, unit, cell) ?? otherwise }) as never,
  }
  if (!ending) return column
  const [metric, us, shown] = ending, usName = name.replace(metric, us)
  // A price by the yard is less than one by the metre: it is turned the other way.
  const out = (v: number): number => us === '_per_yd' ? v / toUnit(1, 'yd') : toUnit(v, shown)
  const back = (v: number): number => us === '_per_yd' ? v * toUnit(1, 'yd') : fromUnit(v, shown)
  return {
    ...column,
    us: {
      name: usName, sample: sample === '' ? '' : String(Number(out(Number(sample)).toPrecision(3))),
      write: b => (b[field] == null ? '' : shortest(out(Number(b[field])))),
      read: (cell) => {
        const v = numberCell(usName, shown, cell)
        return { [field]: v === null ? otherwise : storedFrom(back(v)) } as never
      },
    },
  }
}
const yes = <B>(name: string, field: keyof B & string, otherwise: boolean): Column<B> => ({
  name, sample: otherwise ? 'yes' : 'no', write: b => (b[field] ? 'yes' : 'no'),
  read: cell => ({ [field]: isYes(name, cell, otherwise) }) as never,
})
const word = <B>(name: string, field: keyof B & string, sample: string, otherwise: unknown): Column<B> => ({
  name, sample, write: b => (b[field] == null ? '' : String(b[field])),
  read: cell => ({ [field]: cell.trim() === '' ? otherwise : cell.trim() }) as never,
})

export const FABRIC_CSV: CsvKind<FabricBody> = {
  schema: fabricBody,
  columns: [
    text('code', 'code', 'T-1'), text('name', 'name', 'Striped ticking'),
    {
      name: 'fibres', sample: 'cotton 60; polyester 40', write: b => b.fibres.map(f => `${f.fibre} ${f.sharePct}`).join('; '),
      read: cell => ({
        fibres: cell.split(/[;+]/).map(p => p.trim()).filter(Boolean).map((part) => {
          const m = /^([a-z0-9]+)\s+([\d.,]+)\s*%?$/i.exec(part)
          if (!m) throw new CellTrouble(`fibres: "${part.slice(0, 30)}" should be a fibre and its share, such as "cotton 60".`)
          return { fibre: fibreCalled(m[1]!) ?? m[1]!, sharePct: numberCell('fibres', '%', m[2]!) }
        }),
      }),
    },
    word('construction', 'construction', 'twill', 'poplin'), figure('mass_gsm', 'massGsm', 'g/m²', '180'),
    word('mass_origin', 'massOrigin', 'measured', 'typical'), figure('thickness_mm', 'thicknessMm', 'mm', '0.4'),
    word('thickness_origin', 'thicknessOrigin', 'measured', 'typical'), yes('may_get_wet', 'mayGetWet', true),
    word('nap', 'nap', 'none', 'none'), word('nap_direction', 'napDirection', 'none', 'none'),
    {
      name: 'finishes', sample: '', write: b => b.finishes.join('; '),
      read: cell => ({
        finishes: cell
          .split(';')
          .map(f => f.trim())
          .filter(Boolean),
      }),
    },
    word('colour', 'colourHex', '#8d99a6', '#8d99a6'), text('lot', 'lot', 'L-12'), figure('width_mm', 'widthMm', 'mm', '1400'),
    figure('stock_m', 'stockM', 'm', '5.5'), figure('give_along_pct', 'giveAlongPct', '%', ''),
    figure('give_across_pct', 'giveAcrossPct', '%', ''), figure('label_iron_c', 'labelIronC', '°C', '150'),
    {
      name: 'label_steam', sample: '', write: b => (b.labelSteam === null ? '' : b.labelSteam ? 'yes' : 'no'),
      read: cell => ({ labelSteam: cell.trim() === '' ? null : isYes('label_steam', cell, true) }),
    },
    text('label_words', 'labelWords', ''), figure('bending_mm', 'bendingAlongMm', 'mm', ''), yes('sheer', 'sheer', false),
    yes('shows_residue', 'showsResidue', false), yes('prewashed', 'prewashed', false), text('note', 'note', ''),
  ],
}

export const SUPPLY_CSV: CsvKind<SupplyBody> = {
  schema: supplyBody,
  columns: [
    text('code', 'code', 'S-1'), text('name', 'name', 'Light woven'), word('family', 'family', 'fusible', 'fusible'),
    word('base', 'base', 'woven', 'woven'), word('base_fibre', 'baseFibre', 'cotton', 'cotton'),
    figure('mass_gsm', 'massGsm', 'g/m²', '60'), figure('thickness_mm', 'thicknessMm', 'mm', '0.25'),
    word('adhesive', 'adhesive', 'polyamide', null), figure('adhesive_gsm', 'adhesiveGsm', 'g/m²', '12', 0),
    word('adhesive_origin', 'adhesiveOrigin', 'typical', 'typical'), word('form', 'form', 'dots', 'dots'),
    word('colour', 'colourHex', '#f5f2ea', '#f5f2ea'), word('instructions', 'instructions', 'maker', 'lost'),
    figure('maker_c', 'makerC', '°C', '150'), figure('maker_hold_s', 'makerHoldS', 's', '12'),
    word('maker_moisture', 'makerMoisture', 'dry', null), figure('maker_pressure_kpa', 'makerPressureKPa', 'kPa', ''),
    word('maker_for', 'makerFor', 'hand', null), word('maker_peel', 'makerPeel', '', null), figure('wash_c', 'washC', '°C', '40'),
    word('tumble', 'tumble', 'no', null), figure('width_mm', 'widthMm', 'mm', '900'), figure('price_per_m', 'pricePerM', '', '4.5'),
    figure('stock_m', 'stockM', 'm', '8', 0), figure('give_pct', 'givePct', '%', ''), figure('overhang_mm', 'overhangMm', 'mm', ''),
    word('hoop', 'hoop', '', null),
    text('lot', 'lot', ''), text('note', 'note', ''),
  ],
}

export type RowRead<B> = { line: number, code: string, body: B } | { line: number, code: string, problems: string[] }

/** The columns as a workroom reads them: their units stand in the headings. */
const columnsOf = <B>(kind: CsvKind<B>, units: DisplayUnits | undefined) =>
  kind.columns.map(c => (units?.length === 'in' && c.us ? c.us : c))
export const toCsv = <B>(kind: CsvKind<B>, bodies: B[], units?: DisplayUnits): string => {
  const columns = columnsOf(kind, units)
  return Papa.unparse({ fields: columns.map(c => c.name), data: bodies.map(b => columns.map(c => c.write(b))) }, { newline: '\r\n' })
}
export const templateOf = <B>(kind: CsvKind<B>, units?: DisplayUnits): string => {
  const columns = columnsOf(kind, units)
  return Papa.unparse({ fields: columns.map(c => c.name), data: [columns.map(c => c.sample)] }, { newline: '\r\n' })
}
/** Headings of sheets that were written before 2026-11-29. */
const FORMER_HEADINGS: Readonly<Record<string, string>> = {
  resin: 'adhesive', resin_gsm: 'adhesive_gsm', resin_origin: 'adhesive_origin', leaflet: 'instructions',
}

/** Reads a file row by row; each row is whole or says what is wrong with it. A file that is no such sheet is one sentence. */
export function fromCsv<B>(kind: CsvKind<B>, csv: string): RowRead<B>[] | string {
  const { data } = Papa.parse<string[]>(csv.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' })
  const head = data[0]?.map(h => h.trim().toLowerCase()).map(h => FORMER_HEADINGS[h] ?? h)
  if (!head) return 'The file is empty.'
  const missing = ['code', 'name'].filter(n => !head.includes(n))
  if (missing.length > 0)
    return `The first line must name the columns; ${missing.join(' and ')} ${missing.length > 1 ? 'are' : 'is'} missing. Take the template.`
  const strange = head.find(h => h !== '' && !kind.columns.some(c => c.name === h || c.us?.name === h))
  if (strange) return `The column "${strange.slice(0, 30)}" is not known here. Take the template.`
  const seen = new Map<string, number>()
  return data.slice(1).map((cells, i): RowRead<B> => {
    const line = i + 2
    const draft: Record<string, unknown> = {}
    const problems: string[] = []
    for (const column of kind.columns) {
      const us = column.us && head.includes(column.us.name) ? column.us : null
      const at = head.indexOf((us ?? column).name)
      try {
        Object.assign(draft, (us ?? column).read(at < 0 ? '' : cells[at] ?? ''))
      } catch (error) {
        if (!(error instanceof CellTrouble)) throw error
        problems.push(error.message)
      }
    }
    const code = String(draft.code ?? '')
    const before = seen.get(code.toLowerCase())
    if (before !== undefined) problems.push(`code: ${code} is already on line ${before}.`)
    seen.set(code.toLowerCase(), line)
    if (problems.length > 0) return { line, code, problems }
    const parsed = kind.schema.safeParse(draft)
    return parsed.success ? { line, code, body: parsed.data } : { line, code, problems: parsed.error.issues.map(issue => issue.message) }
  })
}
