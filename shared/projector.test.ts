import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { signedAreaMm2 } from '#core/geometry'
import { METRIC, US_CUSTOMARY } from '#core/units'
import { centredOn, covered, heldInSight, nameTurnDeg, onTable, scaleByMeasure, squareMm, UNMEASURED } from './projector'

const side = fc.double({ min: 20, max: 400, noNaN: true })

describe('a layout on the cutting table', () => {
  it('is as large as it is cut once its square was measured, whatever the projector makes of a point', () => {
    fc.assert(fc.property(side, side, (wideMm, highMm) => {
      // The projector throws a point so many millimetres wide and high.
      const acrossMmPx = wideMm / (100 * UNMEASURED.acrossPxMm), upMmPx = highMm / (100 * UNMEASURED.upPxMm)
      const scale = scaleByMeasure(UNMEASURED, 100, { wideMm, highMm })!
      expect(250 * scale.acrossPxMm * acrossMmPx).toBeCloseTo(250, 6)
      expect(250 * scale.upPxMm * upMmPx).toBeCloseTo(250, 6)
      // Measured once more it is right, and stays as it is.
      const again = scaleByMeasure(scale, 100, { wideMm: 100, highMm: 100 })!
      expect([again.acrossPxMm, again.upPxMm]).toEqual([expect.closeTo(scale.acrossPxMm, 9), expect.closeTo(scale.upPxMm, 9)])
    }))
  })

  it('takes no scale that no projector has', () => {
    expect(scaleByMeasure(UNMEASURED, 100, { wideMm: 100, highMm: 1 })).toBeNull()
    expect(scaleByMeasure(UNMEASURED, 100, { wideMm: 900, highMm: 100 })).toBeNull()
    expect(scaleByMeasure(UNMEASURED, 100, { wideMm: 0, highMm: 100 })).toBeNull()
    expect(scaleByMeasure(UNMEASURED, 100, { wideMm: 50, highMm: 200 })).toEqual({ acrossPxMm: 3, upPxMm: 0.75 })
    // From a fifth of a point a millimetre to twelve of them, both included, each way by itself.
    const at = (acrossPxMm: number, upPxMm: number) => scaleByMeasure({ acrossPxMm, upPxMm }, 100, { wideMm: 100, highMm: 100 })
    expect([at(0.2, 12), at(12, 0.2)]).toEqual([{ acrossPxMm: 0.2, upPxMm: 12 }, { acrossPxMm: 12, upPxMm: 0.2 }])
    expect([at(0.19, 1), at(1, 0.19), at(12.1, 1), at(1, 12.1)]).toEqual([null, null, null, null])
  })

  it('has a square of whole figures in the units of the workroom', () => {
    expect([squareMm(METRIC), squareMm(null), squareMm(US_CUSTOMARY)]).toEqual([100, 100, 101.6])
  })

  it('stays in sight however far it is moved, and lies in the middle where it is asked to', () => {
    const at = fc.double({ min: -1e4, max: 1e4, noNaN: true })
    fc.assert(fc.property(at, at, side, side, (x, y, wideMm, highMm) => {
      const sight = covered({ acrossPxMm: 2, upPxMm: 4 }, 1200, 800), layout = { wideMm, highMm }
      const held = heldInSight({ x, y }, sight, layout)
      const seen = (from: number, room: number, long: number) => Math.min(from + room, long) - Math.max(from, 0)
      expect(seen(held.x, sight.wideMm, wideMm)).toBeGreaterThanOrEqual(Math.min(60, wideMm) - 1e-6)
      expect(seen(held.y, sight.highMm, highMm)).toBeGreaterThanOrEqual(Math.min(60, highMm) - 1e-6)
      const again = heldInSight(held, sight, layout)
      expect([again.x, again.y]).toEqual([held.x, held.y])
    }))
    expect(covered({ acrossPxMm: 2, upPxMm: 4 }, 1200, 800)).toEqual({ wideMm: 600, highMm: 200 })
    expect(centredOn({ x: 500, y: 80 }, { wideMm: 600, highMm: 200 })).toEqual({ x: 200, y: -20 })
    // A small move within a long layout is made as it is asked for.
    expect(heldInSight({ x: 350, y: 40 }, { wideMm: 600, highMm: 200 }, { wideMm: 3000, highMm: 900 })).toEqual({ x: 350, y: 40 })
  })

  it('is never shown as in a mirror', () => {
    const roll = [{ x: 0, y: 0 }, { x: 900, y: 0 }, { x: 900, y: 2000 }, { x: 0, y: 2000 }]
    for (const isTowards of [true, false]) {
      const shown = roll.map(onTable(isTowards, 900))
      // The picture's rows go down: seen, it turns the other way about from what its figures say.
      expect(signedAreaMm2(shown.map(p => ({ x: p.x, y: -p.y })))).toBeCloseTo(signedAreaMm2(roll))
      expect(Math.min(...shown.flatMap(p => [p.x, p.y]))).toBe(0)
    }
  })

  it('has each name within its part: level where there is room, along a narrow one, else nowhere', () => {
    const name = 'Collar, upper', letterMm = 14
    expect(nameTurnDeg(name, letterMm, { wideMm: 118, highMm: 21 })).toBe(0)
    expect(nameTurnDeg(name, letterMm, { wideMm: 300, highMm: 300 })).toBe(0)
    expect(nameTurnDeg(name, letterMm, { wideMm: 40, highMm: 420 })).toBe(-90)
    expect(nameTurnDeg(name, letterMm, { wideMm: 20, highMm: 420 })).toBeNull()
    expect(nameTurnDeg(name, letterMm, { wideMm: 117, highMm: 60 })).toBeNull()
    expect(nameTurnDeg(name, letterMm, { wideMm: 420, highMm: 20 })).toBeNull()
  })
})
