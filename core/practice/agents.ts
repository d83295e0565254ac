import { UNHURT } from '../look'
import type { Recipe } from '../recipe'
import { FEATURES, planFeature, type Agent, type FeatureKey, type FeaturePlan, type Motion } from '../seam'
import type { ClothInput } from '../stack'
import { PRACTICE_STOPS } from './benches'
import { PASS_AT, type Attempt, type PracticeBench, type Finding, type Verdict } from './exercise'
import { drawnFor } from './truth'

const cloth = (fibre: 'wool' | 'cotton' | 'viscose' | 'polyester', construction: ClothInput['construction'], massGsm: number,
  mm: number): ClothInput =>
  ({ fibres: [{ fibre, sharePct: 100 }], construction, massGsm, thicknessMm: mm, mayGetWet: true, nap: 'none', finishes: [] })
const CLOTHS = [
  cloth('wool', 'suiting', 260, 0.55), cloth('cotton', 'poplin', 120, 0.27), cloth('polyester', 'twill', 240, 0.48),
  cloth('viscose', 'twill', 200, 0.4), cloth('cotton', 'denim', 370, 0.8),
]
const FEATURES_ASKED: readonly FeatureKey[] = ['seamOpen', 'dart', 'pleat', 'neckEdge', 'curvedSeam', 'gather']
const MOTIONS: readonly Motion[] = ['tipAlong', 'toThePoint', 'upAndDown', 'edgeOnly']
/** Held this much shorter or longer than it takes is still right. */
const LEAST = 0.8, MOST = 1.8

const agentsName = (agents: readonly Agent[]): string => [...agents].sort().join('+')

interface Hidden { plan: FeaturePlan & { recipe: Recipe }, cloth: ClothInput, feature: FeatureKey }
function hiddenOf(seed: number): Hidden {
  const { pick } = drawnFor('agents', seed)
  for (;;) {
    const c = pick(CLOTHS), feature = pick(FEATURES_ASKED)
    const plan = planFeature({
      feature, cloth: c, iron: { kind: 'household', stops: [...PRACTICE_STOPS] }, cover: 'muslin', bed: 'padded', blendRule: 'strict',
      house: { piecing: 'steam', cooling: 'touch', alwaysCover: true }, kit: ['boardEdge', 'flat', 'ham', 'roll', 'clapper', 'cards'],
    })
    if (plan.recipe && plan.agents.length === 2) return { plan: { ...plan, recipe: plan.recipe }, cloth: c, feature }
  }
}

export function agentsBench(seed: number): Omit<PracticeBench, 'key' | 'seed'> {
  const { cloth: c, feature, plan } = hiddenOf(seed)
  return {
    asks: [
      { topic: 'agents', options: ['heat', 'steam', 'pressure'], how: 'two' }, { topic: 'motion', options: MOTIONS, how: 'one' },
      { topic: 'stop', options: ['0', '1', '2'], how: 'one' },
    ],
    clock: 'hold', tries: 1, cloth: c, supply: null, stops: PRACTICE_STOPS, cover: plan.cover, bed: 'padded', sheet: null, figures: {},
    names: [feature],
  }
}
export function judgeAgents(seed: number, { choice, heldS }: Attempt): Verdict {
  const { plan } = hiddenOf(seed), heldFor = heldS[0] ?? 0, needed = plan.recipe.holdS
  const stopC = PRACTICE_STOPS[Number(choice.stop ?? 0)]!.meanC, rightStop = Math.abs(stopC - plan.recipe.stop.meanC) < 1
  const agentsRight = (choice.agents ?? '').split('+').sort().join('+') === agentsName(plan.agents),
    motionRight = choice.motion === plan.motion
  const held = heldFor >= needed * LEAST && heldFor <= needed * MOST
  const findings: Finding[] = []
  if (!agentsRight) findings.push({ say: 'agents', right: plan.agents })
  if (!motionRight) findings.push({ say: 'motion', right: plan.motion })
  if (!held) findings.push({ say: 'notSet', forS: heldFor, neededS: needed })
  if (stopC > plan.recipe.stop.meanC + 1) findings.push({ say: 'harm', kind: 'shine', severity: 1.4 })
  else if (!rightStop) findings.push({ say: 'notSet', forS: heldFor, neededS: needed })
  const score = (agentsRight ? 0.35 : 0) + (motionRight ? 0.2 : 0) + (held && rightStop ? 0.45 : held || rightStop ? 0.15 : 0)
  const all = (choice.agents ?? '').split('+').filter(Boolean).length === 3 || (!motionRight && FEATURES[plan.feature].stretches)
  return {
    score, near: score, passed: score >= PASS_AT, findings, course: null, grade: null,
    look: {
      ...UNHURT, waved: all || (!agentsRight && FEATURES[plan.feature].stretches) ? 0.7 : 0, shine: stopC > plan.recipe.stop.meanC + 1
        ? 0.6
        : 0,
      ghost: held && rightStop ? 0 : 0.25,
    },
    truth: { holdS: needed, stopC: plan.recipe.stop.meanC },
  }
}
export function bestAgents(seed: number): Attempt {
  const { plan } = hiddenOf(seed)
  const at = PRACTICE_STOPS.findIndex(s => Math.abs(s.meanC - plan.recipe.stop.meanC) < 1)
  return { choice: { agents: agentsName(plan.agents), motion: plan.motion, stop: String(at) }, heldS: [plan.recipe.holdS] }
}
