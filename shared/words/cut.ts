import type { Half, LayersStep } from '#core/cut'
import type { LayoutFault, Spread } from '#core/layout'
import { METRIC, type DisplayUnits } from '#core/units'
import type { SvgNote, SvgProblem } from '../svg'
import { takenM } from '../laidOut'
import type { Compared, Roll, Split } from '../spreading'
import { areaWords, celsius, fabricWords, lengthWords, moneyWords, priceWords } from './measure'

/** What is wrong with a layout. @param nameOf a part's id as it is called */
export function layoutFaultSentence(fault: LayoutFault, nameOf: (id: string) => string, units: DisplayUnits = METRIC): string {
  switch (fault.why) {
    case 'overlap':
      return `${nameOf(fault.ids[0])} overlaps ${nameOf(fault.ids[1])}: move one of them.`
    case 'tooNear':
      return `${nameOf(fault.ids[0])} and ${nameOf(fault.ids[1])} are closer than scissors need.`
    case 'offRoll':
      return `${nameOf(fault.id)} reaches ${lengthWords(fault.byMm, units)} beyond what can be cut.`
    case 'unknown':
      return 'One of the parts is no longer in this job. Lay it out again.'
  }
}

/** Why a drawing cannot be read, and what to do. */
export function svgProblemSentence(p: SvgProblem): string {
  switch (p.why) {
    case 'tooLarge':
      return `The drawing is ${p.mb.toFixed(1)} MB, more than ${p.mostMb} MB: outlines alone are much smaller. Leave pictures out.`
    case 'unreadable':
      return 'The drawing cannot be read: it may have been cut off, or it is no SVG.'
    case 'noSvg':
      return 'This is no SVG drawing.'
    case 'noSize':
      return 'The drawing does not say how large it is. Save it with a width and a height in mm, cm or inches.'
    case 'percent':
      return 'The drawing gives its size in per cent, so nobody knows how large it is. Save it with a width and a height in mm.'
    case 'unknownUnit':
      return `The drawing gives its size as “${p.said}”. Save it with a width and a height in mm, cm or inches.`
    case 'nothing':
      return 'There is no outline in the drawing.'
  }
}

/** What was left out of a drawing, and why. */
export function svgNoteSentence(n: SvgNote, units: DisplayUnits = METRIC): string {
  switch (n.why) {
    case 'pixels':
      return 'Its size is in pixels; 96 of them were taken for an inch. Check one measure.'
    case 'text':
      return `${n.count === 1 ? 'A line' : `${n.count} lines`} of text: letters are no outlines until they are turned into paths.`
    case 'pictures':
      return `${n.count === 1 ? 'A picture' : `${n.count} pictures`} left out: only outlines are cut.`
    case 'copies':
      return `${countWords(n.count, 'copy', 'copies')} of another shape left out: turn it into a shape of its own.`
    case 'open':
      return `${n.name} is open: its ends are ${lengthWords(n.gapMm, units)} apart. Close it.`
    case 'crossing':
      return `${n.name} crosses itself. Redraw it without crossings.`
    case 'tiny':
      return `${n.name} is ${lengthWords(n.mm, units)} large: too small to be a piece.`
    case 'huge':
      return `${n.name} is ${fabricWords(n.mm / 1000, units)} long: more than ${fabricWords(5, units)}. Is the drawing's size right?`
    case 'tooFine':
      return `${n.name} has ${n.corners} corners. Draw it with fewer.`
    case 'tooMany':
      return `Only the first ${n.kept} outlines were taken.`
    case 'marks':
      return `${n.name} has ${n.of} ${MARK_NAME[n.kind]}: only the first ${n.kept} were taken.`
  }
}

const MARK_NAME = { notches: 'notches', drills: 'drill holes', internal: 'internal lines' } as const

/** How often a piece is cut. */
export function timesWords({ count, pair }: { count: number, pair: boolean }): string {
  if (pair) return count === 1 ? 'a pair, left and right' : `${count} pairs, left and right`
  return count === 1 ? 'once' : `${count} times`
}
/** How a part is turned on the roll. */
export const turnWords = (deg: number): string => (deg === 0 ? 'as drawn' : `${Math.round(deg)}°`)

