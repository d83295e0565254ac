import { QueryTypes, UniqueConstraintError, type Transaction } from 'sequelize'
import type { Cloth, ClothBody, ClothQuery, Page } from '#shared/schemas'
import { database } from '../db/connection'
import { ClothFibreRow, ClothRow } from '../db/models'
import { conflict, notFound, taken } from '../utils/problem'
import { findPage, type Snake } from './search'
import { currentWorkshop } from './workshop'

const withFibres = { model: ClothFibreRow, as: 'fibres', separate: true, order: [['position', 'ASC']] as [string, string][] }

type Evidence = Pick<Cloth, 'cornerC' | 'swatches'>
const NONE: Evidence = { cornerC: null, swatches: [] }

/** What corner tests and swatches have shown, for each of these cloths. */
async function evidenceOf(ids: string[], transaction?: Transaction): Promise<Map<string, Evidence>> {
  const found = new Map<string, Evidence>()
  if (ids.length === 0) return found
  const of = (id: string) => found.get(id) ?? found.set(id, { cornerC: null, swatches: [] }).get(id)!
  const options = { replacements: { ids }, type: QueryTypes.SELECT as const, transaction }
  const [swatches, corners] = await Promise.all([
    database().query<{ clothId: string, soleC: number, hurt: boolean, passed: boolean }>(`
      select cloth_id as "clothId", (recipe -> 'stop' ->> 'meanC')::float as "soleC",
        bool_or(marks && array['shine', 'scorch']) as hurt, bool_or(grade >= 3 and marks = '{}') as passed
      from trial where cloth_id in (:ids) group by 1, 2 order by 2`, options),
    database().query<{ clothId: string, soleC: number }>(`
      select s.cloth_id as "clothId", max(s.sole_c) as "soleC" from corner_step s
      where s.cloth_id in (:ids) and s.seen = 'nothing'
        and not exists (select 1 from corner_step h where h.cloth_id = s.cloth_id and h.seen <> 'nothing' and h.sole_c <= s.sole_c)
      group by 1`, options),
  ])
  for (const s of swatches) of(s.clothId).swatches.push({ soleC: s.soleC, hurtByHeat: s.hurt, passed: s.passed })
  for (const c of corners) of(c.clothId).cornerC = c.soleC
  return found
}

function toCloth(row: ClothRow, evidence: Evidence = NONE): Cloth {
  const p = row.get({ plain: true })
  return {
    id: p.id, code: p.code, name: p.name, construction: p.construction, massGsm: p.massGsm, massOrigin: p.massOrigin,
    thicknessMm: p.thicknessMm, thicknessOrigin: p.thicknessOrigin, mayGetWet: p.mayGetWet, nap: p.nap, finishes: p.finishes,
    colourHex: p.colourHex, note: p.note, lot: p.lot, giveAlongPct: p.giveAlongPct, giveAcrossPct: p.giveAcrossPct, napDirection: p.napDirection,
    showsResidue: p.showsResidue, sheer: p.sheer, widthMm: p.widthMm, stockM: p.stockM, labelIronC: p.labelIronC, labelSteam: p.labelSteam,
    labelWords: p.labelWords, bendingAlongMm: p.bendingAlongMm, prewashed: p.prewashed,
    version: p.version, updatedAt: p.updatedAt.toISOString(), trials: p.used,
    fibres: (row.fibres ?? []).map(f => ({ fibre: f.fibre, sharePct: f.sharePct })), ...evidence,
  }
}

/** What a listed cloth carries besides its own columns: fibres, and what swatches and corner tests have shown. */
const CLOTH_EXTRAS = `,
  (select json_agg(json_build_object('fibre', f.fibre, 'sharePct', f.share_pct) order by f.position) from cloth_fibre f where f.cloth_id = c.id) as fibres,
  (select json_agg(e) from (select (t.recipe -> 'stop' ->> 'meanC')::float as "soleC", bool_or(t.marks && array['shine', 'scorch']) as "hurtByHeat", bool_or(t.grade >= 3 and t.marks = '{}') as passed
    from trial t where t.workshop_id = c.workshop_id and t.cloth_id = c.id group by 1 order by 1) e) as swatches,
  (select max(s.sole_c) from corner_step s where s.cloth_id = c.id and s.seen = 'nothing'
    and not exists (select 1 from corner_step h where h.cloth_id = c.id and h.seen <> 'nothing' and h.sole_c <= s.sole_c)) as corner_c`

