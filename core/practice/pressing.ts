import { FULL_BOND, OVER_FUSED } from '../bond'
import { freeWaterGsm, layerOf, type Phase } from '../heat'
import type { DamageFlag } from '../damage'
import { expectedGrade } from '../learn'
import { fabricLimit } from '../limit'
import { appearanceOfPressing } from '../appearance'
import { createKeptAnswers } from '../numeric'
import { CLAPPER_KPA, PRESS_CLOTH_KINDS, STEAMS_FROM_C, type SurfaceKindKey, type PressClothKindKey } from '../materials'
import {
  COARSE, courseOf, evaluate, moistureOf, pressureOf, TURN_S, type PressSetup, type EvaluateOptions, type Lean, type Method, type Recipe,
  type Side,
} from '../recipe'
import { PASS_AT, type Attempt, type PracticeSetup, type Choice, type Finding, type TopicAsked, type Verdict } from './exercise'

/** Cooled this long under the clapper before it is judged, s. */
const COOL_S = 40
const LONGEST_S = 90
/** A bond this far under a whole one is worth nothing; harm allowed, and harm that spoils it. */
const NO_BOND = 0.25, ALLOWED = 0.9, SPOILT = 2
/** Twice as long as the best costs so much. */
const SLOW_POWER = 0.15
/** Free water under something that lets no vapour pass: from here it blisters, g/m². */
const BLISTERS_FROM_GSM = 3

/** What of a setup the choices set; what is not asked stays as set up. */
interface Asked { setup: PressSetup, recipe: Recipe, touches: number }

const chosen = (b: PracticeSetup, choice: Choice, topic: TopicAsked['topic'], usual: string): string => {
  const asked = b.asks.find(a => a.topic === topic)
  if (!asked) return usual
  const said = choice[topic]
  return said !== undefined && asked.options.includes(said) ? said : asked.options[0]!
}
/** The setup and recipe that a choice comes to. @param usual what counts where it is not asked */
function askedOf(b: PracticeSetup, choice: Choice, usual: { method: Method, side: Side, bearing: Lean, setting: number }): Asked {
  const method = chosen(b, choice, 'method', usual.method) as Method
  const setting = b.settings[Number(chosen(b, choice, 'setting', String(usual.setting)))]!
  const pressClothName = chosen(b, choice, 'pressCloth', b.pressCloth ?? 'bare')
  const pressCloth = pressClothName === 'bare' ? null : pressClothName as PressClothKindKey
  const side = chosen(b, choice, 'side', usual.side) as Side | 'both'
  const lean = chosen(b, choice, 'bearing', usual.bearing) as Lean
  const surface = chosen(b, choice, 'surface', b.surface) as SurfaceKindKey
  const touches = Number(chosen(b, choice, 'touches', '1'))
  const setup: PressSetup = {
    fabric: b.fabric!, supply: b.supply!, iron: { kind: 'household', settings: [...b.settings] }, pressCloth, surface, blendRule: 'strict',
  }
  const recipe: Recipe = {
    method, setting, firstSide: side === 'both' ? 'back' : side, passes: side === 'both' ? 2 : 1, warmS: 0, holdS: LONGEST_S, secondS: null,
    lean, pressureKPa: pressureOf('household', lean), ...moistureOf(method, 'household', pressCloth), coolS: 0, tableS: 0,
  }
  return { setup, recipe, touches }
}

/** Phases as they were really pressed: holds with a lift between, turned where it is, then cold. */
function phasesOf({ recipe, touches }: Asked, heldS: readonly number[]): Phase[] {
  const phases: Phase[] = []
  const down = (s: number): Phase =>
    ({ kind: 'down', durationS: s, pressureKPa: recipe.pressureKPa, steamGM2S: recipe.steamGM2S, steamS: recipe.steamS })
  const holds = heldS.slice(0, Math.max(touches, recipe.passes))
  holds.forEach((s, i) => {
    if (i > 0) {
      phases.push({ kind: 'lifted', durationS: TURN_S })
      if (recipe.passes === 2) phases.push({ kind: 'turn', rewetPressClothGsm: recipe.pressClothWaterGsm })
    }
    phases.push(down(Math.min(LONGEST_S, Math.max(0.5, s))))
  })
  phases.push({ kind: 'clapper', durationS: COOL_S, pressureKPa: CLAPPER_KPA })
  return phases
}

