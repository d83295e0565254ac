import { describe, expect, it } from 'vitest'
import { draftRecipe, type Recipe } from '../recipe'
import {
  countRow, createMap, firstPictureTasks, planScraps, pointsOf, runMap, samplesFor, solesOf, tasksOf, TYPICAL_KNOWLEDGE, type Part,
  type RowCount, type RowTask, type WindowQuestion,
} from '.'
import { lawn, poplinSetup } from '../poplin.fixture'

const setup = poplinSetup({ supply: { ...lawn, thicknessMm: 0.25 } })
const setting = (label: string, meanC: number) => ({ label, meanC, swingC: 15, origin: 'typical' as const })
const recipe: Recipe = { ...draftRecipe(setup, 'mist', setting('cotton', 190), 'back', 1, 'weight'), holdS: 38 }
const question: WindowQuestion = { setup, recipe, knowledge: TYPICAL_KNOWLEDGE, seed: 2, samples: 40 }

/** Counts nothing, but says that it was asked. */
const fake
  = (asked: RowTask[]) =>
    async (_q: WindowQuestion, task: RowTask): Promise<RowCount> => {
      asked.push(task)
      return {
        soleC: task.soleC, drawn: task.to - task.from, bonded: new Uint16Array(task.holdsS.length).fill(task.to - task.from),
        damage: new Uint16Array(task.holdsS.length), cellSteps: 10,
      }
    }

describe('the tasks of a map', () => {
  it('cover every iron and every drawing once', () => {
    const seen = new Map<number, number[]>()
    for (const t of tasksOf({ ...question, samples: 200 }))
      seen.set(t.soleC, [...(seen.get(t.soleC) ?? []), ...Array.from({ length: t.to - t.from }, (_, i) => t.from + i)])
    expect([...seen.keys()].sort((a, b) => a - b)).toEqual(solesOf())
    for (const drawn of seen.values()) expect(drawn.sort((a, b) => a - b)).toEqual(Array.from({ length: 200 }, (_, i) => i))
  })
  it('the first ones make a whole picture', () => {
    expect(new Set(tasksOf(question).slice(0, firstPictureTasks()).map(t => t.soleC)).size).toBe(solesOf().length)
  })
  it('two passes are drawn with fewer, for each hold is a run', () => {
    expect(samplesFor(2)).toBeLessThan(samplesFor(1))
    expect(tasksOf({ ...question, recipe: { ...recipe, passes: 2 } })[0]!.holdsS.length).toBeLessThan(20)
  })
})

describe('running a map', () => {
  it('hands every task out once, whatever the workers, and the picture fills', async () => {
    for (const workers of [1, 2, 5]) {
      const asked: RowTask[] = [], parts: Part[] = []
      const map = await runMap(question, fake(asked), workers, p => parts.push(p))
      expect(asked.length).toBe(tasksOf(question).length)
      expect(new Set(asked).size).toBe(asked.length)
      expect(map!.drawn.every(n => n === question.samples)).toBe(true)
      expect([...map!.bond].every(b => b === 1)).toBe(true)
      expect(parts[0]!.done).toBeGreaterThanOrEqual(solesOf().length)
      expect([...parts[0]!.map.bond].some(Number.isNaN)).toBe(false)
      expect(parts.at(-1)!.done).toBe(asked.length)
      expect(parts.at(-1)!.cellSteps).toBe(10 * asked.length)
    }
  })
  it('stops on request, and says nothing more', async () => {
    const asked: RowTask[] = []
    let parts = 0
    expect(await runMap(question, fake(asked), 2, () => { parts++ }, () => asked.length >= 5)).toBeNull()
    expect(asked.length).toBeLessThanOrEqual(7)
    expect(parts).toBe(0)
  })
  it('a fault of a worker reaches the asker', async () => {
    await expect(runMap(question, async () => { throw new Error('the worker is gone') }, 2)).rejects.toThrow('gone')
  })
  it('two passes: the chances rise with the hold', () => {
    const twice = { ...question, recipe: { ...recipe, passes: 2 as const }, samples: 8 }
    const holdsS = [8, 20, 40]
    const row = countRow(twice, { soleC: 175, holdsS, from: 0, to: 8 })
    expect(row.bonded[2]!).toBeGreaterThanOrEqual(row.bonded[0]!)
    const map = createMap(2)
    expect(map.map().bond.every(Number.isNaN)).toBe(true)
  })
})

describe('a plan of scraps', () => {
  const scraps = planScraps(question, [setting('synthetic', 112), setting('wool', 150), setting('cotton', 190)])
  it('has three to six, the pin among them, none twice', () => {
    expect(scraps.length).toBeGreaterThanOrEqual(3)
    expect(scraps.length).toBeLessThanOrEqual(6)
    expect(scraps.some(s => s.recipe.setting.label === 'cotton' && s.recipe.holdS === 38)).toBe(true)
    expect(new Set(scraps.map(s => `${s.recipe.setting.label} ${s.recipe.holdS}`)).size).toBe(scraps.length)
  })
  it('each but the pin says something: none is sure to come out one way', () => {
    for (const s of scraps.filter(x => x.recipe.holdS !== 38)) expect(s.bits).toBeGreaterThan(0.05)
    expect(scraps.filter(s => s.bond < 0.02 && s.damage < 0.02)).toEqual([])
  })
  it('is the same again, from the coolest up', () => {
    expect(planScraps(question, [setting('synthetic', 112), setting('wool', 150), setting('cotton', 190)])).toEqual(scraps)
    expect([...scraps].sort((a, b) => a.recipe.setting.meanC - b.recipe.setting.meanC || a.recipe.holdS - b.recipe.holdS)).toEqual(scraps)
  })
  it('a pin between the settings is planned too', () => {
    const between = { ...question, recipe: { ...recipe, setting: setting('between wool and cotton', 172) } }
    expect(planScraps(between, [setting('wool', 150), setting('cotton', 190)]).some(s => s.recipe.setting.meanC === 172)).toBe(true)
  })
  it('draws from the very points of its map', () => {
    expect(pointsOf({ samples: 40, seed: 2 })).toEqual(pointsOf(question))
  })
})
