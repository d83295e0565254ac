import type { MakerTrouble } from '#core/maker'
import { METRIC, type DisplayUnits } from '#core/units'
import { seconds } from './names'
import { celsius, pressureWords } from './measure'

export function makerSentence(t: MakerTrouble, units: DisplayUnits = METRIC): string {
  switch (t.why) {
    case 'belowMelting':
      return `The maker says ${celsius(t.makerC, units)}, but this adhesive begins to melt at about ${celsius(t.meltC, units)}. `
        + `One of the two is wrong.`
    case 'farAboveWindow':
      return `The maker says ${celsius(t.makerC, units)}; this adhesive is done at about ${celsius(t.windowC, units)} and would `
        + `strike through. Look at the units.`
    case 'washWakesIt':
      return `Washed at ${celsius(t.washC, units)} a typical grade of this adhesive softens again (it holds to `
        + `${celsius(t.typicalC, units)}). Prove it with a swatch and a wash.`
    case 'tumbleWakesIt':
      return 'A hot dryer softens a typical grade of this adhesive.'
    case 'moistureIdle':
      return 'Steam or damp does nothing for this adhesive: it only keeps it cool until it is gone.'
    case 'machineHold':
      return `${seconds(t.holdS)} is meant for a press of ${pressureWords(t.pressureKPa, units)}. On a hand iron it is carried over: `
        + `the swatch stage works it out.`
    case 'heatWithoutAdhesive':
      return 'There is a temperature in the maker\'s instructions, but no adhesive: is it a sew-in, or is the adhesive missing?'
    case 'nothingOnIt':
      return 'Maker\'s instructions are marked as here, but they are empty. Enter them, or mark them as lost.'
  }
}

/** What became of a CSV that was read. */
export const makerStoredSentence = ({ stored, counts }: { stored: boolean, counts: { refused: number } }): string =>
  stored ? 'Stored.' : counts.refused ? 'Nothing is stored until every row is in order.' : 'Nothing is stored yet.'

/** What a workroom file brought. */
export const workroomSentence = (kept: { fabrics: number, supplies: number, swatches: number, jobs: number }): string =>
  `${kept.fabrics} fabrics, ${kept.supplies} supplies, ${kept.jobs} jobs and ${kept.swatches} swatches are in place.`
