import { QueryTypes } from 'sequelize'
import type { PairPast } from '#shared/mappers'
import type { Supply } from '#shared/schemas'
import { database } from '../db/connection'
import { listedSupply, type ListedRow } from './shelf'
import { currentWorkshop } from './workshop'

export interface MatchShelf {
  supplies: Supply[]
  /** Own swatches with the cloth asked about, by supply. */
  past: Record<string, PairPast>
}

/** The whole shelf in one answer, for judging in the browser; with a cloth, what its own swatches said of each supply. */
export async function shelfForMatch(clothId: string | undefined): Promise<MatchShelf> {
  const { id: workshopId } = await currentWorkshop()
  const [rows, past] = await Promise.all([
    database().query<ListedRow>('select * from supply where workshop_id = :workshopId and deleted_at is null order by code', { type: QueryTypes.SELECT, replacements: { workshopId } }),
    clothId
      ? database().query<{ supply_id: string, passed: number, failed: number, overhang_mm: number | null }>(`
          select supply_id, count(*) filter (where grade >= 3 and cardinality(marks) = 0)::int as passed, count(*) filter (where grade < 3 or cardinality(marks) > 0)::int as failed,
            (select avg(r.value) from trial_reading r join trial o on o.id = r.trial_id where r.kind = 'overhang' and o.workshop_id = :workshopId and o.cloth_id = :clothId and o.supply_id = trial.supply_id) as overhang_mm
          from trial where workshop_id = :workshopId and cloth_id = :clothId group by supply_id`, { type: QueryTypes.SELECT, replacements: { workshopId, clothId } })
      : [],
  ])
  return { supplies: rows.map(listedSupply), past: Object.fromEntries(past.map(p => [p.supply_id, { passed: p.passed, failed: p.failed, fusedBendingMm: p.overhang_mm === null ? null : Number(p.overhang_mm) / 2 }])) }
}
