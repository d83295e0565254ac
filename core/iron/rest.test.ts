import { describe, expect, it } from 'vitest'
import { soleNowC, soleState, type IronRest } from '.'

const rest = (over: Partial<IronRest>): IronRest => ({ kind: 'household', fromC: 20, targetC: 150, swingC: 15, sinceS: 0, shutsOffAfterS: 480, ...over })

describe('the iron at rest', () => {
  it.each<[string, Partial<IronRest>, number, string]>([
    ['just switched on', { sinceS: 10 }, 40, 'warming'],
    ['warmed up', { sinceS: 90 }, 150, 'ready'],
    ['turned down', { fromC: 195, sinceS: 60 }, 183, 'cooling'],
    ['shut itself off and cold again', { sinceS: 480 + 200 }, 110, 'shutOff'],
    ['switched off', { fromC: 100, targetC: null, sinceS: 100 }, 80, 'cooling'],
    ['off and cold', { fromC: 20, targetC: null, sinceS: 100 }, 20, 'off'],
  ])('%s', (_n, over, c, state) => {
    expect(soleNowC(rest(over))).toBeCloseTo(c)
    expect(soleState(rest(over))).toBe(state)
  })
})
