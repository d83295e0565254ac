import { Op, fn, col, where as whereFn, type Attributes } from 'sequelize'
import { CLOTH_SHEET, SUPPLY_SHEET, toCsv, type RowRead } from '#shared/csv'
import { clothFields, keptForm, supplyFields, type ClothBody, type Fate, type ImportReport, type SupplyBody } from '#shared/schemas'
import { HELD, transact } from '../db/transaction'
import { ClothFibreRow, ClothRow, SupplyRow } from '../db/models'
import { invalid } from '../utils/problem'
import type { Context } from '../utils/context'
import { onThread } from '../work/lanes'
import { keysOf } from './columns'
import { holdWorkroom } from './workshop'

/** What is kept is compared and written out as it is, whatever limits hold today. */
const clothForm = keptForm(clothFields), supplyForm = keptForm(supplyFields)

const CHUNK = 1000
const chunks = <T>(all: T[]): T[][] =>
  Array.from({ length: Math.ceil(all.length / CHUNK) }, (_, i) => all.slice(i * CHUNK, (i + 1) * CHUNK))
const lowerCodes = (codes: string[]) => whereFn(fn('lower', col('code')), { [Op.in]: codes.map(c => c.toLowerCase()) })
const CLOTH_COLUMNS = keysOf(clothFields.omit({ fibres: true }).shape), SUPPLY_COLUMNS = keysOf(supplyFields.shape)
/** Keys in one order, so that two bodies can be compared as text. */
const asText = (value: object) => JSON.stringify(value, Object.keys(value).sort())

interface Known<B> { id: string, version: number, body: B }
interface Store<B> {
  /** By code in small letters; the rows are held until the transaction ends. */
  known: (workshopId: string, codes: string[]) => Promise<Map<string, Known<B>>>
  create: (workshopId: string, bodies: B[]) => Promise<void>
  /** Whole sets at once. */
  change: (workshopId: string, changed: Known<B>[]) => Promise<void>
}
/** Every column of a body, and what counts its changes. */
const renewed = (fields: readonly string[]) => [...fields, 'version', 'updatedAt']

const clothStore: Store<ClothBody> = {
  async known(workshopId, codes) {
    const rows = await ClothRow.findAll({ where: { [Op.and]: [{ workshopId }, lowerCodes(codes)] }, order: ['id'], lock: HELD })
    const fibres = await ClothFibreRow.findAll({ where: { workshopId, clothId: rows.map(r => r.id) }, order: [['position', 'ASC']] })
    const of = new Map<string, ClothBody['fibres']>()
    for (const f of fibres) of.set(f.clothId, [...(of.get(f.clothId) ?? []), { fibre: f.fibre, sharePct: f.sharePct }])
    return new Map(
      rows.map(r => [
        r.code.toLowerCase(),
        { id: r.id, version: r.version, body: clothForm.parse({ ...r.get({ plain: true }), fibres: of.get(r.id) ?? [] }) },
      ]),
    )
  },
  async create(workshopId, bodies) {
    const rows = await ClothRow.bulkCreate(bodies.map(({ fibres: _, ...b }) => ({ ...b, workshopId })))
    await ClothFibreRow.bulkCreate(
      rows.flatMap((row, i) => bodies[i]!.fibres.map((f, position) => ({ clothId: row.id, workshopId, position, ...f }))),
    )
  },
  async change(workshopId, changed) {
    await ClothRow.bulkCreate(
      changed.map(({ id, version, body: { fibres: _, ...b } }) => ({ ...b, id, workshopId, version: version + 1 })),
      { updateOnDuplicate: renewed(CLOTH_COLUMNS) as (keyof Attributes<ClothRow>)[] },
    )
    await ClothFibreRow.destroy({ where: { workshopId, clothId: changed.map(c => c.id) } })
    await ClothFibreRow.bulkCreate(
      changed.flatMap(({ id, body }) => body.fibres.map((f, position) => ({ clothId: id, workshopId, position, ...f }))),
    )
  },
}

