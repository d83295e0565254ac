import { bondOf, FULL_BOND, gradeOf, shifted } from '../bond'
import { freeWaterGsm, layerOf, runProgramme, steadySole } from '../heat'
import { hemStack, type HemAsk } from '../hem'
import { appearanceOfPressing } from '../appearance'
import { FIBRES, ROOM_C, type FibreKey } from '../materials'
import { COARSE, moistureOf, pressureOf } from '../recipe'
import { expectedGrade } from '../learn'
import { createKeptAnswers } from '../numeric'
import type { DamageFlag } from '../damage'
import { one, PRACTICE_SETTINGS } from './setups'
import { PASS_AT, type Attempt, type PracticeSetup, type Finding, type Verdict } from './exercise'
import { choicesOf, haste, qualityOf, REMEMBERED } from './pressing'
import { drawnFor, hiddenOptions, truthOf } from './truth'

const LININGS: readonly FibreKey[] = ['acetate', 'polyamide6', 'modacrylic']
const LONGEST_S = 90
/** So near to what a lining withstands is too near; over it, so much harm for every so many degrees. */
const MARGIN_K = 10, HARM_PER_K = 15
const WET_GSM = 8
/** The wool's own class bars a hotter setting. */
const TOLERANCE_C = 5
const HOLDS = [6, 8, 10, 12, 15, 18, 22, 27, 33, 40, 50, 60] as const

const liningFibre = (seed: number): FibreKey => drawnFor('lining', seed).pick(LININGS)
function askOf(seed: number, behind: boolean): HemAsk {
  return {
    fabric: { fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'suiting', massGsm: 230, thicknessMm: 0.5, mayGetWet: true,
      nap: 'none', finishes: [] },
    turnedPlies: 1, tape: { massGsm: 30, thicknessMm: 0.15, base: 'polyamide6', adhesive: 'polyamideWeb', adhesiveGsm: 28 }, dryTape: null,
    lining: behind
      ? { fibres: [{ fibre: liningFibre(seed), sharePct: 100 }], construction: 'lining', massGsm: 70, thicknessMm: 0.12, mayGetWet: true,
          nap: 'none', finishes: [] }
      : null,
    pressCloth: 'muslin', surface: 'padded', iron: { kind: 'household', settings: [...PRACTICE_SETTINGS] }, blendRule: 'strict',
    cooling: 'touch',
  }
}
export const liningSetup = (seed: number): Omit<PracticeSetup, 'key' | 'seed'> => ({
  asks: [one('clear', 'behind', 'clear'), one('method', 'dry', 'damp'), one('setting', '0', '1', '2')], clock: 'hold', tries: 1,
  fabric: askOf(seed, false).fabric, supply: askOf(seed, false).tape, settings: PRACTICE_SETTINGS, pressCloth: 'muslin', surface: 'padded',
  sheet: null,
  figures: {}, names: [liningFibre(seed)],
})

