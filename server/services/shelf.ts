import { UniqueConstraintError, type Attributes, type Transaction } from 'sequelize'
import {
  MOST, supplyFields, type Cover, type Iron, type IronBody, type Page, type Supply, type SupplyBody, type SupplyQuery,
} from '#shared/schemas'
import { database } from '../db/connection'
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
    database().transaction(async (transaction) => {
      const row = await SupplyRow.findOne({ where: { id, workshopId }, transaction, lock: true })
      if (!row) throw notFound('supply')
      if (row.version !== version) throw conflict('supply', toSupply(row.get({ plain: true })), { ...body, version })
      await row.update(body, { transaction })
      return toSupply(row.get({ plain: true }))
    }),
  )
}

const withStops = { model: IronStopRow, as: 'stops', separate: true, order: [['position', 'ASC']] as [string, string][] }

function toIron(row: IronRow): Iron {
  const p = row.get({ plain: true })
  return {
    id: p.id, name: p.name, kind: p.kind, shutsOffAfterS: p.shutsOffAfterS, note: p.note, version: p.version,
    updatedAt: p.updatedAt.toISOString(),
    stops: (row.stops ?? []).map(s => ({ label: s.label, meanC: s.meanC, swingC: s.swingC, origin: s.origin })),
  }
}

export async function listIrons({ workshopId }: Context): Promise<Iron[]> {
  return (await IronRow.findAll({ where: { workshopId }, include: [withStops], order: [['name', 'ASC']] })).map(toIron)
}

export async function getIron({ workshopId }: Context, id: string): Promise<Iron> {
  const row = await IronRow.findOne({ where: { id, workshopId }, include: [withStops] })
  if (!row) throw notFound('iron')
  return toIron(row)
}

const writeStops = (ironId: string, workshopId: string, stops: IronBody['stops'], transaction: Transaction) =>
  IronStopRow.bulkCreate(stops.map((s, position) => ({ ironId, workshopId, position, ...s })), { transaction })

export async function createIron(context: Context, { stops, ...body }: IronBody): Promise<Iron> {
  const { workshopId } = context
  const id = await database().transaction(async (transaction) => {
    await holdWorkroom(context)
    if (await IronRow.count({ where: { workshopId } }) >= MOST.irons)
      throw invalid([{ field: 'name', message: `Irons: ${MOST.irons} are kept at the most.` }])
    const row = await IronRow.create({ ...body, workshopId }, { transaction })
    await writeStops(row.id, workshopId, stops, transaction)
    return row.id
  })
  return getIron(context, id)
}

export async function updateIron(context: Context, id: string, { version, stops, ...body }: IronBody & { version: number }): Promise<Iron> {
  const { workshopId } = context
  await database().transaction(async (transaction) => {
    const row = await IronRow.findOne({ where: { id, workshopId }, transaction, lock: true })
    if (!row) throw notFound('iron')
    if (row.version !== version) throw conflict('iron', await getIron(context, id), { ...body, stops, version })
    row.set(body)
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
