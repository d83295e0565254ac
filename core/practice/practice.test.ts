import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FIBRES } from '../materials'
import { scheduleOf } from '../order'
import {
  beginExercise, bestAttempt, choicesOf, CORNER_FIBRES, CORNER_STEPS_C, EXERCISES, freeSetup, isAnswered, judgeAttempt, marksAfterMm,
  orderTask,
  PASS_AT, PRACTICE_SETTINGS, qualityOf, seenAt, seedOf, touched, touchesAsked, truthOf, type Attempt, type Choice, type ExerciseKey,
} from '.'
import { seeded } from '../numeric'

const SEEDS = [12, 345]
/** The best of a setup is looked for once. */
const found = new Map<string, Attempt>()
function bestOf(key: ExerciseKey, seed: number): Attempt {
  const known = found.get(`${key} ${seed}`) ?? bestAttempt(beginExercise(key, seed))
  found.set(`${key} ${seed}`, known)
  return known
}
const FUSED: ExerciseKey[] = ['dryMoist', 'thick', 'laminate', 'filmSteam', 'velvet', 'gassed', 'instructionsMislead', 'lining']

describe.each(EXERCISES)('%s', (key) => {
  const setup = beginExercise(key, 12), best = bestOf(key, 12), verdict = judgeAttempt(setup, best)
  it('is solvable: the best that was possible passes, at every seed', () => {
    for (const seed of SEEDS) {
      const v = judgeAttempt(beginExercise(key, seed), bestOf(key, seed))
      expect(v.passed).toBe(true)
      expect(v.near).toBeGreaterThan(0.98)
    }
  })
  it('the best wins: nothing else that may be chosen comes out better', () => {
    const { next } = { next: seeded(8) }
    const pick = <T>(of: readonly T[]) => of[Math.floor(next() * of.length)]!
    for (let n = 0; n < 6; n++) {
      const choice: Choice = Object.fromEntries(setup.asks.map(a => [
        a.topic, a.how === 'one'
          ? pick(a.options)
          : a.how === 'two'
            ? a.options.filter((_, i) => i !== n % 3).join('+')
            : a.options.join(
                '>'),
      ]))
      const heldS = setup.clock === 'steps' ? [0, 1, 2].slice(0, n % 4) : [4, 4, 4, 4].map(s => s + n * 2)
      const other = judgeAttempt(setup, { choice, heldS })
      expect(other.near).toBeLessThanOrEqual(verdict.near + 0.02)
      expect(other.near).toBeGreaterThanOrEqual(0)
    }
  })
  it('the same seed sets up the same exercise and hides the same; another hides something else', () => {
    expect(beginExercise(key, 12)).toEqual(setup)
    expect(truthOf(key, 12)).toEqual(truthOf(key, 12))
    expect(truthOf(key, 12)).not.toEqual(truthOf(key, 13))
  })
  it('is answered once everything it asks is, with what it offers', () => {
    const whole = bestOf(key, 12).choice
    expect([isAnswered(setup, {}), isAnswered(setup, whole)]).toEqual([false, true])
    for (const { topic } of setup.asks) expect(isAnswered(setup, { ...whole, [topic]: 'none of them' })).toBe(false)
  })
  it('what is not answered is said, and is no answer', () => {
    const v = judgeAttempt(setup, { choice: {}, heldS: [10] })
    expect(v).toMatchObject({ passed: false, score: 0, findings: [{ say: 'unanswered', topic: setup.asks[0]!.topic }] })
  })
})

describe('how often the sole is set down for one try', () => {
  it.each<[Parameters<typeof touchesAsked>[0]['clock'], Choice, number]>([
    ['hold', {}, 1], ['hold', { side: 'both' }, 2], ['hold', { side: 'back' }, 1], ['touches', { touches: '3' }, 3], ['touches', {}, 1],
    ['steps', {}, 0], ['none', { side: 'both' }, 0],
  ])('%s %o: %d', (clock, choice, times) => expect(touchesAsked({ clock }, choice)).toBe(times))
})

