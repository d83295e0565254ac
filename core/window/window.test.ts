import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { draftRecipe, evaluate } from '../recipe'
import { normalQuantile } from '../numeric'
import {
  alongHolds, chanceAt, countRow, createMap, draw, firstOrder, holdsOf, knowledgeOf, latinHypercube, nearestToSafe, pinMargins, pointAt,
  pointsOf, safestPlace, sensitivityOf, SKETCH, solesOf, tasksOf, TYPICAL_KNOWLEDGE, type WindowMap, type WindowQuestion,
} from '.'
import { lawn, poplinSetup } from '../poplin.fixture'

const setup = poplinSetup({ supply: { ...lawn, thicknessMm: 0.25 } })
const setting = { label: 'a', meanC: 180, swingC: 15, origin: 'typical' as const }
const question = (method: 'dry' | 'mist' = 'mist', over: Partial<WindowQuestion> = {}): WindowQuestion => ({
  setup, recipe: { ...draftRecipe(setup, method, setting, 'back', 1, 'weight'), holdS: 40 }, knowledge: TYPICAL_KNOWLEDGE, seed: 3,
  samples: 60, ...over,
})

describe('drawing what is not known', () => {
  it('a Latin hypercube has one point in every stratum of every axis', () => {
    fc.assert(fc.property(fc.integer({ min: 2, max: 60 }), fc.integer({ min: 1, max: 11 }), fc.integer(), (n, d, seed) => {
      const points = latinHypercube(n, d, seed)
      for (let k = 0; k < d; k++) expect(new Set(Array.from({ length: n }, (_, i) => Math.floor(points[i * d + k]! * n))).size).toBe(n)
    }), { numRuns: 40 })
  })
  it('normal quantiles: 0, ±1.96, ±2.58', () => {
    for (const [p, x] of [
      [0.5, 0], [0.975, 1.95996], [0.025, -1.95996], [0.995, 2.57583],
    ] as const)
      expect(Math.abs(normalQuantile(p) - x)).toBeLessThan(1e-3)
  })
  it('what has been measured varies less', () => {
    const k = knowledgeOf({ settingMeasured: true, massMeasured: true, thicknessMeasured: true, sheet: true })
    expect([
      k.dialSdC < TYPICAL_KNOWLEDGE.dialSdC, k.massSd < TYPICAL_KNOWLEDGE.massSd, k.thicknessSd < TYPICAL_KNOWLEDGE.thicknessSd,
      k.contactSd === TYPICAL_KNOWLEDGE.contactSd,
    ]).toEqual([true, true, true, true])
  })
})

describe('the map from paths against separate runs', () => {
  it.each(['dry', 'mist'] as const)('%s: reading one path at t gives what lifting at t gives', (method) => {
    const q = question(method), points = pointsOf(q), HOLDS = [8, 20, 35, 55]
    let worst = 0, agree = 0, all = 0
    for (let i = 0; i < q.samples; i++) {
      const d = draw(q.setup, q.recipe, q.knowledge, pointAt(points, i), 185, SKETCH)
      const path = alongHolds(d, HOLDS)
      HOLDS.forEach((h, k) => {
        const run = evaluate(d.setup, { ...d.recipe, holdS: h + d.lateS, coolS: 0 }, d.options)
        if (run.bond.final > 0.3 && run.bond.final < 3) worst = Math.max(worst, Math.abs(path.bond[k]! / run.bond.final - 1))
        all += 2
        if ((path.bond[k]! >= 1) === (run.bond.final >= 1)) agree++
        if ((path.harm[k]! >= 1) === (run.harm >= 1)) agree++
      })
    }
    expect(worst).toBeLessThan(0.06)
    expect(agree / all).toBeGreaterThan(0.98)
  })
  it('settles with more drawings: 200 stand within sampling error of 800', () => {
    const at = (samples: number, seed: number) =>
      countRow(question('mist', { samples, seed }), { soleC: 185, holdsS: [20, 30, 40, 50], from: 0, to: samples })
    const few = at(200, 5),
      many = at(800, 9)
    for (let h = 0; h < 4; h++) {
      const p = many.bonded[h]! / 800
      expect(Math.abs(few.bonded[h]! / 200 - p)).toBeLessThan(3 * Math.sqrt(p * (1 - p) / 200) + 0.01)
    }
  })
  it('the same seed gives the same map, in whatever order the parts come', () => {
    const q = question('mist', { samples: 14 }), map = (tasks = tasksOf(q)) => {
      const m = createMap(1)
      for (const t of tasks.filter(x => x.soleC % 20 === 0)) m.add(countRow(q, t))
      return m.map()
    }
    expect(map([...tasksOf(q)].reverse())).toEqual(map())
    const other = createMap(1)
    for (const t of tasksOf({ ...q, seed: 4 }).filter(x => x.soleC % 20 === 0)) other.add(countRow({ ...q, seed: 4 }, t))
    expect(other.map().bond).not.toEqual(map().bond)
  })
})

