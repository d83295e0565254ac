import type { HemRefusal, LiningBehind } from '#core/hem'
import { FIBRES } from '#core/materials'
import type {
  Agent, Body, SeamDetailKey, SeamDetailPlan, SeamDetailReason, SeamDetailStep, Motion, SetPoint, StripFold, Strips, Support, SupportKey,
} from '#core/seam'
import { METRIC, type DisplayUnits } from '#core/units'
import type { Side } from '#core/recipe'
import type { RecipePayload } from '../schemas'
import { METHOD_NAME, seconds } from './names'
import { celsius, lengthWords, listWords } from './measure'

export const SEAM_DETAIL_NAME: Record<SeamDetailKey, string> = {
  seamOpen: 'Seam, open', seamOneSide: 'Seam, to one side', curvedSeam: 'Curved seam', sleeveSeam: 'Sleeve seam', dart: 'Dart',
  pleat: 'Pleat', gather: 'Gathers', collarEdge: 'Collar edge', neckEdge: 'Neck edge, armhole', facing: 'Facing', hemFold: 'Hem fold',
  trouserCrease: 'Trouser crease',
  binding: 'Binding', crease: 'Crease out', largeFlat: 'Large flat fabric',
  finishFlat: 'Finish, flat', finishHanging: 'Finish, hanging',
}
export const SUPPORT_NAME: Record<SupportKey, string> = {
  boardEdge: 'edge of the board', flat: 'flat board', ham: 'ham', roll: 'seam roll', sleeveBoard: 'sleeve board',
  needleBoard: 'needle board', cards: 'strips of card', clapper: 'clapper',
  hanger: 'shaped hanger',
}
const STAND_IN: Record<NonNullable<Support['standIn']>, string> = {
  towel: 'a rolled towel', pileTowel: 'a towel of the same pile', paper: 'strips of paper', air: 'the air alone',
}
/** What lies under it or on it, with what is taken where it is not there. */
export const supportWords = ({ key, standIn }: Support): string =>
  standIn ? `${STAND_IN[standIn]} (in place of a ${SUPPORT_NAME[key].replace(/^strips/, 'few strips')})` : SUPPORT_NAME[key]

const MOTION_WORDS: Record<Motion, string> = {
  tipAlong: 'only the tip, along the seam', toThePoint: 'from the wide end to the point, not beyond it',
  upAndDown: 'up and down: set it on, lift, set it on again', edgeOnly: 'only the seam edge, never into the fullness',
  alongTheGrain: 'gliding, along the grain', middleOutward: 'from the middle outward, never over a rolled edge',
  hover: 'held over it, touching nothing', none: 'no iron',
}
export const AGENT_NAME: Record<Agent, string> = { heat: 'heat', steam: 'steam', pressure: 'pressure' }
/** What the hands have to know of it besides. */
export const SEAM_DETAIL_NOTE: Partial<Record<SeamDetailKey, string>> = {
  seamOpen: 'From the wrong side first, then a light look at the face.',
  seamOneSide: 'To the darker fabric, or to the side with fewer seams. Keep the dark fabric on top while you finger-press it.',
  curvedSeam: 'Snip or notch it first, so that it fits round the ham.',
  sleeveSeam: 'Only the seam touches the roll, so nothing under it is marked.',
  dart: 'Press horizontal darts down, vertical ones to the centre; lightly, and stop short of the point.',
  pleat: 'Fold it with your fingers and pin it. Set the iron down and lift it: pushing moves the fold.',
  gather: 'Press the seam edge only: an iron in the fullness flattens it for good.',
  collarEdge: 'Roll the seam slightly to the under side, then press.',
  neckEdge: 'It stretches easily: never push the iron along it.',
  facing: 'Stop before its inner edge, or that edge shows on the right side.',
  hemFold: 'Stop short of its upper edge.',
  trouserCrease: 'Inseam on outseam, crease at the edge. Press it as it will hang, then the clapper at once.',
  binding: 'Dry while it is folded; steam only to set it.',
  crease: 'If the crease is still there once cold, moisten it and press again.',
  finishFlat: 'A rolled edge stays round: stop short of it. Lay it flat until it is quite cold, then fold it loosely.',
  finishHanging: 'Empty its pockets, close its buttons, and steam it from the top down. Let it hang until it is dry before it is worn.',
  largeFlat: 'Use the large iron for large fabric; along the grain, never across the bias.',
}
/** Two of three. */
export function agentsSentence(agents: readonly Agent[]): string {
  const spared = (['heat', 'steam', 'pressure'] as const).filter(a => !agents.includes(a))
  if (agents.length < 2) return `${AGENT_NAME[agents[0] ?? 'pressure']} alone`
  const why = spared[0] === 'pressure'
    ? 'carry the iron\'s weight; press afterwards'
    : spared[0] === 'steam' ? 'dry, so nothing shifts' : 'the iron does not touch it'
  return `${listWords(agents.map(a => AGENT_NAME[a]))}, no ${spared[0]}: ${why}`
}