describe('at the practice board', () => {
  it.each(FUSED)('%s: a cold iron fails, and so does one that is hardly set down', (key) => {
    for (const seed of SEEDS) {
      const b = beginExercise(key, seed), best = bestOf(key, seed)
      const cold = { choice: { ...best.choice, setting: '0', ...(best.choice.method === 'steam' ? { method: 'dry' } : {}) },
        heldS: best.heldS.map(() => 5) }
      const v = judgeAttempt(b, cold)
      expect(v.passed).toBe(false)
      expect(v.findings.map(f => f.say)).toContain('underBonded')
      expect(judgeAttempt(b, { ...best, heldS: best.heldS.map(() => 1) }).passed).toBe(false)
    }
  })
  it('no one answer passes them all: out of 16 that may be given everywhere, none passes more than two thirds', () => {
    const benches = EXERCISES.map(key => beginExercise(key, 5)), random = seeded(4)
    const pick = <T>(of: readonly T[]) => of[Math.floor(random() * of.length)]!
    for (let n = 0; n < 16; n++) {
      // What may be chosen everywhere.
      const choice: Choice = {
        method: pick(['dry', 'steam', 'damp', 'mist']), setting: pick(['0', '1', '2']), side: pick(['back', 'face']),
        pressCloth: pick(['bare', 'muslin', 'parchment']),
        bearing: pick(['lean', 'weight']), surface: pick(['padded', 'needle', 'hard']), touches: pick(['1', '2', '3', '4']),
        fibreClass: pick(['110', '150', '200']), cutMore: pick(['2', '4', '6', '8']),
        agents: pick(['heat+steam', 'heat+pressure', 'pressure+steam']),
        motion: pick(['tipAlong', 'upAndDown', 'edgeOnly']), clear: pick(['clear', 'behind']),
        order: 'collar>cuffs>front>facing>pocket>hem',
      }
      const holdS = pick([5, 8, 12, 18, 30])
      const enough = benches.length / 3
      let refused = 0
      for (const b of benches) {
        const { passed } = judgeAttempt(b, { choice, heldS: b.clock === 'steps' ? [0, 1, 2, 3] : [holdS, holdS, holdS, holdS] })
        if (!passed && ++refused >= enough) break
      }
      expect(refused).toBeGreaterThanOrEqual(enough)
    }
  })
  it('what each is there to teach does not pass the other way', () => {
    const laid = new Map(EXERCISES.map(key => [key, beginExercise(key, 12)]))
    const wrong = (key: ExerciseKey, more: Choice, heldS?: number[]): string[] => {
      const b = laid.get(key)!, best = bestOf(key, 12)
      const v = judgeAttempt(b, { choice: { ...best.choice, ...more }, heldS: heldS ?? best.heldS })
      expect(v.passed).toBe(false)
      return v.findings.map(f => f.say)
    }
    expect(wrong('thick', { side: 'face' })).toContain('underBonded')
    expect(wrong('thick', { setting: '2' })).toContain('overClass')
    expect(wrong('laminate', { pressCloth: 'bare' })).toContain('needsPressCloth')
    expect(wrong('laminate', { side: 'face' })).toContain('faceBarred')
    expect(wrong('filmSteam', { method: 'damp', pressCloth: 'muslin' }, [60])).toContain('blisters')
    expect(wrong('filmSteam', { method: 'steam', pressCloth: 'parchment' }, [60])).toContain('steamStopped')
    expect(wrong('filmSteam', { pressCloth: 'bare' })).toContain('harm')
    expect(wrong('velvet', { surface: 'hard' })).toContain('harm')
    expect(wrong('gassed', { touches: '1' }, [80])).toContain('harm')
    expect(wrong('dryMoist', { setting: '0', method: 'steam' })).toContain('drips')
    expect(wrong('instructionsMislead', { method: 'dry', setting: '1' }, [12])).toContain('underBonded')
    expect(wrong('agents', { agents: 'pressure+steam', motion: 'edgeOnly' })).toContain('agents')
    expect(wrong('lining', { setting: '2' })).toContain('overClass')
  })
  it('what the class bars is worth half at the most, however well it holds', () => {
    const b = beginExercise('thick', 12), best = bestOf('thick', 12)
    expect(judgeAttempt(b, { ...best, choice: { ...best.choice, setting: '2' } }).score).toBeLessThanOrEqual(0.5)
  })
  it('worth of a bond and its harm: all of it where it holds unhurt, none where it falls off or is spoilt', () => {
    expect([qualityOf(1.2, 0), qualityOf(0.2, 0), qualityOf(1.2, 2), qualityOf(9, 0)]).toEqual([1, 0, 0, 0])
    fc.assert(fc.property(fc.double({ min: 0, max: 12, noNaN: true }), fc.double({ min: 0, max: 4, noNaN: true }), (bond, harm) => {
      expect(qualityOf(bond, harm)).toBeLessThanOrEqual(qualityOf(bond, 0))
      expect(qualityOf(bond, harm)).toBeGreaterThanOrEqual(0)
    }), { seed: 6 })
    expect(qualityOf(0.99, 0)).toBeLessThan(PASS_AT)
  })
  it('free practice is judged by the same setup', () => {
    const { fabric, supply } = beginExercise('dryMoist', 3)
    const b = freeSetup(3, { fabric: fabric!, supply: supply!, settings: PRACTICE_SETTINGS })
    const choice = { method: 'dry', setting: '2', side: 'back', pressCloth: 'muslin', bearing: 'lean' }
    expect(judgeAttempt(b, { choice, heldS: [14] }).passed).toBe(true)
    expect(judgeAttempt(b, { choice: { ...choice, setting: '0' }, heldS: [14] }).passed).toBe(false)
    expect(choicesOf(b.asks)).toHaveLength(4 * 3 * 2 * 3 * 2)
  })
  it('a seed is a whole number, and what is none is said', () => {
    expect(seedOf(' 42 ')).toBe(42)
    for (const bad of ['', 'abc', '1.5', '-3', '1e9', 'NaN']) expect(() => seedOf(bad)).toThrow('Seed: a whole number')
  })
})

