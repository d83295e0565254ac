import { QueryTypes, UniqueConstraintError, type Attributes, type Transaction } from 'sequelize'
import {
  MOST, supplyFields, type Cover, type Iron, type IronBody, type Page, type SoleSince, type Supply, type SupplyBody, type SupplyQuery,
} from '#shared/schemas'
import { database } from '../db/connection'
import { HELD, transact } from '../db/transaction'
import { CoverRow, IronRow, IronStopRow, SupplyRow } from '../db/models'
import { conflict, invalid, notFound, taken } from '../utils/problem'
import type { Context } from '../utils/context'
import { columnsOf, keysOf, pick } from './columns'
import { findPage } from './search'
import { holdWorkroom } from './workshop'

const FIELDS = keysOf(supplyFields.shape)

/** The one mapper from a supply's row to what crosses the wire. */
export const toSupply = (columns: Attributes<SupplyRow>): Supply => ({
  id: columns.id, ...pick(columns, FIELDS), version: columns.version, updatedAt: new Date(columns.updatedAt).toISOString(),
  used: columns.used,
})
export const listedSupply = (row: object): Supply => toSupply(columnsOf(SupplyRow, row))

export async function listSupplies(
  { workshopId }: Context, { q, page, size, family, resin, stocked, gives }: SupplyQuery,
): Promise<Page<Supply>> {
  const { rows, total } = await findPage<object>({
    workshopId, table: 'supply', q, page, size, values: { family, resin },
    filters: [
      ...(family ? ['c.family = :family'] : []), ...(resin ? ['c.resin = :resin'] : []), ...(stocked ? ['c.stock_m > 0'] : []),
      ...(gives ? ['(c.give_pct > 5 or c.base = \'knit\')'] : []),
    ],
  })
  return { rows: rows.map(listedSupply), total, page, size }
}

export async function getSupply({ workshopId }: Context, id: string): Promise<Supply> {
  const row = await SupplyRow.findOne({ where: { id, workshopId } })
  if (!row) throw notFound('supply')
  return toSupply(row.get({ plain: true }))
}

async function codeIsFree<T>(code: string, write: () => Promise<T>): Promise<T> {
  try {
    return await write()
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw taken('code', `Code: ${code} is taken by another supply. Choose another.`)
    throw error
  }
}

export async function createSupply({ workshopId }: Context, body: SupplyBody): Promise<Supply> {
  const row = await codeIsFree(body.code, () => SupplyRow.create({ ...body, workshopId }))
  return toSupply((await row.reload()).get({ plain: true }))
}

export async function updateSupply(
  { workshopId }: Context, id: string, { version, ...body }: SupplyBody & { version: number },
): Promise<Supply> {
  return codeIsFree(body.code, () =>
    transact(async (transaction) => {
      const row = await SupplyRow.findOne({ where: { id, workshopId }, transaction, lock: HELD })
      if (!row) throw notFound('supply')
      if (row.version !== version) throw conflict('supply', toSupply(row.get({ plain: true })), { ...body, version })
      await row.update(body, { transaction })
      return toSupply(row.get({ plain: true }))
    }),
  )
}

const withStops = { model: IronStopRow, as: 'stops', separate: true, order: [['position', 'ASC']] as [string, string][] }

const NEVER_PRESSED: SoleSince = { bare: 0, fused: 0 }
function toIron(row: IronRow, since: SoleSince): Iron {
  const p = row.get({ plain: true })
  return {
    id: p.id, name: p.name, kind: p.kind, shutsOffAfterS: p.shutsOffAfterS, note: p.note, water: p.water, bookWater: p.bookWater,
    cleanedAt: p.cleanedAt?.toISOString() ?? null, since, version: p.version, updatedAt: p.updatedAt.toISOString(),
    stops: (row.stops ?? []).map(s => ({ label: s.label, meanC: s.meanC, swingC: s.swingC, origin: s.origin })),
  }
}

export async function listIrons({ workshopId }: Context): Promise<Iron[]> {
  const rows = await IronRow.findAll({ where: { workshopId }, include: [withStops], order: [['name', 'ASC']] })
  const since = await soleSince(rows.map(i => i.id))
  return rows.map(i => toIron(i, since.get(i.id) ?? NEVER_PRESSED))
}

/** Touches with resin since each sole was cleaned, told by runs and swatches. */
async function soleSince(ironIds: readonly string[]): Promise<Map<string, SoleSince>> {
  if (ironIds.length === 0) return new Map()
  const rows = await database().query<SoleSince & { id: string }>(`
    select i.id, coalesce(sum(n.fused), 0)::int as fused, coalesce(sum(n.bare), 0)::int as bare from iron i left join lateral (
      select count(*) as fused, count(*) filter (where o.cover_id is null) as bare
        from run_operation o join run_event e on e.run_id = o.run_id and e.op = o.id and e.kind = 'down'
        where o.iron_id = i.id and o.supply_id is not null and (i.cleaned_at is null or e.at > i.cleaned_at)
      union all
      select count(*), count(*) filter (where t.cover_id is null) from trial t
        where t.iron_id = i.id and (i.cleaned_at is null or t.pressed_at > i.cleaned_at)
    ) n on true where i.id in (:ironIds) group by i.id`, { type: QueryTypes.SELECT, replacements: { ironIds: [...ironIds] } })
  return new Map(rows.map(({ id, ...since }) => [id, since]))
}

export async function getIron({ workshopId }: Context, id: string): Promise<Iron> {
  const row = await IronRow.findOne({ where: { id, workshopId }, include: [withStops] })
  if (!row) throw notFound('iron')
  return toIron(row, (await soleSince([id])).get(id) ?? NEVER_PRESSED)
}

const writeStops = (ironId: string, workshopId: string, stops: IronBody['stops'], transaction: Transaction) =>
  IronStopRow.bulkCreate(stops.map((s, position) => ({ ironId, workshopId, position, ...s })), { transaction })

const dateOf = (iso: string | null): Date | null => (iso === null ? null : new Date(iso))

export async function createIron(context: Context, { stops, ...body }: IronBody): Promise<Iron> {
  const { workshopId } = context
  const id = await transact(async (transaction) => {
    await holdWorkroom(context)
    if (await IronRow.count({ where: { workshopId } }) >= MOST.irons)
      throw invalid([{ field: 'name', message: `Irons: ${MOST.irons} are kept at the most.` }])
    const row = await IronRow.create({ ...body, cleanedAt: dateOf(body.cleanedAt), workshopId }, { transaction })
    await writeStops(row.id, workshopId, stops, transaction)
    return row.id
  })
  return getIron(context, id)
}

export async function updateIron(context: Context, id: string, { version, stops, ...body }: IronBody & { version: number }): Promise<Iron> {
  const { workshopId } = context
  await transact(async (transaction) => {
    const row = await IronRow.findOne({ where: { id, workshopId }, transaction, lock: HELD })
    if (!row) throw notFound('iron')
    if (row.version !== version) throw conflict('iron', await getIron(context, id), { ...body, stops, version })
    row.set({ ...body, cleanedAt: dateOf(body.cleanedAt) })
    row.changed('note', true)
    await row.save({ transaction })
    await IronStopRow.destroy({ where: { ironId: id }, transaction })
    await writeStops(id, workshopId, stops, transaction)
  })
  return getIron(context, id)
}

export async function listCovers({ workshopId }: Context): Promise<Cover[]> {
  const rows = await CoverRow.findAll({ where: { workshopId }, order: [['name', 'ASC']] })
  return rows.map(r => ({ id: r.id, name: r.name, kind: r.kind, version: r.version }))
}
