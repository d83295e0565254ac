import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { draftRecipe, evaluate, METHODS, type Method } from '../recipe'
import { normalQuantile } from '../numeric'
import {
  alongHolds, chanceAt, countDrawings, createMap, draw, firstOrder, holdsOf, knowledgeOf, latinHypercube, nearestToSafe, pinMargins,
  pointAt, pointsOf, safestPlace, sensitivityOf, SKETCH, solesOf, tasksOf, TYPICAL_KNOWLEDGE, type WindowMap, type WindowQuestion,
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
      countDrawings(question('mist', { samples, seed }), { solesC: [185], holdsS: [20, 30, 40, 50], from: 0, to: samples })
    const few = at(200, 5),
      many = at(800, 9)
    for (let h = 0; h < 4; h++) {
      const p = many.bonded[h]! / 800
      expect(Math.abs(few.bonded[h]! / 200 - p)).toBeLessThan(3 * Math.sqrt(p * (1 - p) / 200) + 0.01)
    }
  })
  it('the same seed gives the same map, in whatever order the parts come', () => {
    const q = question('mist', { samples: 14 }), solesC = [120, 160, 200], holdsS = [10, 30, 50]
    const map = (asked: WindowQuestion, tasks = tasksOf(asked)) => {
      const sum = new Float64Array(9)
      for (const t of tasks) countDrawings(asked, { ...t, solesC, holdsS }).bonded.forEach((n, i) => { sum[i]! += n })
      return sum
    }
    expect(map(q, [...tasksOf(q)].reverse())).toEqual(map(q))
    expect(map({ ...q, seed: 4 })).not.toEqual(map(q))
  })
  it('parts gathered are chances', () => {
    const q = question('mist', { samples: 3 }), m = createMap(1)
    for (const t of tasksOf(q)) m.add(countDrawings(q, t))
    const { bond, drawn, solesC, holdsS } = m.map()
    expect([drawn[0], bond[0], bond.at(-1)]).toEqual([3, 0, 1])
    expect(bond.length).toBe(solesC.length * holdsS.length)
    for (const b of bond) expect([0, 1, 2, 3]).toContain(Math.round(b * 3 * 1e9) / 1e9)
  })
})

describe('what needs no transient is not run', () => {
  /** Every drawing at every sole and hold, each looked at by itself. */
  function whole(q: WindowQuestion, solesC: readonly number[], holdsS: readonly number[]) {
    const points = pointsOf(q), bonded = new Uint16Array(solesC.length * holdsS.length), damage = bonded.slice()
    let cellSteps = 0
    for (let i = 0; i < q.samples; i++) solesC.forEach((c, r) => {
      const at = alongHolds(draw(q.setup, q.recipe, q.knowledge, pointAt(points, i), c, SKETCH), holdsS)
      cellSteps += at.cellSteps
      holdsS.forEach((_, h) => {
        if (at.bond[h]! >= 1) bonded[r * holdsS.length + h]!++
        if (at.harm[h]! >= 1) damage[r * holdsS.length + h]!++
      })
    })
    return { bonded, damage, cellSteps }
  }
  const asked = (method: Method, passes: 1 | 2, samples: number) => question('mist', {
    recipe: { ...draftRecipe(setup, method, setting, 'back', passes, 'weight'), holdS: 30 }, samples, seed: 8,
  })
  it.each(['dry', 'damp'] as const)('%s, two passes: the same counts', (method) => {
    const solesC = [105, 135, 165, 180, 195, 210], holdsS = [3, 6, 9, 12, 16, 20, 26, 32, 40, 50, 60]
    const q = asked(method, 2, 3), all = whole(q, solesC, holdsS), counted = countDrawings(q, { solesC, holdsS, from: 0, to: q.samples })
    expect([counted.drawn, counted.bonded, counted.damage]).toEqual([q.samples, all.bonded, all.damage])
    expect(counted.bonded.some(n => n > 0) && counted.damage.some(n => n > 0)).toBe(true)
    expect(counted.cellSteps).toBeLessThan(all.cellSteps * 0.8)
  })
  it.each(METHODS)('%s: a chance moves by less than 0.3 % on the mean, nowhere by more than two drawings, for half the work',
    (method) => {
      const q = asked(method, 1, 16), solesC = solesOf(), holdsS = holdsOf(1)
      const all = whole(q, solesC, holdsS), counted = countDrawings(q, { solesC, holdsS, from: 0, to: q.samples })
      for (const of of ['bonded', 'damage'] as const) {
        const by = Array.from(counted[of], (n, i) => Math.abs(n - all[of][i]!))
        expect(counted[of].some(n => n > 0 && n < q.samples)).toBe(true)
        expect(by.reduce((sum, n) => sum + n, 0) / by.length / q.samples).toBeLessThan(0.003)
        expect(Math.max(...by)).toBeLessThanOrEqual(2)
      }
      expect(counted.cellSteps).toBeLessThan(all.cellSteps * 0.6)
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
