import type { Cause, Learned, ProofChange, Suspect } from '#core/learn'
import type { Doubt } from '#core/press'
import type { PlannedScrap, Unknown } from '#core/window'
import { METRIC, type DisplayUnits } from '#core/units'
import type { ReadingBody } from '../schemas'
import { seconds } from './names'
import { celsius, degreesApart, lengthWords, unitWords } from './measure'

export const UNKNOWN_NAME: Record<Unknown, string> = {
  phase: 'where the thermostat is in its cycle', dial: 'what the dial really gives', swing: 'how far the thermostat swings',
  thickness: 'the thickness', mass: 'the weight', contact: 'how closely the layers touch', pressure: 'how hard you bear down',
  moisture: 'how wet it is', timing: 'your count', melting: 'where this lot of adhesive melts', rate: 'how fast this lot bonds',
}
/** What to do to know it better. */
export const UNKNOWN_REMEDY: Record<Unknown, string> = {
  phase: 'wait for the light to go out before each press', dial: 'calibrate this iron', swing: 'calibrate this iron',
  thickness: 'measure the thickness of the fabric', mass: 'weigh a cut piece', contact: 'press scraps and judge them',
  pressure: 'press scraps and judge them', moisture: 'weigh the press cloth dry and wrung', timing: 'use the clock',
  melting: 'press scraps and judge them', rate: 'press scraps and judge them',
}
export const LEARNED_NAME: Record<Learned, string> = {
  dialC: 'iron against its dial', logContact: 'contact between the layers', meltC: 'start of melting of this adhesive',
  logRate: 'speed of this adhesive',
}

/** A learned figure with its spread. */
export function learnedFigure(what: Learned, value: number, sd: number, units: DisplayUnits = METRIC): string {
  if (what === 'dialC' || what === 'meltC')
    return `${Math.round(value) >= 0 ? '+' : '−'}${degreesApart(Math.abs(value), units)} ± ${degreesApart(2 * sd, units)}`
  return `× ${Math.exp(value).toFixed(2)} (${Math.exp(value - 2 * sd).toFixed(2)} to ${Math.exp(value + 2 * sd).toFixed(2)})`
}

export const PROOF_CHANGE: Record<ProofChange, string> = {
  fabricLot: 'another lot of the fabric', supply: 'another interfacing', supplyLot: 'another lot of the interfacing',
  layers: 'other layers',
  iron: 'another iron', setting: 'another dial setting', calibration: 'the iron gives another heat than then',
  pressCloth: 'another press cloth',
  surface: 'another pressing surface', moisture: 'another way of moisture', side: 'another side first', passes: 'another number of passes',
  hold: 'another hold', bearing: 'another way of bearing down', warming: 'another way of beginning',
}

export const READING_NAME: Record<ReadingBody['kind'], string> = {
  shrinkAlong: 'Shrunk along', shrinkAcross: 'Shrunk across', overhang: 'Overhang at 41.5°', peel: 'Peel force',
}
/** What is behind a reading's figure; a peel is of a strip as wide as the hook of a spring scale. */
export const readingUnit = (kind: ReadingBody['kind'], units: DisplayUnits = METRIC): string =>
  kind === 'overhang' ? unitWords('length', units) : kind === 'peel' ? `N per ${lengthWords(50, units)}` : '%'
export const readingWords = (kind: ReadingBody['kind'], value: number, units: DisplayUnits = METRIC): string =>
  kind === 'overhang' ? lengthWords(value, units) : `${value.toFixed(1)} ${readingUnit(kind, units)}`

const SUSPECT: Record<Suspect, string> = {
  sideWrong: 'the adhesive side lay away from the fabric', ironCooler: 'the iron is cooler than its dial says',
  finish: 'a finish keeps the adhesive off', lot: 'this lot of adhesive is slower', clock: 'it was not held as long as noted',
  ironHotter: 'the iron is hotter than its dial says', lotQuick: 'this lot of adhesive is quicker',
}

/** Why the clock of the press that is going on is not to be trusted. */
export const doubtSentence = (d: Doubt): string => d.why === 'slept'
  ? `This machine slept for ${seconds(d.forS)}. The press continues and is kept, but we do not trust its seconds.`
  : `This machine's clock was set by ${seconds(Math.abs(d.byS))}. The press continues and is kept, but we do not trust its seconds.`