/** What cut sizes owe to shrinking, on a piece of this size. */
export function shrinkSentence(
  fabric: string,
  shrink: { alongPct: number, acrossPct: number, preshrunkUpToC: number | null } | null,
  typical: { along: number, across: number },
  size: { wideMm: number, highMm: number },
  units: DisplayUnits = METRIC,
): string {
  const mmOf = (along: number, across: number) =>
    `${lengthWords((size.highMm * along) / 100, units)} of its length and ${lengthWords((size.wideMm * across) / 100, units)} of its width`
  if (!shrink) return `${fabric} was never preshrunk: this piece may lose ${mmOf(typical.along, typical.across)}. Preshrink it first.`
  if (shrink.preshrunkUpToC !== null) return `${fabric} is preshrunk up to ${celsius(shrink.preshrunkUpToC, units)}: cut to size.`
  return `${fabric} still moves: cut larger by ${mmOf(shrink.alongPct, shrink.acrossPct)}, what its last pass took.`
}

/** What a layout costs in fabric and money. */
export function metresSentence(metres: number, pricePerM: number | null, units: DisplayUnits = METRIC): string {
  const cost = pricePerM === null ? '' : `, ${moneyWords(metres * pricePerM, units)} at ${priceWords(pricePerM, units)}`
  return `${fabricWords(metres, units)}${cost}`
}

/** A roll of which only its width is known. */
export const wideWords = (wideMm: number, units: DisplayUnits = METRIC): string => `${lengthWords(wideMm, units)} wide`
/** How many garments are laid together. */
export const togetherWords = (garments: number): string => (garments === 1 ? 'one garment at a time' : `${garments} garments together`)
/** How a spread of layers is cut. */
export function spreadWords({ layers, cuts, layerMm }: Spread, units: DisplayUnits = METRIC): string {
  const long = fabricWords(takenM(layerMm), units)
  return layers === 1 ? `one layer of ${long}` : `${layers} layers of ${long}, cut in ${countWords(cuts, 'go', 'goes')}`
}
/** Which roll and layout take least. */
export function leastSentence(
  { best, by }: { best: Compared, by: 'price' | 'area' }, roll: Pick<Roll, 'name' | 'wideMm' | 'pricePerM'>, units: DisplayUnits = METRIC,
): string {
  const which = by === 'price' ? 'Cheapest' : 'Least material'
  return `${which}: ${togetherWords(best.garments)} on ${roll.name}, ${lengthWords(roll.wideMm, units)} usable width. `
    + `${metresSentence(best.metres, roll.pricePerM, units)}: ${spreadWords(best, units)}.${best.isShort ? ' More than is in stock.' : ''}`
}

/** Garments from two rolls, where neither has enough alone. @param names of the rolls, by id */
export function splitSentence({ halves, metres, price }: Split, names: (rollId: string) => string, units: DisplayUnits = METRIC): string {
  const [a, b] = halves.map(({ of, cut }) => `${cut} from ${names(of.rollId)} (${fabricWords(of.metres, units)})`)
  return `No roll has enough alone. ${a} and ${b}: ${fabricWords(metres, units)}`
    + `${price === null ? '' : `, ${moneyWords(price, units)}`}. Each garment is cut whole from one roll.`
}

/** What a roll asks for first that is not the one the job was tested with; null where it asks for nothing. */
export const otherRollSentence = (name: string, other: 'interfacing' | 'lot' | null): string | null => (other === null
  ? null
  : `${name}: ${other === 'lot' ? 'another lot of this interfacing' : 'not this job\'s interfacing'}. `
    + 'Press a test swatch with it before you cut.')

/** What is left on the shelf once a layout is cut; the last metre is said. */
export function stockSentence(
  stockM: number, metres: number, units: DisplayUnits = METRIC,
): { words: string, short: boolean, last: boolean } {
  const left = stockM - metres
  if (left < -1e-9)
    return { words: `In stock: ${fabricWords(stockM, units)}, ${fabricWords(-left, units)} too little.`, short: true, last: false }
  if (left < 1) return { words: `Only ${fabricWords(left, units)} left in stock: buy more before the next job.`, short: false, last: true }
  return { words: `${fabricWords(left, units)} left in stock.`, short: false, last: false }
}

