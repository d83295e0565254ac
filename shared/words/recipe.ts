import { PRESS_CLOTH_KINDS, ADHESIVES, STEAMS_FROM_C } from '#core/materials'
import type { FabricLimit } from '#core/limit'
import {
  isSteamed, leftAloneS, MOST_MARGIN_C, SETTING_TOLERANCE_C, type Blocked, type CarriedOver, type CarriedStep, type Difference,
  type Margins, type Opener, type Recipe, type ScorePart, type ScorePartKey,
} from '#core/recipe'
import type { LotReading } from '#core/instructions'
import type { DamageFlag } from '#core/damage'
import type { MakerRecipe } from '#core/stack'
import { METRIC, type DisplayUnits } from '#core/units'
import { DAMAGE_NAME, METHOD_NAME, ORIGIN_NAME, seconds } from './names'
import { celsius, degreesApart, massWords, pressureWords } from './measure'

/** How hard the iron is pressed down, as an instruction. */
export function bearingWords(r: Pick<Recipe, 'lean' | 'pressureKPa'>, units: DisplayUnits = METRIC): string {
  if (r.pressureKPa > PRESSES_FROM_KPA) return `Close the press (${pressureWords(r.pressureKPa, units)}) for`
  return r.lean === 'lean' ? 'Press firmly for' : 'Let the iron\'s weight press for'
}
/** No hand leans harder than this, kPa. */
const PRESSES_FROM_KPA = 10

const settingWords = (r: Recipe, units: DisplayUnits) =>
  `${r.setting.label} setting (${celsius(r.setting.meanC, units)} ${ORIGIN_NAME[r.setting.origin]})`
