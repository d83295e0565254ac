import { describe, expect, it } from 'vitest'
import { draftRecipe, type Recipe } from '../recipe'
import {
  createMap, firstPictureTasks, planScraps, pointsOf, runMap, samplesFor, solesOf, tasksOf, TYPICAL_KNOWLEDGE, type Count, type CountTask,
  type Part, type WindowQuestion,
} from '.'
import { lawn, poplinSetup } from '../poplin.fixture'

const setup = poplinSetup({ supply: { ...lawn, thicknessMm: 0.25 } })
const setting = (label: string, meanC: number) => ({ label, meanC, swingC: 15, origin: 'typical' as const })
const recipe: Recipe = { ...draftRecipe(setup, 'mist', setting('cotton', 190), 'back', 1, 'weight'), holdS: 38 }
const question: WindowQuestion = { setup, recipe, knowledge: TYPICAL_KNOWLEDGE, seed: 2, samples: 40 }

/** Counts nothing, but says that it was asked. */
const fake
  = (asked: CountTask[]) =>
    async (_q: WindowQuestion, task: CountTask): Promise<Count> => {
      asked.push(task)
      const cells = task.solesC.length * task.holdsS.length
      return {
        drawn: task.to - task.from, bonded: new Uint16Array(cells).fill(task.to - task.from), damage: new Uint16Array(cells), cellSteps: 10,
      }
    }

describe('the tasks of a map', () => {
  it('cover every drawing once, each at every iron', () => {
    for (const samples of [3, 12, 200]) {
      const tasks = tasksOf({ ...question, samples })
      expect(tasks.flatMap(t => Array.from({ length: t.to - t.from }, (_, i) => t.from + i)))
        .toEqual(Array.from({ length: samples }, (_, i) => i))
      for (const t of tasks) expect(t.solesC).toEqual(solesOf())
    }
  })
  it('the first ones are small: six drawings are a picture', () => {
    const first = tasksOf(question).slice(0, firstPictureTasks(question))
    expect([first.length, first.at(-1)!.to]).toEqual([6, 6])
    expect(firstPictureTasks({ ...question, samples: 4 })).toBe(4)
  })
  it('two passes are drawn with fewer, for each hold is a run', () => {
    expect(samplesFor(2)).toBeLessThan(samplesFor(1))
    expect(tasksOf({ ...question, recipe: { ...recipe, passes: 2 } })[0]!.holdsS.length).toBeLessThan(20)
  })
})

describe('running a map', () => {
  it('hands every task out once, whatever the workers, and the picture fills', async () => {
    for (const workers of [1, 2, 5]) {
      const asked: CountTask[] = [], parts: Part[] = []
      const map = await runMap(question, fake(asked), workers, p => parts.push(p))
      expect(asked.length).toBe(tasksOf(question).length)
      expect(new Set(asked).size).toBe(asked.length)
      expect(map!.drawn.every(n => n === question.samples)).toBe(true)
      expect([...map!.bond].every(b => b === 1)).toBe(true)
      expect(parts[0]!.done).toBe(firstPictureTasks(question))
      expect(parts[0]!.map.drawn[0]).toBe(6)
      expect([...parts[0]!.map.bond].some(Number.isNaN)).toBe(false)
      expect(parts.at(-1)!.done).toBe(asked.length)
      expect(parts.at(-1)!.cellSteps).toBe(10 * asked.length)
    }
  })
  it('stops on request, and says nothing more', async () => {
    const asked: CountTask[] = []
    let parts = 0
    expect(await runMap(question, fake(asked), 2, () => { parts++ }, () => asked.length >= 5)).toBeNull()
    expect(asked.length).toBeLessThanOrEqual(7)
    expect(parts).toBe(0)
  })
  it('a fault of a worker reaches the asker', async () => {
    await expect(runMap(question, async () => { throw new Error('the worker is gone') }, 2)).rejects.toThrow('gone')
  })
  it('nothing is known before anything is counted', () => {
    expect(createMap(2).map().bond.every(Number.isNaN)).toBe(true)
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
