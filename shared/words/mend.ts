import type { ColourReason, ScrapBar } from '#core/colour'
import type { GarmentPlace, PlaceFault, StuckPlan, StuckRefusal, StuckSide } from '#core/mend'
import type { Judged, LayerKind, Leaves, StitchStep } from '#core/stitch'
import { METRIC, type DisplayUnits } from '#core/units'
import type { KeepOutKind, LetterFace, SpecOf } from '../schemas'
import { seconds } from './names'
import { celsius, lengthWords, distanceWords } from './measure'

export const FACE_NAME: Record<LetterFace, string> = { sans: 'Plain', bold: 'Block', serif: 'With feet' }
export const LAYER_NAME: Record<LayerKind, string> = {
  fused: 'Fused interfacing', stiffener: 'Stiffener', cutAway: 'Cut-away', tearAway: 'Tear-away', washAway: 'Soluble',
  heatAway: 'Heat-away',
  softMesh: 'Soft mesh', float: 'Floated piece', web: 'Web',
}
export const LEAVES_WORDS: Record<Leaves, string> = {
  stays: 'stays for good', cut: 'is cut away close to the stitches', torn: 'is torn away, a thumb on the stitches',
  washed: 'is washed out', brushed: 'is heated and brushed off',
}

/** Where it lies, as a tailor measures. */
export function placeWords(p: GarmentPlace, neck: boolean, units: DisplayUnits = METRIC): string {
  const side = Math.abs(p.asideMm) < 0.5
    ? 'on the centre line'
    : `${lengthWords(Math.abs(p.asideMm), units)} to the wearer's ${p.asideMm > 0 ? 'left' : 'right'} of the centre line`
  const turned = Math.abs(p.turnDeg) < 0.5 ? '' : `, turned ${Math.round(Math.abs(p.turnDeg))}° to the ${p.turnDeg > 0 ? 'left' : 'right'}`
  return `Its middle ${lengthWords(p.downMm, units)} below the ${neck ? 'neck edge' : 'upper edge'}, ${side}${turned}.`
}
const WHAT: Record<KeepOutKind, string> = { button: 'a button', zip: 'a zip', seam: 'a thick seam', other: 'something hard' }
export function placeFaultWords(f: PlaceFault): string {
  if (f.why === 'off') return 'Part of it is off the garment.'
  return f.why === 'over'
    ? `It covers ${WHAT[f.kind]}: hot metal burns fingers and holds the iron off. Move it.`
    : `${capital(WHAT[f.kind])} is so near that the iron must keep off it: use smaller positions there.`
}
const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1)

/** How a transfer is printed or cut. */
export const MIRROR_WORDS: Record<SpecOf<'transfer'>['what'], string> = {
  printed: 'printed mirrored, colour side down on the fabric', cutFilm: 'cut mirrored from its back, the carrier kept on',
  flock: 'cut mirrored from its back, the carrier kept on', bought: 'as it comes: the side that reads right faces up, on its carrier',
}
export const mirrorWords = (what: SpecOf<'transfer'>['what']): string => MIRROR_WORDS[what]
export const labelWords = (across: number, count: number): string =>
  `${count} label${count === 1 ? '' : 's'}, ${across} across, mirrored. Press a cut corner on a scrap first: if it reads right there, this `
  + 'side goes down.'

/** Which side meets the sole, in words. */
export const sideWords = (side: StuckSide, inside: boolean): string =>
  side === 'item' ? (inside ? 'from the inside' : 'from the front') : inside ? 'from the right side' : 'from the inside'