/** With a capital first, as a sentence begins. */
export const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}`

/** From this much water on one spray is not enough, g/m². */
const TWO_SPRAYS_GSM = 50

/** The recipe as numbered steps in the order of the hands, each a sentence. */
export function recipeSteps(r: Recipe, pressClothName: string | null, units: DisplayUnits = METRIC): string[] {
  const pressCloth = pressClothName?.toLowerCase() ?? null
  const lay = {
    back: 'Lay the interfacing on, adhesive side down', face: 'Lay the interfacing down, adhesive side up, and the fabric on it',
  }[r.firstSide]
  const times = r.mistGsm > TWO_SPRAYS_GSM ? 'twice' : 'once'
  const spray = `${times}, lightly, until it darkens a little (about ${massWords(r.mistGsm, units)})`
  const mist = r.method === 'mist' || r.method === 'mistSteam'
    ? `, spray ${spray}`
    : ''
  const damped = `, cover with ${pressCloth ?? 'a press cloth'}, wrung damp`
  const over = r.method === 'damp' ? damped : pressCloth ? `, cover with ${pressCloth}` : ', no press cloth'
  const steam = isSteamed(r.method) ? `, with steam for the first ${r.steamS} s` : ''
  const turned = r.method === 'dryMist' ? `, spray ${spray}, cover it again` : ''
  return [
    r.warmS > 0 ? `Warm the fabric ${r.warmS} s.` : '',
    `${lay}${mist}${over}.`,
    `${sentence(settingWords(r, units))}: ${bearingWords(r, units).toLowerCase()} ${heldWords(r)}${steam}.`,
    r.passes === 2 ? `Turn it over${turned} and press ${r.secondS ?? r.holdS} s.` : '',
    `${sentence(coolingWords(r))}.`,
  ].filter(Boolean)
}

/** The seconds of a hold as a figure, with how often it is touched: "12 s", "3 × 5 s". */
export const holdFigure = (r: { holdS: number, touches?: number | undefined }): string =>
  `${r.touches === undefined ? '' : `${r.touches} × `}${r.holdS} s`

/** How long the sole is down: one hold, or short touches that are looked at. */
const heldWords = (r: Pick<Recipe, 'holdS' | 'touches'>): string =>
  r.touches === undefined ? `${r.holdS} s` : `${r.holdS} s, lift, look, and again: ${r.touches} times at each place`

/** How pressed work is left alone, in the order of the hands: under the clapper, then on a cool table. @param weight a weight instead */
export function coolingWords(r: Pick<Recipe, 'coolS' | 'tableS'>, weight = false): string {
  const held = r.coolS > 0 ? `leave the ${weight ? 'weight' : 'clapper'} on for ${seconds(r.coolS)}` : ''
  const how = held ? 'then carry it flat to a cool table' : 'leave it flat on a cool table'
  const flat = r.tableS > 0 ? `${how} for ${seconds(r.tableS)}` : ''
  return [held, flat].filter(Boolean).join(', ') || 'take it up at once'
}

/** The recipe as running text, where there is no room for steps. */
export const recipeSentence = (r: Recipe, pressClothName: string | null, units: DisplayUnits = METRIC): string =>
  recipeSteps(r, pressClothName, units).join(' ')

/** The figures of a recipe, to be read from two metres away. */
export const recipeHeadline = (r: Recipe, units: DisplayUnits = METRIC): string =>
  `${sentence(r.setting.label)} ${celsius(r.setting.meanC, units)} · ${METHOD_NAME[r.method].toLowerCase()} · `
  + holdFigure(r)
  + (r.passes === 2 ? ` + ${r.secondS ?? r.holdS} s` : '')

/** A tack in the order of the hands: the web under its paper, only just caught. */
export const tackSentence = (r: Recipe, units: DisplayUnits = METRIC): string =>
  `Tack the web: lay it down under its own paper. ${sentence(settingWords(r, units))}, dry: ${bearingWords(r, units).toLowerCase()} `
  + `${r.holdS} s. Peel the paper off cold, after ${seconds(leftAloneS(r))}.`

const SCORE_PART_NAME: Record<ScorePartKey, string> = {
  room: 'margin', seconds: 'time at the board', patience: 'longer than you want', harm: 'risk of damage', turning: 'turning it over',
  face: 'pressed from the right side',
}

/** One part of a recipe's score: what it was read from and the points it gives or takes. */
export function scorePartWords({ key, got, points }: ScorePart, units: DisplayUnits = METRIC): string {
  const from = {
    room: `±${degreesApart(got, units)}`, seconds: `${Math.round(got)} s`, patience: `${Math.round(got)} s`,
    harm: `${Math.round(got * 100)} %`, turning: got > 0 ? 'once' : 'no', face: got > 0 ? 'yes' : 'no',
  }[key]
  return `${SCORE_PART_NAME[key]} ${from}: ${points >= 0 ? '+' : '−'}${Math.abs(points).toFixed(1)}`
}

const DIFFERENCE: Record<Difference, [string, string]> = {
  fabric: ['this fabric', 'this fabric'], hand: ['a lighter hand', 'a heavier hand'],
  pressCloth: ['the press cloth', 'a thinner press cloth'],
  sole: ['a cooler setting', 'a hotter setting'], surface: ['another pressing surface', 'another pressing surface'], warmed: ['cold fabric',
    'warmed fabric'],
}
const MOST_DIFFERENCES = 3

/** The two or three things that make the difference, each with its seconds, largest first. */
function differenceWords(steps: readonly CarriedStep[]): string[] {
  const bySize = steps
    .map(s => ({ ...s, byS: s.toS === null ? Infinity : s.toS - s.fromS }))
    .sort((a, b) => Math.abs(b.byS) - Math.abs(a.byS))
  return bySize
    .slice(0, MOST_DIFFERENCES)
    .map(s =>
      s.toS === null
        ? `${DIFFERENCE[s.what][0]}: not in two minutes`
        : `${DIFFERENCE[s.what][s.byS > 0 ? 0 : 1]} ${s.byS > 0 ? '+' : '−'}${Math.abs(s.byS).toFixed(0)} s`,
    )
}

/** The sheet carried over to this setup, in one sentence. */
/** @param own its maker's, and not only what is usual for the adhesive */
export function carriedSentence({ sheet, neededS, steps }: CarriedOver, own = true): string {
  const whose = own ? 'The maker\'s' : 'The usual'
  const because = differenceWords(steps)
  const why = because.length > 0 ? `: ${because.join(', ')}` : ''
  const press = sheet.pressureKPa > PRESSES_FROM_KPA ? ' in a press' : ''
  if (neededS === null)
    return `${whose} ${sheet.holdS} s${press} are for a light cotton; on your setup even two minutes are not enough${why}.`
  const same = Math.abs(neededS - sheet.holdS) < 1
  return same
    ? `${whose} ${sheet.holdS} s${press} are for a light cotton; your setup needs as long.`
    : `${whose} ${sheet.holdS} s${press} are for a light cotton; your setup needs ${Math.round(neededS)} s${why}.`
}

/** A maker's recipe in a few words. */
export function instructionsWords(l: MakerRecipe, units: DisplayUnits = METRIC): string {
  const moisture = { dry: 'dry', steam: 'steam', damp: 'damp press cloth' }[l.moisture]
  const how
    = l.pressureKPa > PRESSES_FROM_KPA
      ? `in a press, ${pressureWords(l.pressureKPa, units)}`
      : l.pressureKPa > 2
        ? 'by iron, leaned on'
        : 'by iron, its weight'
  return `${celsius(l.soleC, units)}, ${l.holdS} s, ${moisture}, ${how}`
}

const MISSING = { holdS: 'seconds', soleC: 'temperature', both: 'seconds and no temperature' } as const

/** What a sheet says of its lot. */
export function lotSentence(r: LotReading, units: DisplayUnits = METRIC): string {
  switch (r.state) {
    case 'typical':
      return 'No maker\'s instructions: we use the typical grade of its adhesive.'
    case 'incomplete':
      return `Its maker gives no ${MISSING[r.missing]}: we cannot work with that and use the typical grade.`
    case 'fits': {
      const speed = `this lot bonds ${r.lot.rateFactor.toFixed(1)} times as fast as its grade`
      const melts = r.lot.meltShiftC < 0 ? ` and melts ${degreesApart(-r.lot.meltShiftC, units)} lower` : ''
      return `By its maker ${speed}${melts}.`
    }
    case 'contradicts':
      return r.why === 'tooCool'
        ? `Its maker contradicts its adhesive: done so, the glue line gets to ${celsius(r.peakC, units)}, `
        + `and this adhesive melts from ${celsius(r.meltC, units)}. Check adhesive and temperature; we use the typical grade until then.`
        : `Its maker contradicts its adhesive: it would have to bond `
          + `${r.rateFactor >= 10 ? 'more than ten' : r.rateFactor.toFixed(1)} times as fast as its grade. `
          + `Check the seconds and the temperature; until then we use the typical grade.`
  }
}

function flagSentence(f: DamageFlag, units: DisplayUnits = METRIC): string {
  const where = { fabric: 'the fabric', interfacing: 'the interfacing', pressCloth: 'the press cloth' }[f.layer]
  if (f.waterGsm !== undefined) return `${DAMAGE_NAME[f.kind]}: ${massWords(f.waterGsm, units)} of water reaches ${where}`
  if (f.peakC !== undefined && f.limitC !== undefined)
    return `${DAMAGE_NAME[f.kind]}: ${where} reaches ${celsius(f.peakC, units)}, harm begins about ${celsius(f.limitC, units)}`
  return DAMAGE_NAME[f.kind]
}

/** Under this a hold is too quick to count, s. */
const SOON_S = 10

/** Why there is no recipe by this method, and what that means. */
export function blockedSentence(b: Blocked, units: DisplayUnits = METRIC): string {
  switch (b.why) {
    case 'noHeat':
      return b.fumes
        ? 'This fabric gives off harmful fumes when heated. Nothing is fused to it.'
        : 'This fabric takes no iron. Choose a sew-in.'
    case 'notFusible':
      return 'Fusing may void what this fabric is certified for. Ask its maker; choose a sew-in.'
    case 'noAdhesive':
      return 'This interfacing has no adhesive in the maker\'s instructions: sew it in, or enter what the maker says.'
    case 'noSettings':
      return 'This iron has no dial settings yet: enter what each setting gives.'
    case 'waterBarred':
      return 'The fabric must not get wet.'
    case 'faceBarred':
      return 'It is pressed from the wrong side alone, and this method ends on the right side.'
    case 'steamBarred':
      return 'The fabric must not be steamed.'
    case 'noSteam':
      return 'This iron gives no steam.'
    case 'steamStopped':
      return 'The press cloth lets no steam through.'
    case 'noDampPressCloth':
      return 'There is no press cloth that can be damped.'
    case 'pressClothNeeded':
      return 'This fabric is never pressed bare: choose a press cloth.'
    case 'allSettingsTooHot':
      return `Every setting is too hot: the coolest gives ${celsius(b.coolestC, units)}, the fabric limit is ${celsius(b.limitC, units)}.`
    case 'drips':
      return `At ${celsius(b.soleC, units)} an iron drips instead of steaming (it needs about ${celsius(STEAMS_FROM_C, units)}), `
        + `and the fabric allows no more.`
    case 'underBonded':
      return b.peakC < b.wantedC
        ? `Too cool at the glue line: ${celsius(b.peakC, units)} after the longest hold at ${celsius(b.soleC, units)}, `
        + `it wants ${celsius(b.wantedC, units)}.`
        : `Too slow by hand: only ${Math.round(Math.min(0.99, b.bond) * 100)} % of a bond in the longest hold.`
    case 'makerShort':
      return `By the maker's own ${b.heldS} s it comes to ${Math.round(b.bond * 100)} % of a bond here: `
        + `the glue line gets to ${celsius(b.peakC, units)} at ${celsius(b.soleC, units)}.`
    case 'makerBarely':
      return `By the maker's own ${b.heldS} s there is ${b.spareS === 0 ? 'no second' : '1 s'} to spare here: `
        + `hold it ${b.shorter ? 'longer' : 'for less'}.`
    case 'catchesTooHard':
      return `It bonds too far to be a tack: ${Math.round(b.bond * 100)} % within a second at ${celsius(b.soleC, units)}. `
        + `A cooler setting would tack it.`
    case 'pressIsDry':
      return 'A heat press is used dry.'
    case 'pressOnly':
      return `Its maker asks for ${Math.round(b.pressureKPa)} kPa: that is work for a heat press, not for a hand.`
    case 'tooNarrow':
      return b.mostS < SOON_S
        ? `It bonds in ${b.leastS} s and is spoiled after ${b.mostS} s: too quick to count by hand.`
        : `It bonds in ${b.leastS} s and may be held for ${b.mostS} s at most: fewer seconds between than a hand can keep to.`
    case 'littleRoom':
      return `At ${celsius(b.soleC, units)} there is room for ${degreesApart(b.roomC, units)} either way, `
        + `and the thermostat alone swings by ${degreesApart(b.swingC, units)}.`
    case 'damages':
      return `It would bond in ${b.bondHoldS} s, but: ${flagSentence(b.flag, units)}.`
  }
}

