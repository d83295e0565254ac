import { soleOf } from '#shared/pressing'
import type { PressSheetBody } from '#shared/schemas'
import { FabricRow, PressClothRow, SupplyRow } from '../db/models'
import type { Context } from '../utils/context'
import { onThread } from '../work/worker-pool'
import { getJob } from './jobs'
import { listIrons } from './shelf'
import { getWorkroom } from './workroom'

const namesOf = (rows: readonly { id: string, name: string }[]) => Object.fromEntries(rows.map(r => [r.id, r.name]))
const idsOf = (ids: readonly (string | null)[]) => [...new Set(ids)].filter(id => id !== null)

/** A plan of a job on paper; what it names that is not of this workroom stays without a name. */
export async function pressSheetOf(context: Context, jobId: string, { operations }: PressSheetBody): Promise<Uint8Array> {
  const { workroomId } = context, job = await getJob(context, jobId), { name: workroom, units } = await getWorkroom(context)
  const own = (ids: readonly (string | null)[]) => ({ attributes: ['id', 'name'], where: { workroomId, id: idsOf(ids) } })
  const [fabrics, supplies, pressCloths, irons] = await Promise.all([
    FabricRow.findAll(own(operations.map(o => o.fabricId))), SupplyRow.findAll(own(operations.map(o => o.supplyId))),
    PressClothRow.findAll(own(operations.map(o => o.pressClothId))), listIrons(context),
  ])
  const sheet = {
    title: job.name, workroom, operations,
    names: { fabrics: namesOf(fabrics), supplies: namesOf(supplies), pressCloths: namesOf(pressCloths) },
    irons: Object.fromEntries(irons.map(i => [i.id, { name: i.name, sole: soleOf(i.kind) }])),
  }
  return onThread('paper', 'pressSheet', { sheet, units }, { ...context, smaller: 'Print fewer pieces at once.' })
}
