import type { CareFault, CareLimits, CareReason, IronStay } from '#core/care'
import { FIBRES, FINISHES, ADHESIVES } from '#core/materials'
import { METRIC, type DisplayUnits } from '#core/units'
import type { CareEvent, Due } from '../schemas'
import { seconds } from './names'
import { GRADE_WORDS, MARK_NAME } from './judging'
import { celsius, fabricWords } from './measure'

const DRYER_WORDS = { no: 'Dry flat or on the line, no dryer', low: 'Dryer, low heat', yes: 'Dryer' } as const
/** The wash, as its wearer reads it. */
export const washLine = (washC: number, units: DisplayUnits = METRIC): string =>
  washC === 0 ? 'Do not wash' : `Wash at ${celsius(washC, units)} or cooler, no softener`
export const dryLine = (tumble: keyof typeof DRYER_WORDS): string => DRYER_WORDS[tumble]
const DOTS = { 0: '', 110: 'one dot', 150: 'two dots', 200: 'three dots' } as const
/** The iron: how hot, from which side, covered or not, with or without steam. */
export function ironLine(l: CareLimits, units: DisplayUnits = METRIC): string {
  const c = l.iron.value
  if (c === 0) return 'Do not iron'
  const how = [l.backOnly ? 'from the wrong side only' : '', l.covered ? 'under a press cloth' : '', l.steam === 'no' ? 'no steam' : '']
  return [`Iron up to ${celsius(c, units)} (${DOTS[c]})`, ...how.filter(Boolean)].join(', ')
}
export const cleanLine = (dryClean: boolean): string => (dryClean ? 'May be dry-cleaned' : 'Not dry-cleaned')

/** Why a part lets one go no further. */
export function careWhy({ name, why, fibre, finish, adhesive }: CareReason<unknown>): string {
  switch (why) {
    case 'fibre':
      return fibre ? `${name}: ${FIBRES[fibre].name.toLowerCase()}` : `${name}: its fibre is unknown`
    case 'base':
      return `${name}: its base is ${FIBRES[fibre!].name.toLowerCase()}`
    case 'finish':
      return `${name}: ${FINISHES[finish!].name.toLowerCase()}, ${FINISHES[finish!].reason}`
    case 'adhesive':
      return `${name}: its adhesive, ${ADHESIVES[adhesive!].name.toLowerCase()}`
    case 'sheet':
      return `${name}: its maker`
    case 'label':
      return `${name}: its own care label`
    case 'swatch':
      return `${name}: a test that left marks`
    case 'glueLine':
      return `${name}: its glue line would soften under a normal iron`
    case 'preshrunk':
      return `${name}: it was not preshrunk hotter, and would shrink again`
    case 'stuckOn':
      return `${name}: it is stuck on, and a dryer works it loose`
    case 'print':
      return `${name}: the print on it softens`
  }
}
const LIMIT_WORDS = { no: 'no dryer', low: 'a low dryer', yes: 'a dryer' } as const
/** How far a part lets one go, beside its reason. */
export function careFar(limit: number | boolean | string, units: DisplayUnits = METRIC): string {
  if (typeof limit === 'boolean') return limit ? 'may be cleaned' : 'no solvent'
  if (typeof limit === 'string') return LIMIT_WORDS[limit as keyof typeof LIMIT_WORDS]
  return limit === 0 ? 'not at all' : `to ${celsius(limit, units)}`
}
/** A wish that goes too far, and what says no. */
export function careFault(f: CareFault, units: DisplayUnits = METRIC): string {
  switch (f.of) {
    case 'wash':
      return `Wash at ${celsius(f.wishC, units)} is too much. ${careWhy(f.by)} (${careFar(f.by.limit, units)}).`
    case 'tumble':
      return `The ${f.wish === 'low' ? 'low ' : ''}dryer is too much. ${careWhy(f.by)} (${careFar(f.by.limit, units)}).`
    case 'dryClean':
      return `Dry-cleaning is too much. ${careWhy(f.by)}.`
  }
}
/** What of a round would wake the adhesive. */
export const wakesLine = (by: 'wash' | 'dryer' | null, softWetC: number, softDryC: number, units: DisplayUnits = METRIC): string =>
  by === 'wash'
    ? `This wash softens it: in water it softens at ${celsius(softWetC, units)}.`
    : by === 'dryer'
      ? `This dryer softens it: dry it softens at ${celsius(softDryC, units)}.`
      : `Neither softens it: it softens at ${celsius(softWetC, units)} in water, at ${celsius(softDryC, units)} in the dryer.`
/** How its wear here compares. */
export const wearLine = (seen: number, factor: number): string =>
  `${seen} swatch${seen === 1 ? '' : 'es'} of it ${seen === 1 ? 'was' : 'were'} washed here: it wears ${factor.toFixed(1)} times as fast `
  + 'as its kind.'
/** How often it holds. */
export const roundsLine = (rounds: number, wished: number, name: string, holds: boolean): string =>
  !holds
    ? `${name} bonds too weakly even before the first wash.`
    : rounds === 0
      ? `${name} fails in the first wash.`
      : rounds >= 200
        ? `${name} outlasts every wash you asked for.`
        : `${name} holds through ${rounds} wash${rounds === 1 ? '' : 'es'}${rounds < wished ? '' : ', more than you asked for'}.`
