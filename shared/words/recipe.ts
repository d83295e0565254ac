import { COVER_KINDS, RESINS, STEAMS_FROM_C } from '#core/materials'
import type { Blocked, Margins, Opener, Recipe } from '#core/recipe'
import type { HurtFlag } from '#core/hurt'
import { METRIC, type DisplayUnits } from '#core/units'
import { celsius, degreesApart, HURT_NAME, seconds } from './names'

const SIDE = { back: 'backing side up', face: 'face up' } as const

/** The recipe as one sentence to be read from the board. */
export function recipeSentence(r: Recipe, coverName: string | null, units: DisplayUnits = METRIC): string {
  const cover = coverName ? coverName.toLowerCase() : 'bare sole'
  const moisture = { dry: 'dry', steam: `steam for the first ${r.steamS} s`, mist: `mist lightly first (${r.mistGsm} g/m²)`, damp: `${cover} wrung damp` }[r.method]
  const covered = r.method === 'damp' ? '' : `, ${cover}`
  const turn = r.passes === 2 ? ', turn and do it again' : ''
  const lean = r.lean === 'lean' ? ', leaning on it' : ''
  return `Hold ${r.holdS} s${lean}, ${r.stop.label} (${celsius(r.stop.meanC, units)} ${r.stop.origin}), ${moisture}${covered}, ${SIDE[r.firstSide]}${turn}; then flat under the clapper ${seconds(r.coolS)}.`
}

export function flagSentence(f: HurtFlag, units: DisplayUnits = METRIC): string {
  const where = { cloth: 'the cloth', backing: 'the backing', cover: 'the cover' }[f.layer]
  if (f.waterGsm !== undefined) return `${HURT_NAME[f.kind]}: ${Math.round(f.waterGsm)} g/m² of water reaches ${where}`
  if (f.peakC !== undefined && f.limitC !== undefined) return `${HURT_NAME[f.kind]}: ${where} reaches ${celsius(f.peakC, units)}, harm begins about ${celsius(f.limitC, units)}`
  return HURT_NAME[f.kind]
}

/** Why there is no recipe by this method, and what that means. */
export function blockedSentence(b: Blocked, units: DisplayUnits = METRIC): string {
  switch (b.why) {
    case 'noHeat': return b.fumes ? 'This cloth gives off harmful fumes when heated. Nothing is fused to it.' : 'This cloth takes no iron. Choose a sew-in.'
    case 'notFusible': return 'Fusing may void what this cloth is certified for. Ask its maker; choose a sew-in.'
    case 'noResin': return 'This backing has no resin on its sheet: sew it in, or enter what its leaflet says.'
    case 'noStops': return 'This iron has no dial stops yet: enter what each stop gives.'
    case 'waterBarred': return 'The cloth may not get wet.'
    case 'steamBarred': return 'The cloth may not be steamed.'
    case 'noSteam': return 'This iron gives no steam.'
    case 'steamStopped': return 'The cover lets no steam through.'
    case 'noDampCover': return 'There is no cover that can be damped.'
    case 'coverNeeded': return 'This cloth is never pressed bare: choose a cover.'
    case 'allStopsTooHot': return `Every stop is too hot: the coolest gives ${celsius(b.coolestC, units)}, the cloth stands ${celsius(b.limitC, units)}.`
    case 'drips': return `At ${celsius(b.soleC, units)} an iron drips instead of steaming (it needs about ${celsius(STEAMS_FROM_C, units)}), and the cloth allows no more.`
    case 'underBonded': return b.peakC < b.wantedC
      ? `Too cool at the glue line: ${celsius(b.peakC, units)} after the longest hold at ${celsius(b.soleC, units)}, it wants ${celsius(b.wantedC, units)}.`
      : `Too slow by hand: only ${Math.round(Math.min(0.99, b.bond) * 100)} % of a bond in the longest hold.`
    case 'hurts': return `It would bond in ${b.bondHoldS} s, but: ${flagSentence(b.flag, units)}.`
  }
}

export function openerSentence(o: Opener, units: DisplayUnits = METRIC): string {
  const by = 'found' in o ? ` Then ${celsius(o.found.recipe.stop.meanC, units)} for ${o.found.recipe.holdS} s ${o.found.recipe.method === 'dry' ? 'dry' : `with ${o.found.recipe.method}`} bonds.` : ''
  switch (o.change) {
    case 'cover': return `A thinner cover: ${COVER_KINDS[o.cover].name.toLowerCase()}.${by}`
    case 'lean': return `Lean on the iron.${by}`
    case 'resin': return `A backing with another resin: ${RESINS[o.resin].name.toLowerCase()}.${by}`
    case 'heatPress': return `A heat press.${by}`
    case 'sewIn': return 'A sew-in: organza, organdy or self cloth. No heat, no resin.'
  }
}

/** Why this method was, or was not, the one to take. */
export function whySentence(margins: Margins, flags: HurtFlag[], units: DisplayUnits = METRIC): string {
  const worst = flags[0]
  const near = worst && worst.severity > 0.3 ? ` Nearest trouble: ${HURT_NAME[worst.kind]}.` : ''
  return `Room to err: ${margins.lessS} s shorter or ${margins.moreS} s longer, the sole ${degreesApart(margins.coolerC, units)} cooler or ${degreesApart(margins.hotterC, units)} hotter.${near}`
}
