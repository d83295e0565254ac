import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { areaMm2, boundsOf, difference, offset, outlineOf, type Outline } from '#core/geometry'
import { firstLayout, laidOutline, layoutFaults } from '#core/layout'
import { BLOCKS, NO_MARKS, usualMeasures } from '#core/cut'
import { layoutSvg, readSvg, writeSvg, type SvgReading } from '.'

const svg = (inner: string, head = 'width="100mm" height="50mm" viewBox="0 0 100 50"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${head}>${inner}</svg>`
const read = (text: string): SvgReading => {
  const r = readSvg(text)
  if ('problem' in r) throw new Error(r.problem.why)
  return r
}
const seen = (text: string) =>
  read(text).outlines.map((o) => {
    const b = boundsOf(o.outline)
    return [o.name, Math.round(areaMm2(o.outline)), ...[b.left, b.bottom].map(v => Math.round(v * 10) / 10), o.outline.holes.length]
  })
const whys = (text: string) => read(text).notes.map(n => n.why)
/** Where one reaches out of the other by more than so much, mm². */
const apart = (a: Outline, b: Outline, mm: number): number =>
  [difference([a], offset([b], mm)), difference([b], offset([a], mm))].flat().reduce((s, o) => s + areaMm2(o), 0)

describe('a view box within its frame', () => {
  it.each<[string, string, unknown[]]>([
    ['as wide as the frame, what is left over above and below', 'width="100mm" height="50mm" viewBox="0 0 200 50"', [200, 0, 12.5]],
    ['as high as the frame, what is left over at both sides', 'width="100mm" height="50mm" viewBox="0 0 50 100"', [200, 37.5, 0]],
    ['larger than it was drawn', 'width="100mm" height="50mm" viewBox="0 0 40 10"', [5000, 0, 12.5]],
    ['not from nothing', 'width="100mm" height="50mm" viewBox="20 30 100 50"', [800, -20, -30]],
  ])('%s', (_, head, [areaMm, left, bottom]) => {
    const [[, area, x, y]] = seen(svg('<rect x="0" y="0" width="40" height="20"/>', head)) as [unknown[]]
    expect([area, x]).toEqual([areaMm, left])
    // From below: the rectangle hangs from the top of the view box.
    expect(y).toBeCloseTo(50 - (bottom as number) - Math.sqrt((areaMm as number) / 2), 6)
  })
})

describe('reading true units', () => {
  it.each<[string, string, unknown[]]>([
    ['a rectangle from below', svg('<rect id="flap" x="10" y="5" width="40" height="20"/>'), [['flap', 800, 10, 25, 0]]],
    [
      'a circle in a drawing of inches',
      svg('<circle cx="0.5" cy="0.5" r="0.5"/>', 'width="1in" height="1in" viewBox="0 0 1 1"'),
      [['Outline 1', 505, 0, 0, 0]],
    ],
    [
      'an ellipse and a polygon',
      svg('<ellipse cx="20" cy="20" rx="20" ry="10"/><polygon points="60,10 80,10 80,30"/>'),
      [
        ['Outline 1', 627, 0, 20, 0],
        ['Outline 2', 200, 60, 20, 0],
      ],
    ],
    [
      'nested transforms',
      svg(
        '<g transform="translate(20 10)"><rect transform="rotate(90) scale(2)" width="20" height="10"/></g>',
        'width="100mm" height="50mm" viewBox="0 0 200 100"',
      ),
      [['Outline 1', 200, 0, 25, 0]],
    ],
    [
      'a hole, and a piece within the hole',
      svg('<path d="M0 0h50v50h-50z M5 5v40h40v-40z M15 15h20v20h-20z"/>'),
      [
        ['Outline 1 1', 900, 0, 0, 1],
        ['Outline 1 2', 400, 15, 15, 0],
      ],
    ],
    [
      'relative curves and arcs',
      svg('<path d="M10 40c0 -20 40 -20 40 0s-40 20 -40 0z"/><path d="M60 25a10 10 0 1 0 20 0a10 10 0 1 0 -20 0"/>'),
      [
        ['Outline 1', 960, 10, -5, 0],
        ['Outline 2', 314, 60, 15, 0],
      ],
    ],
    ['a rounded rectangle', svg('<rect width="40" height="30" rx="10"/>'), [['Outline 1', 1114, 0, 20, 0]]],
    [
      'names from a title or the group',
      svg('<g id="Cuffs"><rect width="10" height="10"/><rect x="20" width="10" height="10"><title>Left cuff</title></rect></g>'),
      [
        ['Cuffs', 100, 0, 40, 0],
        ['Left cuff', 100, 20, 40, 0],
      ],
    ],
    [
      'not what is only defined',
      svg('<defs><rect width="30" height="30"/></defs><rect width="10" height="10"/>'),
      [['Outline 1', 100, 0, 40, 0]],
    ],
    [
      'its view box elsewhere, the picture in its middle',
      svg('<rect x="5" y="5" width="10" height="10"/>', 'width="100mm" height="50mm" viewBox="5 5 10 10"'),
      [['Outline 1', 2500, 25, 0, 0]],
    ],
  ])('%s', (_, text, want) => {
    const got = seen(text)
    expect(got.map(g => [g[0], g[4]])).toEqual(want.map(w => [(w as unknown[])[0], (w as unknown[])[4]]))
    got.forEach((g, i) =>
      (want[i] as number[])
        .slice(1, 4)
        .forEach((v, k) => expect(Math.abs(Number(g[k + 1]) - v)).toBeLessThanOrEqual(k === 0 ? Math.max(3, v * 0.01) : 0.15)),
    )
  })
  it.each([
    ['<svg><rect width="10" height="10"/></svg>', 'noSize'],
    ['<svg width="100%" height="4mm"/>', 'percent'],
    ['<svg width="3 ells" height="4mm"/>', 'unknownUnit'],
    ['<svg width="-3mm" height="4mm"/>', 'unknownUnit'],
    ['<p>no drawing</p>', 'noSvg'],
    ['cut off <svg width="3', 'unreadable'],
    ['<svg width="3mm" height="4mm"></svg>', 'nothing'],
    [`<svg>${' '.repeat(5_000_001)}</svg>`, 'tooLarge'],
  ])('%.30s: %s', (text, why) => expect(readSvg(text)).toEqual({ problem: expect.objectContaining({ why }) }))
  it('what is left out is named', () => {
    expect(whys(svg('<text>CUT 2</text><image href="x.png"/><use href="#a"/><rect width="10" height="10"/>'))).toEqual([
      'text',
      'pictures',
      'copies',
    ])
    expect(read(svg('<path id="tail" d="M0 0L30 30L30 0"/>')).notes).toEqual([{ why: 'open', name: 'tail', gapMm: 30 }])
    expect(whys(svg('<path d="M0 0L40 40L40 0L0 40z"/>'))).toEqual(['crossing'])
    expect(read(svg('<rect width="1" height="1"/>')).notes).toEqual([{ why: 'tiny', name: 'Outline 1', mm: 1 }])
    expect(read(svg('<rect width="10000" height="20"/>')).notes).toEqual([{ why: 'huge', name: 'Outline 1', mm: 10_000 }])
    expect(whys(svg('<rect width="96" height="96"/>', 'width="96" height="96px"'))).toEqual(['pixels'])
    expect(seen(svg('<rect width="96" height="96"/>', 'width="96" height="96px"'))).toEqual([['Outline 1', 645, 0, 0, 0]])
    expect(
      whys(svg(`<path d="M0 0${Array.from({ length: 2400 }, (_, i) => `L${i / 40} ${i % 2 ? 20 : 30}`).join('')}L60 0z"/>`)),
    ).toEqual(['tooFine'])
    expect(whys(svg(Array.from({ length: 61 }, () => '<rect width="10" height="10"/>').join('')))).toEqual(['tooMany'])
  })
  it('anything at all is read, refused or named, never thrown', () => {
    const bits = fc.constantFrom(
      '<rect',
      ' width="10"',
      ' height=',
      '"5"',
      '/>',
      '<path d="M0 0',
      'L9 9',
      'C1 2',
      'Z"',
      '>',
      '</g>',
      '<g transform="scale(',
      '2)"',
      '&amp;',
      '<!--',
      ']]>',
      '\u0000',
      'NaN',
      '1e999',
    )
    fc.assert(
      fc.property(fc.array(bits, { maxLength: 14 }), (parts) => {
        expect(() => readSvg(svg(parts.join('')))).not.toThrow()
      }),
      { numRuns: 400, seed: 3 },
    )
  })
})

describe('out and in again', () => {
  it('every block comes back the same within a tenth of a millimetre, under its name', () => {
    const pieces = BLOCKS.map(b => ({
      name: `${b.name} & <"co">`,
      lines: [{ role: 'outline' as const, outlines: [b.draw(usualMeasures(b)).seam] }],
      says: ['twice'],
      grainDeg: 0,
    }))
    const back = read(writeSvg(pieces, [{ family: 'rc', woff: 'AAAA' }]))
    expect([back.notes, back.outlines.map(o => o.name)]).toEqual([[], pieces.map(p => p.name)])
    back.outlines.forEach((o, i) => {
      const was = pieces[i]!.lines[0]!.outlines[0]!,
        a = boundsOf(was),
        b = boundsOf(o.outline)
      const moved = outlineOf(was.rim.map(p => ({ x: p.x + b.left - a.left, y: p.y + b.bottom - a.bottom })))
      expect(apart(o.outline, moved, 0.1)).toBeLessThan(0.01)
    })
  })
  it('a layout has each part where it lies, its name in the middle of it, in a size that it has room for', () => {
    const part = (name: string, x: number, y: number, wide: number, high: number) => ({
      name, marks: NO_MARKS, outline: outlineOf([{ x, y }, { x: x + wide, y }, { x: x + wide, y: y + high }, { x, y: y + high }]),
    })
    const drawn = layoutSvg([part('Collar & stand', 10, 20, 200, 80), part('Tab', 300, 0, 28, 60)], 900, 400)
    const back = read(drawn).outlines.map(({ name, outline }) => {
      const { left, bottom, right, top } = boundsOf(outline)
      return [name, left, bottom, right, top]
    })
    expect(back).toEqual([['Collar & stand', 10, 20, 210, 100], ['Tab', 300, 0, 328, 60]])
    const words = [...drawn.matchAll(/<text x="([\d.]+)" y="([\d.]+)" font-size="([\d.]+)" text-anchor="middle">([^<]+)</g)]
    expect(words.map(([, x, y, , name]) => [name, Number(x), 400 - Number(y)])).toEqual([['Collar &amp; stand', 110, 60], ['Tab', 314, 30]])
    expect(Number(words[0]![3])).toBeGreaterThan(Number(words[1]![3]))
    expect(drawn).toContain('width="900mm" height="400mm" viewBox="0 0 900 400"')
  })
  it('the arrow of the grain turns as the piece is turned: on the bias to the left of upward', () => {
    const { seam } = BLOCKS[2]!.draw(usualMeasures(BLOCKS[2]!)), says: string[] = []
    const drawn = (grainDeg: number) => writeSvg([{ name: 'Cuff', says, grainDeg, lines: [{ role: 'outline', outlines: [seam] }] }])
    // A drawing counts its turns the other way round, for its heights grow downward.
    expect([drawn(45).includes('rotate(-45)'), drawn(-30).includes('rotate(30)')]).toEqual([true, true])
  })
  it('of a template only its outline is read back, not its cut edge, interfacing or marks', () => {
    const { seam } = BLOCKS[2]!.draw(usualMeasures(BLOCKS[2]!))
    const [cut] = offset([seam], 10)
    const text = writeSvg([
      {
        name: 'Cuff',
        says: [],
        grainDeg: 90,
        lines: [
          { role: 'cut', outlines: [cut!] },
          { role: 'outline', outlines: [seam] },
        ],
      },
    ])
    expect(read(text).outlines.map(o => Math.round(areaMm2(o.outline)))).toEqual([Math.round(areaMm2(seam))])
    expect(text).toContain('100 mm')
  })
  it('300 random outlines through offset, layout, export and import: not one comes back wrong', () => {
    const star = fc.array(fc.integer({ min: 15, max: 90 }), { minLength: 3, maxLength: 10 }).map(spokes =>
      outlineOf(
        spokes.map((r, i) => {
          const a = (i / spokes.length) * 2 * Math.PI
          return { x: r * Math.cos(a), y: r * Math.sin(a) }
        }),
      ),
    )
    let count = 0
    fc.assert(
      fc.property(fc.array(star, { minLength: 10, maxLength: 10 }), fc.integer({ min: -4, max: 12 }), (outlines, by) => {
        const made = outlines.flatMap(o => offset([o], by).slice(0, 1)).filter(o => boundsOf(o).wideMm > 6 && boundsOf(o).highMm > 6)
        const pieces = made.map((outline, i) => ({ id: String(i), outline, grain: 'any' as const, oneWay: false }))
        const lay = firstLayout({ pieces, wideMm: 600, gapMm: 2, pinned: [] })
        expect(layoutFaults(pieces, lay.placements, 600, 2)).toEqual([])
        const laid = lay.placements.map(p => laidOutline(made[Number(p.id)]!, p))
        const back = read(
          writeSvg(laid.map((o, i) => ({ name: `P${i}`, says: [], grainDeg: null, lines: [{ role: 'outline', outlines: [o] }] }))),
        )
        expect(back.notes).toEqual([])
        back.outlines.forEach((o, i) => {
          const a = boundsOf(laid[i]!),
            b = boundsOf(o.outline)
          const moved = outlineOf(laid[i]!.rim.map(p => ({ x: p.x + b.left - a.left, y: p.y + b.bottom - a.bottom })))
          expect(apart(o.outline, moved, 0.1)).toBeLessThan(0.01)
          count++
        })
      }),
      { numRuns: 30, seed: 11 },
    )
    expect(count).toBeGreaterThan(270)
  })
})

describe('drawings in layers', () => {
  const marks = (text: string) => read(text).outlines.map(o => o.marks)
  const round = (ps: readonly { x: number, y: number }[]) => ps.map(p => [Math.round(p.x * 100) / 100, Math.round(p.y * 100) / 100])
  it('copies are shown where they lie, of a symbol in its own frame; one of itself, or of nothing, is counted', () => {
    expect(seen(svg('<defs><rect id="tab" width="10" height="20"/></defs><use href="#tab" x="30" y="10"/>'))).toEqual([['tab', 200, 30,
      20, 0]])
    expect(seen(svg('<symbol id="s" viewBox="0 0 2 1"><rect width="2" height="1"/></symbol>'
      + '<use id="u" xlink:href="#s" x="10" y="0" width="40" height="20"/>')))
      .toEqual([['Outline 1', 800, 10, 30, 0]])
    expect(whys(svg('<g id="g"><use href="#g"/></g><use href="#none"/><rect width="10" height="10"/>'))).toEqual(['copies'])
    expect(seen(svg('<g transform="scale(2)"><use href="#b" transform="translate(5 0)"/></g>'
      + '<rect id="b" width="10" height="10"/>'))).toEqual([['b', 400, 10, 30, 0], ['b', 100, 0, 40, 0]])
  })
  it('a drawing within a drawing is fitted into its frame', () => {
    expect(seen(svg('<svg x="10" y="10" width="40" height="20" viewBox="0 0 4 4"><rect width="4" height="4"/></svg>')))
      .toEqual([['Outline 1', 400, 20, 20, 0]])
  })
  it('what a style sheet hides is not there', () => {
    const sheet = '<style>.off, #gone { display: none } /* .on {display:none} */ circle.x{visibility:hidden}</style>'
    expect(seen(svg(`${sheet}<rect class="a off" width="9" height="9"/><rect id="gone" width="9" height="9"/><circle class="x" r="9"/>`
      + '<rect class="on" id="there" width="20" height="10"/>'))).toEqual([['there', 200, 0, 40, 0]])
  })
  it('notches, drill holes, lines and a mirror line by layer, name or class, on the smallest outline that they lie on', () => {
    const text = svg('<rect id="large" width="90" height="50"/><rect id="small" x="10" y="10" width="20" height="20"/>'
      + '<g inkscape:label="Notches"><path d="M45 45V50"/></g><circle class="drill" cx="15" cy="20" r="1"/>'
      + '<g id="internal-lines"><path d="M40 10H80"/></g><path id="mirror-line-2" d="M20 10V30"/><path class="cut" d="M95 0h5v5h-5z"/>')
    const [large, small] = marks(text)
    expect([round(large!.notches), large!.internal.map(round), large!.drills, large!.mirror]).toEqual([[[45, 0]], [[[40, 40], [80, 40]]],
      [], null])
    expect([round(small!.drills), round(small!.mirror!)]).toEqual([[[15, 30]], [[20, 40], [20, 20]]])
  })
  it('500 random marks on pieces come back within 0.05 mm', () => {
    fc.assert(fc.property(fc.array(fc.record({ w: fc.integer({ min: 60, max: 300 }), h: fc.integer({ min: 60, max: 300 }),
      t: fc.double({ min: 0.1, max: 0.9, noNaN: true }) }),
    { minLength: 5, maxLength: 5 }), (all) => {
      const pieces = all.map(({ w, h, t }, i) => ({
        name: `P${i}`, says: ['once'], grainDeg: 0, lines: [{ role: 'outline' as const, outlines: [outlineOf([[0, 0], [w, 0], [w, h], [0,
          h]].map(([x, y]) => ({ x: x!, y: y! })))] }],
        marks: {
          notches: [{ x: w * t, y: 0 }], drills: [{ x: w * t, y: h * t }], internal: [[{ x: 5, y: h * t }, { x: w / 2, y: 9 }, { x: w - 5,
            y: h * t }]],
          mirror: [{ x: w / 2, y: 0 }, { x: w / 2, y: h }] as const,
        },
      }))
      read(writeSvg(pieces)).outlines.forEach((o, i) => {
        const { left, bottom } = boundsOf(o.outline), was = pieces[i]!.marks
        const flat = (m: typeof was | typeof o.marks) => [...m.notches, ...m.drills, ...m.internal.flat(), ...m.mirror!]
        expect(o.name).toBe(`P${i}`)
        flat(o.marks).forEach((p, k) => {
          const q = flat(was)[k]!
          expect(Math.hypot(p.x - left - q.x, p.y - bottom - q.y)).toBeLessThan(0.05)
        })
        expect(flat(o.marks)).toHaveLength(7)
      })
    }), { seed: 5, numRuns: 25 })
  })
})
