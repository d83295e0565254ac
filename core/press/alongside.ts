import { shutsOffInS, soleOnWork } from '../iron'
import { firstAtS, valueAt, type SoleCurve, type Transient } from '../heat'
import { bondAtHold, COARSE, evaluate, evaluateAlong, holdPath, type PressSetup, type EvaluateOptions, type Recipe } from '../recipe'
import type { DamageFlag } from '../damage'
import { phasesDone } from './done'
import { stepOf, type PressEvent, type SwatchPressing } from './pressing'

/** So far ahead the hold is followed, s. */
const AHEAD_S = 150
const SAMPLE_S = 2

/** What is happening under the sole now, by the same transient as the recipe, and what is still wanted. */
export interface Alongside {
  bond: number
  /** Bond at which this hold is done. */
  wanted: number
  /** Seconds still needed, with the sole as it is expected to go on; null where two minutes and a half are not enough. */
  neededS: number | null
  harm: number
  /** Seconds until harm begins if the sole stays, and which; null where none is in sight. */
  harmInS: number | null
  harmKind: DamageFlag['kind'] | null
  soleC: number
  glueC: number
}

/** The sole over a session, from its first touch: each time the iron is touched it goes on from there, sagging on the work. */
function soleOf(pressing: SwatchPressing): SoleCurve {
  const startedS = pressing.startedS ?? 0
  const parts = pressing.touched.map(t => ({ fromS: t.atS - startedS, curve: soleOnWork(t.rest) }))
  let at = 0, drawnBefore = 0
  return (timeS, drawnJM2 = 0) => {
    while (at + 1 < parts.length && timeS >= parts[at + 1]!.fromS) {
      at++
      drawnBefore = drawnJM2
    }
    return parts.length ? parts[at]!.curve(timeS - parts[at]!.fromS, drawnJM2 - drawnBefore) : pressing.recipe.setting.meanC
  }
}

/** The bond that each hold of a recipe is meant to have come to when the sole lifts, with the sole at its setting. */
export function plannedBond(setup: PressSetup, recipe: Recipe, options: EvaluateOptions = {}): number[] {
  if (recipe.passes === 1) {
    return [bondAtHold(holdPath(setup, recipe, { ...options, ...COARSE }), recipe.holdS)]
  }
  const { run, bond } = evaluate(setup, recipe, { ...options, ...COARSE, skipSurface: true })
  return run.marks.filter(m => m.kind === 'lift').map(m => valueAt(run, bond.progress, m.atS))
}

/** What a hold comes to if the sole stays down from when it was last touched: worked out once, and read as the time goes on. */
interface Ahead {
  of: string
  setup: PressSetup
  madeAtS: number
  untilS: number
  run: Transient
  bond: Float32Array
  harm: Float32Array
  /** Of the harm that begins, once it was asked for. */
  kind?: DamageFlag['kind']
}
/**
 * So much further than is read it is worked out, so that it serves for a while, s; or as long again as it has been down, so that a sole
 * left down for an hour is worked out seven times in all.
 */
const SPARE_S = 75
/** Times that are taken anew each time differ in their last digits. */
const sameTo = (_: string, value: unknown): unknown => (typeof value === 'number' ? Math.round(value * 1000) / 1000 : value)

export type Follow = (
  pressing: SwatchPressing, setup: PressSetup, planned: readonly number[], nowS: number, options?: EvaluateOptions,
) => Alongside | null

/**
 * Follows a hold while it lasts: everything done so far, then the sole staying down. It answers null where no sole is down on a glue
 * line. What comes is worked out when something is done, and read until something else is.
 * @param workOut the transient, by usual the recipe's own
 * @returns asked with the bond each hold is meant to come to (`plannedBond`), and board seconds
 */
export function followSole(workOut: typeof evaluateAlong = evaluateAlong): Follow {
  let ahead: Ahead | null = null
  return (pressing, setup, planned, nowS, options = {}) => {
    const step = stepOf(pressing)
    if (step?.kind !== 'down' || pressing.interrupted || pressing.startedS === null) return null
    const now = nowS - pressing.startedS
    const gridTo = (untilS: number): EvaluateOptions => ({
      ...options, ...COARSE, skipSurface: true, sole: soleOf(pressing),
      phases: phasesDone(pressing.recipe, [...pressing.events, { atS: untilS, kind: 'lift' }]),
    })
    const of = JSON.stringify([pressing, options], sameTo)
    if (!ahead || ahead.of !== of || ahead.setup !== setup || now < ahead.madeAtS || now + AHEAD_S > ahead.untilS) {
      const untilS = now + AHEAD_S + Math.max(SPARE_S, now)
      const { run, bond, harm } = workOut(setup, pressing.recipe, gridTo(untilS))
      ahead = { of, setup, madeAtS: now, untilS, run, bond: bond.progress, harm }
    }
    const here = ahead, { run, bond, harm } = here, wanted = planned[step.pass] ?? 1
    const reaches = (values: Float32Array, level: number): number | null => {
      const atS = firstAtS(run, values, level)
      return atS === null || atS > now + AHEAD_S ? null : Math.max(0, atS - now)
    }
    const glue = run.layers.find(l => l.layer.role === 'adhesive')!, harmInS = reaches(harm, 1)
    if (harmInS !== null) here.kind ??= evaluate(setup, pressing.recipe, gridTo(now + harmInS)).flags[0]?.kind
    return {
      bond: valueAt(run, bond, now), wanted, neededS: reaches(bond, wanted),
      harm: valueAt(run, harm, now), harmInS, harmKind: harmInS === null ? null : here.kind ?? null,
      soleC: valueAt(run, run.soleC, now), glueC: valueAt(run, glue.meanC, now),
    }
  }
}

/** The sole under a session as it was, read now and again while it was down: what is kept with the events. */
export function soleReadings(pressing: SwatchPressing, setup: PressSetup, options: EvaluateOptions = {}): PressEvent[] {
  const phases = phasesDone(pressing.recipe, pressing.events)
  if (!phases.some(p => p.kind === 'down')) return []
  const { run } = evaluate(setup, pressing.recipe, { ...options, ...COARSE, skipSurface: true, phases, sole: soleOf(pressing) })
  const offsetC = options.soleOffsetC ?? 0
  const readings: PressEvent[] = []
  let lastS = -Infinity
  for (let i = 0; i < run.steps; i++) {
    if (Number.isNaN(run.soleC[i]!) || run.timesS[i]! - lastS < SAMPLE_S) continue
    lastS = run.timesS[i]!
    readings.push({ atS: Math.round(lastS * 100) / 100, kind: 'sole', soleC: Math.round((run.soleC[i]! - offsetC) * 10) / 10 })
  }
  return [...readings, ...shutOffs(pressing, run.timesS[run.steps - 1]!)]
}

/** When the iron shut itself off while it was down, by the board's own reckoning. */
function shutOffs({ touched, startedS, events }: SwatchPressing, endS: number): PressEvent[] {
  return touched.flatMap((t, i): PressEvent[] => {
    const inS = shutsOffInS(t.rest)
    const atS = t.atS - startedS! + (inS ?? Infinity)
    const untilS = touched[i + 1] ? touched[i + 1]!.atS - startedS! : endS
    const lifted = events.filter(e => e.kind === 'lift' && e.atS >= t.atS - startedS!)[0]?.atS ?? endS
    return atS < Math.min(untilS, lifted) ? [{ atS: Math.round(atS * 100) / 100, kind: 'shut' }] : []
  })
}