export function whyFirst(plan: Pick<StuckPlan, 'because' | 'first' | 'other' | 'refused'>, inside: boolean): string {
  const { first, other, because } = plan
  if (!first) return ''
  const here = sideWords(first.side, inside), hold = seconds(first.recipe.holdS)
  if (other) {
    const there = sideWords(other.side, inside), otherHold = seconds(other.recipe.holdS)
    if (because === 'quicker' && other.recipe.holdS === first.recipe.holdS)
      return `Either side takes ${hold}: ${here} first, then ${there}.`
    return because === 'asked'
      ? `${capital(here)} first: ${hold}; ${there} it would take ${otherHold}.`
      : `${capital(here)} first: the heat is through in ${hold}; ${there} it takes ${otherHold}.`
  }
  const barred = plan.refused.find(r => r.side !== first.side)
  if (!barred || barred.because.why === 'backOnly') return `${capital(here)} only: the iron must not touch the other side.`
  return `${capital(here)} only; ${sideWords(barred.side, inside)} ${stuckRefusal(barred.because)}`
}
/** From where a motif is pressed, and why, in a line. */
export function badgeHeadline(side: StuckSide, because: StuckPlan['because']): string {
  const from = capital(sideWords(side, false))
  if (because === 'onlySide') return `${from} only.`
  const why = side === 'item' ? 'thin' : 'thick'
  return because === 'asked' ? `${from} first, as you asked.` : `${from} first: it is ${why} against its fabric.`
}
/** Of two sides that are refused, the reason that says most. */
export const whyRefused = (plan: Pick<StuckPlan, 'refused'>): string =>
  capital(stuckRefusal((plan.refused.find(r => r.because.why !== 'backOnly') ?? plan.refused[0]!).because))
/** Why it cannot be pressed from a side, and what is done instead. */
export function stuckRefusal(r: StuckRefusal): string {
  switch (r.why) {
    case 'noHeat':
      return r.fumes
        ? 'no heat at all: it gives off harmful fumes. Sew it on.'
        : `${r.of === 'garment' ? 'the fabric' : 'what is stuck on'} takes no heat. Sew it on, or stick it cold.`
    case 'certified': return 'do not fuse certified wear: it may lose its certificate. Ask the maker.'
    case 'noAdhesive': return 'there is no adhesive that would hold it. Choose a web or film.'
    case 'pile': return 'a flat iron crushes pile: from the other side, on a needle board.'
    case 'backOnly': return 'the iron must not touch the other side.'
    case 'noWater': return 'it must be pressed under a wet press cloth, and this fabric or press cloth takes no water. Sew it.'
    case 'noSettings': return `no setting of this iron is cool enough for ${r.of === 'garment' ? 'the fabric' : 'what is stuck on'}.`
    case 'neverBonds': return `the heat does not come through in a minute (${Math.round(r.bond * 100)} % of a bond).`
    case 'damages': return 'heat would mark it before the adhesive holds.'
    case 'tooNarrow': return `it holds after ${seconds(r.leastS)} and is marked after ${seconds(r.mostS)}: nobody can count that. Sew it.`
    case 'shortTouches': return `it may be touched for ${seconds(r.maxS)} at a time, and the adhesive wants ${seconds(r.bondS)}. Sew it.`
  }
}

/** Why a scrap ranks where it does. */
export function colourReason(r: ColourReason, units: DisplayUnits = METRIC): string {
  switch (r.says) {
    case 'nearest': return `ΔE₀₀ ${r.deltaE.toFixed(1)}${r.deltaE < 1 ? ': hardly visible' : ''}`
    case 'darker': return 'a little darker: it recedes'
    case 'lighter': return 'lighter: it shines out'
    case 'hue': return 'another hue, which shows first'
    case 'amongColours': return `${Math.round(r.sharePct)} % of it are colours of the print`
    case 'strange': return 'one of its colours is not in the print'
    case 'figureHides': return `figures of ${lengthWords(r.figureMm, units)} break up its edge`
    case 'plainShows': return 'plain fabric hides nothing'
    case 'otherScale': return r.ratio > 1 ? 'its figures are larger' : 'its figures are smaller'
  }
}
export function scrapBar(b: ScrapBar, units: DisplayUnits = METRIC): string {
  switch (b.why) {
    case 'tooSmall': return `too small: ${lengthWords(b.wideMm, units)} × ${lengthWords(b.highMm, units)} are needed`
    case 'tooHeavy': return `${b.ratio.toFixed(1)} times as heavy as the fabric`
    case 'tooLight': return `only ${b.ratio.toFixed(1)} times the weight of the fabric`
    case 'give': return b.byPct > 0
      ? `gives ${Math.round(b.byPct)} % more than the fabric`
      : `gives ${Math.round(-b.byPct)} % less than the fabric`
    case 'care': return `takes a wash of only ${celsius(b.washC, units)}`
  }
}
export const holeTooLarge = (needs: string, largest: string): string =>
  `No scrap is large enough: the patch needs ${needs}, the largest is ${largest}. Cut it from new fabric, or darn.`
