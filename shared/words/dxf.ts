import { METRIC, type DisplayUnits } from '#core/units'
import type { DxfNote, DxfProblem, DxfUnit } from '../dxf'
import { svgNoteSentence } from './cut'
import { said } from '../region'
import { lengthWords } from './measure'

export const DXF_UNIT_WORDS: Readonly<Record<DxfUnit, string>> = { mm: 'millimetres', cm: 'centimetres', m: 'metres', in: 'inches',
  ft: 'feet' }

/** Why a DXF drawing cannot be read, and what to do. */
export function dxfProblemSentence(p: DxfProblem, units: DisplayUnits = METRIC): string {
  switch (p.why) {
    case 'tooLarge':
      return `The drawing is ${p.mb.toFixed(1)} MB, more than ${p.mostMb} MB. Export one style at a time.`
    case 'binary':
      return 'This DXF is written as numbers, not as text. Export it again as a text file (ASCII).'
    case 'unreadable':
      return 'The drawing cannot be read: it may have been cut off, or it is no DXF.'
    case 'nothing':
      return 'There is no piece in the drawing.'
    case 'noUnits':
      return p.said.length === 0
        ? 'The drawing does not say what it is measured in. Choose it below.'
        : said(`The drawing says ${p.said.map(u => DXF_UNIT_WORDS[u]).join(' in one place and ')} in another. Choose which is right.`,
            units)
  }
}

/** Some names, the others by their number. */
const NAMED = 4
function namesWords(names: readonly string[]): string {
  const shown = names.slice(0, NAMED), more = names.length - shown.length
  if (more > 0) return `${shown.join(', ')} and ${more} more`
  return shown.length > 1 ? `${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}` : shown[0] ?? ''
}
const isOrAre = (names: readonly string[]): string => (names.length === 1 ? 'is' : 'are')
const hasOrHave = (names: readonly string[]): string => (names.length === 1 ? 'has' : 'have')

const UNITS_FROM = {
  header: 'as its header says', text: 'as its text says', asked: 'as you chose', system: 'since it is a metric drawing. Check one measure',
} as const

/** What was made of a DXF drawing. */
export function dxfNoteSentence(n: DxfNote, units: DisplayUnits = METRIC): string {
  switch (n.why) {
    case 'units':
      return said(`Read in ${DXF_UNIT_WORDS[n.unit]}, ${UNITS_FROM[n.from]}.`, units)
    case 'closed':
      return `${n.name} had a gap of ${lengthWords(n.gapMm, units)}: closed.`
    case 'several':
      return `${n.name} has ${n.count} cut edges: each is a piece of its own now.`
    case 'noGrain':
      return `${namesWords(n.names)} ${hasOrHave(n.names)} no grain line: upright, as drawn, was taken for the grain.`
    case 'unfolded':
      return `${namesWords(n.names)}: half was drawn on a fold. The whole piece was made from it.`
    case 'onlySewn':
      return `${namesWords(n.names)} ${hasOrHave(n.names)} no cut edge: the seam line was taken.`
    case 'noLayers':
      return `${namesWords(n.names)}: the drawing does not say which line is which. The outermost one was taken for the edge.`
    case 'turned':
      return `${namesWords(n.names)} ${isOrAre(n.names)} turned, so that the grain stands upright.`
    case 'allowance':
      return n.isUneven
        ? `${namesWords(n.names)}: the allowance differs from edge to edge. ${lengthWords(n.mm, units)} all round was taken: check it.`
        : `${namesWords(n.names)}: ${lengthWords(n.mm, units)} between seam line and cut edge was taken for the allowance.`
    case 'sameSize':
      return `${n.name}${n.size && ` in size ${n.size}`} is in the drawing twice: the second has a number.`
    case 'graded':
      return `Only ${n.size ? `size ${n.size}` : 'one size'} is drawn: the others are kept as grade rules, in a file of their own. `
        + 'To cut another size here, have the pattern exported with every size drawn.'
    case 'itself':
      return `${n.block || 'Something'} is drawn within itself: it was read once.`
    case 'missing':
      return `The drawing names ${n.block || 'something'} that is not in it: left out.`
    case 'noPiece':
      return `${n.name} has lines, but none of them closes: left out.`
    case 'codePage':
      return `Its letters are written in an old way (${n.said}) that cannot be read here for sure. Check the names.`
    case 'layers':
      return `Left out: ${n.layers.length === 1 ? 'layer' : 'layers'} ${namesWords(n.layers)}.`
    case 'kinds':
      return `Left out, being no lines: ${namesWords(n.kinds)}.`
    case 'tooMany':
      return `Only the first ${n.kept} pieces were taken.`
    default:
      return svgNoteSentence(n, units)
  }
}
