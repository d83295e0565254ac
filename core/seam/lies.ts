import { runProgramme, steadySole, type Phase, type Stack, type Transient } from '../heat'
import { CLAPPER_KPA, ROOM_C } from '../materials'
import { COARSE } from '../recipe'

/** Nothing is waited for longer, s; counted in steps of 5. */
const LONGEST_S = 600, STEP_S = 5

/** When a figure along a run first comes to what is wanted, s; null where it never does. */
export function firstAtS(run: Transient, values: Float32Array, wanted: number): number | null {
  for (let i = 0; i < run.steps; i++) if (values[i]! >= wanted) return run.timesS[i]!
  return null
}

/** How long work lies under the clapper after one hold until none of it is warmer than `untilC`, s, in steps of 5. */
export function lyingS(
  stack: Stack, { soleC, holdS, pressureKPa, untilC }: { soleC: number, holdS: number, pressureKPa: number, untilC: number },
): number {
  const phases: Phase[] = [
    { kind: 'down', durationS: holdS, pressureKPa }, { kind: 'clapper', durationS: LONGEST_S, pressureKPa: CLAPPER_KPA },
  ]
  const run = runProgramme(stack, { sole: steadySole(soleC), phases, roomC: ROOM_C }, COARSE)
  const work = run.layers.filter(l => l.layer.role !== 'surface' && l.layer.role !== 'pressCloth')
  for (let i = 0; i < run.steps; i++)
    if (run.timesS[i]! > holdS && work.every(l => l.meanC[i]! <= untilC)) return Math.ceil((run.timesS[i]! - holdS) / STEP_S) * STEP_S
  return LONGEST_S
}
