import { QueryTypes, UniqueConstraintError, type Attributes, type Transaction } from 'sequelize'
import { CONSTRUCTION_KEYS, CONSTRUCTIONS } from '#core/materials'
import { clothFields, type Cloth, type ClothBody, type ClothQuery, type Page } from '#shared/schemas'
import { database } from '../db/connection'
import { HELD, transact } from '../db/transaction'
import { ClothFibreRow, ClothRow } from '../db/models'
import { conflict, notFound, taken } from '../utils/problem'
import type { Context } from '../utils/context'
import { columnsOf, keysOf, pick } from './columns'
import { HAS_PASSED } from './passed'
import { findPage } from './search'

const withFibres = { model: ClothFibreRow, as: 'fibres', separate: true, order: [['position', 'ASC']] as [string, string][] }

type Evidence = Pick<Cloth, 'cornerC' | 'swatches'>
const FIELDS = keysOf(clothFields.omit({ fibres: true }).shape)

/** The one mapper from a cloth's row to what crosses the wire. */
function toCloth(columns: Attributes<ClothRow>, fibres: Cloth['fibres'], evidence: Evidence): Cloth {
  return {
    id: columns.id, ...pick(columns, FIELDS), version: columns.version, updatedAt: new Date(columns.updatedAt).toISOString(),
    trials: columns.used, fibres, ...evidence,
  }
}

/** What swatches showed of a cloth `c` at each sole temperature, and how hot a corner of it stood without harm. */
const SWATCHES = `(select json_agg(e) from (
  select (t.recipe -> 'stop' ->> 'meanC')::float as "soleC", bool_or(t.marks && array['shine', 'scorch']) as "hurtByHeat",
    bool_or(${HAS_PASSED}) as passed
  from trial t where t.workshop_id = c.workshop_id and t.cloth_id = c.id group by 1 order by 1) e)`
const CORNER_C = `(select max(s.sole_c) from corner_step s where s.cloth_id = c.id and s.seen = 'nothing'
  and not exists (select 1 from corner_step h where h.cloth_id = c.id and h.seen <> 'nothing' and h.sole_c <= s.sole_c))`

async function evidenceOf({ workshopId }: Context, id: string): Promise<Evidence> {
  const [found] = await database().query<{ swatches: Cloth['swatches'] | null, cornerC: number | null }>(
    `select ${SWATCHES} as swatches, ${CORNER_C} as "cornerC" from cloth c where c.id = :id and c.workshop_id = :workshopId`,
    { replacements: { id, workshopId }, type: QueryTypes.SELECT },
  )
  return { swatches: found?.swatches ?? [], cornerC: found?.cornerC ?? null }
}

/** What a listed cloth carries besides its own columns: fibres, and what swatches and corner tests have shown. */
const CLOTH_EXTRAS = `,
  (select json_agg(json_build_object('fibre', f.fibre, 'sharePct', f.share_pct) order by f.position) from cloth_fibre f
    where f.cloth_id = c.id) as fibres,
  ${SWATCHES} as swatches, ${CORNER_C} as corner_c`

const STRETCHY = CONSTRUCTION_KEYS.filter(key => CONSTRUCTIONS[key].stretch)

export async function listCloths(
  { workshopId }: Context, { q, page, size, fibre, lightest, heaviest, stocked, gives }: ClothQuery,
): Promise<Page<Cloth>> {
  const { rows, total } = await findPage<ListedRow>({
    workshopId, table: 'cloth', extras: CLOTH_EXTRAS, q, page, size,
    filters: [
      ...(fibre ? ['exists (select 1 from cloth_fibre f where f.cloth_id = c.id and f.fibre = :fibre)'] : []),
      ...(lightest === undefined ? [] : ['c.mass_gsm >= :lightest']), ...(heaviest === undefined ? [] : ['c.mass_gsm <= :heaviest']),
      ...(stocked ? ['c.stock_m > 0'] : []),
      // Knits give even where nobody has measured it.
      ...(gives ? ['(greatest(c.give_along_pct, c.give_across_pct) > 5 or c.construction in (:stretchy))'] : []),
    ],
    values: { fibre, lightest, heaviest, stretchy: STRETCHY },
  })
  return { rows: rows.map(listedCloth), total, page, size }
}

interface ListedRow { fibres: Cloth['fibres'] | null, swatches: Cloth['swatches'] | null, corner_c: number | null }

const listedCloth = (row: ListedRow): Cloth =>
  toCloth(columnsOf(ClothRow, row), row.fibres ?? [], { swatches: row.swatches ?? [], cornerC: row.corner_c })

async function findRow({ workshopId }: Context, id: string, transaction?: Transaction, lock = false): Promise<ClothRow> {
  const row = await ClothRow.findOne({
    where: { id, workshopId }, include: lock ? [] : [withFibres], transaction, ...(lock ? { lock: HELD } : {}),
  })
  if (!row) throw notFound('fabric')
  return row
}

export async function getCloth(context: Context, id: string): Promise<Cloth> {
  const row = await findRow(context, id)
  const fibres = (row.fibres ?? []).map(f => ({ fibre: f.fibre, sharePct: f.sharePct }))
  return toCloth(row.get({ plain: true }), fibres, await evidenceOf(context, id))
}

async function writeFibres(
  clothId: string, workshopId: string, fibres: ClothBody['fibres'], transaction: Transaction,
): Promise<void> {
  await ClothFibreRow.destroy({ where: { clothId }, transaction })
  await ClothFibreRow.bulkCreate(fibres.map((f, position) => ({ clothId, workshopId, ...f, position })), { transaction })
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

export async function createCloth(context: Context, { fibres, ...body }: ClothBody): Promise<Cloth> {
  const { workshopId } = context
  const id = await codeIsFree(body.code, () => transact(async (transaction) => {
    const row = await ClothRow.create({ ...body, workshopId }, { transaction })
    await writeFibres(row.id, workshopId, fibres, transaction)
    return row.id
  }))
  return getCloth(context, id)
}

/** Saves over the version the writer started from; a newer one is a conflict that carries both. */
export async function updateCloth(
  context: Context, id: string, { version, fibres, ...body }: ClothBody & { version: number },
): Promise<Cloth> {
  await codeIsFree(body.code, () =>
    transact(async (transaction) => {
      const row = await findRow(context, id, transaction, true)
      if (row.version !== version) throw conflict('fabric', await getCloth(context, id), { ...body, fibres, version })
      row.set(body)
      // The shares stand in rows of their own: the cloth counts as changed even when only they are.
      row.changed('note', true)
      await row.save({ transaction })
      await writeFibres(id, row.workshopId, fibres, transaction)
    }),
  )
  return getCloth(context, id)
}
