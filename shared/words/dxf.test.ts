import { describe, expect, it } from 'vitest'
import type { DxfNote, DxfProblem } from '../dxf'
import { dxfNoteSentence, dxfProblemSentence } from './dxf'

const US = { length: 'in', temperature: '°F', arealMass: 'oz/yd²', region: 'US', currency: 'USD' } as const
const problems: [DxfProblem, RegExp][] = [
  [{ why: 'tooLarge', mb: 71.26, mostMb: 60 }, /^The drawing is 71\.3 MB, more than 60 MB\./], [{ why: 'binary' },
    /Export it again as a text file/],
  [{ why: 'unreadable' }, /it is no DXF\.$/], [{ why: 'nothing' }, /^There is no piece/],
  [{ why: 'noUnits', largest: 30, said: [] }, /does not say what it is measured in/],
  [{ why: 'noUnits', largest: 30, said: ['mm', 'in'] }, /says millimetres in one place and inches in another/],
]
const notes: [DxfNote, RegExp][] = [
  [{ why: 'units', unit: 'in', from: 'text' }, /^Read in inches, as its text says\.$/],
  [{ why: 'units', unit: 'mm', from: 'system' }, /^Read in millimetres, since it is a metric drawing\. Check one measure\.$/],
  [{ why: 'closed', name: 'Cuff', gapMm: 0.2 }, /^Cuff had a gap of 0\.2 mm: closed\.$/],
  [{ why: 'several', name: 'Cuff', count: 2 }, /^Cuff has 2 cut edges/], [{ why: 'noGrain', names: ['Cuff'] }, /^Cuff has no grain line/],
  [{ why: 'noGrain', names: ['Cuff', 'Collar'] }, /^Cuff and Collar have no grain line/],
  [{ why: 'turned', names: ['A', 'B', 'C', 'D', 'E', 'F'] }, /^A, B, C, D and 2 more are turned/],
  [{ why: 'unfolded', names: ['Yoke'] }, /^Yoke: half was drawn on a fold/], [{ why: 'onlySewn', names: ['Yoke'] },
    /^Yoke has no cut edge/],
  [{ why: 'noLayers', names: ['Yoke'] }, /outermost one was taken/],
  [{ why: 'allowance', names: ['Yoke'], mm: 10, isUneven: false }, /^Yoke: 10 mm between seam line and cut edge/],
  [{ why: 'allowance', names: ['Yoke'], mm: 10, isUneven: true },
    /^Yoke: the allowance differs from edge to edge\. 10 mm all round was taken/],
  [{ why: 'sameSize', name: 'Cuff', size: '38' }, /^Cuff in size 38 is in the drawing twice/],
  [{ why: 'sameSize', name: 'Cuff', size: '' }, /^Cuff is in the drawing twice/],
  [{ why: 'graded', size: '40' }, /^Only size 40 is drawn: the others are kept as grade rules/],
  [{ why: 'graded', size: '' }, /^Only one size is drawn/],
  [{ why: 'itself', block: 'A1' },
    /^A1 is drawn within itself/],
  [{ why: 'missing', block: '' }, /^The drawing names something that is not in it/], [{ why: 'noPiece', name: 'Cuff' },
    /none of them closes/],
  [{ why: 'codePage', said: 'DOS850' }, /\(DOS850\)/], [{ why: 'layers', layers: ['9'] }, /^Left out: layer 9\.$/],
  [{ why: 'layers', layers: ['5', '9'] }, /^Left out: layers 5 and 9\.$/], [{ why: 'kinds', kinds: ['3 × SOLID'] },
    /no lines: 3 × SOLID\.$/],
  [{ why: 'tooMany', kept: 400 }, /^Only the first 400 pieces/], [{ why: 'open', name: 'Cuff', gapMm: 5 },
    /^Cuff is open: its ends are 5 mm apart/],
]

describe('a DXF drawing in words', () => {
  it.each(problems)('why it cannot be read: %o', (p, says) => { expect(dxfProblemSentence(p)).toMatch(says) })
  it.each(notes)('what was made of it: %o', (n, says) => { expect(dxfNoteSentence(n)).toMatch(says) })
  it('lengths are in the units of the house', () => {
    expect(dxfNoteSentence({ why: 'closed', name: 'Cuff', gapMm: 3.175 }, US)).toContain('1/8 in')
    expect(dxfNoteSentence({ why: 'units', unit: 'cm', from: 'header' }, US)).toBe('Read in centimeters, as its header says.')
  })
})
