import { Op, fn, col, where as whereFn, type Attributes } from 'sequelize'
import { FABRIC_CSV, SUPPLY_CSV, toCsv, type RowRead } from '#shared/csv'
import { fabricFields, keptForm, supplyFields, type FabricBody, type Fate, type ImportReport, type SupplyBody } from '#shared/schemas'
import { HELD, transact } from '../db/transaction'
import { FabricFibreRow, FabricRow, SupplyRow } from '../db/models'
import { invalid } from '../utils/problem'
import type { Context } from '../utils/context'
import { getWorkroom, holdWorkroom } from './workroom'
import { onThread } from '../work/worker-pool'
import { keysOf } from './sql/columns'

/** What is kept is compared and written out as it is, whatever limits hold today. */
const fabricForm = keptForm(fabricFields), supplyForm = keptForm(supplyFields)

const CHUNK = 1000
const chunks = <T>(all: T[]): T[][] =>
  Array.from({ length: Math.ceil(all.length / CHUNK) }, (_, i) => all.slice(i * CHUNK, (i + 1) * CHUNK))
const lowerCodes = (codes: string[]) => whereFn(fn('lower', col('code')), { [Op.in]: codes.map(c => c.toLowerCase()) })
const FABRIC_COLUMNS = keysOf(fabricFields.omit({ fibres: true }).shape), SUPPLY_COLUMNS = keysOf(supplyFields.shape)

interface Known<B> { id: string, version: number, body: B }
interface Store<B> {
  /** By code in small letters; the rows are held until the transaction ends. */
  known: (workroomId: string, codes: string[]) => Promise<Map<string, Known<B>>>
  create: (workroomId: string, bodies: B[]) => Promise<void>
  /** Whole sets at once. */
  change: (workroomId: string, changed: Known<B>[]) => Promise<void>
}
/** Every column of a body, and what counts its changes. */
const renewed = (fields: readonly string[]) => [...fields, 'version', 'updatedAt']

const fabricStore: Store<FabricBody> = {
  async known(workroomId, codes) {
    const rows = await FabricRow.findAll({ where: { [Op.and]: [{ workroomId }, lowerCodes(codes)] }, order: ['id'], lock: HELD })
    const fibres = await FabricFibreRow.findAll({ where: { workroomId, fabricId: rows.map(r => r.id) }, order: [['position', 'ASC']] })
    const of = new Map<string, FabricBody['fibres']>()
    for (const f of fibres) of.set(f.fabricId, [...(of.get(f.fabricId) ?? []), { fibre: f.fibre, sharePct: f.sharePct }])
    return new Map(
      rows.map(r => [
        r.code.toLowerCase(),
        { id: r.id, version: r.version, body: fabricForm.parse({ ...r.get({ plain: true }), fibres: of.get(r.id) ?? [] }) },
      ]),
    )
  },
  async create(workroomId, bodies) {
    const rows = await FabricRow.bulkCreate(bodies.map(({ fibres: _, ...b }) => ({ ...b, workroomId })))
    await FabricFibreRow.bulkCreate(
      rows.flatMap((row, i) => bodies[i]!.fibres.map((f, position) => ({ fabricId: row.id, workroomId, position, ...f }))),
    )
  },
  async change(workroomId, changed) {
    await FabricRow.bulkCreate(
      changed.map(({ id, version, body: { fibres: _, ...b } }) => ({ ...b, id, workroomId, version: version + 1 })),
      { updateOnDuplicate: renewed(FABRIC_COLUMNS) as (keyof Attributes<FabricRow>)[] },
    )
    await FabricFibreRow.destroy({ where: { workroomId, fabricId: changed.map(c => c.id) } })
    await FabricFibreRow.bulkCreate(
      changed.flatMap(({ id, body }) => body.fibres.map((f, position) => ({ fabricId: id, workroomId, position, ...f }))),
    )
  },
}

const supplyStore: Store<SupplyBody> = {
  async known(workroomId, codes) {
    const rows = await SupplyRow.findAll({ where: { [Op.and]: [{ workroomId }, lowerCodes(codes)] }, order: ['id'], lock: HELD })
    return new Map(rows.map(r => [
      r.code.toLowerCase(), { id: r.id, version: r.version, body: supplyForm.parse(r.get({ plain: true })) },
    ]))
  },
  async create(workroomId, bodies) {
    await SupplyRow.bulkCreate(bodies.map(b => ({ ...b, workroomId })))
  },
  async change(workroomId, changed) {
    await SupplyRow.bulkCreate(
      changed.map(({ id, version, body }) => ({ ...body, id, workroomId, version: version + 1 })),
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
  const { workroomId } = context
  return transact(async () => {
    await holdWorkroom(context)
    const fresh: B[] = [], changed: Known<B>[] = []
    const rows: ImportReport['rows'] = []
    const known = new Map<string, Known<B>>()
    for (const part of chunks(read))
      for (const [code, k] of await store.known(workroomId, part.map(r => r.code))) known.set(code, k)
    for (const row of read) {
      if ('problems' in row) {
        rows.push({ line: row.line, code: row.code, fate: 'refused', problems: row.problems })
        continue
      }
      const before = known.get(row.code.toLowerCase())
      const fate: Fate = !before
        ? 'new'
        : JSON.stringify(before.body) === JSON.stringify(row.body)
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
      for (const part of chunks(fresh)) await store.create(workroomId, part)
      for (const part of chunks(changed)) await store.change(workroomId, part)
    }
    return { rows, counts, stored }
  })
}

const SPLIT = 'Split the file.'
export const importFabrics = async (context: Context, csv: string, dryRun: boolean) =>
  importRows(context, await onThread('judge', 'fabrics', csv, { ...context, smaller: SPLIT }), fabricStore, dryRun)
export const importSupplies = async (context: Context, csv: string, dryRun: boolean) =>
  importRows(context, await onThread('judge', 'supplies', csv, { ...context, smaller: SPLIT }), supplyStore, dryRun)

export async function exportFabrics(context: Context): Promise<string> {
  const { workroomId } = context
  const rows = await FabricRow.findAll({
    where: { workroomId }, include: [{ model: FabricFibreRow, as: 'fibres', separate: true, order: [['position', 'ASC']] }],
    order: [['code', 'ASC']],
  })
  return toCsv(
    FABRIC_CSV,
    rows.map(r =>
      fabricForm.parse({ ...r.get({ plain: true }), fibres: (r.fibres ?? []).map(f => ({ fibre: f.fibre, sharePct: f.sharePct })) }),
    ),
    (await getWorkroom(context)).units,
  )
}
export async function exportSupplies(context: Context): Promise<string> {
  const { workroomId } = context
  return toCsv(
    SUPPLY_CSV,
    (await SupplyRow.findAll({ where: { workroomId }, order: [['code', 'ASC']] })).map(r => supplyForm.parse(r.get({ plain: true }))),
    (await getWorkroom(context)).units,
  )
}
