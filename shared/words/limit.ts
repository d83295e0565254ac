import { FIBRES, FINISHES } from '#core/materials'
import type { ClothLimit, Reason } from '#core/limit'
import { METRIC, type DisplayUnits } from '#core/units'
import { celsius } from './names'

const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)

export function reasonWords(r: Reason, units: DisplayUnits = METRIC): string {
  switch (r.step) {
    case 'fibre': {
      const f = FIBRES[r.fibre]
      return r.limitC === 0
        ? `${f.name} (${r.sharePct} %) takes no iron: ${f.note}.`
        : `${f.name} (${r.sharePct} %) stands a sole of ${celsius(r.limitC, units)}; beyond it ${f.note}.`
    }
    case 'blend': return r.limitC === 0
      ? `${FIBRES[r.fibre].name} bars heat at any share: ${FIBRES[r.fibre].note}.`
      : `${FIBRES[r.fibre].name} (${r.sharePct} %) is a small share: it costs one class, to ${celsius(r.limitC, units)}.`
    case 'finish': {
      const f = FINISHES[r.finish]
      return `${f.name}${r.limitC === null ? '' : `, at most ${celsius(r.limitC, units)}`}: ${f.reason}.`
    }
    case 'unknown':
      return `Fibre unknown: start at the lowest class (${celsius(r.limitC, units)}), covered, on a hidden corner.`
    case 'surface':
      return {
        texture: 'Texture flattens: from the back, into something soft.',
        nap: 'The nap lies down under a flat sole: from the back, covered.',
        pile: 'Pile never meets a flat sole: from the back, on a needle board or its own kind.',
      }[r.surface]
    case 'label':
      return r.limitC === 0 ? 'The care label says: do not iron.' : `The care label allows ${celsius(r.limitC, units)}.`
    case 'labelSteam':
      return 'The care label bars steam.'
    case 'swatchHurt':
      return `Your own swatch was marked at ${celsius(r.soleC, units)}: stay at ${celsius(r.limitC, units)} or under.`
    case 'swatchPassed':
      return `Your own swatch passed at ${celsius(r.soleC, units)} without a mark.`
    case 'corner':
      return `A hidden corner stood ${celsius(r.limitC, units)}.`
    case 'water':
      return 'It may not get wet: no spray, no damp cover, no steam.'
  }
}

/** The limit in one line, for reading from the board. */
export function limitHeadline(limit: ClothLimit, units: DisplayUnits = METRIC): string {
  if (limit.soleC === 0) return limit.fumes ? 'Never heat it: it gives off harmful fumes.' : 'No iron on this cloth.'
  const parts = [`Sole up to ${celsius(limit.soleC, units)}`]
  if (limit.coverNeeded) parts.push('always covered')
  if (limit.backOnly) parts.push('from the back only')
  if (limit.maxTouchS !== null) parts.push(`at most ${limit.maxTouchS} s a touch`)
  if (limit.motion !== 'any')
    parts.push({ pressOnly: 'press and lift, no sliding', hover: 'hover with steam, no flat sole on the face' }[limit.motion])
  parts.push({ yes: 'steam allowed', light: 'little steam', no: 'no steam' }[limit.steam])
  if (!limit.fusible) parts.push('do not fuse')
  return `${parts.join(', ')}.`
}

export const limitAdvice = (limit: ClothLimit): string | null => {
  if (limit.fumes) return 'Stitch it flat, roll the seams, or glue. Do not try it with a cover: a cover only delays the heat.'
  if (limit.soleC === 0) return 'Finger-press, roll, stitch flat or glue instead; choose a sew-in.'
  if (!limit.fusible) return `Ask its maker before anything is fused to it: ${lower('It may lose what it is certified for.')}`
  if (limit.provisional) return 'Prove it on a hidden corner: cover, wait, look, one step up at a time.'
  return null
}
