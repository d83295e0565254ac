import { describe, expect, it } from 'vitest'
import { buildStack, type StackInput } from '../stack'
import { buildMesh } from './mesh'
import { contactWm2K, dryResistanceM2KW, type Layer, type Stack } from '.'
import { createSolver } from './solver'
import type { Exposure } from './state'

const slab = (over: Partial<Layer> = {}): Layer => ({
  id: 'slab', role: 'fabric', name: 'slab', massGsm: 3000, thicknessMm: 10, conductivityWmK: 0.05, heatCapacityJkgK: 1300, fibreKgM3: null,
  regainPct: 0, addedWaterGsm: 0, waterCapacityGsm: 0, vapourPasses: true, ...over,
})
const exposure = (over: Partial<Exposure>): Exposure => ({
  topC: 20, topWm2K: 0, bottomC: 20, bottomWm2K: 0, steamKgM2S: 0, inwardShare: 0.5, ...over,
})
const poplin: StackInput['fabric'] = {
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [],
}
const light: StackInput['supply'] = { massGsm: 60, thicknessMm: 0.25, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 }
const usual = (over: Partial<StackInput> = {}): Stack =>
  buildStack({
    fabric: poplin, supply: light, pressCloth: 'muslin', surface: 'padded', firstSide: 'back', pressClothWaterGsm: 0, mistGsm: 0, ...over,
  })

