import { QueryTypes, UniqueConstraintError, type Attributes, type Transaction } from 'sequelize'
import { CONSTRUCTION_KEYS, CONSTRUCTIONS } from '#core/materials'
import { fabricFields, type Fabric, type FabricBody, type FabricQuery, type Page } from '#shared/schemas'
import { database } from '../db/connection'
import { HELD, transact } from '../db/transaction'
import { FabricFibreRow, FabricRow } from '../db/models'
import { conflict, notFound, taken } from '../utils/problem'
import type { Context } from '../utils/context'
import { columnsOf, keysOf, pick } from './sql/columns'
import { HAS_PASSED } from './sql/passed'
import { findPage } from './sql/search'

const withFibres = { model: FabricFibreRow, as: 'fibres', separate: true, order: [['position', 'ASC']] as [string, string][] }

type Evidence = Pick<Fabric, 'cornerC' | 'swatches'>
const FIELDS = keysOf(fabricFields.omit({ fibres: true }).shape)

/** The one mapper from a fabric's row to what crosses the wire. */
function toFabric(columns: Attributes<FabricRow>, fibres: Fabric['fibres'], evidence: Evidence): Fabric {
  return {
    id: columns.id, ...pick(columns, FIELDS), version: columns.version, updatedAt: new Date(columns.updatedAt).toISOString(),
    swatchCount: columns.used, fibres, ...evidence,
  }
}

/** What swatches showed of a fabric `c` at each sole temperature, and how hot a corner of it stood without harm. */
const SWATCHES = `(select json_agg(e) from (
  select (t.recipe -> 'setting' ->> 'meanC')::float as "soleC", bool_or(t.marks && array['shine', 'scorch']) as "damageByHeat",
    bool_or(${HAS_PASSED}) as passed
  from swatch t where t.workroom_id = c.workroom_id and t.fabric_id = c.id group by 1 order by 1) e)`
const CORNER_C = `(select max(s.sole_c) from corner_step s where s.fabric_id = c.id and s.seen = 'nothing'
  and not exists (select 1 from corner_step h where h.fabric_id = c.id and h.seen <> 'nothing' and h.sole_c <= s.sole_c))`

async function evidenceOf({ workroomId }: Context, id: string): Promise<Evidence> {
  const [found] = await database().query<{ swatches: Fabric['swatches'] | null, cornerC: number | null }>(
    `select ${SWATCHES} as swatches, ${CORNER_C} as "cornerC" from fabric c where c.id = :id and c.workroom_id = :workroomId`,
    { replacements: { id, workroomId }, type: QueryTypes.SELECT },
  )
  return { swatches: found?.swatches ?? [], cornerC: found?.cornerC ?? null }
}

/** What a listed fabric carries besides its own columns: fibres, and what swatches and corner tests have shown. */
const FABRIC_EXTRAS = `,
  (select json_agg(json_build_object('fibre', f.fibre, 'sharePct', f.share_pct) order by f.position) from fabric_fibre f
    where f.fabric_id = c.id) as fibres,
  ${SWATCHES} as swatches, ${CORNER_C} as corner_c`

const STRETCHY = CONSTRUCTION_KEYS.filter(key => CONSTRUCTIONS[key].stretch)

export async function listFabrics(
  { workroomId }: Context, { q, page, size, fibre, lightest, heaviest, stocked, gives }: FabricQuery,
): Promise<Page<Fabric>> {
  const { rows, total } = await findPage<ListedRow>({
    workroomId, table: 'fabric', extras: FABRIC_EXTRAS, q, page, size,
    filters: [
      ...(fibre ? ['exists (select 1 from fabric_fibre f where f.fabric_id = c.id and f.fibre = :fibre)'] : []),
      ...(lightest === undefined ? [] : ['c.mass_gsm >= :lightest']), ...(heaviest === undefined ? [] : ['c.mass_gsm <= :heaviest']),
      ...(stocked ? ['c.stock_m > 0'] : []),
      // Knits give even where nobody has measured it.
      ...(gives ? ['(greatest(c.give_along_pct, c.give_across_pct) > 5 or c.construction in (:stretchy))'] : []),
    ],
    values: { fibre, lightest, heaviest, stretchy: STRETCHY },
  })
  return { rows: rows.map(listedFabric), total, page, size }
}

interface ListedRow { fibres: Fabric['fibres'] | null, swatches: Fabric['swatches'] | null, corner_c: number | null }

const listedFabric = (row: ListedRow): Fabric =>
  toFabric(columnsOf(FabricRow, row), row.fibres ?? [], { swatches: row.swatches ?? [], cornerC: row.corner_c })

async function findRow({ workroomId }: Context, id: string, transaction?: Transaction, lock = false): Promise<FabricRow> {
  const row = await FabricRow.findOne({
    where: { id, workroomId }, include: lock ? [] : [withFibres], transaction, ...(lock ? { lock: HELD } : {}),
  })
  if (!row) throw notFound('fabric')
  return row
}

export async function getFabric(context: Context, id: string): Promise<Fabric> {
  const row = await findRow(context, id)
  const fibres = (row.fibres ?? []).map(f => ({ fibre: f.fibre, sharePct: f.sharePct }))
  return toFabric(row.get({ plain: true }), fibres, await evidenceOf(context, id))
}

async function writeFibres(
  fabricId: string, workroomId: string, fibres: FabricBody['fibres'], transaction: Transaction,
): Promise<void> {
  await FabricFibreRow.destroy({ where: { fabricId }, transaction })
  await FabricFibreRow.bulkCreate(fibres.map((f, position) => ({ fabricId, workroomId, ...f, position })), { transaction })
}

async function codeIsFree<T>(code: string, write: () => Promise<T>): Promise<T> {
  try {
    return await write()
  } catch (error) {
    if (error instanceof UniqueConstraintError)
      throw taken('code', `Code: ${code} is taken by another fabric. Choose another, or open that fabric.`)
    throw error
  }
}

export async function createFabric(context: Context, { fibres, ...body }: FabricBody): Promise<Fabric> {
  const { workroomId } = context
  const id = await codeIsFree(body.code, () => transact(async (transaction) => {
    const row = await FabricRow.create({ ...body, workroomId }, { transaction })
    await writeFibres(row.id, workroomId, fibres, transaction)
    return row.id
  }))
  return getFabric(context, id)
}

/** Saves over the version the writer started from; a newer one is a conflict that carries both. */
export async function updateFabric(
  context: Context, id: string, { version, fibres, ...body }: FabricBody & { version: number },
): Promise<Fabric> {
  await codeIsFree(body.code, () =>
    transact(async (transaction) => {
      const row = await findRow(context, id, transaction, true)
      if (row.version !== version) throw conflict('fabric', await getFabric(context, id), { ...body, fibres, version })
      row.set(body)
      // The shares stand in rows of their own: the fabric counts as changed even when only they are.
      row.changed('note', true)
      await row.save({ transaction })
      await writeFibres(id, row.workroomId, fibres, transaction)
    }),
  )
  return getFabric(context, id)
}
