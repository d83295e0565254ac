import { QueryTypes } from 'sequelize'
import { LOOK_DAYS, type Due } from '#shared/schemas'
import { database } from '../db/connection'
import type { Context } from '../utils/context'
import { HAS_PASSED } from './sql/passed'

/**
 * Garments are named some days before they are to come back; a lot under so many metres is nearly used up; irons are measured so often.
 */
const NEARLY_M = 2, MEASURED_DAYS = 90
const MOST_EACH = 200

/** What is due beside the jobs: looks, proofs gone stale, lots nearly used up, irons to be measured. */
export async function whatIsDue({ workroomId }: Context): Promise<Due> {
  const ask = <T extends object>(sql: string) =>
    database().query<T>(`${sql} limit ${MOST_EACH}`, { type: QueryTypes.SELECT, replacements: { workroomId } })
  const [looks, proofs, lots, irons] = await Promise.all([
    ask<Due['looks'][number]>(`
      select id as "jobId", name, to_char(look_on, 'YYYY-MM-DD') as "lookOn" from job
      where workroom_id = :workroomId and deleted_at is null and look_on <= current_date + ${LOOK_DAYS}
      order by look_on, id`),
    // Proved once, and not on the lots that lie here now.
    ask<Due['proofs'][number]>(`
      select j.id as "jobId", j.name, c.id as "fabricId", c.name as fabric, s.name as supply,
        case when exists (select 1 from swatch t where t.fabric_id = c.id and t.supply_id = s.id and ${HAS_PASSED} and t.fabric_lot = c.lot)
          then 'supplyLot' else 'fabricLot' end as what
      from job j join job_fabric k on k.job_id = j.id join fabric c on c.id = k.fabric_id join supply s on s.id = k.supply_id
      where j.workroom_id = :workroomId and j.deleted_at is null and not j.done
        and exists (select 1 from swatch t where t.fabric_id = c.id and t.supply_id = s.id and ${HAS_PASSED})
        and not exists (select 1 from swatch t where t.fabric_id = c.id and t.supply_id = s.id and ${HAS_PASSED}
          and t.fabric_lot = c.lot and t.supply_lot = s.lot)
      order by j.for_when, j.id`),
    ask<Due['lots'][number]>(`
      select s.id as "supplyId", s.name, s.stock_m as "stockM", (select count(distinct j.id)::int from job j
          left join job_fabric k on k.job_id = j.id left join job_piece p on p.job_id = j.id
          where j.workroom_id = s.workroom_id and j.deleted_at is null and not j.done
            and s.id in (k.supply_id, p.interfacing_id, p.foam_id, p.web_id)) as jobs
      from supply s where s.workroom_id = :workroomId and s.deleted_at is null and s.stock_m < ${NEARLY_M} and (s.stock_m > 0 or s.used > 0)
      order by jobs desc, s.stock_m, s.id`),
    ask<Due['irons'][number]>(`
      select i.id as "ironId", i.name, c.at as "measuredAt" from iron i
      left join lateral (select max(created_at) as at from calibration where iron_id = i.id) c on true
      where i.workroom_id = :workroomId and i.deleted_at is null and (c.at < now() - interval '${MEASURED_DAYS} days' or (c.at is null
        and not exists (select 1 from iron_setting s where s.iron_id = i.id and s.origin = 'measured')))
      order by c.at nulls first, i.id`),
  ])
  return { looks, proofs, lots, irons }
}
