import { UNDAMAGED } from '../appearance'
import { FIBRES } from '../materials'
import type { IronSetting } from '../recipe'
import { curlPerMm, cutSizeMm, edgeOf } from '../shrink'
import { PASS_AT, type Attempt, type PracticeSetup, type Finding, type Verdict } from './exercise'
import { drawnFor } from './truth'

/** Settings at which a trim may be preshrunk, °C. */
const PRESHRINK_C = [90, 110, 130, 150] as const
const MARKED_MM = 500, WANTED_MM = 1000
/** A plastic-cored yarn begins to pull up here, and has done all it does at this, °C. */
const PULLS_FROM_C = 60, DONE_AT_C = 140
/** It pulls up by a share of what is left every so many seconds. */
const PRESHRINKS_IN_S = 3
const MORE_PCT = ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '10']
/** Length that comes off by this share is still right; off by this it is useless. */
const RIGHT_SHARE = 0.008, USELESS_SHARE = 0.04
/** Pull that is left moves this much at the next pressing before it counts, %. */
const STILL_PCT = 0.5, MOVES_PCT = 3
const BRAID_MM = 1.2, GROUND_MM = 1.8, WIDE_MM = 20, STIFFER = 2

interface Hidden { mostPct: number, laterC: number }
function hiddenOf(seed: number): Hidden {
  const { next, pick } = drawnFor('braid', seed)
  return { mostPct: 5 + 5 * next(), laterC: pick([110, 130]) }
}
/** How far it pulls up at a heat, held so long, %. */
const pullPct = (mostPct: number, soleC: number, heldS: number): number =>
  mostPct * Math.min(1, Math.max(0, (soleC - PULLS_FROM_C) / (DONE_AT_C - PULLS_FROM_C))) * (1 - Math.exp(-heldS / PRESHRINKS_IN_S))

export function braidSetup(seed: number): Omit<PracticeSetup, 'key' | 'seed'> {
  const { laterC } = hiddenOf(seed)
  return {
    asks: [
      { topic: 'setting', options: PRESHRINK_C.map((_, i) => String(i)), how: 'one' }, { topic: 'cutMore', options: MORE_PCT, how: 'one' },
    ],
    clock: 'hold', tries: 2, fabric: null, supply: null, pressCloth: 'muslin', surface: 'padded', sheet: null, names: [],
    settings: PRESHRINK_C.map((meanC): IronSetting => ({ label: `${meanC} °C`, meanC, swingC: 0, origin: 'typical' })),
    figures: { laterC, markedMm: MARKED_MM, wantedMm: WANTED_MM },
  }
}

/** What the marks measure after a try, mm. */
export const marksAfterMm = (seed: number, { choice, heldS }: Attempt): number =>
  MARKED_MM * (1 - pullPct(hiddenOf(seed).mostPct, PRESHRINK_C[Number(choice.setting ?? 0)]!, heldS[0] ?? 0) / 100)

const share = (x: number, good: number, worst: number): number => 1 - Math.min(1, Math.max(0, (x - good) / (worst - good)))

export function judgeBraid(seed: number, { choice, heldS }: Attempt): Verdict {
  const { mostPct, laterC } = hiddenOf(seed), soleC = PRESHRINK_C[Number(choice.setting ?? 0)]!
  const preshrunkPct = pullPct(mostPct, soleC, heldS[0] ?? 0)
  const leftPct = Math.max(0, pullPct(mostPct, laterC, 60) - preshrunkPct)
  const cutMm = WANTED_MM * (1 + Number(choice.cutMore ?? 0) / 100), cameMm = cutMm * (1 - preshrunkPct / 100) * (1 - leftPct / 100)
  const offShare = Math.abs(cameMm - WANTED_MM) / WANTED_MM
  const brittle = soleC >= FIBRES.metallisedPlastic.lostC!
  const curl = curlPerMm({ trimMm: BRAID_MM, groundMm: GROUND_MM, modulusRatio: STIFFER, mismatchPct: leftPct })
  const findings: Finding[] = []
  if (brittle) findings.push({ say: 'brittle' })
  findings.push(leftPct <= STILL_PCT ? { say: 'preshrunk' } : { say: 'movesAgain', mmPerM: leftPct * 10 })
  if (offShare > RIGHT_SHARE) findings.push({ say: 'cutOff', wantedMm: WANTED_MM, cameMm })
  const score = brittle ? 0.2 : 0.5 * share(leftPct, STILL_PCT, MOVES_PCT) + 0.5 * share(offShare, RIGHT_SHARE, USELESS_SHARE)
  const { liftMm } = edgeOf(WIDE_MM, curl)
  return {
    score, near: score, passed: score >= PASS_AT, findings, course: null, grade: null,
    look: { ...UNDAMAGED, curled: Math.min(1, liftMm / (WIDE_MM / 2)), shrunk: Math.min(1, preshrunkPct / 12), holed: brittle ? 0.4 : 0 },
    truth: { mostPct, laterC },
  }
}
/** Preshrunk at the hottest it will ever see, until it lies still, and cut longer by what was measured. */
export function bestBraid(seed: number): Attempt {
  const { laterC, mostPct } = hiddenOf(seed), at = PRESHRINK_C.indexOf(laterC as 110), heldS = [PRESHRINKS_IN_S * 6]
  const more = cutSizeMm(WANTED_MM, pullPct(mostPct, laterC, heldS[0]!)) / WANTED_MM * 100 - 100
  return { choice: { setting: String(at), cutMore: String(Math.round(more)) }, heldS }
}
