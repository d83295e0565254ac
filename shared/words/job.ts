import { METRIC, type DisplayUnits } from '#core/units'
import type { JobStage, NextStep } from '#core/job'
import { kindOf } from '../making'
import type { MakingKind } from '../schemas'
import { celsius } from './measure'

/** What a stage is called on the tape of a job. */
export const JOB_STAGE_NAME: Record<JobStage, string> = {
  fabric: 'Fabric', match: 'Interfacing', swatch: 'Test swatch', cut: 'Cut', making: 'Seams & mending', press: 'Press', care: 'Care',
}

/** What is next, as an order. */
export function nextWords(step: NextStep<MakingKind>): string {
  switch (step.do) {
    case 'findFibre':
      return 'Corner test'
    case 'match':
      return 'Choose interfacing'
    case 'swatch':
      return 'Press a test swatch'
    case 'swatchAgain':
      return step.failed > 0 ? 'Press another test swatch' : 'Press the test swatch again'
    case 'wash':
      return step.left === 1 ? 'Wash the test swatch once' : `Wash the test swatch, ${step.left} times`
    case 'draw':
      return 'Draw the pieces'
    case 'cut':
      return 'Lay out and cut'
    case 'press':
      return 'Press it'
    case 'making':
      return kindOf(step.making).order
    case 'session':
      return 'Go on pressing'
    case 'finish':
      return 'Look at its care'
  }
}

/** Why it is next. */
export function nextReason(step: NextStep<MakingKind>): string {
  switch (step.do) {
    case 'findFibre':
      return 'The fibre is unknown. Test a hidden corner to find its limit.'
    case 'match':
      return 'No interfacing chosen yet.'
    case 'swatch':
      return 'No test swatch yet.'
    case 'swatchAgain':
      return step.failed === 1
        ? 'Last test swatch failed.'
        : step.failed > 1
          ? `${step.failed} test swatches failed.`
          : 'The last test swatch is not proved.'
    case 'wash':
      return 'It held. Your house rules also want it washed.'
    case 'draw':
      return 'Proved: a test swatch held, also after washing.'
    case 'cut':
      return step.cut === 0 ? `Proved; ${step.parts} parts to cut.` : `${step.cut} of ${step.parts} parts are cut.`
    case 'press':
      return `All ${step.parts} parts are cut.`
    case 'making':
      return `${step.making.name}: not pressed yet.`
    case 'session':
      return 'Its session is under way.'
    case 'finish':
      return 'All of it is pressed. Tick it off when it goes out.'
  }
}

const DAY_MS = 86_400_000
/** When a job is wanted, seen from today. @param forWhen a day, as 2026-12-01; @param today the same */
export function wantedWords(forWhen: string | null, today: string): string {
  if (!forWhen) return 'no date'
  const days = Math.round((Date.parse(forWhen) - Date.parse(today)) / DAY_MS)
  if (days < -1) return `${-days} days late`
  if (days === -1) return 'due yesterday'
  if (days === 0) return 'for today'
  if (days === 1) return 'for tomorrow'
  return days < 14 ? `in ${days} days` : `in ${Math.round(days / 7)} weeks`
}

const TUMBLE_WORDS = { no: 'no dryer', low: 'low dryer', yes: 'dryer' } as const
/** What the finished thing must stand, in few words. */
export const careWords = (care: { washC: number, tumble: keyof typeof TUMBLE_WORDS, dryClean: boolean },
  units: DisplayUnits = METRIC): string =>
  [care.washC > 0 ? `wash ${celsius(care.washC, units)}, ${TUMBLE_WORDS[care.tumble]}` : 'not washed', care.dryClean ? 'dry-cleaned' : '']
    .filter(Boolean).join(', ')

interface JobWords {
  name: string
  garment: string
  forWhen: string | null
  washC: number
  tumble: keyof typeof TUMBLE_WORDS
  dryClean: boolean
  fabrics: { fabricId: string }[]
}
/** Where two versions of a job part, for who must choose between them. */
export function jobDiffers(yours: JobWords, theirs: JobWords, units: DisplayUnits = METRIC): string {
  const parts = [
    yours.name !== theirs.name ? `name (${yours.name})` : '',
    yours.garment !== theirs.garment ? `garment (${yours.garment})` : '',
    yours.forWhen !== theirs.forWhen ? `day (${yours.forWhen ?? 'none'})` : '',
    careWords(yours) !== careWords(theirs) ? `care (${careWords(yours, units)})` : '',
    yours.fabrics.map(c => c.fabricId).join() !== theirs.fabrics.map(c => c.fabricId).join() ? `fabrics (${yours.fabrics.length})` : '',
  ].filter(Boolean)
  return parts.length > 0 ? `Yours differs in ${parts.join(', ')}.` : 'Yours is the same.'
}