/** Why a swatch held or peeled. */
export function causeSentence(c: Cause, units: DisplayUnits = METRIC): string {
  switch (c.why) {
    case 'coldIron':
      return `The iron was set down at ${celsius(c.soleC, units)}; its setting gives ${celsius(c.settingC, units)}. `
        + `It had not warmed up yet.`
    case 'shutOff':
      return `The iron fell from ${celsius(c.fromC, units)} to ${celsius(c.toC, units)} while it was down: the iron had shut itself off.`
    case 'clock':
      return c.by === 'slept'
        ? `The clock stood still for ${seconds(c.seconds)} during this press: its seconds are not to be trusted, `
        + `and nothing is learned from it.`
        : `The machine's clock was set by ${seconds(Math.abs(c.seconds))} during this press: its seconds are not to be trusted, `
          + `and nothing is learned from it.`
    case 'clockRan':
      return `It was noted as down for ${seconds(c.heldS)} where ${seconds(c.askedS)} were asked: was the clock left running?`
    case 'disagrees':
      return `Stiffness and estimate disagree: the estimate is ${c.bond.toFixed(1)} of a bond, your hand graded it ${c.grade}. `
        + `Likeliest first: ${c.suspects.map(x => SUSPECT[x]).join('; ')}.`
    case 'tooCool':
      return `The glue line got to ${celsius(c.peakC, units)}; this adhesive wants ${celsius(c.wantedC, units)}.`
    case 'tooShort':
      return `It was held ${seconds(c.heldS)}, ${seconds(c.askedS)} were asked.`
    case 'notEnough':
      return `It came to ${Math.round(c.bond * 100)} % of a bond; `
        + (c.neededS === null ? 'two minutes this way would not be enough either.' : `${c.neededS} s this way would have done it.`)
    case 'heldWet':
      return `Water held the glue line at ${celsius(100, units)} for ${Math.round(c.heldS)} s.`
    case 'handledWarm':
      return `It was taken up at ${celsius(c.atC, units)}: the adhesive sets under ${celsius(c.setC, units)}. Let it lie.`
    case 'overdone':
      return `It went on to ${c.bond.toFixed(1)} times a bond, the glue line to ${celsius(c.peakC, units)}: the adhesive flowed. `
        + `Shorter, or a cooler setting.`
    case 'washTooHot':
      return `It was washed at ${celsius(c.washC, units)}; the adhesive takes ${celsius(c.limitC, units)}.`
    case 'bonded':
      return `Estimated bond: ${c.bond.toFixed(1)}, enough to hold.`
  }
}

/** What a planned scrap would find out. */
export function scrapAsks(s: Pick<PlannedScrap, 'bond' | 'damage'>): string {
  const pct = (v: number) => `${Math.round(v * 100)} %`
  if (s.bond < 0.25) return `Too little? ${pct(s.bond)} likely to bond.`
  if (s.damage > 0.5) return `Too much? ${pct(s.damage)} likely to be damaged.`
  if (s.bond > 0.85 && s.damage < 0.15) return `Should be right: ${pct(s.bond)} to bond, ${pct(s.damage)} to be damaged.`
  return `The edge: ${pct(s.bond)} to bond, ${pct(s.damage)} to be damaged.`
}

/** The place of the map's pin, for whoever cannot see it. */
export const pinSentence = (holdS: number, soleC: number, chance: { bond: number, damage: number }, units: DisplayUnits = METRIC): string =>
  `${seconds(holdS)} at ${celsius(soleC, units)}: ${Math.round(chance.bond * 100)} % likely to bond, `
  + `${Math.round(chance.damage * 100)} % to be damaged`

/** How far the glue line got against its window, for who cannot see it. */
export const glueLineSentence = (peakC: number, [fromC, toC]: readonly [number, number], units: DisplayUnits = METRIC): string =>
  `Glue line reached ${celsius(peakC, units)}; its window is ${celsius(fromC, units)} to ${celsius(toC, units)}`

/** Swatches that do not fit the others. */
export const oddSentence = (odd: number): string =>
  `${odd === 1 ? 'One does' : `${odd} do`} not fit the others and ${odd === 1 ? 'was' : 'were'} given little weight.`
