/** How long layouts come out against their bound, and how soon; prints, asserts nothing. */
import { BLOCKS, outlinesOf, usualMeasures } from '#core/cut'
import { mirrored, outlineOf, type Outline } from '#core/geometry'
import { boundMm, cutJigsaw, cutStrip, firstLayout, layoutFaults, searchOn, type Grain, type LayoutPiece,
  type LayoutTask } from '#core/layout'
import { seeded } from '#core/numeric'
import { few } from './short'

const ALLOWANCES = { seam: 10, hem: 40, front: 12 }
const box = (w: number, h: number): Outline => outlineOf([{ x: 0, y: 0 }, { x: w, y: 0 }, { x: w, y: h }, { x: 0, y: h }])

/** So many interfacings of blocks, every second one mirrored. */
function interfacings(keys: readonly string[], count: number, grain: Grain): LayoutPiece[] {
  const of = keys.map((key) => {
    const block = BLOCKS.find(b => b.key === key)!
    const [left] = outlinesOf(block.draw(usualMeasures(block)), ALLOWANCES, { how: 'inside', byMm: 2 }).interfacing
    return [left!, mirrored(left!)] as const
  })
  return Array.from({ length: count }, (_, i) => ({
    id: String(i), outline: of[i % of.length]![Math.floor(i / of.length) % 2]!, grain, oneWay: false,
  }))
}

function lookFor(task: LayoutTask, ms: number) {
  const from = performance.now()
  let layout = firstLayout(task)
  const firstMs = performance.now() - from, firstMm = layout.lengthMm
  for (let seed = 1, rounds = 4; performance.now() - from < ms; seed++) {
    const at = performance.now()
    layout = searchOn(task, layout, rounds, seed)
    rounds = Math.max(1, Math.min(4000, Math.round(rounds * 60 / Math.max(0.5, performance.now() - at))))
  }
  return { layout, firstMs, firstMm }
}

const SETS: [name: string, wideMm: number, pieces: LayoutPiece[]][] = [
  ['a coat', 1480, interfacings(['coatFront', 'frontFacing', 'collar', 'stand', 'flap', 'cuff'], 14, 'along')],
  ['twelve shirts', 880, interfacings(['collar', 'stand', 'cuff', 'cuff', 'placket'], 60, 'along')],
  ['mats', 980, interfacings(['mat'], 8, 'any')],
  ['curved facings and circles', 880, interfacings(['curvedFacing', 'circle', 'hemFacing'], 24, 'any')],
  ['60 of all sorts', 1480, interfacings(BLOCKS.map(b => b.key), 60, 'along')],
]

const LOOK_MS = few(5000, 200), STRIP_MS = few(3000, 100), STRIPS = few(20, 2)
const JIGSAW_MS = few(20_000, 100), JIGSAWS = few(3, 1)

/** Prints five sets against their bound, and rectangles cut at random out of a strip against that strip. */
export function printLayouts(): void {
  const drawn = BLOCKS.map((block) => {
    const measures = usualMeasures(block), from = performance.now()
    for (let i = 0; i < 20; i++) outlinesOf(block.draw(measures), ALLOWANCES, { how: 'inside', byMm: 2 })
    return { name: block.name, ms: (performance.now() - from) / 20 }
  }).sort((a, b) => b.ms - a.ms)
  console.log(`a block drawn anew with all its outlines: slowest ${drawn[0]!.name}, ${drawn[0]!.ms.toFixed(1)} ms; `
    + `a frame of 60 a second has 16.7 ms`)
  for (const [name, wideMm, pieces] of SETS) {
    const task = { pieces, wideMm, gapMm: 2, pinned: [] }
    const { layout, firstMs, firstMm } = lookFor(task, LOOK_MS), bound = boundMm(task)
    const faults = layoutFaults(pieces, layout.placements, wideMm, 2).length
    console.log(
      `layout of ${name}, ${pieces.length} parts: first ${firstMm.toFixed(0)} mm after ${firstMs.toFixed(0)} ms, `
      + `${layout.lengthMm.toFixed(0)} mm after 5 s; bound ${bound.toFixed(0)} mm, `
      + `ratio ${(layout.lengthMm / bound).toFixed(3)}, faults ${faults}`,
    )
  }
  for (const count of [8, 16, 28]) {
    const ratios = Array.from({ length: JIGSAWS }, (_, i) => {
      const pieces = cutJigsaw(count, 900, 1200, seeded((i + 1) * 31)).map((outline, k): LayoutPiece =>
        ({ id: String(k), outline, grain: 'along', oneWay: false }))
      return lookFor({ pieces, wideMm: 900, gapMm: 0, pinned: [] }, JIGSAW_MS).layout.lengthMm / 1200
    })
    console.log(`jigsaw of ${count} convex pieces, ${JIGSAWS} seeds, ${JIGSAW_MS / 1000} s each: `
      + `${ratios.map(r => r.toFixed(3)).join(', ')} of what they were cut from`)
  }
  for (const count of [25, 50]) {
    const ratios = Array.from({ length: STRIPS }, (_, i) => {
      const pieces = cutStrip(count, 900, 1200, seeded((i + 1) * 77 + count)).map(([w, h], k): LayoutPiece =>
        ({ id: String(k), outline: box(w, h), grain: 'along', oneWay: false }))
      return lookFor({ pieces, wideMm: 900, gapMm: 0, pinned: [] }, STRIP_MS).layout.lengthMm / 1200
    })
    console.log(
      `${count} rectangles out of a strip, ${STRIPS} seeds, 3 s each: mean ${(ratios.reduce((a, b) => a + b) / STRIPS).toFixed(3)} of it, `
      + `worst ${Math.max(...ratios).toFixed(3)}`,
    )
  }
}