/** The whole of it in one sentence. */
export function seamDetailSentence(p: SeamDetailPlan, units: DisplayUnits = METRIC): string {
  const r = p.recipe
  if (p.means === 'cold' || !r) return 'No heat on this fabric.'
  if (p.means === 'hover' && p.seamDetail === 'finishHanging')
    return `Hang it up and steam it, the iron a finger off it: ${seconds(r.holdS)} a place, ${settingWords(r.setting, units)}; `
      + 'then smooth it downward.'
  if (p.means === 'hover')
    return `Hold the iron over it, steaming, ${seconds(r.holdS)} (${settingWords(r.setting, units)}); then the fingers.`
  const side = r.firstSide === 'back' ? 'From the wrong side' : 'From the right side'
  const covered = p.pressCloth ? 'under a press cloth' : 'no press cloth'
  const how = r.method === 'damp' ? 'under a damp press cloth' : `${METHOD_NAME[r.method].toLowerCase()}, ${covered}`
  const times = p.touches > 1 ? `, ${p.touches} times, the iron away between` : ''
  const both = r.passes === 2 && r.secondS === r.holdS ? ' a side' : ''
  return `${side}, ${MOTION_WORDS[p.motion]}: ${seconds(r.holdS)}${both}${times}, ${settingWords(r.setting, units)}, ${how}.`
}
const settingWords = (s: RecipePayload['setting'], units: DisplayUnits) => `${s.label} ${celsius(s.meanC, units)}`
/** How long it lies. */
export const restSentence = (
  restS: number, untilC: number, how: 'clapper' | 'flat' | 'hanging', units: DisplayUnits = METRIC,
): string =>
  `Leave it ${how === 'clapper' ? 'under the clapper' : how} for ${seconds(restS)}: then it is below ${celsius(untilC, units)} `
  + 'and you can move it.'

/** What is done where a seam springs up again. */
export const springsUpSentence = ({ soakS, forS }: NonNullable<SeamDetailPlan['springsUp']>): string =>
  `If it springs up again, draw stiffener along it, wait ${seconds(Math.ceil(soakS))} until it has soaked in, and press again, `
  + `${seconds(forS)}.`

const SIDE_WORDS = { back: 'the wrong side', face: 'the right side' } as const

/** One thing the hands do. */
export function stepWords(s: SeamDetailStep, units: DisplayUnits = METRIC, hangs = false): string {
  switch (s.do) {
    case 'setFlat':
      return `Flat as sewn, ${seconds(s.forS)} from both sides: the thread sinks in`
    case 'press':
      return `Press from ${SIDE_WORDS[s.side]}, ${seconds(s.forS)}`
    case 'hover':
      return `Steam, held over it, ${seconds(s.forS)}`
    case 'fingers':
      return 'Finger-press it into place'
    case 'hang':
      return 'Hang it up on a shaped hanger, closed'
    case 'smooth':
      return 'Smooth it with your hand, downward'
    case 'roller':
      return 'Press it with the seam roller'
    case 'coldIron':
      return 'Under the weight of a cold iron, overnight'
    case 'stitch':
      return 'Stitch it flat where it must stay'
    case 'look':
      return `A light press from ${SIDE_WORDS[s.side]}, ${seconds(s.forS)}`
    case 'clapper':
      return `Clapper on, ${seconds(s.forS)}, until below ${celsius(s.untilC, units)}`
    case 'rest':
      return `${hangs ? 'Let it hang' : 'Leave it flat'}, ${seconds(s.forS)}, until below ${celsius(s.untilC, units)}`
  }
}

const setsWords = ({ setC, by, fibre }: SetPoint, moist: boolean, units: DisplayUnits): string => {
  const name = fibre ? FIBRES[fibre].name : 'Fabric of unknown fibre'
  const how = by === 'plastic' ? 'softens and sets' : by === 'unknown' ? 'is taken no higher than' : moist ? 'sets moist' : 'sets dry'
  return `${name} ${how} at ${celsius(setC, units)}; the last layer must reach that.`
}

