import type { NextStep } from '#core/job'

/** What is next, as an order. */
export function nextWords(step: NextStep): string {
  switch (step.do) {
    case 'findFibre':
      return 'Find out what it is'
    case 'match':
      return 'Choose its backing'
    case 'swatch':
      return 'Press a swatch'
    case 'swatchAgain':
      return step.failed > 0 ? 'Press another swatch' : 'Press a swatch again'
    case 'wash':
      return step.left === 1 ? 'Wash the swatch once' : `Wash the swatch, ${step.left} times`
    case 'draw':
      return 'Draw its pieces'
    case 'cut':
      return 'Lay and cut'
    case 'press':
      return 'Press it'
  }
}

/** Why it is next. */
export function nextReason(step: NextStep): string {
  switch (step.do) {
    case 'findFibre':
      return 'Its fibre is unknown: a hidden corner tells what heat it stands.'
    case 'match':
      return 'No backing is chosen for it yet.'
    case 'swatch':
      return 'Nothing has been pressed of this pair yet.'
    case 'swatchAgain':
      return step.failed === 1
        ? 'The one pressed did not hold.'
        : step.failed > 1
          ? `${step.failed} did not hold.`
          : 'The last one is not proved.'
    case 'wash':
      return 'It held; the house proves a swatch in the wash.'
    case 'draw':
      return 'Proved: a swatch held, and its washes too.'
    case 'cut':
      return step.cut === 0 ? `Proved; ${step.parts} parts to cut.` : `${step.cut} of ${step.parts} parts are cut.`
    case 'press':
      return `All ${step.parts} parts are cut.`
  }
}

const DAY_MS = 86_400_000
/** When a job is wanted, seen from today. @param forWhen a day, as 2026-12-01; @param today the same */
export function wantedWords(forWhen: string | null, today: string): string {
  if (!forWhen) return 'no day given'
  const days = Math.round((Date.parse(forWhen) - Date.parse(today)) / DAY_MS)
  if (days < -1) return `${-days} days late`
  if (days === -1) return 'due yesterday'
  if (days === 0) return 'for today'
  if (days === 1) return 'for tomorrow'
  return days < 14 ? `in ${days} days` : `in ${Math.round(days / 7)} weeks`
}

const TUMBLE_WORDS = { no: 'no dryer', low: 'low dryer', yes: 'dryer' } as const
/** What the finished thing must stand, in few words. */
export const careWords = (care: { washC: number, tumble: keyof typeof TUMBLE_WORDS, dryClean: boolean }): string =>
  [care.washC > 0 ? `wash ${care.washC}\u00A0°C, ${TUMBLE_WORDS[care.tumble]}` : 'not washed', care.dryClean ? 'dry-cleaned' : '']
    .filter(Boolean).join(', ')

interface JobWords {
  name: string
  garment: string
  forWhen: string | null
  washC: number
  tumble: keyof typeof TUMBLE_WORDS
  dryClean: boolean
  cloths: { clothId: string }[]
}
/** Where two versions of a job part, for who must choose between them. */
export function jobDiffers(yours: JobWords, theirs: JobWords): string {
  const parts = [
    yours.name !== theirs.name ? `name (${yours.name})` : '',
    yours.garment !== theirs.garment ? `garment (${yours.garment})` : '',
    yours.forWhen !== theirs.forWhen ? `day (${yours.forWhen ?? 'none'})` : '',
    careWords(yours) !== careWords(theirs) ? `care (${careWords(yours)})` : '',
    yours.cloths.map(c => c.clothId).join() !== theirs.cloths.map(c => c.clothId).join() ? `cloths (${yours.cloths.length})` : '',
  ].filter(Boolean)
  return parts.length > 0 ? `Yours has another ${parts.join(', ')}.` : 'Yours says the same.'
}
