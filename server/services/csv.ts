import { Op, fn, col, where as whereFn, type Transaction } from 'sequelize'
import { CLOTH_SHEET, SUPPLY_SHEET, fromCsv, toCsv, type RowRead } from '#shared/csv'
import { clothFields, supplyFields, type ClothBody, type Fate, type ImportReport, type SupplyBody } from '#shared/schemas'
import { database } from '../db/connection'
import { ClothFibreRow, ClothRow, SupplyRow } from '../db/models'
import { invalid } from '../utils/problem'
import type { Context } from '../utils/context'
import { writeFibres } from './cloths'

const CHUNK = 1000
const chunks = <T>(all: T[]): T[][] =>
  Array.from({ length: Math.ceil(all.length / CHUNK) }, (_, i) => all.slice(i * CHUNK, (i + 1) * CHUNK))
const lowerCodes = (codes: string[]) => whereFn(fn('lower', col('code')), { [Op.in]: codes.map(c => c.toLowerCase()) })
/** Keys in one order, so that two bodies can be compared as text. */
const asText = (value: object) => JSON.stringify(value, Object.keys(value).sort())

interface Store<B> {
  known: (workshopId: string, codes: string[], transaction: Transaction) => Promise<Map<string, { id: string, body: B }>>
  create: (workshopId: string, bodies: B[], transaction: Transaction) => Promise<void>
  change: (workshopId: string, id: string, body: B, transaction: Transaction) => Promise<void>
}

const clothStore: Store<ClothBody> = {
  async known(workshopId, codes, transaction) {
    const rows = await ClothRow.findAll({ where: { [Op.and]: [{ workshopId }, lowerCodes(codes)] }, transaction })
    const fibres = await ClothFibreRow.findAll({ where: { clothId: rows.map(r => r.id) }, order: [['position', 'ASC']], transaction })
    const of = new Map<string, ClothBody['fibres']>()
    for (const f of fibres) of.set(f.clothId, [...(of.get(f.clothId) ?? []), { fibre: f.fibre, sharePct: f.sharePct }])
    return new Map(
      rows.map(r => [
        r.code.toLowerCase(), { id: r.id, body: clothFields.parse({ ...r.get({ plain: true }), fibres: of.get(r.id) ?? [] }) },
      ]),
    )
  },
  async create(workshopId, bodies, transaction) {
    const rows = await ClothRow.bulkCreate(
      bodies.map(({ fibres: _, ...b }) => ({ ...b, workshopId })), { transaction },
    )
    await ClothFibreRow.bulkCreate(
      rows.flatMap((row, i) => bodies[i]!.fibres.map((f, position) => ({ clothId: row.id, workshopId, position, ...f }))),
      { transaction },
    )
  },
  async change(workshopId, id, { fibres, ...body }, transaction) {
    const row = await ClothRow.findByPk(id, { transaction, lock: true })
    row!.set(body)
    row!.changed('note', true)
    await row!.save({ transaction })
    await writeFibres(id, workshopId, fibres, transaction)
  },
}

const supplyStore: Store<SupplyBody> = {
  async known(workshopId, codes, transaction) {
    const rows = await SupplyRow.findAll({ where: { [Op.and]: [{ workshopId }, lowerCodes(codes)] }, transaction })
    return new Map(rows.map(r => [r.code.toLowerCase(), { id: r.id, body: supplyFields.parse(r.get({ plain: true })) }]))
  },
  async create(workshopId, bodies, transaction) {
    await SupplyRow.bulkCreate(bodies.map(b => ({ ...b, workshopId })), { transaction })
  },
  async change(_workshopId, id, body, transaction) {
    const row = await SupplyRow.findByPk(id, { transaction, lock: true })
    await row!.update(body, { transaction })
  },
}

/** Every row's fate first; stored all or not at all. */
async function importRows<B extends { code: string }>(
  { workshopId }: Context,
  read: RowRead<B>[] | string, store: Store<B>, dryRun: boolean,
): Promise<ImportReport> {
  if (typeof read === 'string') throw invalid([{ field: 'csv', message: `File: ${read}` }])
  return database().transaction(async (transaction) => {
    const fresh: B[] = [], changed: { id: string, body: B }[] = []
    const rows: ImportReport['rows'] = []
    const known = new Map<string, { id: string, body: B }>()
    for (const part of chunks(read))
      for (const [code, k] of await store.known(
        workshopId, part.map(r => r.code), transaction,
      ))
        known.set(code, k)
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
      else if (fate === 'changes') changed.push({ id: before!.id, body: row.body })
      rows.push({ line: row.line, code: row.code, fate, problems: [] })
    }
    const counts = { new: 0, changes: 0, same: 0, refused: 0 }
    for (const r of rows) counts[r.fate]++
    const stored = !dryRun && counts.refused === 0
    if (stored) {
      for (const part of chunks(fresh)) await store.create(workshopId, part, transaction)
      for (const c of changed) await store.change(workshopId, c.id, c.body, transaction)
    }
    return { rows, counts, stored }
  })
}

export const importCloths = (context: Context, csv: string, dryRun: boolean) =>
  importRows(context, fromCsv(CLOTH_SHEET, csv), clothStore, dryRun)
export const importSupplies = (context: Context, csv: string, dryRun: boolean) =>
  importRows(context, fromCsv(SUPPLY_SHEET, csv), supplyStore, dryRun)

export async function exportCloths({ workshopId }: Context): Promise<string> {
  const rows = await ClothRow.findAll({
    where: { workshopId }, include: [{ model: ClothFibreRow, as: 'fibres', separate: true, order: [['position', 'ASC']] }],
    order: [['code', 'ASC']],
  })
  return toCsv(
    CLOTH_SHEET,
    rows.map(r =>
      clothFields.parse({ ...r.get({ plain: true }), fibres: (r.fibres ?? []).map(f => ({ fibre: f.fibre, sharePct: f.sharePct })) }),
    ),
  )
}
export async function exportSupplies({ workshopId }: Context): Promise<string> {
  return toCsv(
    SUPPLY_SHEET,
    (await SupplyRow.findAll({ where: { workshopId }, order: [['code', 'ASC']] })).map(r => supplyFields.parse(r.get({ plain: true }))),
  )
}