/** Why it is done so. */
export function seamDetailReason(r: SeamDetailReason, units: DisplayUnits = METRIC): string {
  switch (r.why) {
    case 'noHeat':
      return r.fumes ? 'It gives off fumes when heated: never iron it.' : 'It takes no iron at all.'
    case 'pile':
      return r.steam
        ? 'Never press pile flat: steam lifts it, fingers open the seam.'
        : 'Pile, and no steam for it: use your fingers only.'
    case 'sets':
      return setsWords(r.setPoint, r.moist, units)
    case 'stretches':
      return 'It stretches: do not push the iron, and steam only once it is in place.'
    case 'house':
      return r.piecing === 'dry'
        ? 'House rule, piecing dry: water lets a seam shift. Steam only to set the finished block.'
        : 'House rule, piecing with steam: you can straighten it while you press.'
    case 'moistSets':
      return 'Moist, it sets sooner and at less heat. Carry the iron\'s weight and press afterwards.'
    case 'noMoisture':
      return {
        water: 'Water or steam would mark it: press dry.', iron: 'This iron gives no steam, and the fabric must not be misted: press dry.',
        useless: 'Moisture does not help it: press dry.',
      }[r.barred]
    case 'neverSets':
      return `The last layer reaches only ${celsius(r.lastC, units)}, not ${celsius(r.setC, units)}: `
        + 'heat alone will not hold it. Stitch it down, or press each layer before you fold it.'
    case 'printsThrough':
      return `The allowance is ${lengthWords(r.print.ridgeMm, units)} high and shows from ${lengthWords(r.print.seenFromMm, units)}: `
        + 'put strips of card under it and press lighter.'
    case 'ridge':
      return `It is ${lengthWords(r.bulk.stepMm, units)} higher than the fabric beside it: `
        + `the iron leaves ${lengthWords(r.bulk.unpressedMm, units)} `
        + 'unpressed on either side. Grade the allowances, or press along its sides with the tip.'
    case 'shortTouches':
      return `On this finish press no longer than ${seconds(r.maxS)} at a time: ${r.touches} presses, lifting the iron between.`
    case 'backOnly':
      return 'Press only from the wrong side: its right side takes no iron.'
    case 'limp':
      return 'Acrylic goes limp and shiny under a hot iron: hold the iron over it, then press it with your fingers.'
    case 'hangs':
      return r.steam
        ? 'It hangs: steam lets creases go, and its own weight draws them out. The iron touches nothing.'
        : 'It takes no steam: its own weight draws the creases out overnight, in a room that is not dry.'
    case 'texture':
      return 'The iron would flatten its texture: press only from the wrong side, on something soft, with no more than the iron\'s weight.'
    case 'bothSides':
      return 'Too thick for one side: turn it over and press as long again.'
    case 'noCooler':
      return `The coolest setting gives ${celsius(r.coolestC, units)}; the fabric limit is ${celsius(r.limitC, units)}.`
  }
}
/** What is the house's own choice, to be changed there. */
export const isHouseReason = (r: SeamDetailReason): boolean => r.why === 'house'

export const FOLD_NAME: Record<StripFold, string> = { double: 'Folded in four', single: 'Folded in half', flat: 'One edge turned' }
export const FOLD_STEP: Record<Strips['folds'][number], string> = {
  half: 'In half along its length, and open again', edgeToMiddle: 'One edge to the middle',
  otherEdgeToMiddle: 'The other edge to the middle',
  together: 'Both together', edge: 'One edge in',
}
export const BODY_NAME: Record<Body, string> = { water: 'Water', starch: 'Starch', sizing: 'Sizing' }
export const FINGER_CAUTION = 'Folded fabric is hot before it looks so: finger guards, and never a finger under the iron.'
export const SPRAY_CAUTION = 'Spray away from the hot iron and from any flame, in a room that is aired.'

/** What is done before the knife. */
export function beforeCutting(body: Body | null, soaks: number | null, dark: boolean, driesS: number | null): string[] {
  const name = body ? BODY_NAME[body].toLowerCase() : ''
  const wetted = body === null
    ? []
    : [
        `${body === 'water' ? 'Mist it' : `Spray ${name} on`}${dark && body !== 'water' ? ', from the wrong side: it shows on dark' : ''}`,
        soaks === null
          ? 'It cannot hold that much: spray half, twice'
          : `Wait ${seconds(soaks)} until it has soaked in: if it sizzles, it has not`,
      ]
  return [
    ...wetted,
    `Press it flat along the grain${driesS === null ? '' : `, until it is dry: ${seconds(driesS)} at each position`}`,
    'Leave it until it is quite cold',
    `If a crease is still there, ${body === null ? 'press it once more' : 'moisten it again, with a little sizing'}`,
    'Measure its width again, then cut',
  ]
}

