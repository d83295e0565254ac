import type { CandidateKind, Change, Clash, Exclusion, Fault, PartKey, Wish } from '#core/match'
import type { Hand } from '#core/hand'
import { FIBRES } from '#core/materials'
import { METRIC, type DisplayUnits } from '#core/units'
import { HURT_NAME, celsius } from './names'

export const HAND_NAME: Record<Hand, string> = { drape: 'drape', light: 'light body', crisp: 'crisp', firm: 'firm', rigid: 'rigid' }
export const PART_NAME: Record<PartKey, string> = {
  hand: 'hand', window: 'heat to spare', seconds: 'seconds', weight: 'weight', give: 'give', show: 'unseen', bulk: 'in the seam',
  care: 'in the wash', stock: 'on the shelf', usual: 'usual here', swatches: 'own swatches',
}
export const KIND_NAME: Record<CandidateKind, string> = {
  single: 'fused', double: 'two layers', overFoam: 'interfacing over foam', withWeb: 'stuck with web', sewIn: 'sewn in',
  selfCloth: 'self cloth, sewn in',
}
export const WISH_NAME: Record<Wish, string> = {
  drapeKept: 'the drape kept', wash: 'the wash', tumble: 'the dryer', dryClean: 'dry-cleaning', give: 'what the give must do here',
}
export const CHANGE_NAME: Record<Change, string> = {
  heavier: 'Half as heavy again', otherColour: 'The opposite colour', hotterWash: 'One wash hotter',
}

const mm = (v: number) => `${Math.round(v)} mm`

/** Why a supply is out, as one sentence that says what would help where something would. */
export function exclusionSentence(e: Exclusion, units: DisplayUnits = METRIC): string {
  switch (e.why) {
    case 'family':
      return `Not a thing for this place (${e.place.toLowerCase()}).`
    case 'companion':
      return 'Supports the stitching and leaves: it goes with a backing, not in place of one.'
    case 'noHeat':
      return e.fumes ? 'The cloth takes no heat at all: it gives off harmful fumes. Sew in.' : 'The cloth takes no heat at all. Sew in.'
    case 'notFusible':
      return 'Fusing may void what this cloth is certified for: ask its maker.'
    case 'noResin':
      return 'Nobody knows its resin. Find its sheet, or try it on a scrap.'
    case 'ironTooHot':
      return `The coolest stop of this iron is ${celsius(e.coolestC, units)}; the cloth stands ${celsius(e.limitC, units)}. `
        + `Another iron would open it.`
    case 'noWindow':
      return `The glue line gets to ${celsius(e.reachC, units)} at the most; this resin flows from ${celsius(e.meltC, units)}. `
        + `A thinner cover or a hotter stop, if the cloth stands it.`
    case 'hurtsFirst':
      return `To bond, the glue line needs ${celsius(e.neededC, units)} for too long: `
        + `${FIBRES[e.fibre].name.toLowerCase()} is hurt from ${celsius(e.hurtC, units)}.`
    case 'searched':
      return e.blocked.why === 'hurts'
        ? `Every way of pressing it ends in ${HURT_NAME[e.blocked.flag.kind]}.`
        : e.blocked.why === 'underBonded'
          ? `No way of pressing bonds it: the glue line gets to ${celsius(e.blocked.peakC, units)}, `
          + `it wants ${celsius(e.blocked.wantedC, units)}.`
          : 'No way of pressing it was found with this iron and cover.'
    case 'wash':
      return `Washed at ${celsius(e.wishC, units)} it would not last: `
        + `${e.of === 'sheet' ? 'its sheet' : e.of === 'resin' ? 'its resin' : 'its base'} allows ${celsius(e.limitC, units)}.`
    case 'tumble':
      return `The dryer would wake it: ${e.of === 'sheet' ? 'its sheet' : 'its resin'} says `
        + `${e.limit === 'no' ? 'no dryer' : 'a low dryer at the most'}.`
    case 'dryClean':
      return 'Its resin does not stand dry-cleaning.'
    case 'giveLost':
      return `The cloth gives ${Math.round(e.clothPct)} % and must go on giving; this stops at ${Math.round(e.supplyPct)} %.`
    case 'giveKept':
      return `The give must stop here; this gives ${Math.round(e.supplyPct)} %.`
    case 'strikeThrough':
      return `The cloth is ${Math.round(e.openness * 100)} % open: ${Math.round(e.resinGsm)} g/m² of resin would come through.`
    case 'grins':
      return 'Backing and dots would grin through the sheer.'
    case 'moistOnly':
      return 'Its sheet wants steam or a damp cloth; this cloth may not get wet.'
    case 'crush':
      return 'The pile would be crushed on this bed. A needle board or a same-pile towel would open it.'
    case 'drapeLost':
      return `It would hang at ${mm(e.bendingMm)}; keeping the drape allows ${mm(e.mostMm)}.`
  }
}

/** What speaks against a candidate so much that it is said. */
export function faultSentence(f: Fault): string {
  switch (f.why) {
    case 'heavier':
      return `Heavier than the cloth: ${Math.round(f.backingGsm)} on ${Math.round(f.clothGsm)} g/m².`
    case 'patience':
      return `${f.holdS} s is long to stand still; your patience ends at ${f.patienceS} s.`
    case 'unusual':
      return f.wanted === 'tailoring'
        ? 'Not what tailoring uses on such cloth: weft-insert or canvas is usual.'
        : 'Not what is usual on cloth that gives: a knit goes with it.'
  }
}

export function clashSentence(c: Clash, units: DisplayUnits = METRIC): string {
  switch (c.why) {
    case 'clothWash':
      return `The cloth itself is in the way of the wash: ${FIBRES[c.fibre].name.toLowerCase()} stands `
        + `${celsius(c.limitC, units)}, ${celsius(c.wishC, units)} is wished. Backings are judged by what the cloth stands.`
    case 'clothTumble':
      return `The cloth itself is in the way of the dryer: ${FIBRES[c.fibre].name.toLowerCase()} stands `
        + `${c.limit === 'no' ? 'none' : 'a low one at the most'}. Backings are judged by that.`
    case 'rigidDrape':
      return `These two wishes shut each other out: the hand wanted begins at ${mm(c.wantedMm[0])}, `
        + `keeping the drape ends at ${mm(c.mostMm)}. Let one go.`
    case 'placeNeedsHeat':
      return `${c.place} is done with heat, and this cloth takes none: stitch instead.`
    case 'shelfEmpty':
      return 'The shelf is empty. Put a supply on it, or sew in self cloth.'
  }
}