const supplyStore: Store<SupplyBody> = {
  async known(workshopId, codes) {
    const rows = await SupplyRow.findAll({ where: { [Op.and]: [{ workshopId }, lowerCodes(codes)] }, order: ['id'], lock: HELD })
    return new Map(rows.map(r => [
      r.code.toLowerCase(), { id: r.id, version: r.version, body: supplyForm.parse(r.get({ plain: true })) },
    ]))
  },
  async create(workshopId, bodies) {
    await SupplyRow.bulkCreate(bodies.map(b => ({ ...b, workshopId })))
  },
  async change(workshopId, changed) {
    await SupplyRow.bulkCreate(
      changed.map(({ id, version, body }) => ({ ...body, id, workshopId, version: version + 1 })),
      { updateOnDuplicate: renewed(SUPPLY_COLUMNS) as (keyof Attributes<SupplyRow>)[] },
    )
  },
}

/** Every row's fate first; stored all or not at all. The workroom is held: the same file sent twice at once is "same" the second time. */
async function importRows<B extends { code: string }>(
  context: Context,
  read: RowRead<B>[] | string, store: Store<B>, dryRun: boolean,
): Promise<ImportReport> {
  if (typeof read === 'string') throw invalid([{ field: 'csv', message: `File: ${read}` }])
  const { workshopId } = context
  return transact(async () => {
    await holdWorkroom(context)
    const fresh: B[] = [], changed: Known<B>[] = []
    const rows: ImportReport['rows'] = []
    const known = new Map<string, Known<B>>()
    for (const part of chunks(read))
      for (const [code, k] of await store.known(workshopId, part.map(r => r.code))) known.set(code, k)
    for (const row of read) {
      if ('problems' in row) {
        rows.push({ line: row.line, code: row.code, fate: 'refused', problems: row.problems })
        continue
      }
      const before = known.get(row.code.toLowerCase())
      const fate: Fate = !before
        ? 'new'
        : asText(before.body) === asText(row.body) && JSON.stringify(before.body) === JSON.stringify(row.body)
          ? 'same'
          : 'changes'
      if (fate === 'new') fresh.push(row.body)
      else if (fate === 'changes') changed.push({ ...before!, body: row.body })
      rows.push({ line: row.line, code: row.code, fate, problems: [] })
    }
    const counts = { new: 0, changes: 0, same: 0, refused: 0 }
    for (const r of rows) counts[r.fate]++
    const stored = !dryRun && counts.refused === 0
    if (stored) {
      for (const part of chunks(fresh)) await store.create(workshopId, part)
      for (const part of chunks(changed)) await store.change(workshopId, part)
    }
    return { rows, counts, stored }
  })
}

const SPLIT = 'Split the file.'
export const importCloths = async (context: Context, csv: string, dryRun: boolean) =>
  importRows(context, await onThread('judge', 'cloths', csv, { ...context, smaller: SPLIT }), clothStore, dryRun)
export const importSupplies = async (context: Context, csv: string, dryRun: boolean) =>
  importRows(context, await onThread('judge', 'supplies', csv, { ...context, smaller: SPLIT }), supplyStore, dryRun)

export async function exportCloths({ workshopId }: Context): Promise<string> {
  const rows = await ClothRow.findAll({
    where: { workshopId }, include: [{ model: ClothFibreRow, as: 'fibres', separate: true, order: [['position', 'ASC']] }],
    order: [['code', 'ASC']],
  })
  return toCsv(
    CLOTH_SHEET,
    rows.map(r =>
      clothForm.parse({ ...r.get({ plain: true }), fibres: (r.fibres ?? []).map(f => ({ fibre: f.fibre, sharePct: f.sharePct })) }),
    ),
  )
}
export async function exportSupplies({ workshopId }: Context): Promise<string> {
  return toCsv(
    SUPPLY_SHEET,
    (await SupplyRow.findAll({ where: { workshopId }, order: [['code', 'ASC']] })).map(r => supplyForm.parse(r.get({ plain: true }))),
  )
}
