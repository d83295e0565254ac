import { METRIC, type DisplayUnits } from '#core/units'
import type { CalibrationTrouble } from '#core/iron'
import { celsius } from './measure'

/** Why a probe trace could not be used, and what to do. */
export function troubleSentence(t: CalibrationTrouble, units: DisplayUnits = METRIC): string {
  switch (t.why) {
    case 'tooFew':
      return `Readings: ${t.readings} are too few; ${t.wanted} or more are needed. Let it run on.`
    case 'notNumbers':
      return `Readings: the one at ${Math.round(t.atS)} s is no temperature that an iron has. Take it out and load them again.`
    case 'notInOrder':
      return `Readings: the one at ${Math.round(t.atS)} s does not come after the one before it. Put them in order of time.`
    case 'probeOff':
      return `Readings: at ${Math.round(t.atS)} s they fall from ${celsius(t.fromC, units)} to ${celsius(t.toC, units)} at once: `
        + `the probe came off the soleplate. Press it on and run again.`
    case 'stillWarming':
      return 'Readings: the iron was still warming at the end. Let it run until it has switched off and on again.'
    case 'noCycle':
      return 'Readings: they end before the iron has switched on again. Let it run through a whole cycle, two or three minutes more.'
  }
}
