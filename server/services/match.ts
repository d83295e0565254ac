import { QueryTypes } from 'sequelize'
import type { PairPast } from '#shared/mappers'
import type { Supply } from '#shared/schemas'
import { database } from '../db/connection'
import type { Context } from '../utils/context'
import { HAS_FAILED, HAS_PASSED } from './passed'
import { listedSupply } from './shelf'

export interface MatchShelf {
  supplies: Supply[]
  /** Own swatches with the cloth asked about, by supply. */
  past: Record<string, PairPast>
}

/** The whole shelf in one answer, for judging in the browser; with a cloth, what its own swatches said of each supply. */
export async function shelfForMatch({ workshopId }: Context, clothId: string | undefined): Promise<MatchShelf> {
  const [rows, past] = await Promise.all([
    database().query<object>('select * from supply where workshop_id = :workshopId and deleted_at is null order by code', {
      type: QueryTypes.SELECT, replacements: { workshopId },
    }),
    clothId
      ? database().query<{ supply_id: string, passed: number, failed: number, overhang_mm: number | null }>(`
          select t.supply_id, count(*) filter (where ${HAS_PASSED})::int as passed,
            count(*) filter (where ${HAS_FAILED})::int as failed,
            (select avg(r.value) from trial_reading r join trial o on o.id = r.trial_id
              where r.kind = 'overhang' and o.workshop_id = :workshopId and o.cloth_id = :clothId
                and o.supply_id = t.supply_id) as overhang_mm
          from trial t where t.workshop_id = :workshopId and t.cloth_id = :clothId group by t.supply_id`,
        { type: QueryTypes.SELECT, replacements: { workshopId, clothId } },
        )
      : [],
  ])
  return {
    supplies: rows.map(listedSupply),
    past: Object.fromEntries(
      past.map(p => [
        p.supply_id, { passed: p.passed, failed: p.failed, fusedBendingMm: p.overhang_mm === null ? null : Number(p.overhang_mm) / 2 },
      ]),
    ),
  }
}
