import { QueryTypes } from 'sequelize'
import type { PairPast } from '#shared/mappers'
import type { Supply } from '#shared/schemas'
import { database } from '../db/connection'
import type { Context } from '../utils/context'
import { HAS_FAILED, HAS_PASSED } from './sql/passed'
import { listedSupply } from './shelf'

export interface MatchShelf {
  supplies: Supply[]
  /** Own swatches with the fabric asked about, by supply. */
  past: Record<string, PairPast>
}

/** The whole shelf in one answer, for judging in the browser; with a fabric, what its own swatches said of each supply. */
export async function shelfForMatch({ workroomId }: Context, fabricId: string | undefined): Promise<MatchShelf> {
  const [rows, past] = await Promise.all([
    database().query<object>('select * from supply where workroom_id = :workroomId and deleted_at is null order by code', {
      type: QueryTypes.SELECT, replacements: { workroomId },
    }),
    fabricId
      ? database().query<{ supply_id: string, passed: number, failed: number, overhang_mm: number | null }>(`
          select t.supply_id, count(*) filter (where ${HAS_PASSED})::int as passed,
            count(*) filter (where ${HAS_FAILED})::int as failed,
            (select avg(r.value) from swatch_reading r join swatch o on o.id = r.swatch_id
              where r.kind = 'overhang' and o.workroom_id = :workroomId and o.fabric_id = :fabricId
                and o.supply_id = t.supply_id) as overhang_mm
          from swatch t where t.workroom_id = :workroomId and t.fabric_id = :fabricId group by t.supply_id`,
        { type: QueryTypes.SELECT, replacements: { workroomId, fabricId } },
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