export async function listCloths({ q, page, size, fibre, lightest, heaviest, stocked, gives }: ClothQuery): Promise<Page<Cloth>> {
  const { rows, total } = await findPage<ListedRow>({
    table: 'cloth', extras: CLOTH_EXTRAS, q, page, size,
    filters: [
      ...(fibre ? ['exists (select 1 from cloth_fibre f where f.cloth_id = c.id and f.fibre = :fibre)'] : []),
      ...(lightest === undefined ? [] : ['c.mass_gsm >= :lightest']), ...(heaviest === undefined ? [] : ['c.mass_gsm <= :heaviest']), ...(stocked ? ['c.stock_m > 0'] : []),
      // Knits give even where nobody has measured it.
      ...(gives ? ['(greatest(c.give_along_pct, c.give_across_pct) > 5 or c.construction in (\'jersey\', \'sweat\', \'fleece\'))'] : []),
    ],
    values: { fibre, lightest, heaviest },
  })
  return { rows: rows.map(listedCloth), total, page, size }
}

type ListedRow = { [K in keyof Cloth as Snake<K & string>]: Cloth[K] } & { used: number }

function listedCloth(p: ListedRow): Cloth {
  return {
    id: p.id, code: p.code, name: p.name, construction: p.construction, massGsm: p.mass_gsm, massOrigin: p.mass_origin, thicknessMm: p.thickness_mm, thicknessOrigin: p.thickness_origin,
    mayGetWet: p.may_get_wet, nap: p.nap, finishes: p.finishes, colourHex: p.colour_hex, note: p.note, lot: p.lot, giveAlongPct: p.give_along_pct, giveAcrossPct: p.give_across_pct,
    napDirection: p.nap_direction, showsResidue: p.shows_residue, sheer: p.sheer, widthMm: p.width_mm, stockM: p.stock_m, labelIronC: p.label_iron_c, labelSteam: p.label_steam, labelWords: p.label_words,
    bendingAlongMm: p.bending_along_mm, prewashed: p.prewashed, version: p.version, updatedAt: new Date(p.updated_at).toISOString(), trials: p.used,
    fibres: p.fibres ?? [], swatches: p.swatches ?? [], cornerC: p.corner_c,
  }
}

async function findRow(id: string, transaction?: Transaction, lock = false): Promise<ClothRow> {
  const { id: workshopId } = await currentWorkshop()
  const row = await ClothRow.findOne({ where: { id, workshopId }, include: lock ? [] : [withFibres], transaction, ...(lock ? { lock: true } : {}) })
  if (!row) throw notFound('cloth')
  return row
}

export async function getCloth(id: string): Promise<Cloth> {
  const row = await findRow(id)
  return toCloth(row, (await evidenceOf([id])).get(id))
}

export async function writeFibres(clothId: string, workshopId: string, fibres: ClothBody['fibres'], transaction: Transaction): Promise<void> {
  await ClothFibreRow.destroy({ where: { clothId }, transaction })
  await ClothFibreRow.bulkCreate(fibres.map((f, position) => ({ clothId, workshopId, ...f, position })), { transaction })
}

async function codeIsFree<T>(code: string, write: () => Promise<T>): Promise<T> {
  try {
    return await write()
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw taken('code', `Code: ${code} is taken by another cloth. Choose another, or open that cloth.`)
    throw error
  }
}

export async function createCloth({ fibres, ...body }: ClothBody): Promise<Cloth> {
  const { id: workshopId } = await currentWorkshop()
  const id = await codeIsFree(body.code, () => database().transaction(async (transaction) => {
    const row = await ClothRow.create({ ...body, workshopId }, { transaction })
    await writeFibres(row.id, workshopId, fibres, transaction)
    return row.id
  }))
  return getCloth(id)
}

/** Saves over the version the writer started from; a newer one is a conflict that carries both. */
export async function updateCloth(id: string, { version, fibres, ...body }: ClothBody & { version: number }): Promise<Cloth> {
  await codeIsFree(body.code, () => database().transaction(async (transaction) => {
    const row = await findRow(id, transaction, true)
    if (row.version !== version) throw conflict('cloth', await getCloth(id), { ...body, fibres, version })
    row.set(body)
    // The shares stand in rows of their own: the cloth counts as changed even when only they are.
    row.changed('note', true)
    await row.save({ transaction })
    await writeFibres(id, row.workshopId, fibres, transaction)
  }))
  return getCloth(id)
}