/** Seen or not, from so far off. */
export const seenWords = (farM: number, shows: boolean, units: DisplayUnits = METRIC): string =>
  `${distanceWords(farM, units)}: ${shows ? 'it shows' : 'invisible'}`

/** What stitching asks for and what holds it. */
export function supportSentence(j: Pick<Judged, 'puckers' | 'risk' | 'places'>, part: (i: number) => string): string {
  if (!j.puckers) return 'It stays flat: its layers are enough, across and along.'
  const [worst] = j.places
  const where = worst!.way === 'across' ? 'sides' : 'ends'
  return `It puckers: ${part(worst!.part)} pulls ${worst!.way} more than is held there, at its ${where}.`
}
export function stitchStep(s: StitchStep, name: (id: string) => string): string {
  switch (s.do) {
    case 'fuse': return `Fuse ${name(s.layerId)} to the wrong side.`
    case 'stiffen':
      return `${name(s.layerId)} from the wrong side, so that the right side stays clear. Let it soak in, then press it dry.`
    case 'hoop': return `Hoop it with ${name(s.layerId)}; keep the fabric flat and do not stretch it.`
    case 'float': return `Float ${name(s.layerId)} under the hoop, where the stitching is densest.`
    case 'baste': return `Baste ${name(s.layerId)}.`
    case 'firmShape': return 'Stiffen the shape itself, or fuse a light interfacing behind it: its edge stays where it is put.'
    case 'tack': return 'Stitch the placing line and tack the shape on.'
    case 'trim': return 'Trim it close to the tack.'
    case 'fuseShape': return 'Fuse the shape now, before its edge.'
    case 'satin': return 'Then the satin edge.'
    case 'stitch': return 'Stitch it.'
    case 'leave': return `${name(s.layerId)} ${LEAVES_WORDS[s.how]}.`
    case 'pressFaceDown': return 'Press it face down on a soft surface, round the dense parts; the stitches sink in.'
  }
}

/** All steps, a sentence each; what is done with two alike is said once. */
export function stitchSteps(steps: readonly StitchStep[], name: (id: string) => string): string[] {
  const said = steps.map(s => stitchStep(s, name))
  return said.flatMap((text, i) => {
    if (said[i - 1] === text) return []
    return said[i + 1] === text && steps[i]!.do === 'hoop' ? [`${text} Use two layers of it, one crosswise.`] : [text]
  })
}

/** What helps when the needle has torn the fabric. */
export const TORN_WHILE_STITCHING = 'A hole torn while stitching: float a soluble piece over it, stitch on, and rinse it out.'

/** Cautions that stand where they matter. */
export const CHOKING_CAUTION = 'A small child can swallow small parts: sew them on as well.'
export const SOFTENER_CAUTION = 'Wash it without softener and dry it fully: softener and damp keep the adhesive off.'
/** Before a patch is stuck over a hole; and why with nothing else. */
export const HOLE_FIRST = 'Trim its loose threads, and pin the patch until it is first touched.'
export const NO_GLUE = 'No liquid glue: it dries hard and shows through.'
export const MENDED_CARE = 'Wash it gently, inside out, and dry it on the line. How it may be ironed is on its care card.'
