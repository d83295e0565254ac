import { z } from 'zod'
import { scrapSchema, type Plan, type PlanBody } from '#shared/schemas'
import { FabricRow, PressClothRow, IronRow, SupplyRow, SwatchPlanRow } from '../db/models'
import { notFound } from '../utils/problem'
import type { Context } from '../utils/context'
import { getWorkroom } from './workroom'
import { onThread } from '../work/worker-pool'
import { checkOwned } from './swatches'
import { rowReader } from './rows/unreadable'

const scrapsIn = rowReader('plans', z.array(scrapSchema))
const toPlans = (rows: readonly SwatchPlanRow[]): Plan[] => rows.flatMap(p =>
  scrapsIn([{ id: p.id, workroomId: p.workroomId }], () => p.scraps).map((scraps): Plan => ({
    id: p.id, fabricId: p.fabricId, supplyId: p.supplyId, ironId: p.ironId, pressClothId: p.pressClothId, surface: p.surface, scraps,
    createdAt: p.createdAt.toISOString(),
  })))

export async function createPlan({ workroomId }: Context, body: PlanBody): Promise<Plan> {
  await checkOwned(workroomId, body)
  return toPlans([await (await SwatchPlanRow.create({ ...body, workroomId })).reload()])[0]!
}

async function getPlan({ workroomId }: Context, id: string): Promise<Plan> {
  const row = await SwatchPlanRow.findOne({ where: { id, workroomId } })
  const [plan] = row ? toPlans([row]) : []
  if (!plan) throw notFound('test plan')
  return plan
}

/** The newest plans of a pairing. */
export async function plansOf({ workroomId }: Context, fabricId: string, supplyId: string): Promise<Plan[]> {
  return toPlans(await SwatchPlanRow.findAll({ where: { workroomId, fabricId, supplyId }, order: [['createdAt', 'DESC']], limit: 10 }))
}

/** The printable strip of a plan. */
export async function planStrip(context: Context, id: string): Promise<Uint8Array> {
  const plan = await getPlan(context, id)
  const named = (id: string) => ({ where: { id, workroomId: context.workroomId }, attributes: ['name'], paranoid: false })
  const [fabric, supply, iron, pressCloth] = await Promise.all([
    FabricRow.findOne(named(plan.fabricId)), SupplyRow.findOne(named(plan.supplyId)), IronRow.findOne(named(plan.ironId)),
    plan.pressClothId ? PressClothRow.findOne(named(plan.pressClothId)) : null,
  ])
  const names = { fabric: fabric?.name ?? '', supply: supply?.name ?? '', iron: iron?.name ?? '', pressCloth: pressCloth?.name ?? null }
  return onThread('paper', 'plan', { plan, names, units: (await getWorkroom(context)).units },
    { ...context, smaller: 'Plan fewer scraps.' })
}