function pressedSo(seed: number, { choice, heldS }: Attempt) {
  const behind = (choice.clear ?? 'behind') === 'behind', damp = choice.method === 'damp', ask = askOf(seed, behind)
  const hidden = hiddenOptions(truthOf('lining', seed)), soleC = PRACTICE_SETTINGS[Number(choice.setting ?? 0)]!.meanC + hidden.soleOffsetC!
  const holdS = Math.min(LONGEST_S, Math.max(0.5, heldS[0] ?? 0)), pressureKPa = pressureOf('household', 'lean')
  const water = moistureOf(damp ? 'damp' : 'dry', 'household', 'muslin')
  const run = runProgramme(hemStack(ask, ask.tape, water.pressClothWaterGsm), {
    sole: steadySole(soleC), roomC: ROOM_C,
    phases: [{ kind: 'down', durationS: holdS, pressureKPa }, { kind: 'clapper', durationS: 20, pressureKPa: 0.6 }],
  }, { ...COARSE, contactFactor: hidden.contactFactor! })
  const bond = bondOf(run, shifted(gradeOf('polyamideWeb', 'hand'), hidden.rateFactor!, hidden.meltShiftC!)).final
  const flags: DamageFlag[] = []
  const fabric = layerOf(run, 'interfacing') ?? layerOf(run, 'fabric')!,
    peak = (of: { hottestC: Float32Array }) => of.hottestC.reduce((m, c) => Math.max(m, c), 0)
  const woolC = peak(fabric), { damageC } = FIBRES.wool
  if (woolC > damageC - 5) flags.push({ kind: 'scorch', severity: 1 + (woolC - damageC) / 10, layer: 'fabric', fibre: 'wool',
    peakC: woolC })
  const pressCloth = layerOf(run, 'pressCloth')
  const wetGsm = pressCloth ? freeWaterGsm(pressCloth, run.steps - 1) : 0
  if (damp && wetGsm > WET_GSM) flags.push({ kind: 'waterMark', severity: 1 + wetGsm / 60, layer: 'fabric', waterGsm: wetGsm })
  const behindLayer = run.layers.find(l => l.layer.id === 'lining')
  const limitC = FIBRES[liningFibre(seed)].damageC - MARGIN_K, peakC = behindLayer ? peak(behindLayer) : ROOM_C
  if (behindLayer && peakC > limitC)
    flags.push({ kind: 'melt', severity: 1 + (peakC - limitC) / HARM_PER_K, layer: 'fabric', peakC, limitC })
  flags.sort((a, b) => b.severity - a.severity)
  const dialC = PRACTICE_SETTINGS[Number(choice.setting ?? 0)]!.meanC, tooHot = dialC > FIBRES.wool.classC + TOLERANCE_C
  return { bond, flags, harm: flags[0]?.severity ?? 0, holdS, quality: qualityOf(bond, flags[0]?.severity ?? 0) * (tooHot ? 0.5 : 1),
    over: tooHot ? dialC : null, peakC, limitC, soleC }
}

/** The best of a seed is looked for once, and the last few are remembered. */
const looked = createKeptAnswers<Attempt & { quality: number }>(REMEMBERED)

export function bestLining(seed: number): Attempt & { quality: number } {
  return looked.of(String(seed), () => lookForBest(seed))
}
function lookForBest(seed: number): Attempt & { quality: number } {
  let best: Attempt & { quality: number } = { choice: {}, heldS: [], quality: -1 }
  for (const choice of choicesOf(liningSetup(seed).asks)) for (const holdS of HOLDS) {
    const attempt: Attempt = { choice, heldS: [holdS] }, { quality } = pressedSo(seed, attempt)
    if (quality > best.quality + 1e-3 || (quality > best.quality - 1e-3 && holdS < best.heldS[0]!)) best = { ...attempt, quality }
  }
  return best
}
export function judgeLining(seed: number, attempt: Attempt): Verdict {
  const p = pressedSo(seed, attempt), best = bestLining(seed), bestS = best.heldS[0] ?? 1
  const score = p.quality * haste(p.holdS, bestS), near = best.quality > 0 ? Math.min(1, score / best.quality) : 0
  const findings: Finding[] = p.over === null ? [] : [{ say: 'overClass', soleC: p.over, limitC: FIBRES.wool.classC }]
  const damageLining = p.flags.find(f => f.kind === 'melt')
  if (damageLining) findings.push({ say: 'lining', peakC: p.peakC, limitC: p.limitC })
  for (const f of p.flags.filter(f => f.kind !== 'melt')) findings.push({ say: 'harm', kind: f.kind, severity: f.severity })
  findings.push(p.bond < FULL_BOND ? { say: 'underBonded', bond: p.bond } : { say: 'bonded', bond: p.bond })
  return {
    score, near, passed: near >= PASS_AT && p.bond >= FULL_BOND && p.harm <= 1 && p.over === null, findings,
    look: appearanceOfPressing(p.flags, p.bond),
    grade: Math.round(expectedGrade(Math.log(Math.max(0.01, p.bond)))), course: null, truth: { soleC: p.soleC, liningC: p.limitC },
  }
}
