/** How far a fabric of a job has come with the interfacing chosen for it. */
export interface FabricState {
  fibreKnown: boolean
  /** A place on the garment was chosen. */
  placed: boolean
  /** An interfacing was chosen. */
  backed: boolean
  /** Swatches pressed of the pair, those that held at first judging, and those that passed with their washes. */
  pressed: number
  held: number
  passed: number
  /** Washes still missing on the one that has come furthest; null where none held. */
  washesLeft: number | null
  /** Parts to cut of what lies on its pieces, and those that are cut. */
  parts: number
  cut: number
}

export type NextStep
  = | { do: 'findFibre' }
    | { do: 'match' }
    | { do: 'swatch' }
    | { do: 'swatchAgain', failed: number }
    | { do: 'wash', left: number }
    | { do: 'draw' }
    | { do: 'cut', cut: number, parts: number }
    | { do: 'press', parts: number }

/** In working order: what is furthest back is done first. */
const ORDER: readonly NextStep['do'][] = ['findFibre', 'match', 'swatch', 'swatchAgain', 'wash', 'draw', 'cut', 'press']

/** The next thing to do for one cloth. */
export function nextOfFabric(c: FabricState): NextStep {
  if (!c.fibreKnown && c.pressed === 0) return { do: 'findFibre' }
  if (!c.placed || !c.backed) return { do: 'match' }
  if (c.passed > 0) {
    if (c.parts === 0) return { do: 'draw' }
    return c.cut < c.parts ? { do: 'cut', cut: c.cut, parts: c.parts } : { do: 'press', parts: c.parts }
  }
  if (c.held > 0 && c.washesLeft !== null && c.washesLeft > 0) return { do: 'wash', left: c.washesLeft }
  return c.pressed > 0 ? { do: 'swatchAgain', failed: c.pressed - c.held } : { do: 'swatch' }
}

/**
 * What comes next in a job: the step of the fabric that is furthest back, the earlier of two at the same one.
 * @returns the place of that fabric in the list, and its step; null for a job that is done or has no fabrics
 */
export function nextOfJob(job: { done: boolean, fabrics: readonly FabricState[] }): { fabric: number, step: NextStep } | null {
  if (job.done) return null
  let found: { fabric: number, step: NextStep } | null = null
  for (const [fabric, state] of job.fabrics.entries()) {
    const step = nextOfFabric(state)
    if (!found || ORDER.indexOf(step.do) < ORDER.indexOf(found.step.do)) found = { fabric, step }
  }
  return found
}
