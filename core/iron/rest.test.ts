import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readyInS, soleNowC, soleOnWork, soleState, type IronRest } from '.'

const rest = (over: Partial<IronRest>): IronRest => ({
  kind: 'household', fromC: 20, targetC: 150, swingC: 15, sinceS: 0, shutsOffAfterS: 480, ...over,
})

describe('the iron at rest', () => {
  it.each<[string, Partial<IronRest>, number, string]>([
    ['just switched on', { sinceS: 10 }, 40, 'warming'],
    ['warmed up, at the top of its swing', { sinceS: 72.5 }, 165, 'ready'],
    ['turned down', { fromC: 195, sinceS: 60 }, 183, 'cooling'],
    ['long on, its swing lost from sight', { sinceS: 3600, shutsOffAfterS: null }, 150, 'ready'],
    ['shut itself off and cold again', { swingC: 0, sinceS: 480 + 200 }, 110, 'shutOff'],
    ['picked up since: its time to shut off begins anew', { swingC: 0, sinceS: 480 + 200, idleS: 60 }, 150, 'ready'],
    ['picked up, and left again', { swingC: 0, sinceS: 900, idleS: 500 }, 146, 'shutOff'],
    ['switched off', { fromC: 100, targetC: null, sinceS: 100 }, 80, 'cooling'],
    ['off and cold', { fromC: 20, targetC: null, sinceS: 100 }, 20, 'off'],
  ])('%s', (_n, over, c, state) => {
    expect(soleNowC(rest(over))).toBeCloseTo(c)
    expect(soleState(rest(over))).toBe(state)
  })
})

describe('the thermostat while it is known', () => {
  it('stays within its swing once warm, and never jumps', () => {
    for (let s = 73; s < 1500; s++) {
      const now = soleNowC(rest({ sinceS: s, shutsOffAfterS: null }))
      expect(Math.abs(now - 150)).toBeLessThanOrEqual(15 + 1e-9)
      expect(Math.abs(now - soleNowC(rest({ sinceS: s - 1, shutsOffAfterS: null })))).toBeLessThan(2.2)
    }
  })
  it('turned down it cools to where the heater comes on again', () => {
    const from = { fromC: 195, targetC: 150, shutsOffAfterS: null }
    expect(soleNowC(rest({ ...from, sinceS: 300 }))).toBeCloseTo(135, 6)
    expect(soleNowC(rest({ ...from, sinceS: 305 }))).toBeGreaterThan(140)
  })
})

describe('seconds until it is ready', () => {
  it('by the rates of its kind, less what counts as ready', () => {
    expect(readyInS(rest({ sinceS: 0, swingC: 0 }))).toBeCloseTo((130 - 3) / 2, 6)
    expect(readyInS(rest({ fromC: 195, swingC: 0 }))).toBeCloseTo((45 - 3) / 0.2, 6)
    expect(readyInS(rest({ sinceS: 200 }))).toBe(0)
  })
  it('is not known of an iron that is off or has shut itself off', () => {
    expect(readyInS(rest({ targetC: null }))).toBeNull()
    expect(readyInS(rest({ sinceS: 481 }))).toBeNull()
  })
  it('after so many seconds it is ready indeed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 210 }), fc.integer({ min: 105, max: 200 }), fc.integer({ min: 0, max: 20 }),
        (fromC, targetC, swingC) => {
          const from = rest({ fromC, targetC, swingC, shutsOffAfterS: null })
          const inS = readyInS(from)!
          expect(soleState({ ...from, sinceS: inS + 0.01 })).toBe('ready')
          if (inS > 1) expect(soleState({ ...from, sinceS: inS - 1 })).not.toBe('ready')
        },
      ),
      { seed: 12 },
    )
  })
})

describe('the iron on the work', () => {
  it('drawn from it sags, and makes it good while it is heated', () => {
    const sole = soleOnWork(rest({ sinceS: 3600, shutsOffAfterS: null }))
    expect(sole(0, 0)).toBeCloseTo(150, 6)
    const sagged = sole(2, 60_000)
    expect(sagged).toBeLessThan(150)
    expect(sagged).toBeGreaterThan(140)
    expect(sole(60, 60_000)).toBeCloseTo(150, 0)
  })
  it('a small iron sags more than a heavy one', () => {
    const after = (kind: IronRest['kind']) => soleOnWork(rest({ kind, sinceS: 3600, swingC: 0, shutsOffAfterS: null }))(2, 60_000)
    expect(after('travel')).toBeLessThan(after('household') + 1e-9)
    expect(after('household')).toBeLessThan(after('heavyDry'))
  })
  it('shut off in the middle it falls and stays down', () => {
    const sole = soleOnWork(rest({ sinceS: 470, swingC: 0 }))
    expect(sole(8, 0)).toBeCloseTo(150, 6)
    expect(sole(30, 0)).toBeCloseTo(150 - 20 * 0.2, 6)
    const drawn = soleOnWork(rest({ sinceS: 481, swingC: 0 }))
    drawn(1, 500_000)
    expect(drawn(40, 500_000)).toBeLessThan(150 - 0.2 * 41 - 5)
  })
})
