import { z } from 'zod'
import { scrapSchema, type Plan, type PlanBody } from '#shared/schemas'
import { ClothRow, CoverRow, IronRow, SupplyRow, SwatchPlanRow } from '../db/models'
import { notFound } from '../utils/problem'
import type { Context } from '../utils/context'
import { onThread } from '../work/lanes'
import { checkOwned } from './trials'
import { rowReader } from './unreadable'

const scrapsIn = rowReader('plans', z.array(scrapSchema))
const toPlans = (rows: readonly SwatchPlanRow[]): Plan[] => rows.flatMap(p =>
  scrapsIn([{ id: p.id, workshopId: p.workshopId }], () => p.scraps).map((scraps): Plan => ({
    id: p.id, clothId: p.clothId, supplyId: p.supplyId, ironId: p.ironId, coverId: p.coverId, bed: p.bed, scraps,
    createdAt: p.createdAt.toISOString(),
  })))

export async function createPlan({ workshopId }: Context, body: PlanBody): Promise<Plan> {
  await checkOwned(workshopId, body)
  return toPlans([await (await SwatchPlanRow.create({ ...body, workshopId })).reload()])[0]!
}

async function getPlan({ workshopId }: Context, id: string): Promise<Plan> {
  const row = await SwatchPlanRow.findOne({ where: { id, workshopId } })
  const [plan] = row ? toPlans([row]) : []
  if (!plan) throw notFound('test plan')
  return plan
}

/** The newest plans of a pairing. */
export async function plansOf({ workshopId }: Context, clothId: string, supplyId: string): Promise<Plan[]> {
  return toPlans(await SwatchPlanRow.findAll({ where: { workshopId, clothId, supplyId }, order: [['createdAt', 'DESC']], limit: 10 }))
}

/** The printable strip of a plan. */
export async function planStrip(context: Context, id: string): Promise<Uint8Array> {
  const plan = await getPlan(context, id)
  const named = (id: string) => ({ where: { id, workshopId: context.workshopId }, attributes: ['name'], paranoid: false })
  const [cloth, supply, iron, cover] = await Promise.all([
    ClothRow.findOne(named(plan.clothId)), SupplyRow.findOne(named(plan.supplyId)), IronRow.findOne(named(plan.ironId)),
    plan.coverId ? CoverRow.findOne(named(plan.coverId)) : null,
  ])
  const names = { cloth: cloth?.name ?? '', supply: supply?.name ?? '', iron: iron?.name ?? '', cover: cover?.name ?? null }
  return onThread('paper', 'plan', { plan, names }, { ...context, smaller: 'Plan fewer scraps.' })
}
