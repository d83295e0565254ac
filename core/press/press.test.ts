import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { IronRest } from '../iron'
import { draftRecipe, evaluateAlong, type Recipe } from '../recipe'
import {
  again, doubted, doubtOf, elapsedS, followSole, givenHoldsS, newPressing, next, phaseOf, phasesDone, plannedBond, restLater, soleReadings,
  stepOf, stepsOf, touch, type Follow, type SwatchPressing,
} from '.'
import { poplinSetup } from '../poplin.fixture'

const setup = poplinSetup()
const setting = { label: 'cotton', meanC: 190, swingC: 0, origin: 'measured' as const }
const recipe = (over: Partial<Recipe> = {}): Recipe => ({
  ...draftRecipe(setup, 'dry', setting, 'back', 1, 'lean'), warmS: 0, holdS: 12, coolS: 20, ...over,
})
const ready: IronRest = { kind: 'household', fromC: 190, targetC: 190, swingC: 0, sinceS: 600, idleS: 0, shutsOffAfterS: null }
/** Worked out anew. */
const alongside: Follow = (...asked) => followSole()(...asked)
/** Presses the key at each of these times. */
const keys = (r: Recipe, atS: readonly number[], rest: (atS: number) => IronRest = () => ready): SwatchPressing =>
  atS.reduce((s, t) => next(s, t, rest(t)), newPressing(r))

describe('the steps, in the order of the hands', () => {
  it('one side: down and cool', () => expect(stepsOf(recipe()).map(s => s.kind)).toEqual(['down', 'cool']))
  it('warmed first, both sides, the second with seconds of its own', () => {
    const steps = stepsOf(recipe({ warmS: 5, passes: 2, secondS: 8 }))
    expect(steps.map(s => s.kind)).toEqual(['warm', 'lay', 'down', 'turn', 'down', 'cool'])
    expect(steps.map(s => s.side)).toEqual(['back', 'back', 'back', 'face', 'face', 'back'])
    expect(steps[4]!.forS).toBe(8)
    expect(stepsOf(recipe({ passes: 2, firstSide: 'face' }))[2]).toMatchObject({ forS: 12, side: 'back' })
  })
})

describe('one key through a press', () => {
  it('begins, lifts, cools and is judged; what happened is noted in seconds from the first position', () => {
    const s = keys(recipe(), [100, 112, 133])
    expect(phaseOf(s)).toBe('judge')
    expect(s.events.map(e => [e.kind, e.atS])).toEqual([['down', 0], ['lift', 12], ['cool', 12], ['done', 33]])
    expect(s.events.every(e => e.soleC === 190)).toBe(true)
    expect(next(s, 200, ready)).toBe(s)
  })
  it('stands where it was put, for as long as one likes', () => {
    const s = keys(recipe(), [100])
    expect([phaseOf(newPressing(recipe())), phaseOf(s), stepOf(s)!.kind, elapsedS(s, 107), elapsedS(s, 90)]).toEqual([
      'ready', 'running', 'down', 7, 0,
    ])
  })
  it('warming is lifted, then laid, and the holds given leave it out', () => {
    const s = keys(recipe({ warmS: 5 }), [0, 5, 8, 20, 40])
    expect(s.events.map(e => e.kind)).toEqual(['warm', 'lift', 'lay', 'down', 'lift', 'cool', 'done'])
    expect(givenHoldsS(s.events)).toEqual([12])
    expect(phasesDone(s.recipe, s.events)).toEqual([
      { kind: 'warm', durationS: 5, pressureKPa: 3, layS: 3 }, { kind: 'down', durationS: 12, pressureKPa: 3, steamGM2S: 0, steamS: 0 },
      { kind: 'clapper', durationS: 20, pressureKPa: 0.6 },
    ])
  })
  it('whatever the pauses, the phases last as long as the events', () => {
    const gaps = fc.array(fc.double({ min: 0.1, max: 30, noNaN: true }), { minLength: 6, maxLength: 6 })
    fc.assert(fc.property(gaps, (g) => {
      let at = 0
      const s = keys(recipe({ warmS: 5, passes: 2, secondS: 8 }), [0, ...g].map(x => (at += x)))
      const phases = phasesDone(s.recipe, s.events)
      const lasts = phases.reduce((sum, p) => sum + ('durationS' in p ? p.durationS : 0) + (p.kind === 'warm' ? p.layS ?? 0 : 0), 0)
      expect(lasts).toBeCloseTo(s.events.at(-1)!.atS, 0)
      expect(phases.filter(p => p.kind === 'turn')).toHaveLength(1)
    }), { seed: 21 })
  })
  it('again begins anew with the same recipe', () => {
    const s = again(doubted(keys(recipe(), [0, 12]), { why: 'slept', forS: 9 }))
    expect(s).toEqual(newPressing(recipe()))
  })
})

