import { describe, expect, it } from 'vitest'
import { SURFACE_KINDS, PRESS_CLOTH_KINDS, FIBRES, IRON_KINDS, ADHESIVES, mostTrusted, usualConstruction } from '.'

describe('reference values hold together', () => {
  it('every fibre is hurt before it is lost, and its class names a real dial setting', () => {
    for (const f of Object.values(FIBRES)) {
      if (f.lostC !== null) expect(f.damageC, f.key).toBeLessThan(f.lostC)
      expect([0, 110, 150, 200], f.key).toContain(f.classC)
    }
  })
  it('every adhesive melts before the middle of its window', () => {
    for (const r of Object.values(ADHESIVES)) {
      expect(r.meltC[0], r.key).toBeLessThan(r.meltC[1])
      expect((r.windowC[0] + r.windowC[1]) / 2, r.key).toBeGreaterThan(r.meltC[0])
    }
  })
  it('an iron bears down with its own weight over its bearing area', () => {
    for (const i of Object.values(IRON_KINDS)) {
      if (i.massKg === null) continue
      const kPa = (i.massKg * 9.81) / (i.bearingCm2 * 1e-4) / 1000
      expect(i.weightKPa, i.key).toBeCloseTo(kPa, 1)
    }
  })
  it('densities of covers and beds are those of fabric, felt, film or wood', () => {
    const layers = [...Object.values(PRESS_CLOTH_KINDS), ...Object.values(SURFACE_KINDS).flatMap(b => b.layers)]
    for (const l of layers) {
      const kgM3 = l.massGsm / l.thicknessMm
      expect(kgM3, l.name).toBeGreaterThan(80)
      expect(kgM3, l.name).toBeLessThan(1500)
    }
  })
})

it('the most trusted known value wins and says where it is from', () => {
  expect(mostTrusted([undefined, 'measured'], [142, 'maker'], [150, 'typical'])).toEqual({ value: 142, origin: 'maker' })
  expect(mostTrusted<number>([null, 'measured'])).toBeUndefined()
})

it('what is mostly of wool is taken for suiting, anything else for shirting, until somebody says', () => {
  const of = (...fibres: [keyof typeof FIBRES, number][]) => usualConstruction(fibres.map(([fibre, sharePct]) => ({ fibre, sharePct })))
  expect([of(['polyester', 30], ['wool', 70]), of(['cashmere', 100])]).toEqual(['suiting', 'suiting'])
  expect([of(['polyester', 55], ['wool', 45]), of(['cotton', 100]), of()]).toEqual(['poplin', 'poplin', 'poplin'])
})
