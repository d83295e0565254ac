import { QueryTypes, UniqueConstraintError, type Attributes, type Transaction } from 'sequelize'
import {
  MOST, supplyFields, type PressCloth, type Iron, type IronBody, type Page, type SoleSince, type Supply, type SupplyBody, type SupplyQuery,
} from '#shared/schemas'
import { database } from '../db/connection'
import { HELD, transact } from '../db/transaction'
import { PressClothRow, IronRow, IronSettingRow, SupplyRow } from '../db/models'
import { conflict, invalid, notFound, taken } from '../utils/problem'
import type { Context } from '../utils/context'
import { columnsOf, keysOf, pick } from './sql/columns'
import { findPage } from './sql/search'
import { holdWorkroom } from './workroom'

const FIELDS = keysOf(supplyFields.shape)

/** The one mapper from a supply's row to what crosses the wire. */
export const toSupply = (columns: Attributes<SupplyRow>): Supply => ({
  id: columns.id, ...pick(columns, FIELDS), version: columns.version, updatedAt: new Date(columns.updatedAt).toISOString(),
  used: columns.used,
})
export const listedSupply = (row: object): Supply => toSupply(columnsOf(SupplyRow, row))

export async function listSupplies(
  { workroomId }: Context, { q, page, size, family, adhesive, stocked, gives }: SupplyQuery,
): Promise<Page<Supply>> {
  const { rows, total } = await findPage<object>({
    workroomId, table: 'supply', q, page, size, values: { family, adhesive },
    filters: [
      ...(family ? ['c.family = :family'] : []), ...(adhesive ? ['c.adhesive = :adhesive'] : []), ...(stocked ? ['c.stock_m > 0'] : []),
      ...(gives ? ['(c.give_pct > 5 or c.base = \'knit\')'] : []),
    ],
  })
  return { rows: rows.map(listedSupply), total, page, size }
}

export async function getSupply({ workroomId }: Context, id: string): Promise<Supply> {
  const row = await SupplyRow.findOne({ where: { id, workroomId } })
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

export async function createSupply({ workroomId }: Context, body: SupplyBody): Promise<Supply> {
  const row = await codeIsFree(body.code, () => SupplyRow.create({ ...body, workroomId }))
  return toSupply((await row.reload()).get({ plain: true }))
}

export async function updateSupply(
  { workroomId }: Context, id: string, { version, ...body }: SupplyBody & { version: number },
): Promise<Supply> {
  return codeIsFree(body.code, () =>
    transact(async (transaction) => {
      const row = await SupplyRow.findOne({ where: { id, workroomId }, transaction, lock: HELD })
      if (!row) throw notFound('supply')
      if (row.version !== version) throw conflict('supply', toSupply(row.get({ plain: true })), { ...body, version })
      await row.update(body, { transaction })
      return toSupply(row.get({ plain: true }))
    }),
  )
}

const withSettings = { model: IronSettingRow, as: 'settings', separate: true, order: [['position', 'ASC']] as [string, string][] }

const NEVER_PRESSED: SoleSince = { bare: 0, fused: 0 }
function toIron(row: IronRow, since: SoleSince): Iron {
  const p = row.get({ plain: true })
  return {
    id: p.id, name: p.name, kind: p.kind, shutsOffAfterS: p.shutsOffAfterS, note: p.note, water: p.water, bookWater: p.bookWater,
    cleanedAt: p.cleanedAt?.toISOString() ?? null, since, version: p.version, updatedAt: p.updatedAt.toISOString(),
    settings: (row.settings ?? []).map(s => ({ label: s.label, meanC: s.meanC, swingC: s.swingC, origin: s.origin })),
  }
}

export async function listIrons({ workroomId }: Context): Promise<Iron[]> {
  const rows = await IronRow.findAll({ where: { workroomId }, include: [withSettings], order: [['name', 'ASC']] })
  const since = await soleSince(rows.map(i => i.id))
  return rows.map(i => toIron(i, since.get(i.id) ?? NEVER_PRESSED))
}

/** Touches with adhesive since each sole was cleaned, told by sessions and swatches. */
async function soleSince(ironIds: readonly string[]): Promise<Map<string, SoleSince>> {
  if (ironIds.length === 0) return new Map()
  const rows = await database().query<SoleSince & { id: string }>(`
    select i.id, coalesce(sum(n.fused), 0)::int as fused, coalesce(sum(n.bare), 0)::int as bare from iron i left join lateral (
      select count(*) as fused, count(*) filter (where o.press_cloth_id is null) as bare
        from session_operation o join session_event e on e.session_id = o.session_id and e.op = o.id and e.kind = 'down'
        where o.iron_id = i.id and o.supply_id is not null and (i.cleaned_at is null or e.at > i.cleaned_at)
      union all
      select count(*), count(*) filter (where t.press_cloth_id is null) from swatch t
        where t.iron_id = i.id and (i.cleaned_at is null or t.pressed_at > i.cleaned_at)
    ) n on true where i.id in (:ironIds) group by i.id`, { type: QueryTypes.SELECT, replacements: { ironIds: [...ironIds] } })
  return new Map(rows.map(({ id, ...since }) => [id, since]))
}

export async function getIron({ workroomId }: Context, id: string): Promise<Iron> {
  const row = await IronRow.findOne({ where: { id, workroomId }, include: [withSettings] })
  if (!row) throw notFound('iron')
  return toIron(row, (await soleSince([id])).get(id) ?? NEVER_PRESSED)
}

const writeSettings = (ironId: string, workroomId: string, settings: IronBody['settings'], transaction: Transaction) =>
  IronSettingRow.bulkCreate(settings.map((s, position) => ({ ironId, workroomId, position, ...s })), { transaction })

const dateOf = (iso: string | null): Date | null => (iso === null ? null : new Date(iso))

export async function createIron(context: Context, { settings, ...body }: IronBody): Promise<Iron> {
  const { workroomId } = context
  const id = await transact(async (transaction) => {
    await holdWorkroom(context)
    if (await IronRow.count({ where: { workroomId } }) >= MOST.irons)
      throw invalid([{ field: 'name', message: `Irons: ${MOST.irons} are kept at the most.` }])
    const row = await IronRow.create({ ...body, cleanedAt: dateOf(body.cleanedAt), workroomId }, { transaction })
    await writeSettings(row.id, workroomId, settings, transaction)
    return row.id
  })
  return getIron(context, id)
}

export async function updateIron(context: Context, id: string,
  { version, settings, ...body }: IronBody & { version: number }): Promise<Iron> {
  const { workroomId } = context
  await transact(async (transaction) => {
    const row = await IronRow.findOne({ where: { id, workroomId }, transaction, lock: HELD })
    if (!row) throw notFound('iron')
    if (row.version !== version) throw conflict('iron', await getIron(context, id), { ...body, settings, version })
    row.set({ ...body, cleanedAt: dateOf(body.cleanedAt) })
    row.changed('note', true)
    await row.save({ transaction })
    await IronSettingRow.destroy({ where: { ironId: id }, transaction })
    await writeSettings(id, workroomId, settings, transaction)
  })
  return getIron(context, id)
}

export async function listPressCloths({ workroomId }: Context): Promise<PressCloth[]> {
  const rows = await PressClothRow.findAll({ where: { workroomId }, order: [['name', 'ASC']] })
  return rows.map(r => ({ id: r.id, name: r.name, kind: r.kind, version: r.version }))
}
