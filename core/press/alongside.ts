import { shutsOffInS, soleOnWork } from '../iron'
import { firstAtS, valueAt, type SoleCurve } from '../heat'
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

/**
 * Follows a hold while it lasts: everything done so far, then the sole staying down. Null where no sole is down on a glue line.
 * @param planned the bond each hold is meant to come to (`plannedBond`)
 */
export function alongside(
  pressing: SwatchPressing, setup: PressSetup, planned: readonly number[], nowS: number, options: EvaluateOptions = {},
): Alongside | null {
  const step = stepOf(pressing)
  if (step?.kind !== 'down' || pressing.interrupted || pressing.startedS === null) return null
  const now = nowS - pressing.startedS
  const events: PressEvent[] = [...pressing.events, { atS: now + AHEAD_S, kind: 'lift' }]
  const grid = { ...options, ...COARSE, skipSurface: true, phases: phasesDone(pressing.recipe, events), sole: soleOf(pressing) }
  const { run, bond, harm } = evaluateAlong(setup, pressing.recipe, grid)
  const wanted = planned[step.pass] ?? 1
  const reaches = (values: Float32Array, level: number): number | null => {
    const atS = firstAtS(run, values, level)
    return atS === null ? null : Math.max(0, atS - now)
  }
  const glue = run.layers.find(l => l.layer.role === 'adhesive')!
  const harmInS = reaches(harm, 1)
  const worst = harmInS === null ? undefined : damageSoon(now + harmInS)
  return {
    bond: valueAt(run, bond.progress, now), wanted, neededS: reaches(bond.progress, wanted),
    harm: valueAt(run, harm, now), harmInS, harmKind: worst?.kind ?? null,
    soleC: valueAt(run, run.soleC, now), glueC: valueAt(run, glue.meanC, now),
  }

  /** Which harm it is that begins then. */
  function damageSoon(untilS: number): DamageFlag | undefined {
    const until = { ...grid, phases: phasesDone(pressing.recipe, [...pressing.events, { atS: untilS, kind: 'lift' }]),
      sole: soleOf(pressing) }
    return evaluate(setup, pressing.recipe, until).flags[0]
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