/** Own rules of an exercise beside bond and harm. */
export interface PressRules {
  usual: Parameters<typeof askedOf>[2]
  options: EvaluateOptions
  /** A sheet or film that shuts vapour in: water under it blisters. */
  sealed?: boolean
  /** A film melts onto a bare sole. */
  filmBare?: boolean
}
const MELTS_ONTO_SOLE = 2.5

const share = (x: number, worst: number, good: number): number => Math.min(1, Math.max(0, (x - worst) / (good - worst)))

/** How good a bond and its harm are, 0 to 1. */
export function qualityOf(bond: number, harm: number): number {
  const held = bond < FULL_BOND
    ? share(bond, NO_BOND, FULL_BOND) * 0.7
    : bond <= OVER_FUSED
      ? 1
      : 1 - share(bond, OVER_FUSED, OVER_FUSED * 3)
  return held * (1 - share(harm, ALLOWED, SPOILT))
}

/** What its fabric bars whatever comes of it, and a setting that drips: each halves what it is worth. */
function barred({ setup, recipe }: Asked, soleC: number): Finding[] {
  const limit = fabricLimit(setup.fabric, setup.blendRule), found: Finding[] = []
  if (recipe.setting.meanC > limit.soleC + TOLERANCE_C) found.push({ say: 'overClass', soleC: recipe.setting.meanC, limitC: limit.soleC })
  if (limit.pressClothNeeded && setup.pressCloth === null) found.push({ say: 'needsPressCloth' })
  if (limit.backOnly && (recipe.firstSide === 'face' || recipe.passes === 2)) found.push({ say: 'faceBarred' })
  if (recipe.method === 'steam' && soleC < STEAMS_FROM_C) found.push({ say: 'drips' })
  if (recipe.method === 'steam' && setup.pressCloth
    && !PRESS_CLOTH_KINDS[setup.pressCloth].vapourPasses) found.push({ say: 'steamStopped' })
  return found
}
const TOLERANCE_C = 5, BARRED_COSTS = 0.5

/** What really became of it. */
function pressed(b: PracticeSetup, { choice, heldS }: Attempt, rules: PressRules, grid: EvaluateOptions = {}) {
  const asked = askedOf(b, choice, rules.usual)
  const outcome = evaluate(asked.setup, asked.recipe, { ...grid, ...rules.options, phases: phasesOf(asked, heldS) })
  let flags: DamageFlag[] = outcome.flags.filter(f => f.kind !== 'overFused')
  let waterGsm = 0
  if (rules.sealed) {
    const { run } = outcome, fabric = layerOf(run, 'fabric')
    for (let i = 0; i < run.steps && fabric; i++) waterGsm = Math.max(waterGsm, freeWaterGsm(fabric, i))
    if (waterGsm > BLISTERS_FROM_GSM)
      flags = [{ kind: 'laminate' as const, severity: waterGsm / BLISTERS_FROM_GSM, layer: 'fabric' as const }, ...flags]
        .sort((x, y) => y.severity - x.severity)
  }
  if (rules.filmBare && asked.setup.pressCloth === null)
    flags = [{ kind: 'melt' as const, severity: MELTS_ONTO_SOLE, layer: 'interfacing' as const }, ...flags].sort(
      (x, y) => y.severity - x.severity)
  const harm = flags[0]?.severity ?? 0, tookS = heldS.reduce((s, h) => s + h, 0)
  const bars = barred(asked, asked.recipe.setting.meanC + (rules.options.soleOffsetC ?? 0))
  const quality = qualityOf(outcome.bond.final, harm) * BARRED_COSTS ** bars.length
  return { asked, outcome, flags, harm, waterGsm, tookS, bars, quality }
}

export interface Best { attempt: Attempt, quality: number, tookS: number }
/** Holds that are tried for the best, s. */
const HOLDS = [4, 6, 8, 10, 13, 16, 20, 25, 32, 40, 50, 65, 90] as const

/** Every choice that can be made of what is asked. */
export function choicesOf(asks: readonly TopicAsked[]): Choice[] {
  return asks.reduce<Choice[]>((all, { topic, options }) => all.flatMap(c => options.map(o => ({ ...c, [topic]: o }))), [{}])
}