/** A part that the roll is not wide enough for. @param may it be joined there; would it fit if its grain were given up */
export function tooWideSentence(name: string, byMm: number, may: { join: boolean, turned: boolean }, units: DisplayUnits = METRIC): string {
  const by = `${name} is ${lengthWords(byMm, units)} wider than the roll`
  const turned = may.turned ? ' It would fit if turned, but off its grain.' : ''
  const joined = may.join ? ': cut it in two with a join where it does not show.' : ', and is not joined here: take a wider supply.'
  return by + joined + turned
}

export const INSET_WORDS = { inside: 'Inside the seam line', exact: 'To the seam line', caught: 'Caught in the seam' } as const
/** How much of a piece is backed: all of it, or where it folds through its middle one half. */
export const HALF_WORDS: Record<Half | 'whole', string> = {
  whole: 'All of it', upper: 'Upper half', lower: 'Lower half', left: 'Left half', right: 'Right half',
}
export const GRAIN_WORDS = { along: 'along', across: 'across', bias: 'bias', any: 'any way' } as const

/** An opening is left in steps of five. */
const roundedUp = (v: number): number => Math.ceil(v / 5) * 5

/** A step of a stiff mat or bag. */
export function layersStepSentence(step: LayersStep, units: DisplayUnits = METRIC): string {
  const s = (v: number | null) => (v === null ? 'as its swatch says' : `${Math.round(v)} s`)
  const side = (on: 'face' | 'back') => (on === 'face' ? 'face' : 'back')
  switch (step.do) {
    case 'wash':
      return 'Wash both fabrics as the mat will be washed, dry them and press them flat: they shrink now, not once it is made.'
    case 'cut':
      return 'Cut face, back, stiff layer and two webs.'
    case 'tack':
      return `Tack the web to the wrong side of the ${side(step.on)}, through its paper: ${s(step.s)}.`
    case 'cool':
      return `Let it cool flat: ${s(step.s)}.`
    case 'peel':
      return `Peel the paper off the ${side(step.on)}.`
    case 'hold':
      return step.on === 'face'
        ? `Lay the stiff layer on the face's web and hold: ${s(step.s)} at each of ${step.touches} places.`
        : `Smooth the back over the stiff layer and hold: ${s(step.s)} at each of ${step.touches} places.`
    case 'sew':
      return `Sew right sides together, ${lengthWords(step.standOffMm, units)} off the stiff layer; `
        + `leave ${lengthWords(roundedUp(step.openingMm), units)} open.`
    case 'trim':
      return 'Trim the allowances and the corners.'
    case 'turn':
      return 'Roll the stiff layer up, turn it through the opening, and push the corners out.'
    case 'foldBack':
      return 'Fold the allowances of the opening in and tack them to the web with the tip of the iron.'
    case 'weight':
      return `Then under a flat weight, ${step.fromMin} to ${step.toMin} minutes, as is usual, before it is bent.`
    case 'close':
      return 'Close the opening.'
    case 'topstitch':
      return 'Stitch round the edge.'
    case 'foam':
      return `Lay the foam on the wrong side, clear of the seam all round, and hold: ${s(step.s)} at each of ${step.touches} places.`
    case 'over':
      return `Lay the interfacing over it, out to the cut edge, and hold: ${s(step.s)} at each of ${step.touches} places.`
    case 'edge':
      return 'When it is cold, try the edge of the foam. Press again what lifts.'
  }
}

/** Block or piece: what each risks. */
export const FUSING_RISK = {
  piece: 'Each piece shrinks on its own, and you lay its interfacing edge to edge. No adhesive in the seam allowance.',
  block: 'The fabric shrinks before you cut, so pieces come out true to size. Adhesive and bulk go into every seam.',
} as const

export const EDGE_WORDS = { flat: 'stays flat', lifts: 'lifts', rolls: 'rolls in' } as const

/** So many of a thing. */
export const countWords = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`

/** What was cut, and how many more offcuts there are than before. */
export const cutDoneSentence = (metres: number, name: string, offcuts: number, units: DisplayUnits = METRIC): string =>
  `${fabricWords(metres, units)} of ${name} cut. `
  + (offcuts > 0 ? `${countWords(offcuts, 'more offcut')} kept.` : 'No more offcuts than before.')

/** How much interfacing the pieces of a place want that are drawn already. */
export const drawnSentence = (count: number, m2: number, units: DisplayUnits = METRIC): string =>
  `${countWords(count, 'piece')} drawn in Cut for this place: ${areaWords(m2, units)} of interfacing.`