describe('conduction against exact solutions', () => {
  /**
   * Insulated-back slab suddenly heated through a surface conductance: the classical eigenvalue series,
   * θ = Σ 4 sin μ / (2μ + sin 2μ) · exp(−μ² Fo) · cos(μ x/L), with μ tan μ = Bi.
   */
  function series(bi: number, fo: number, xOverL: number): number {
    let sum = 0
    for (let n = 0; n < 60; n++) {
      let low = n * Math.PI, high = n * Math.PI + Math.PI / 2 - 1e-12
      for (let k = 0; k < 80; k++) {
        const mid = (low + high) / 2
        if (mid * Math.tan(mid) < bi) low = mid
        else high = mid
      }
      const mu = (low + high) / 2
      sum += 4 * Math.sin(mu) / (2 * mu + Math.sin(2 * mu)) * Math.exp(-mu * mu * fo) * Math.cos(mu * xOverL)
    }
    return sum
  }

  it('a slab suddenly heated follows the series within 1 % of the step', () => {
    const layer = slab()
    const mesh = buildMesh([layer], { cellMm: 0.1, grading: 1, roomC: 20 })
    const solver = createSolver(mesh)
    const h = 100, L = 0.01, k = 0.05, rhoC = 300 * 1300
    let timeS = 0, worst = 0
    for (const untilS of [10, 40, 120, 400]) {
      while (timeS < untilS - 1e-9) { solver.step(0.05, exposure({ topC: 150, topWm2K: h })); timeS += 0.05 }
      for (let c = 0; c < mesh.count; c += 9) {
        const x = L - (c + 0.5) * 1e-4
        const exact = 150 - 130 * series(h * L / k, k / rhoC * timeS / (L * L), x / L)
        worst = Math.max(worst, Math.abs(mesh.tC[c]! - exact) / 130)
      }
    }
    expect(worst).toBeLessThan(0.01)
    expect(worst).toBeGreaterThan(0)
  })

  it('halving the step quarters the error: dry it is of second order, and does not overshoot a jump', () => {
    const wholeS = 64
    const at = (steps: number) => {
      const mesh = buildMesh([slab()], { cellMm: 0.5, grading: 1, roomC: 20 }), solver = createSolver(mesh)
      for (let i = 0; i < steps; i++) solver.step(wholeS / steps, exposure({ topC: 150, topWm2K: 100 }))
      return [...mesh.tC]
    }
    const exact = at(20_000), apart = (steps: number) => Math.max(...at(steps).map((t, c) => Math.abs(t - exact[c]!)))
    const slope = Math.log2(apart(256) / apart(512))
    expect(slope).toBeGreaterThan(1.8)
    expect(slope).toBeLessThan(2.3)
    // One huge step brings everything to the sole, not beyond it.
    const mesh = buildMesh([slab()], { cellMm: 0.5, grading: 1, roomC: 20 })
    createSolver(mesh).step(1e7, exposure({ topC: 150, topWm2K: 1e5 }))
    for (const t of mesh.tC) expect(Math.abs(t - 150)).toBeLessThan(0.5)
  })
  it('a sole that climbs is followed to the same order', () => {
    const at = (steps: number) => {
      const mesh = buildMesh([slab()], { cellMm: 0.5, grading: 1, roomC: 20 }), solver = createSolver(mesh)
      for (let i = 0; i < steps; i++) {
        const fromS = i * 64 / steps
        solver.step(64 / steps, exposure({ topWm2K: 100 }), inS => 20 + 130 * Math.sin((fromS + inS) / 60))
      }
      return mesh.tC[mesh.count - 1]!
    }
    const exact = at(8192)
    expect(Math.log2(Math.abs(at(64) - exact) / Math.abs(at(128) - exact))).toBeGreaterThan(1.8)
  })

  it('two thick bodies meet at (b₁T₁+b₂T₂)/(b₁+b₂) within 1 %', () => {
    const hot = slab({ id: 'hot', startC: 150, thicknessMm: 20, massGsm: 20_000, conductivityWmK: 0.2 })
    const cold = slab({ id: 'cold', startC: 20, thicknessMm: 20, massGsm: 6000 })
    const mesh = buildMesh([hot, cold], { cellMm: 0.05, grading: 1, roomC: 20 })
    const solver = createSolver(mesh)
    solver.press(1, 1e9)
    for (let s = 0; s < 2000; s++) solver.step(0.005, exposure({}))
    const effusivity = (l: Layer) => Math.sqrt(l.conductivityWmK * l.massGsm / l.thicknessMm * l.heatCapacityJkgK)
    const wanted = (effusivity(hot) * 150 + effusivity(cold) * 20) / (effusivity(hot) + effusivity(cold))
    const j = mesh.first[1]!
    const wall = (0.2 * mesh.tC[j - 1]! + 0.05 * mesh.tC[j]!) / 0.25
    expect(Math.abs(wall - wanted) / 130).toBeLessThan(0.01)
  })

  it('the steady state is that of resistances in series to 0.1 %', () => {
    const stack = usual()
    // Plies of fabric that give, and a solid: what lies between is measured with the contacts that the solver was given.
    const layers = [stack.pressCloth!, stack.work[2]!, ...stack.surface].map((l, i) => ({
      ...l, id: `${i}`, role: 'fabric' as const, regainPct: 0, waterCapacityGsm: 0,
    }))
    const mesh = buildMesh(layers, { cellMm: 0.1, grading: 1.6, roomC: 20 })
    const solver = createSolver(mesh)
    const p = 30, h = contactWm2K(p)
    solver.press(p, h)
    const thick = (l: Layer) => dryResistanceM2KW(l, p)
    for (let s = 0; s < 4000; s++) solver.step(50, exposure({ topC: 150, topWm2K: h, bottomWm2K: 8 }))
    const totalR = layers.reduce((r, l) => r + thick(l), 0) + layers.length / h + 1 / 8
    const flux = 130 / totalR
    let r = 1 / h
    layers.forEach((l, i) => {
      const whole = thick(l)
      const top = 150 - flux * r, bottom = top - flux * whole
      let mean = 0
      for (let c = mesh.first[i]!; c < mesh.first[i + 1]!; c++) mean += mesh.tC[c]! * mesh.dxM[c]! * 1000 / l.thicknessMm
      expect(Math.abs(mean - (top + bottom) / 2) / 130, l.name).toBeLessThan(0.001)
      r += whole + 1 / h
    })
  })
})
