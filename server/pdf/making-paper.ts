import { NO_MARKS } from '#core/cut'
import { METRIC, type DisplayUnits } from '#core/units'
import { boundsOf, boxOf, mirrored, type Outline } from '#core/geometry'
import { GARMENTS, labelOf, labelPages, letterInterfacing, shapeCut, type LabelPage, type Typesetter } from '#core/mend'
import { fromPayload } from '#shared/cutting'
import { patchesOfSpec, placedOutlines, shapeOutline } from '#shared/making'
import type { PaperBody, SpecOf } from '#shared/schemas'
import { writeSvg, type SvgPiece } from '#shared/svg'
import { labelWords, lengthWords, mirrorWords, placeWords } from '#shared/words'
import { invalid } from '../utils/problem'
import { typesetterFor } from './faces'
import { facesWithin } from './letters'
import { paper, addPage, type PaperMm } from './paper'
import { fillRings } from './rings'
import type { Template } from './template'
import { PAPERS, templatesPdf, templatesSvg } from './templates'

type Mend = PaperBody['making']
const one = (name: string, says: string[], lines: Template['lines']): Template => ({ name, says, lines, grainDeg: null, marks: NO_MARKS })

/** A cross where the measures meet: the middle of what is placed. */
const cross = (o: Outline): Outline[] => {
  const { left, bottom, wideMm, highMm } = boundsOf(o), x = left + wideMm / 2, y = bottom + highMm / 2, thin = 0.15
  return [
    boxOf({ left: x - wideMm / 2 - 8, right: x + wideMm / 2 + 8, bottom: y - thin, top: y + thin }),
    boxOf({ left: x - thin, right: x + thin, bottom: y - highMm / 2 - 8, top: y + highMm / 2 + 8 }),
  ]
}
/** What is cut or laid, at true scale. */
function templatesOf({ name, spec }: Mend, units: DisplayUnits): Template[] {
  switch (spec.kind) {
    case 'hole':
      return patchesOfSpec(spec).map((p, i, all) => one(all.length > 1 ? `${name}, patch ${i + 1}` : name, [
        `${spec.edge} edge, ${lengthWords(spec.marginMm, units)} beyond the hole`, p.cutInPlace
          ? 'web: cut its hole once it is in place'
          : 'web: hole cut out',
      ], [{ role: 'cut', outlines: [p.outline] }, { role: 'web', outlines: p.web }]))
    case 'badge':
    case 'transfer': {
      const outlines = placedOutlines(spec), says = [placeWords(spec.place, GARMENTS[spec.place.on].neck, units)]
      if (spec.kind === 'transfer') says.push(mirrorWords(spec.what))
      return [one(name, says, [{ role: 'outline', outlines }, { role: 'cut', outlines: cross(outlines[0]!) }])]
    }
    case 'lettering': {
      const interfacing = letterInterfacing(spec.outlines.map(fromPayload), spec.padded)
      // Traced on the back of the interfacing, it lies mirrored.
      return [one(name, [spec.padded ? 'interfacing, a hair larger' : 'interfacing, a hair smaller',
        'mirrored: trace it on the adhesive-free side'], [
        { role: 'outline', outlines: spec.outlines.map(o => mirrored(fromPayload(o))) },
        { role: 'interfacing', outlines: interfacing.map(mirrored) },
      ])]
    }
    case 'applique':
      return spec.shapes.map((s) => {
        const c = shapeCut(shapeOutline(s), s.edge, spec.tracedOn), flip = (o: Outline) => (c.mirrored ? mirrored(o) : o)
        return one(s.name, [`${s.count} of it`, c.mirrored ? 'mirrored: trace it on the paper' : 'as it is: trace it on the smooth side'], [
          { role: 'cut', outlines: [flip(c.cut)] }, { role: 'outline', outlines: [c.traced] }, { role: 'web', outlines: c.under.map(flip) },
        ])
      })
    case 'embroidery':
      return [one(name, [placeWords(spec.place, GARMENTS[spec.place.on].neck, units), 'dense parts'], [
        { role: 'outline', outlines: placedOutlines(spec) },
      ])]
    case 'labels':
      return []
  }
}

const textsOf = (w: SpecOf<'labels'>): string[] => w.texts.filter(t => t.trim() !== '')
function sheetOfLabels(w: SpecOf<'labels'>, size: PaperMm, typeset: Typesetter): LabelPage {
  return labelPages(textsOf(w).map(t => labelOf({ ...w, lines: t.split('\n') }, typeset)), size)
}
async function labelsPdf(name: string, w: SpecOf<'labels'>, sheet: LabelPage, size: PaperMm, units: DisplayUnits): Promise<Uint8Array> {
  const lineMm = units.length === 'in' ? 4 * 25.4 : 100
  const { doc, regular, bold } = await paper({ name, says: labelWords(sheet.across, textsOf(w).length) })
  for (const labels of sheet.pages) {
    const page = addPage(doc, regular, size)
    page.text(name, 12, 9, 11, bold)
    page.text(labelWords(sheet.across, textsOf(w).length), 12, 14, 8.5)
    for (const l of labels) fillRings(page, size, [...l.letters, ...(l.border ? [l.border] : [])], w.inkHex)
    for (const c of sheet.cuts) page.line(c.x0, size.high - c.y0, c.x1, size.high - c.y1, true)
    page.line(12, size.high - 6, 12 + lineMm, size.high - 6)
    page.text(lengthWords(lineMm, units), 15 + lineMm, size.high - 5, 8)
  }
  return doc.save()
}
async function labelsSvg(name: string, sheet: LabelPage): Promise<string> {
  const pieces = sheet.pages.map((labels, i): SvgPiece => ({
    name: `${name}, sheet ${i + 1}`, says: [], grainDeg: null,
    lines: [
      { role: 'cut', outlines: labels.map(l => l.edge) },
      { role: 'outline', outlines: labels.flatMap(l => [...l.letters, ...(l.border ? [l.border] : [])]) },
    ],
  }))
  return writeSvg(pieces, await facesWithin(name))
}

interface Printed { bytes: Uint8Array | string, type: string, name: string }
/** Templates or labels of one making at true scale; a fault of its figures is said as a sentence. */
export async function makingPaper(
  { making: { name, spec }, as, paper: size }: PaperBody, units: DisplayUnits = METRIC,
): Promise<Printed> {
  const svg = as === 'svg', type = svg ? 'image/svg+xml' : 'application/pdf'
  try {
    if (spec.kind === 'labels') {
      const sheet = sheetOfLabels(spec, PAPERS[size], await typesetterFor(spec.face))
      const bytes = svg ? await labelsSvg(name, sheet) : await labelsPdf(name, spec, sheet, PAPERS[size], units)
      return { bytes, type, name: `labels.${as}` }
    }
    const all = templatesOf({ name, spec }, units).map(t => ({ ...t, lines: t.lines.filter(l => l.outlines.length > 0) }))
    return { bytes: svg ? await templatesSvg(all) : await templatesPdf(name, all, PAPERS[size]), type, name: `template.${as}` }
  } catch (error) {
    if (error instanceof RangeError) throw invalid([{ field: 'making.work', message: error.message }])
    throw error
  }
}
