/** How far a fabric of a job has come with the interfacing chosen for it. */
export interface FabricState {
  fibreKnown: boolean
  /** A place on the garment was chosen. */
  placed: boolean
  /** The place is one where something is stuck on or turned up: its making says what comes, not a test swatch. */
  isMakingPlace: boolean
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
/** A hem, a patch, a label: something that is pressed by itself, and whether it was. */
export interface MakingState<K extends string = string> {
  id: string
  kind: K
  name: string
  /** Which of the job's fabrics it is made of; the first where none is said. */
  fabric: number
  pressed: boolean
}
/** What a job is made of, as far as what comes next depends on it. */
export interface JobState<K extends string = string> {
  done: boolean
  fabrics: readonly FabricState[]
  makings: readonly MakingState<K>[]
  /** Its last session: under way, or closed; null where nothing was pressed yet. */
  session: 'open' | 'closed' | null
}

export type NextStep<K extends string = string>
  = | { do: 'findFibre' }
    | { do: 'match' }
    | { do: 'swatch' }
    | { do: 'swatchAgain', failed: number }
    | { do: 'wash', left: number }
    | { do: 'draw' }
    | { do: 'cut', cut: number, parts: number }
    | { do: 'press', parts: number }
    | { do: 'making', making: MakingState<K> }
    | { do: 'session' }
    | { do: 'finish' }

/** In working order: what is furthest back is done first. */
const ORDER: readonly NextStep['do'][] = [
  'findFibre', 'match', 'swatch', 'swatchAgain', 'wash', 'draw', 'cut', 'making', 'press', 'session', 'finish',
]

/** The stages a job goes through; what is not needed is not among them. */
export type JobStage = 'fabric' | 'match' | 'swatch' | 'cut' | 'making' | 'press' | 'care'

/** The next thing to do for one fabric that is interfaced. */
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

/** Is this fabric of the job interfaced? Beside makings only where a place for it was chosen, or something was pressed or drawn of it. */
function isInterfaced(c: FabricState, { makings }: Pick<JobState, 'makings'>): boolean {
  if (makings.length === 0) return true
  return !c.isMakingPlace && (c.placed || c.parts > 0)
}

/**
 * What comes next in a job: what is under way, then the step of the fabric or making that is furthest back, the earlier of two at the
 * same one; when all is pressed, that it is finished.
 * @returns the place of that fabric in the list, and its step; null for a job that is done or has nothing to do
 */
export function nextOfJob<K extends string>(job: JobState<K>): { fabric: number, step: NextStep<K> } | null {
  if (job.done) return null
  if (job.session === 'open') return { fabric: 0, step: { do: 'session' } }
  const steps: { fabric: number, step: NextStep<K> }[] = []
  for (const [fabric, state] of job.fabrics.entries()) {
    if (!state.fibreKnown && state.pressed === 0) steps.push({ fabric, step: { do: 'findFibre' } })
    else if (isInterfaced(state, job)) steps.push({ fabric, step: nextOfFabric(state) as NextStep<K> })
  }
  const waits = job.makings.find(m => !m.pressed)
  if (waits) steps.push({ fabric: waits.fabric, step: { do: 'making', making: waits } })
  // What was cut and pressed in a session that was closed is behind it.
  const left = job.session === 'closed' ? steps.filter(s => s.step.do !== 'press') : steps
  if (left.length === 0) return steps.length > 0 || job.makings.length > 0 ? { fabric: 0, step: { do: 'finish' } } : null
  return left.reduce((first, s) => (ORDER.indexOf(s.step.do) < ORDER.indexOf(first.step.do) ? s : first))
}

/** The stages of this job in working order. Without a fabric that is interfaced there is nothing to match, to try or to cut. */
export function stagesOfJob(job: JobState): JobStage[] {
  const interfaced = job.fabrics.some(f => isInterfaced(f, job)), made = job.makings.length > 0
  return ['fabric', ...(interfaced ? ['match', 'swatch', 'cut'] as const : []), ...(made ? ['making'] as const : []), 'press', 'care']
}

/** At which stage a step is done, and how much of that stage is behind one, 0 to 1. */
const STANDS: Record<NextStep['do'], { stage: JobStage, share: number }> = {
  findFibre: { stage: 'fabric', share: 0.4 }, match: { stage: 'match', share: 0.4 }, swatch: { stage: 'swatch', share: 0.3 },
  swatchAgain: { stage: 'swatch', share: 0.5 }, wash: { stage: 'swatch', share: 0.8 }, draw: { stage: 'cut', share: 0 },
  cut: { stage: 'cut', share: 0.3 }, making: { stage: 'making', share: 0.3 }, press: { stage: 'press', share: 0 },
  session: { stage: 'press', share: 0.5 }, finish: { stage: 'care', share: 0.5 },
}
/**
 * How far along its own path a job has come whose next step is this, 0 to 1. Drawn pieces are a third of the way through cutting, and
 * every part that is cut some more.
 */
export function comeTo(step: NextStep, path: readonly JobStage[]): number {
  const { stage, share } = STANDS[step.do], at = Math.max(0, path.indexOf(stage))
  return (at + share + (step.do === 'cut' ? 0.7 * step.cut / step.parts : 0)) / path.length
}
