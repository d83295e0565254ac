import { UNDAMAGED } from '../appearance'
import { IRON_KINDS, ROOM_C } from '../materials'
import { orderOf, scheduleOf, type OrderTask } from '../order'
import type { Attempt, PracticeSetup, Finding, Verdict } from './exercise'
import { drawnFor } from './truth'

/** Things to press of a small job, each with what it needs before it. */
const PARTS = ['collar', 'cuffs', 'front', 'facing', 'pocket', 'hem'] as const
const SOLES_C = [110, 150, 195] as const
const PLACES = 2

/** The job of a seed: the same for whoever presses it. */
export function orderTask(seed: number): OrderTask {
  const { next, pick } = drawnFor('order', seed)
  const needy = new Map<string, string[]>([['facing', ['front']], ['hem', [pick(['front', 'pocket'])]]])
  return {
    places: PLACES,
    irons: [{
      id: 'iron', nowC: ROOM_C, warmCPerS: IRON_KINDS.household.warmCPerS, coolCPerS: IRON_KINDS.household.coolCPerS, shutsOffAfterS: null,
    }],
    operations: PARTS.map(id => ({
      id, coolS: 30 + Math.round(next() * 6) * 15, needs: needy.get(id) ?? [],
      ways: [{ ironId: 'iron', soleC: pick(SOLES_C), boardS: 20 + Math.round(next() * 8) * 5, damp: next() < 0.3 }],
    })),
  }
}
export function orderSetup(seed: number): Omit<PracticeSetup, 'key' | 'seed'> {
  const { operations } = orderTask(seed)
  return {
    asks: [{ topic: 'order', options: PARTS, how: 'row' }], clock: 'none', tries: 1, fabric: null, supply: null, settings: [],
    pressCloth: null,
    surface: 'padded', sheet: null, names: operations.map(o => `${o.id}:${o.needs.join()}:${o.ways[0]!.damp ? 'damp' : 'dry'}`),
    figures: Object.fromEntries(operations.flatMap(o => [
      [`${o.id}C`, o.ways[0]!.soleC], [`${o.id}BoardS`, o.ways[0]!.boardS], [`${o.id}CoolS`, o.coolS],
    ])),
  }
}
const nothing = { look: UNDAMAGED, course: null, grade: null }

export function judgeOrder(seed: number, { choice }: Attempt): Verdict {
  const task = orderTask(seed), best = orderOf(task).schedule
  const row = (choice.order ?? PARTS.join('>')).split('>'), truth = { bestS: best.finishS }
  const index = row.map(id => task.operations.findIndex(o => o.id === id))
  for (const [i, id] of row.entries()) {
    const broken = task.operations.find(o => o.id === id)!.needs.find(n => !row.slice(0, i).includes(n))
    if (broken) return { ...nothing, score: 0, near: 0, passed: false, findings: [{ say: 'broken', op: id, needs: broken }], truth }
  }
  const yours = scheduleOf(task, index.map(op => ({ op, way: 0 }))), score = best.finishS / yours.finishS
  const findings: Finding[] = [{ say: 'finish', yoursS: yours.finishS, bestS: best.finishS }]
  // An order is as good as the time it takes; what takes a tenth more is no good one.
  return { ...nothing, score, near: score, passed: score >= 0.93, findings, truth }
}
export function bestOrder(seed: number): Attempt {
  const task = orderTask(seed), { moves } = orderOf(task)
  return { choice: { order: moves.map(m => task.operations[m.op]!.id).join('>') }, heldS: [] }
}