describe('a clock that cannot be trusted', () => {
  it.each<[string, number, number, number, unknown]>([
    ['runs on', 0.1, 0.1, 0.1, null], ['was looked at seldom in the background', 60, 60, 90, null],
    ['slept: neither clock was looked at', 40, 40, 0.1, { why: 'slept', forS: 40 }],
    ['slept: the steady one stood still', 40, 0.2, 0.1, { why: 'slept', forS: 40 }],
    ['was set back', -3600, 0.1, 0.1, { why: 'clockSet', byS: -3600 }],
    ['was set back while it ran on', 0.1, 30, 90, { why: 'clockSet', byS: -30 }],
  ])('%s', (_what, wallS, steadyS, expectedS, doubt) => expect(doubtOf(wallS, steadyS, expectedS)).toEqual(doubt))
})

describe('the glue line followed while the iron is down', () => {
  const planned = plannedBond(setup, recipe())
  const following = (nowS: number, rest: IronRest = ready, r = recipe()) => alongside(keys(r, [0], () => rest), setup, planned, nowS)!
  it('a ready iron needs about the recipe\'s seconds, and they run down as they pass', () => {
    const start = following(0.2)
    expect(start.neededS).toBeGreaterThan(11)
    expect(start.neededS).toBeLessThan(14)
    const later = following(6)
    expect(start.neededS! - later.neededS!).toBeCloseTo(5.8, 1)
    expect(later.bond).toBeGreaterThan(start.bond)
    expect(later.glueC).toBeGreaterThan(60)
  })
  it('a cold one needs the longer, and the iron it sees is the cold one', () => {
    const cold = following(1, { ...ready, fromC: 40, sinceS: 0 })
    expect(cold.neededS).toBeGreaterThan(following(1).neededS! + 25)
    expect(cold.soleC).toBeLessThan(60)
  })
  it('one that shuts off in the middle takes longer', () => {
    const long = recipe({ setting: { ...setting, meanC: 150 }, holdS: 30 })
    const wool = { ...ready, fromC: 150, targetC: 150 }
    const of = (rest: IronRest) => alongside(keys(long, [0], () => rest), setup, plannedBond(setup, long), 2)!.neededS!
    expect(of({ ...wool, idleS: 470, shutsOffAfterS: 480 })).toBeGreaterThan(of(wool) + 1)
  })
  it('the seconds needed lengthen when another, colder iron is taken in the middle', () => {
    const s = keys(recipe(), [0])
    const turned = touch(s, { ...ready, fromC: 120, sinceS: 0, idleS: 0 }, 3)
    expect(alongside(turned, setup, planned, 5)!.neededS! - alongside(s, setup, planned, 5)!.neededS!).toBeGreaterThan(5)
  })
  it('past the end it says which harm begins, and when', () => {
    const long = following(20)
    expect(long.bond).toBeGreaterThan(long.wanted)
    expect(long.neededS).toBe(0)
    expect(long.harmKind).toBe('overFused')
    const soon = following(12)
    expect(soon.harmInS! - following(14).harmInS!).toBeCloseTo(2, 0)
  })
  it('after warming the iron has sagged by what it drew since it was press again, not by all before', () => {
    const s = keys(recipe({ warmS: 20 }), [0, 20, 60])
    expect(alongside(s, setup, planned, 60.2)!.soleC).toBeGreaterThan(188.5)
  })
  it('what was worked out is read as time goes on, as if it were worked out anew each time; anew where something was done', () => {
    let times = 0
    const follow = followSole((...asked) => {
      times++
      return evaluateAlong(...asked)
    })
    const s = keys(recipe(), [0])
    for (let nowS = 0.2; nowS < 70; nowS += 3.7) {
      const kept = follow(s, setup, planned, nowS)!, anew = alongside(s, setup, planned, nowS)!
      for (const key of ['bond', 'neededS', 'harm', 'harmInS', 'soleC', 'glueC'] as const) {
        expect(Math.abs((kept[key] ?? -1) - (anew[key] ?? -1)), key).toBeLessThan(0.02 * Math.max(1, anew[key] ?? 1))
      }
      expect(kept.harmKind).toBe(anew.harmKind)
    }
    expect(times).toBe(1)
    // The same moment read with its last digits otherwise is the same.
    follow({ ...s, startedS: s.startedS! + 1e-7 }, setup, planned, 60)
    expect(times).toBe(1)
    const turned = touch(s, { ...ready, fromC: 120, sinceS: 0, idleS: 0 }, 3)
    expect(follow(turned, setup, planned, 5)!.neededS).toBeCloseTo(alongside(turned, setup, planned, 5)!.neededS!, 1)
    expect(times).toBe(2)
    // Further than was worked out, and with what swatches taught, it is worked out again.
    follow(turned, setup, planned, 90)
    follow(turned, setup, planned, 90, { soleOffsetC: -5 })
    follow(turned, poplinSetup(), planned, 90, { soleOffsetC: -5 })
    expect(times).toBe(5)
  })
  it('left down for an hour and looked at every second it is worked out seven times', () => {
    let times = 0
    const follow = followSole((...asked) => {
        times++
        return evaluateAlong(...asked)
      }), s = keys(recipe(), [0])
    for (let nowS = 0; nowS <= 3600; nowS++) follow(s, setup, planned, nowS)
    expect(times).toBe(7)
  })
  it('nothing is followed before, while turned, or cooling', () => {
    expect(alongside(newPressing(recipe()), setup, planned, 1)).toBeNull()
    expect(alongside(keys(recipe(), [0, 12]), setup, planned, 14)).toBeNull()
  })
  it('of two sides each has its own mark, the second above the first', () => {
    const two = plannedBond(setup, recipe({ passes: 2, holdS: 8, secondS: 6 }))
    expect(two).toHaveLength(2)
    expect(two[1]).toBeGreaterThan(two[0]!)
  })
})

