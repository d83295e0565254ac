import { FIBRES, FINISHES } from '#core/materials'
import type { FabricLimit, Reason } from '#core/limit'
import { METRIC, type DisplayUnits } from '#core/units'
import { celsius } from './measure'

const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)

export function reasonWords(r: Reason, units: DisplayUnits = METRIC): string {
  switch (r.step) {
    case 'fibre': {
      const f = FIBRES[r.fibre]
      return r.limitC === 0
        ? `${f.name} (${r.sharePct} %): do not iron. ${f.note}.`
        : `${f.name} (${r.sharePct} %): iron no hotter than ${celsius(r.limitC, units)}. Hotter, ${f.note}.`
    }
    case 'blend': return r.limitC === 0
      ? `${FIBRES[r.fibre].name} takes no heat, however small its share: ${FIBRES[r.fibre].note}.`
      : `${FIBRES[r.fibre].name} (${r.sharePct} %) is a small share: one heat class lower, to ${celsius(r.limitC, units)}.`
    case 'littleElastane':
      return `Elastane (${r.sharePct} %) is too little to decide. It loses its stretch if it is hot for long: keep it short.`
    case 'covered':
      return `Under a press cloth up to ${celsius(r.coveredC, units)}: there is little ${lower(FIBRES[r.fibre].name)}, and its own heat is `
        + 'computed.'
    case 'finish': {
      const f = FINISHES[r.finish]
      return `${f.name}${r.limitC === null ? '' : `, at most ${celsius(r.limitC, units)}`}: ${f.reason}.`
    }
    case 'unknown':
      return `Fibre unknown: start at the coolest class (${celsius(r.limitC, units)}), under a press cloth, on a hidden corner.`
    case 'surface':
      return {
        texture: 'The texture flattens. Press from the wrong side, on something soft.',
        nap: 'The nap goes flat under the iron. Press from the wrong side, under a press cloth.',
        pile: 'Never press pile flat. Press from the wrong side, on a needle board or face to face with the same pile.',
      }[r.surface]
    case 'label':
      return r.limitC === 0 ? 'The care label says: do not iron.' : `The care label allows ${celsius(r.limitC, units)}.`
    case 'labelSteam':
      return 'The care label says: no steam.'
    case 'swatchDamage':
      return `Your test swatch was marked at ${celsius(r.soleC, units)}: stay at ${celsius(r.limitC, units)} or under.`
    case 'swatchPassed':
      return `Your test swatch passed at ${celsius(r.soleC, units)} without a mark.`
    case 'corner':
      return `A hidden corner took ${celsius(r.limitC, units)}.`
    case 'water':
      return 'Keep it dry: no spray, no damp press cloth, no steam.'
  }
}

/** The limit in one line, for reading from the board. */
export function limitHeadline(limit: FabricLimit, units: DisplayUnits = METRIC): string {
  if (limit.soleC === 0) return limit.fumes ? 'Never heat it: harmful fumes.' : 'No iron on this fabric.'
  const parts = [`Iron up to ${celsius(limit.soleC, units)}`]
  if (limit.pressClothNeeded) parts.push('always under a press cloth')
  if (limit.backOnly) parts.push('from the wrong side only')
  if (limit.maxTouchS !== null) parts.push(`at most ${limit.maxTouchS} s at a time`)
  if (limit.motion !== 'any')
    parts.push({ pressOnly: 'press and lift, no sliding',
      hover: `${limit.steam === 'no' ? 'hover' : 'hover and steam'}, never flat on the right side` }[limit.motion])
  parts.push({ yes: 'steam allowed', light: 'little steam', no: 'no steam' }[limit.steam])
  if (!limit.fusible) parts.push('do not fuse')
  return `${parts.join(', ')}.`
}

export const limitAdvice = (limit: FabricLimit): string | null => {
  if (limit.fumes) return 'Stitch it flat, roll the seams, or glue. Do not try it with a press cloth: a press cloth only delays the heat.'
  if (limit.soleC === 0) return 'Finger-press, roll, stitch flat or glue it instead. Choose a sew-in.'
  if (!limit.fusible) return `Ask its maker before you fuse anything to it: ${lower('It may lose its certification.')}`
  if (limit.provisional) return 'Test a hidden corner: press cloth on, press, wait, look, then one step hotter.'
  return null
}
