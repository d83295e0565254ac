import type { CandidateKind, Change, Clash, Exclusion, Fault, PartKey, Wish } from '#core/match'
import { stiffnessOf, type Stiffness } from '#core/stiffness'
import { FIBRES } from '#core/materials'
import { METRIC, type DisplayUnits } from '#core/units'
import { DAMAGE_NAME } from './names'
import { celsius, lengthWords, massWords } from './measure'

/** Things that bend about as much, typical. */
const BENDS_LIKE: Record<Stiffness, string> = {
  drape: 'a silk scarf', light: 'a cotton shirt', crisp: 'new denim', firm: 'a stiff shirt collar', rigid: 'writing paper',
}
/** A bending length as the hand knows it, with its figure: "Crisp, like new denim (bending length 41 mm)". */
export function bendingWords(bendingMm: number, units: DisplayUnits = METRIC): string {
  const stiffness = stiffnessOf(bendingMm), name = STIFFNESS_NAME[stiffness]
  return `${name[0]!.toUpperCase()}${name.slice(1)}, like ${BENDS_LIKE[stiffness]} (bending length ${lengthWords(bendingMm, units)})`
}
export const STIFFNESS_NAME: Record<Stiffness, string> = { drape: 'drape', light: 'light body', crisp: 'crisp', firm: 'firm',
  rigid: 'rigid' }
export const PART_NAME: Record<PartKey, string> = {
  stiffness: 'stiffness', window: 'heat margin', seconds: 'seconds', weight: 'weight', give: 'stretch', show: 'invisible',
  bulk: 'in the seam',
  care: 'in the wash', stock: 'in stock', usual: 'usual here', swatches: 'own test swatches',
}
export const KIND_NAME: Record<CandidateKind, string> = {
  single: 'fused', double: 'two layers', overFoam: 'interfacing over foam', withWeb: 'stuck with web', sewIn: 'sewn in',
  selfFabric: 'self fabric, sewn in',
}
export const WISH_NAME: Record<Wish, string> = {
  drapeKept: 'the drape kept', wash: 'the wash', tumble: 'the dryer', dryClean: 'dry-cleaning', give: 'how it must stretch here',
}
export const CHANGE_NAME: Record<Change, string> = {
  heavier: 'Half as heavy again', otherColour: 'The opposite colour', hotterWash: 'One wash hotter',
}