describe('the iron that is kept with a press', () => {
  it('is read every two seconds while it was down, and sags on the work', () => {
    const read = soleReadings(keys(recipe(), [0, 12, 33]), setup)
    expect(read.length).toBeGreaterThan(4)
    expect(read.every(e => e.kind === 'sole' && e.atS <= 12.01)).toBe(true)
    expect(Math.min(...read.map(e => e.soleC!))).toBeLessThan(189)
  })
  it('a warming iron is seen warming', () => {
    const read = soleReadings(keys(recipe(), [0, 12, 33], () => ({ ...ready, fromC: 40, sinceS: 0 })), setup)
    expect(read.at(-1)!.soleC! - read[0]!.soleC!).toBeGreaterThan(10)
  })
  it('a shut-off in the middle is an event of its own; one before or after is none', () => {
    const shut = (idleS: number) =>
      soleReadings(
        keys(recipe(), [0, 12, 33], () => ({ ...ready, idleS, shutsOffAfterS: 480 })), setup,
      )
        .filter(e => e.kind === 'shut')
        .map(e => e.atS)
    expect([shut(473), shut(100)]).toEqual([[7], []])
  })
  it('a rest goes on by itself', () => expect(restLater({ ...ready, sinceS: 10, idleS: 4 }, 5)).toMatchObject({ sinceS: 15, idleS: 9 }))
})