describe('the corner', () => {
  it.each(CORNER_FIBRES)('%s: its class is the highest under the first step at which something is seen', (fibre) => {
    const seenC = CORNER_STEPS_C.find(c => (touched(fibre, c)[0]?.severity ?? 0) >= 0.5) ?? Infinity
    expect(Math.max(...[110, 150, 200].filter(c => c < seenC))).toBe(FIBRES[fibre].classC)
  })
  it('jumping up costs, going on after something was seen costs, guessing costs', () => {
    const b = beginExercise('corner', 1), best = bestAttempt(b), near = (a: Partial<Attempt>) => judgeAttempt(b, { ...best, ...a }).near
    expect(near({ heldS: [2, 3] })).toBeLessThan(1)
    expect(near({ heldS: [...best.heldS, best.heldS.at(-1)! + 1] })).toBeLessThan(1)
    expect(near({ heldS: [] })).toBeLessThan(PASS_AT)
    expect(judgeAttempt(b, { ...best, choice: { fibreClass: '200' } })).toMatchObject({ passed: false, findings: [{ say: 'wrongClass' }] })
    expect(seenAt(1, best.heldS.at(-1)!)).not.toBeNull()
    expect(seenAt(1, 0)).toBeNull()
  })
})

describe('the trim', () => {
  it('pulls up further the hotter and the longer, and what was preshrunk hotter than it will be pressed does not move', () => {
    const mm = (setting: string, s: number) => marksAfterMm(12, { choice: { setting }, heldS: [s] })
    expect(mm('2', 20)).toBeLessThan(mm('1', 20))
    expect(mm('2', 20)).toBeLessThan(mm('2', 2))
    expect(mm('0', 0)).toBe(500)
    const b = beginExercise('braid', 12), best = bestAttempt(b)
    expect(judgeAttempt(b, { choice: { ...best.choice, setting: '0' }, heldS: [18] }).findings.map(f => f.say)).toContain('movesAgain')
    expect(judgeAttempt(b, { choice: { ...best.choice, setting: '3' }, heldS: [18] }).findings.map(f => f.say)).toContain('brittle')
    expect(judgeAttempt(b, { choice: { ...best.choice, cutMore: '0' }, heldS: best.heldS }).findings.map(f => f.say)).toContain('cutOff')
  })
})

describe('the trim, cut by what its marks say', () => {
  it('moves again where more than half a hundredth is left in it, and no less', () => {
    const left = Array.from({ length: 40 }, (_, seed) => seed).flatMap(seed => Array.from({ length: 60 }, (_, s) => s).flatMap(s =>
      judgeAttempt(beginExercise('braid', seed), { choice: { setting: '1', cutMore: '0' }, heldS: [s] }).findings
        .flatMap(f => (f.say === 'movesAgain' ? [f.mmPerM] : []))))
    expect(Math.min(...left)).toBeGreaterThan(5)
    expect(Math.min(...left)).toBeLessThan(6)
  })
  it.each([12, 13, 14])('seed %d: five hundredths off it is of no use, and lying still is half of what counts', (seed) => {
    const b = beginExercise('braid', seed), best = bestAttempt(b), right = Number(best.choice.cutMore)
    const off = judgeAttempt(b, { ...best, choice: { ...best.choice, cutMore: String(right >= 5 ? right - 5 : right + 5) } })
    expect(off.near).toBeCloseTo(0.5, 6)
    expect(judgeAttempt(b, best).near).toBeCloseTo(1, 6)
  })
})

describe('the order', () => {
  it('what breaks a need is said; the best takes no longer than any that was tried', () => {
    const b = beginExercise('order', 12), task = orderTask(12), best = bestAttempt(b)
    expect(judgeAttempt(b, { choice: { order: 'hem>facing>front>pocket>collar>cuffs' }, heldS: [] }).findings[0]).toMatchObject(
      { say: 'broken' })
    expect(judgeAttempt(b, { choice: { order: 'front>front>hem>pocket>collar>cuffs' }, heldS: [] }).findings[0]).toMatchObject(
      { say: 'unanswered' })
    const took = (row: string) => scheduleOf(task,
      row.split('>').map(id => ({ op: task.operations.findIndex(o => o.id === id), way: 0 }))).finishS
    for (const row of ['front>pocket>collar>cuffs>facing>hem', 'collar>cuffs>front>facing>pocket>hem'])
      expect(took(best.choice.order!)).toBeLessThanOrEqual(took(row))
  })
})