/** Why a supply is out, as one sentence that says what would help where something would. */
export function exclusionSentence(e: Exclusion, units: DisplayUnits = METRIC): string {
  switch (e.why) {
    case 'family':
      return `Not for this place (${e.place.toLowerCase()}).`
    case 'companion':
      return 'It supports the stitching and is then removed: use it with an interfacing, not instead of one.'
    case 'noHeat':
      return e.fumes ? 'The fabric takes no heat at all: it gives off harmful fumes. Sew in.' : 'The fabric takes no heat at all. Sew in.'
    case 'notFusible':
      return 'Fusing may void what this fabric is certified for: ask its maker.'
    case 'noAdhesive':
      return 'Its adhesive is unknown. Find the maker\'s instructions, or test a scrap.'
    case 'ironTooHot':
      return `The coolest setting of this iron is ${celsius(e.coolestC, units)}; the fabric limit is ${celsius(e.limitC, units)}. `
        + `Another iron could do it.`
    case 'noWindow':
      return `The glue line gets to ${celsius(e.reachC, units)} at the most; this adhesive flows from ${celsius(e.meltC, units)}. `
        + `Try a thinner press cloth, or a hotter setting if the fabric allows it.`
    case 'damagedFirst':
      return `To bond, the glue line needs ${celsius(e.neededC, units)} for too long: `
        + `${FIBRES[e.fibre].name.toLowerCase()} is damaged from ${celsius(e.damageC, units)}.`
    case 'searched':
      return e.blocked.why === 'damages'
        ? `Every method ends in ${DAMAGE_NAME[e.blocked.flag.kind]}.`
        : e.blocked.why === 'underBonded'
          ? `No method bonds it: the glue line reaches ${celsius(e.blocked.peakC, units)}, `
          + `it wants ${celsius(e.blocked.wantedC, units)}.`
          : 'We found no method with this iron and press cloth.'
    case 'wash':
      return `Washed at ${celsius(e.wishC, units)} it would not last: `
        + `${e.of === 'sheet' ? 'its maker' : e.of === 'adhesive' ? 'its adhesive' : 'its base'} allows ${celsius(e.limitC, units)}.`
    case 'tumble':
      return `The dryer would soften it: ${e.of === 'sheet' ? 'its maker' : 'its adhesive'} says `
        + `${e.limit === 'no' ? 'no dryer' : 'a low dryer at the most'}.`
    case 'dryClean':
      return 'Dry-cleaning would loosen its adhesive.'
    case 'giveLost':
      return `The fabric gives ${Math.round(e.fabricPct)} % and must keep its give; this gives ${Math.round(e.supplyPct)} %.`
    case 'giveKept':
      return `The give must stop here; this gives ${Math.round(e.supplyPct)} %.`
    case 'strikeThrough':
      return `The fabric is ${Math.round(e.openness * 100)} % open: ${massWords(e.adhesiveGsm, units)} of adhesive would come through.`
    case 'grins':
      return 'Interfacing and dots would grin through the sheer.'
    case 'moistOnly':
      return 'Its maker wants steam or a damp press cloth; this fabric must not get wet.'
    case 'crush':
      return 'The pile would be crushed on this pressing surface. A needle board or a same-pile towel would open it.'
    case 'tooHeavy':
      return `Heavier than the fabric itself: ${massWords(e.interfacingGsm, units)} on ${massWords(e.fabricGsm, units)}.`
    case 'addsNothing':
      return 'The fabric is as stiff by itself: this would change next to nothing.'
    case 'drapeLost':
      return `It would hang at ${lengthWords(e.bendingMm, units)}; keeping the drape allows ${lengthWords(e.mostMm, units)}.`
  }
}

/** What speaks against a candidate so much that it is said. */
export function faultSentence(f: Fault, units: DisplayUnits = METRIC): string {
  switch (f.why) {
    case 'heavier':
      return `Heavier than the fabric: ${massWords(f.interfacingGsm, units)} on ${massWords(f.fabricGsm, units)}.`
    case 'patience':
      return `${f.holdS} s is long to stand still; your patience ends at ${f.patienceS} s.`
    case 'unusual':
      return f.wanted === 'tailoring'
        ? 'Not what tailoring uses on such fabric: weft-insert or canvas is usual.'
        : 'Not usual on fabric with give: a knit interfacing moves with it.'
  }
}

export function clashSentence(c: Clash, units: DisplayUnits = METRIC): string {
  switch (c.why) {
    case 'fabricWash':
      return `The fabric itself cannot take this wash: ${FIBRES[c.fibre].name.toLowerCase()} takes `
        + `${celsius(c.limitC, units)}, ${celsius(c.wishC, units)} is wanted. We judge interfacings by the fabric's own limit.`
    case 'fabricTumble':
      return `The fabric itself cannot take this dryer: ${FIBRES[c.fibre].name.toLowerCase()} takes `
        + `${c.limit === 'no' ? 'none' : 'a low one at the most'}. Interfacings are judged by that.`
    case 'rigidDrape':
      return `These two wishes contradict each other: the stiffness you want begins at ${lengthWords(c.wantedMm[0], units)}, `
        + `keeping the drape ends at ${lengthWords(c.mostMm, units)}. Drop one of them.`
    case 'placeNeedsHeat':
      return `${c.place} is done with heat, and this fabric takes none: stitch instead.`
    case 'shelfEmpty':
      return 'No supplies yet. Add one, or sew in self fabric.'
  }
}

/** How a sew-in goes in, in the order of the hands. */
export const BASTE_STEPS = 'Sewn in, without heat or adhesive: cut it by the same pattern piece and on the same grain. Lay it on the wrong '
  + 'side, smooth it outward, and baste it all round inside the seam allowance. Sew the two as one, and trim it close to the stitching.'