describe('reading the map', () => {
  const flat = (bond: (c: number, s: number) => number, damage: (c: number, s: number) => number): WindowMap => {
    const solesC = solesOf(), holdsS = holdsOf(1)
    const fill = (f: (c: number, s: number) => number) => Float64Array.from(solesC.flatMap(c => holdsS.map(s => f(c, s))))
    return { solesC, holdsS, bond: fill(bond), damage: fill(damage), drawn: solesC.map(() => 1) }
  }
  const box = flat((c, s) => c >= 150 && s >= 20 ? 1 : 0, (c, s) => c > 170 || s > 40 ? 1 : 0)
  it('margins reach to the edges of a safe box and no further', () => {
    expect(pinMargins(box, 160, 30)).toEqual({ safe: true, lessS: 10, moreS: 10, coolerC: 10, hotterC: 10 })
    expect(pinMargins(box, 190, 30).safe).toBe(false)
  })
  it('the safest place is in its middle; without one the nearest says what blocks', () => {
    const best = safestPlace(box)!
    expect(best.soleC).toBe(160)
    expect(Math.abs(best.holdS - 30)).toBeLessThanOrEqual(5)
    expect(safestPlace(flat(() => 0.5, () => 0))).toBeNull()
    expect(nearestToSafe(flat(() => 0.5, () => 0)).blockedBy).toBe('bond')
    expect(nearestToSafe(flat(() => 1, () => 0.4)).blockedBy).toBe('damage')
  })
  it('between its points the map is read straight across', () => {
    const slope = flat((c, s) => (c - 100) / 115 * 0.5 + s / 120, () => 0)
    expect(chanceAt(slope, 152.5, 30.5).bond).toBeCloseTo(52.5 / 115 * 0.5 + 30.5 / 120, 9)
  })
})

describe('what moves the edge most', () => {
  it('first-order shares of a known sum: 4 : 1 : 0', () => {
    const points = latinHypercube(400, 3, 11)
    const column = (d: number) => Array.from({ length: 400 }, (_, i) => normalQuantile(points[i * 3 + d]!))
    const [a, b, c] = [column(0), column(1), column(2)]
    const y = a!.map((v, i) => 2 * v + b![i]!)
    expect(firstOrder(a!, y)).toBeCloseTo(0.8, 1)
    expect(firstOrder(b!, y)).toBeCloseTo(0.2, 1)
    expect(firstOrder(c!, y)).toBeLessThan(0.06)
  })
  it('an uncalibrated dial leads; calibrated, it no longer does', () => {
    const dry = question('dry', { samples: 150 })
    const share = (q: WindowQuestion) => sensitivityOf(q).bond.find(s => s.unknown === 'dial')!.share
    expect(sensitivityOf({ ...dry, knowledge: { ...TYPICAL_KNOWLEDGE, dialSdC: 14 } }).bond[0]!.unknown).toBe('dial')
    expect(share({ ...dry, knowledge: { ...TYPICAL_KNOWLEDGE, dialSdC: 2 } })).toBeLessThan(share(dry))
  })
})