/** How much cooler it would hold; and dried how, where that is gentler than wished. */
export const coolerLine = (washC: number, dryer: 'no' | 'low' | 'yes' | null, rounds: number, units: DisplayUnits = METRIC): string =>
  `Cooler: at ${celsius(washC, units)}${dryer ? `, ${LIMIT_WORDS[dryer]}` : ''}, it holds through ${rounds} (dashed).`
/** How long an iron may rest in one place. */
export function stayLine(s: IronStay, units: DisplayUnits = METRIC): string {
  const side = s.side === 'face' ? 'from the right side' : 'from the wrong side'
  const how = `${celsius(s.classC, units)} ${side}${s.covered ? ', under a press cloth' : ''}${s.steam ? ', steam' : ''}`
  if (s.restS === null) return `${how}: as long as you like`
  return s.restS < 1 ? `${how}: not at all` : `${how}: ${seconds(s.restS)} in one place`
}

/** What the care card says under its four lines. */
const CARE_CARD_ADVICE = 'If an edge lifts, bring it back before the next wash. Ironing harder does not help.'
/** For whatever is stuck on. */
const CARE_CARD_MENDED = 'Wash it gently, inside out, and dry it on the line.'
/** What softens under a still iron does no harm; what slides or peels while hot does. */
const CARE_CARD_STILL = 'Press and lift, and do not move it until it is cool.'
const CARE_CARD_STEAM = 'With steam: press and lift, and let it cool flat before you wear it.'
export const CARE_CARD_ORIGIN = 'Estimated from the parts of this piece. The fabric\'s own label and the makers\' instructions come first.'
export const careCardLines = (l: CareLimits, units: DisplayUnits = METRIC): string[] =>
  [washLine(l.wash.value, units), dryLine(l.tumble.value), ironLine(l, units), cleanLine(l.dryClean.value)]
/** Which part decides, for whoever asks why. */
export const careCardWhy = (l: CareLimits): string[] => {
  const first = [l.wash.reasons[0], l.tumble.reasons[0], l.iron.reasons[0]].flatMap(r => (r ? [careWhy(r)] : []))
  return [...new Set(first)]
}
/** What else its wearer is told. */
export const careCardAdvice = (l: CareLimits): string[] =>
  [...(l.mended ? [CARE_CARD_MENDED] : []), ...(l.stillUntilCool ? [CARE_CARD_STILL] : []),
    ...(l.steamWakes && l.steam !== 'no' ? [CARE_CARD_STEAM] : []), CARE_CARD_ADVICE]
/** The care card as text, for a message. */
export function careCardText(title: string, l: CareLimits, own: string, units: DisplayUnits = METRIC): string {
  return [
    title, '', ...careCardLines(l, units), '', ...(own ? [own, ''] : []),
    `Why: ${careCardWhy(l).join('; ')}.`, ...careCardAdvice(l), CARE_CARD_ORIGIN,
  ].join('\n')
}

/** How a garment came back, in a line. */
export function careEventLine(e: Pick<CareEvent, 'rounds' | 'washC' | 'tumble' | 'softener' | 'grade' | 'marks'>,
  units: DisplayUnits = METRIC): string {
  const went = e.washC === 0
    ? `cleaned ${e.rounds === 1 ? 'once' : `${e.rounds} times`}`
    : `${e.rounds} wash${e.rounds === 1 ? '' : 'es'} at ${celsius(e.washC, units)}`
  return [
    went, e.tumble === 'no' ? '' : `${LIMIT_WORDS[e.tumble]}`,
    e.softener ? 'softener' : '', `${e.grade}: ${GRADE_WORDS[e.grade]}`, ...e.marks.map(m => MARK_NAME[m]),
  ].filter(Boolean).join(', ')
}
/** What was foreseen against what came. @param hasSwatch a swatch is behind it: its outcome changes what is foreseen */
export const foreseenLine = (foreseenGrade: number, grade: number, hasSwatch: boolean): string => {
  const foreseen = Math.round(foreseenGrade)
  return Math.abs(foreseenGrade - grade) < 1
    ? `As predicted (${foreseen}).`
    : grade > foreseenGrade
      ? `Better than predicted (${foreseen}).`
      : `Worse than predicted (${foreseen})${hasSwatch ? ': we predict less here from now on' : ''}.`
}

const DAY_MS = 86_400_000
/** What is due beside the jobs, a line each. */
export const lookLine = (d: Due['looks'][number], today: string): string => {
  const days = Math.round((Date.parse(d.lookOn) - Date.parse(today)) / DAY_MS)
  return days < 0 ? `due ${-days} day${days === -1 ? '' : 's'} ago` : days === 0 ? 'due today' : `in ${days} day${days === 1 ? '' : 's'}`
}
export const staleLine = (d: Due['proofs'][number]): string =>
  `${d.fabric} with ${d.supply}: proved on another lot of the ${d.what === 'fabricLot' ? 'fabric' : 'interfacing'}`
export const lotLine = (d: Due['lots'][number], units: DisplayUnits = METRIC): string =>
  `${fabricWords(d.stockM, units)} left${d.jobs > 0 ? `, wanted by ${d.jobs} job${d.jobs === 1 ? '' : 's'}` : ''}`
export const measuredLine = (d: Due['irons'][number], today: string): string => d.measuredAt === null
  ? 'never measured'
  : `measured ${Math.round((Date.parse(today) - Date.parse(d.measuredAt)) / DAY_MS)} days ago`