export function openerSentence(o: Opener, units: DisplayUnits = METRIC): string {
  const by
    = 'found' in o
      ? ` Then ${celsius(o.found.recipe.setting.meanC, units)} for ${holdFigure(o.found.recipe)} `
      + `${METHOD_NAME[o.found.recipe.method].toLowerCase()} bonds.`
      : ''
  switch (o.change) {
    case 'iron': return `Another iron of yours: ${o.name}.${by}`
    case 'pressCloth': return `A thinner press cloth: ${PRESS_CLOTH_KINDS[o.pressCloth].name.toLowerCase()}.${by}`
    case 'lean': return `Lean on the iron.${by}`
    case 'warm': return `Warm the fabric by itself first.${by}`
    case 'adhesive': return `An interfacing with another adhesive: ${ADHESIVES[o.adhesive].name.toLowerCase()}.${by}`
    case 'heatPress': return `A heat press.${by}`
    case 'sewIn': return 'A sew-in: organza, organdy or self fabric. No heat, no adhesive.'
  }
}

/** Why a sole hotter than the fabric's own limit may be used all the same; null where it is not hotter. */
export function overLimitSentence(r: Pick<Recipe, 'setting'>, limit: FabricLimit, isCovered: boolean,
  units: DisplayUnits = METRIC): string | null {
  const { meanC } = r.setting
  if (Math.round(meanC) <= limit.soleC) return null
  return isCovered && limit.coveredC > limit.soleC
    ? `${celsius(meanC, units)} is over the fabric limit of ${celsius(limit.soleC, units)}: `
    + 'under the press cloth the fabric itself stays cooler.'
    : `${celsius(meanC, units)} is within the ${degreesApart(SETTING_TOLERANCE_C, units)} that a thermostat swings `
      + `about the fabric limit of ${celsius(limit.soleC, units)}.`
}

/** A margin in degrees; no further is looked than the most. */
const roomWords = (k: number, units: DisplayUnits): string => `${k >= MOST_MARGIN_C ? 'at least ' : ''}${degreesApart(k, units)}`
/** Why this method was, or was not, the one to take. */
export function whySentence(margins: Margins, flags: DamageFlag[], units: DisplayUnits = METRIC): string {
  const worst = flags[0]
  const near = worst && worst.severity > 0.3 ? ` Nearest trouble: ${DAMAGE_NAME[worst.kind]}.` : ''
  return `Margin: ${margins.lessS} s shorter or ${margins.moreS} s longer, `
    + `the iron ${roomWords(margins.coolerC, units)} cooler or ${roomWords(margins.hotterC, units)} hotter.${near}`
}
