import { describe, expect, it } from 'vitest'
import { NO_MARKS } from '#core/cut'
import { METRIC } from '#core/units'
import { boxOf, type Outline } from '#core/geometry'
import { sheetsOf } from '../../e2e/paper'
import type { ProblemError } from '../utils/problem'
import { rollTemplatesPdf } from './rollTemplates'
import type { Template } from './template'

const box = (wide: number, high: number): Outline => boxOf({ left: 0, right: wide, bottom: 0, top: high })
const template = (name: string, wide: number, high: number, more: Template['lines'] = []): Template => ({
  name, says: ['once'], grainDeg: null, marks: NO_MARKS, lines: [{ role: 'cut', outlines: [box(wide, high)] }, ...more],
})
const near = (wanted: number) => (l: { longMm: number }) => Math.abs(l.longMm - wanted) < 0.05
const faultsOf = async (made: Promise<unknown>) => made.then(() => [], (e: ProblemError) => e.problem.errors)

describe('templates on a roll of paper', () => {
  it('are one page as wide as the roll and as long as they are, at true scale, with a line to check the printer by', async () => {
    const interfacing: Template['lines'] = [{ role: 'interfacing', outlines: [box(287, 193)] }]
    const [page, ...rest] = await sheetsOf(
      await rollTemplatesPdf('A coat', [template('Front', 300, 700), template('Collar', 291, 197, interfacing)], 610, METRIC))
    expect(rest).toEqual([])
    expect(page!.wideMm).toBeCloseTo(610, 1)
    expect([300, 700, 291, 197, 287, 193, 100].map(mm => page!.lines.filter(near(mm)).length)).toEqual([2, 2, 2, 2, 2, 2, 1])
    // Beside each other they would be 597 mm wide: too wide with what lies between and at both sides, so that one is above the other.
    expect(page!.highMm).toBeGreaterThan(590)
    expect(page!.highMm).toBeLessThan(1000)
    const xs = page!.lines.flatMap(l => [l.fromX, l.toX])
    expect([Math.min(...xs), Math.max(...xs)].map(x => x >= 9.9 && x <= 600.1)).toEqual([true, true])
    const ys = page!.lines.flatMap(l => [l.fromY, l.toY])
    expect([Math.min(...ys), Math.max(...ys)].map(y => y >= 0 && y <= page!.highMm)).toEqual([true, true])
  })
  it('none is cut by the end of a page: what does not lie on it goes on the next', async () => {
    const sheets = await sheetsOf(
      await rollTemplatesPdf('A job', Array.from({ length: 9 }, (_, i) => template(`Panel ${i}`, 500, 1201 + i)), 610, METRIC))
    expect(sheets.length).toBe(3)
    for (let i = 0; i < 9; i++) expect(sheets.map(s => s.lines.filter(near(1201 + i)).length).sort()).toEqual([0, 0, 2])
    for (const s of sheets) expect(s.highMm).toBeLessThan(4960)
  })
  it('one that is wider than the roll is named, and nothing is drawn', async () => {
    const [problem] = (await faultsOf(rollTemplatesPdf('A job', [template('Tab', 50, 80), template('Cape', 900, 950)], 610, METRIC)))!
    expect(problem).toMatchObject({ field: 'rollMm', message: expect.stringContaining('Cape does not fit on paper 610 mm wide') })
  })
})