/** So many of those that look best on the coarse grid are pressed again on the fine one. */
const PRESSED_AGAIN = 8
/** Coarse figures are trusted so far. */
const COARSE_OFF = 0.06

/** The best of a setup is looked for once, and the last few are remembered. */
export const REMEMBERED = 20
const looked = createKeptAnswers<Best>(REMEMBERED)

/** The best that was possible on the hidden setup: every choice at every hold, the quicker of two that are as good. */
export function bestPressing(b: PracticeSetup, rules: PressRules): Best {
  return looked.of(JSON.stringify([b, rules]), () => lookForBest(b, rules))
}
function lookForBest(b: PracticeSetup, rules: PressRules): Best {
  const all: Best[] = []
  for (const choice of choicesOf(b.asks)) {
    const asked = askedOf(b, choice, rules.usual), times = Math.max(asked.touches, asked.recipe.passes)
    if (barred(asked, asked.recipe.setting.meanC + (rules.options.soleOffsetC ?? 0)).length > 0) continue
    for (const holdS of HOLDS) {
      if (holdS * times > 120) break
      const attempt = { choice, heldS: Array.from({ length: times }, () => holdS) }
      const { tookS, harm, outcome } = pressed(b, attempt, rules, { ...COARSE, skipSurface: true })
      all.push({ attempt, tookS, quality: qualityOf(outcome.bond.final * (1 - COARSE_OFF), harm * (1 + COARSE_OFF)) })
      // Longer only damages more, or fuses further than is any good.
      if (harm > SPOILT || outcome.bond.final > FULL_BOND * 1.6) break
    }
  }
  const good = (x: Best, y: Best) => (Math.abs(x.quality - y.quality) > 1e-3 ? y.quality - x.quality : x.tookS - y.tookS)
  const again = all.sort(good).slice(0, PRESSED_AGAIN).map((x): Best => ({ ...x, quality: pressed(b, x.attempt, rules).quality }))
  return again.sort(good)[0] ?? { attempt: { choice: {}, heldS: [] }, quality: 0, tookS: 1 }
}

/** Slower than the best costs a little; a wasted minute is no fault of the fabric's. */
export const haste = (tookS: number, bestS: number): number => tookS <= bestS ? 1 : (bestS / tookS) ** SLOW_POWER

export function judgePressing(b: PracticeSetup, attempt: Attempt, rules: PressRules): Verdict {
  const p = pressed(b, attempt, rules), best = bestPressing(b, rules), bond = p.outcome.bond.final
  const score = p.quality * haste(p.tookS, best.tookS), near = best.quality > 0 ? Math.min(1, score / best.quality) : 0
  const findings: Finding[] = [...p.bars]
  if (p.waterGsm > BLISTERS_FROM_GSM) findings.push({ say: 'blisters', waterGsm: p.waterGsm })
  const worst = p.flags.find(f => f.severity >= ALLOWED && f.kind !== 'laminate')
  if (worst) findings.push({ say: 'harm', kind: worst.kind, severity: worst.severity })
  else if (!rules.sealed && p.harm >= ALLOWED) findings.push({ say: 'harm', kind: p.flags[0]!.kind, severity: p.harm })
  findings.push(bond < FULL_BOND ? { say: 'underBonded', bond } : bond > OVER_FUSED ? { say: 'overFused', bond } : { say: 'bonded', bond })
  if (p.tookS > best.tookS * 1.5 && near < 0.99) findings.push({ say: 'slow', bestS: best.tookS, tookS: p.tookS })
  const { soleOffsetC = 0, contactFactor = 1, meltShiftC = 0, rateFactor = 1 } = rules.options
  return {
    score, near, passed: near >= PASS_AT && bond >= FULL_BOND && p.harm <= 1 && p.bars.length === 0, findings,
    look: appearanceOfPressing(p.flags, bond),
    grade: Math.round(expectedGrade(Math.log(Math.max(0.01, bond)))), course: courseOf(p.outcome),
    truth: { soleC: p.asked.recipe.setting.meanC + soleOffsetC, contact: contactFactor, meltC: meltShiftC, rate: rateFactor },
  }
}