/** Why a hem is not stuck under a damp press cloth. */
export function hemRefusal(r: HemRefusal): string {
  switch (r.why) {
    case 'noHeat':
      return r.fumes ? 'This fabric gives off fumes when heated: use no tape.' : 'This fabric takes no iron: use no tape.'
    case 'damages':
      return 'The damp heat that the tape needs would mark this fabric for good.'
    case 'noWater':
      return 'Water marks this fabric: use no damp press cloth.'
    case 'noSteam':
      return 'This fabric takes no steam: use no damp press cloth.'
    case 'pile':
      return 'Never press pile flat: use no tape.'
    case 'noTape':
      return 'There is no tape with adhesive on the shelf.'
    case 'noAdhesive':
      return 'There is no adhesive on this tape.'
    case 'shortTouches':
      return `It may be touched for ${seconds(r.maxS)} at a time, and the tape wants ${seconds(r.bondS)}.`
    case 'tooNarrow':
      return `The tape holds after ${seconds(r.leastS)}, and the heat marks the fabric after ${seconds(r.mostS)}: nobody can count that.`
    case 'neverBonds':
      return `Within 40 s a place the tape reaches only ${r.bond.toFixed(1)} of a bond.`
    case 'noSettings':
      return 'No setting of this iron is cool enough for it.'
  }
}
/** Which side of a hem meets the iron. */
export const HEM_SIDE: Record<Side, string> = { back: 'from the inside', face: 'from the right side, one ply over the tape' }
export const HEM_INSTEAD = 'Stitch it by hand, or face it.'
/** A lining behind a hem. */
export function liningSentence(l: LiningBehind, name: string, units: DisplayUnits = METRIC): string {
  const clear = l.peakC > l.limitC ? `, above its limit of ${celsius(l.limitC, units)}` : ' and get wet'
  const behind = l.holdClear
    ? `${name}: hold it clear. Behind the hem it would reach ${celsius(l.peakC, units)}${clear}.`
    : `${name} may stay behind: it reaches ${celsius(l.peakC, units)}; its limit is ${celsius(l.limitC, units)}.`
  return l.keepSoleOff ? `${behind} The iron itself is too hot for it: keep it off.` : behind
}
/** Where a leg is folded and cut. */
export const legSentence = (l: { name: string, byMm: number }, foldWords: string, cutWords: string, awayWords: string): string =>
  `${l.name}: fold at ${foldWords}, cut at ${cutWords}; ${awayWords} comes off${l.byMm < 0 ? ', let down' : ''}.`
export const TRY_SHOES = 'Measure both legs, with the shoes on: they are seldom alike.'
/** How well a grid nests. */
export function nestSentence(crossings: number, apart: number, exact: boolean): string {
  if (crossings === 0) return 'No seams cross.'
  if (apart === 0) return crossings === 1 ? 'The one crossing nests.' : `All ${crossings} crossings nest.`
  return `${apart} of ${crossings} crossings cannot nest${exact ? '' : ', as far as was looked'}.`
}
/** How many crossings are spun, and how that is done. */
export function spunSentence(spun: number, of: number): string {
  if (spun === 0) return 'No crossing can be spun: only those that nest can be.'
  const which = spun === of ? (of === 1 ? 'The crossing is spun' : `All ${of} crossings are spun`) : `${spun} of ${of} crossings are spun`
  return `${which}: 4 layers all round. Pick out the two or three stitches of each short seam inside the allowance, turn all four `
    + 'allowances round like a wheel, and press the small middle open with your fingertip. The long seam changes sides there.'
}
/** A block whose seams were all sewn before any of them was pressed. */
export const SEWN_FIRST = 'Lay it face down, tug it lightly until it is square, and pin its corners. Then the seam through the middle, '
  + 'and outward from there.'
export const WHY_APART
  = 'Round the tube, or through seams pressed as one, its two seams must go the same way: one crossing is double.'
/** Why a grid does not go by the house's rule for seams. */
export const PATCHWORK_LIES = 'Press patchwork to one side: it is stronger, and crossings nest. Pressing it open is thinner.'
export const LAYOUT_NAME: Record<string, string> = {
  chequers: 'Chequers', stripes: 'Stripes', steps: 'Steps', frame: 'Frames', cross: 'Cross',
}
/** From how many pieces wadding is joined. */
export const joinsWords = (n: number): string => (n === 0 ? 'one piece covers it' : `${n} join${n === 1 ? '' : 's'}`)
/** What pressing did to a width. @param pct how much narrower, % */
export const widthSentence = (by: string, pct: number): string =>
  Math.abs(pct) < 0.05 ? 'It has kept its width.' : `${by} ${pct > 0 ? 'narrower' : 'wider'}, ${Math.abs(pct).toFixed(1)} %.`
/** A hem that is washed hotter than its tape withstands. */
export const washSentence = (washC: number, standsC: number, units: DisplayUnits = METRIC): string =>
  `This job is washed at ${celsius(washC, units)}; the tape holds to ${celsius(standsC, units)} and would come loose. Stitch it.`
