import { markStrokes } from '#core/cut'
import { boundsOf, type Point } from '#core/geometry'
import type { PlotterPens } from '../house'
import type { PlottedLayout } from './laid'

/** A plotter's own unit is a fortieth of a millimetre. */
const UNITS_PER_MM = 40
const TICK_MM = 5, LETTER_MM = { wide: 3, high: 5 }
/** What ends a label. */
const END = '\u0003'

const at = ({ x, y }: Point): string => `${Math.round(x * UNITS_PER_MM)},${Math.round(y * UNITS_PER_MM)}`
const stroke = (points: readonly Point[]): string => `PU${at(points[0]!)};PD${points.slice(1).map(at).join(',')};PU;`
/** Letters that every plotter knows. */
const plain = (text: string): string => text.normalize('NFKD').replace(/[^\x20-\x7E]/g, '')

/**
 * A layout for a plotter in HPGL: edges with one pen; notches, holes, lines and names with another or the same. The roll runs up the
 * paper.
 */
export function writeHpgl({ parts }: PlottedLayout, pens: PlotterPens): string {
  const edges = parts.flatMap(({ outline }) => [outline.rim, ...outline.holes].map(ring => stroke([...ring, ring[0]!])))
  const marks = parts.flatMap(({ name, outline, marks: own }) => {
    const b = boundsOf(outline), spot = { x: (b.left + b.right) / 2, y: (b.bottom + b.top) / 2 }
    return [...markStrokes(outline.rim, own, TICK_MM).map(stroke), `PU${at(spot)};LB${plain(name)}${END}`]
  })
  const letters = `SI${LETTER_MM.wide / 10},${LETTER_MM.high / 10};`
  const change = pens.mark === pens.edge ? [] : [`SP${pens.mark};`]
  return ['IN;', `SP${pens.edge};`, ...edges, ...change, letters, ...marks, 'PU;SP0;', ''].join('\n')
}
