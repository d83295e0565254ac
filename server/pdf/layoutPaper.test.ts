import { describe, expect, it } from 'vitest'
import { NO_MARKS } from '#core/cut'
import { outlineOf } from '#core/geometry'
import type { PlottedLayout } from '#shared/plot'
import { US_CUSTOMARY } from '#core/units'
import { sheetsOf } from '../../e2e/paper'
import { layoutPdf } from './layoutPaper'

const box = (x: number, y: number, wide: number, high: number) =>
  outlineOf([{ x, y }, { x: x + wide, y }, { x: x + wide, y: y + high }, { x, y: y + high }])
const layout = (longMm: number, over: Partial<PlottedLayout['parts'][number]>[]): PlottedLayout => ({
  wideMm: 900, longMm, parts: over.map((p, i) => ({ name: `Part ${i}`, outline: box(0, 0, 100, 100), marks: NO_MARKS, grainDeg: 0, ...p })),
})
const near = (wanted: number) => (l: { longMm: number }) => Math.abs(l.longMm - wanted) < 0.05

describe('a layout at its true size', () => {
  it('is one page as wide as the roll, each part as large as it is, where it lies from the foot of the page', async () => {
    const [page, ...rest] = await sheetsOf(await layoutPdf('Lawn: a job', layout(700, [{ outline: box(120, 340, 317, 211) }])))
    expect(rest).toEqual([])
    expect([page!.wideMm, page!.highMm].map(v => v.toFixed(1))).toEqual(['920.0', '736.0'])
    expect([317, 211, 900, 700, 100].map(mm => page!.lines.filter(near(mm)).length)).toEqual([2, 2, 2, 2, 1])
    const foot = page!.lines.filter(near(317)).map(l => Math.min(l.fromY, l.toY)).sort((a, b) => a - b)
    // A margin below the roll, then 340 mm from its end.
    expect(foot[0]).toBeCloseTo(10 + 340, 1)
    expect(Math.min(...page!.lines.filter(near(317)).map(l => Math.min(l.fromX, l.toX)))).toBeCloseTo(10 + 120, 1)
  })

  it('draws what is marked on a part, and checks the printer in inches where they are used', async () => {
    const marks = { ...NO_MARKS, internal: [[{ x: 20, y: 20 }, { x: 20, y: 93 }]] }
    const [page] = await sheetsOf(await layoutPdf('A job', layout(300, [{ marks }]), US_CUSTOMARY))
    expect([73, 101.6].map(mm => page!.lines.filter(near(mm)).length)).toEqual([1, 1])
  })

  it('goes on, on a further page, where it is longer than a page may be; a part between two is on both', async () => {
    const long = layout(5600, [{ outline: box(0, 4700, 333, 444) }, { outline: box(0, 0, 222, 50) }])
    const sheets = await sheetsOf(await layoutPdf('A job', long))
    expect(sheets.map(s => s.highMm.toFixed(0))).toEqual(['4936', '736'])
    expect(sheets.map(s => s.lines.filter(near(333)).length)).toEqual([2, 2])
    expect(sheets.map(s => s.lines.filter(near(222)).length)).toEqual([2, 0])
  })
})
