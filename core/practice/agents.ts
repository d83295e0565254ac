import { UNDAMAGED } from '../appearance'
import type { Recipe } from '../recipe'
import { SEAM_DETAILS, planSeamDetail, type Agent, type SeamDetailKey, type SeamDetailPlan, type Motion } from '../seam'
import type { FabricInput } from '../stack'
import { PRACTICE_SETTINGS } from './setups'
import { PASS_AT, type Attempt, type PracticeSetup, type Finding, type Verdict } from './exercise'
import { drawnFor } from './truth'

const fabric = (fibre: 'wool' | 'cotton' | 'viscose' | 'polyester', construction: FabricInput['construction'], massGsm: number,
  mm: number): FabricInput =>
  ({ fibres: [{ fibre, sharePct: 100 }], construction, massGsm, thicknessMm: mm, mayGetWet: true, nap: 'none', finishes: [] })
const FABRICS = [
  fabric('wool', 'suiting', 260, 0.55), fabric('cotton', 'poplin', 120, 0.27), fabric('polyester', 'twill', 240, 0.48),
  fabric('viscose', 'twill', 200, 0.4), fabric('cotton', 'denim', 370, 0.8),
]
const SEAM_DETAILS_ASKED: readonly SeamDetailKey[] = ['seamOpen', 'dart', 'pleat', 'neckEdge', 'curvedSeam', 'gather']
const MOTIONS: readonly Motion[] = ['tipAlong', 'toThePoint', 'upAndDown', 'edgeOnly']
/** Held this much shorter or longer than it takes is still right. */
const LEAST = 0.8, MOST = 1.8

const agentsName = (agents: readonly Agent[]): string => [...agents].sort().join('+')

interface Hidden { plan: SeamDetailPlan & { recipe: Recipe }, fabric: FabricInput, seamDetail: SeamDetailKey }
function hiddenOf(seed: number): Hidden {
  const { pick } = drawnFor('agents', seed)
  for (;;) {
    const c = pick(FABRICS), seamDetail = pick(SEAM_DETAILS_ASKED)
    const plan = planSeamDetail({
      seamDetail, fabric: c, iron: { kind: 'household', settings: [...PRACTICE_SETTINGS] }, pressCloth: 'muslin', surface: 'padded',
      blendRule: 'strict',
      house: { piecing: 'steam', cooling: 'touch', alwaysPressCloth: true }, kit: ['boardEdge', 'flat', 'ham', 'roll', 'clapper', 'cards'],
    })
    if (plan.recipe && plan.agents.length === 2) return { plan: { ...plan, recipe: plan.recipe }, fabric: c, seamDetail }
  }
}

export function agentsSetup(seed: number): Omit<PracticeSetup, 'key' | 'seed'> {
  const { fabric: c, seamDetail, plan } = hiddenOf(seed)
  return {
    asks: [
      { topic: 'agents', options: ['heat', 'steam', 'pressure'], how: 'two' }, { topic: 'motion', options: MOTIONS, how: 'one' },
      { topic: 'setting', options: ['0', '1', '2'], how: 'one' },
    ],
    clock: 'hold', tries: 1, fabric: c, supply: null, settings: PRACTICE_SETTINGS, pressCloth: plan.pressCloth, surface: 'padded',
    sheet: null, figures: {},
    names: [seamDetail],
  }
}
export function judgeAgents(seed: number, { choice, heldS }: Attempt): Verdict {
  const { plan } = hiddenOf(seed), heldFor = heldS[0] ?? 0, needed = plan.recipe.holdS
  const settingC = PRACTICE_SETTINGS[Number(choice.setting ?? 0)]!.meanC, rightSetting = Math.abs(settingC - plan.recipe.setting.meanC) < 1
  const agentsRight = (choice.agents ?? '').split('+').sort().join('+') === agentsName(plan.agents),
    motionRight = choice.motion === plan.motion
  const held = heldFor >= needed * LEAST && heldFor <= needed * MOST
  const findings: Finding[] = []
  if (!agentsRight) findings.push({ say: 'agents', right: plan.agents })
  if (!motionRight) findings.push({ say: 'motion', right: plan.motion })
  if (!held) findings.push({ say: 'notSet', forS: heldFor, neededS: needed })
  if (settingC > plan.recipe.setting.meanC + 1) findings.push({ say: 'harm', kind: 'shine', severity: 1.4 })
  else if (!rightSetting) findings.push({ say: 'notSet', forS: heldFor, neededS: needed })
  const score = (agentsRight ? 0.35 : 0) + (motionRight ? 0.2 : 0) + (held && rightSetting ? 0.45 : held || rightSetting ? 0.15 : 0)
  const all = (choice.agents ?? '').split('+').filter(Boolean).length === 3 || (!motionRight && SEAM_DETAILS[plan.seamDetail].stretches)
  return {
    score, near: score, passed: score >= PASS_AT, findings, course: null, grade: null,
    look: {
      ...UNDAMAGED, waved: all || (!agentsRight && SEAM_DETAILS[plan.seamDetail].stretches) ? 0.7 : 0,
      shine: settingC > plan.recipe.setting.meanC + 1
        ? 0.6
        : 0,
      ghost: held && rightSetting ? 0 : 0.25,
    },
    truth: { holdS: needed, settingC: plan.recipe.setting.meanC },
  }
}
export function bestAgents(seed: number): Attempt {
  const { plan } = hiddenOf(seed)
  const at = PRACTICE_SETTINGS.findIndex(s => Math.abs(s.meanC - plan.recipe.setting.meanC) < 1)
  return { choice: { agents: agentsName(plan.agents), motion: plan.motion, setting: String(at) }, heldS: [plan.recipe.holdS] }
}
