/** Layouts for plotters and other programs. */
import { writeDxf } from '../dxf'
import type { PlotterPens } from '../house'
import { layoutSvg, type SvgFace } from '../svg'
import { writeHpgl } from './hpgl'
import type { PlottedLayout } from './laid'

export { plottedLayout, plottedOnRoll, type PlottedLayout } from './laid'

/** What a layout can be written as, and what kind of file that is. */
export const PLOT_FORMATS = {
  dxf: { type: 'image/vnd.dxf', ending: 'dxf' }, hpgl: { type: 'application/vnd.hp-hpgl', ending: 'plt' },
  svg: { type: 'image/svg+xml', ending: 'svg' },
} as const
type PlotFormat = keyof typeof PLOT_FORMATS

/** @param pens of the plotter, as the house has them @param faces typefaces to be put into an SVG */
export function plotted(layout: PlottedLayout, as: PlotFormat, pens: PlotterPens, faces: readonly SvgFace[] = []): string {
  const { parts, wideMm, longMm } = layout
  if (as === 'hpgl') return writeHpgl(layout, pens)
  if (as === 'svg') return layoutSvg(parts, wideMm, longMm, faces)
  return writeDxf(parts.map(p => ({
    name: p.name, size: '', number: '', count: 1, pair: false, cut: [p.outline], sew: [], grainDeg: p.grainDeg, marks: p.marks, says: [],
  })), { wideMm, longMm })
}
