/** Speed and the figures of the trade's own cases. Prints; asserts nothing. */
import { join } from 'node:path'
import { Piscina } from 'piscina'
import { energyGap, layerOf, runProgramme, steadySole, timeToReachS, type RunOptions } from '#core/heat'
import { CASES, shouldShow, type Figure } from '#core/instructions'
import { bestOf, carryOver, findOpeners, searchRecipes, type PressSetup, type IronSetting } from '#core/recipe'
import { hangingStrip, pearLoop } from '#core/stiffness'
import { matchShelf, refineCandidate, type MatchQuery, type MatchSupply } from '#core/match'
import { placeOf } from '#core/place'
import { ADHESIVE_KEYS } from '#core/materials'
import { knowledgeOf, runMap, samplesFor, type Count, type WindowQuestion } from '#core/window'
import { buildThreads } from '../scripts/lib/workers.mjs'
import { printLayouts } from './layout'
import { printLearning } from './learn'
import { isWithin, TRADE_CASES } from '../scripts/demo-data/cases'
import { blendSweep, demoSetups, dialSweep, massSweep, silly, steps } from '../scripts/demo-data/sweeps'
import { demoPairs } from './pairs'
import { printPressing } from './press'
import { printAfter } from './after'
import { printMends } from './mend'
import { printSeams } from './seams'
import { buildStack, type FabricInput, type StackInput } from '#core/stack'
import { few } from './short'

const poplin: FabricInput = {
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [],
}
const coating: FabricInput = {
  ...poplin, fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'coating', massGsm: 450, thicknessMm: 1.8, nap: 'nap',
}
const supply: StackInput['supply'] = { massGsm: 60, thicknessMm: 0.21, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 }
const WINDOW_C = 118, MIST_GSM = 40, DAMP_GSM = 80, STEAM_GM2S = 28.6

const stackOf = (fabric: FabricInput, firstSide: 'back' | 'face', method: string) =>
  buildStack({
    fabric, supply, pressCloth: 'muslin', surface: 'padded', firstSide, pressClothWaterGsm: method === 'damp' ? DAMP_GSM : 0,
    mistGsm: method === 'mist' ? MIST_GSM : 0,
  })
const press = (fabric: FabricInput, side: 'back' | 'face', method: string, soleC: number, holdS = 60, options: RunOptions = {}) =>
  runProgramme(
    stackOf(fabric, side, method),
    {
      sole: steadySole(soleC), roomC: 20,
      phases: [{ kind: 'down', durationS: holdS, pressureKPa: 3, steamGM2S: method === 'steam' ? STEAM_GM2S : 0, steamS: 3 }],
    },
    options,
  )

/** The trade's own cases, with their bands; what is missed is marked. */
function printFigures(title: string, figures: readonly Figure[]): void {
  console.log(`\n${title}`)
  for (const { what, got, band, unit } of figures) {
    const within = got >= band[0] && got <= band[1]
    const to = band[1] === Infinity ? 'and more' : `to ${band[1]}`
    console.log(`${within ? ' ' : '!'} ${what.padEnd(72)} ${got.toFixed(2).padStart(8)} ${unit.padEnd(5)} (${band[0]} ${to})`)
  }
}
printFigures('Heat: poplin, woven 60 g/m², muslin, padded board, leaned on', shouldShow())
for (const { name, figures } of CASES) printFigures(name, figures())

console.log('\nCases whose outcome is known in the trade; what is missed is marked')
for (const section of new Set(TRADE_CASES.map(c => c.section))) {
  const all = TRADE_CASES.filter(c => c.section === section).slice(0, few(1000, 3)).map(c => ({ c, got: c.got() }))
  const held = all.filter(({ c, got }) => isWithin(c, got)).length
  console.log(`${section}: ${held} of ${all.length}`)
  for (const { c, got } of all)
    console.log(`${isWithin(c, got) ? ' ' : '!'} ${c.what.padEnd(72)} ${String(got).padStart(8)} (${c.band.join(' to ')}; ${c.from})`)
}

console.log('\nSteadiness: how often the way changes along a sweep, and how far a hold jumps at the most')
for (const fibre of ['cotton', 'wool'] as const) {
  const mass = steps(massSweep(fibre, few(20, 200))), dial = steps(dialSweep(fibre, few(135, 149), few(175, 151)))
  console.log(`${fibre}, 40 to 900 g/m²: ${mass.changes} changes, ${Math.round(mass.jump * 100)} %`)
  console.log(`${fibre}, the dial by a degree: ${dial.changes} changes, ${Math.round(dial.jump * 100)} %`)
}
for (const [main, other] of [['cotton', 'elastane'], ['wool', 'elastane'], ['wool', 'polyamide6'], ['cotton', 'polyester']] as const) {
  const blend = steps(blendSweep(main, other).slice(0, few(100, 3)))
  console.log(`${main} with ${other} by half a per cent, to a half: ${blend.changes} changes, ${Math.round(blend.jump * 100)} %`)
}
const { of: pairs, recommended, ...odd } = silly(demoSetups().slice(0, few(1000, 6)))
console.log(`${pairs} pairs of the demo, ${recommended} recommended; among them ${
  Object.entries(odd).map(([what, n]) => `${what} ${n}`).join(', ')}`)

console.log('\nSeconds: as the sheet says, and as the board says, for twelve pairings of the demo')
for (const { name, setup: laid } of demoPairs().slice(0, few(12, 1))) {
  const found = bestOf(searchRecipes(laid))?.found?.recipe
  const sheet = laid.supply.sheet
  const carried = carryOver(laid)
  const second = found?.passes === 2 ? `/${found.secondS}` : ''
  const said = found ? `${found.holdS}${second} s ${found.method}, ${found.setting.label}` : 'none'
  const byMaker = sheet
    ? `${sheet.holdS} s ${sheet.moisture}${sheet.pressureKPa > 10 ? ' in a press' : ''}, `
    + `done so here ${carried?.neededS ? `${carried.neededS.toFixed(0)} s` : 'never'}`
    : 'no sheet'
  console.log(`${name.padEnd(46)} ${said.padEnd(34)} ${byMaker}`)
}

/** Microseconds a transient on the quickest grid that errs by no more than so much in the time to the window, against a converged run. */
function atStatedError(): void {
  const CONVERGED = { cellMm: 0.02, errorScale: 0.02, grading: 1.2, skipSurface: true }
  // From the quickest on.
  const GRIDS = [
    [0.2, 16, 2.4], [0.2, 4, 2.4], [0.15, 8, 2], [0.15, 2, 2], [0.12, 2, 2], [0.12, 1, 1.8], [0.1, 1, 1.6], [0.08, 1, 1.6], [0.06, 1, 1.6],
    [0.06, 0.25, 1.6], [0.04, 0.25, 1.4], [0.03, 0.1, 1.3],
  ] as const
  const TIMES = few(40, 2)
  for (const method of ['dry', 'mist', 'damp', 'steam'].slice(0, few(4, 1))) {
    for (const soleC of [150, 190].slice(0, few(2, 1))) {
      const of = (options: RunOptions) => press(poplin, 'back', method, soleC, 60, options)
      const toWindow = (options: RunOptions) => { const run = of(options); return timeToReachS(run, layerOf(run, 'adhesive')!, WINDOW_C)! }
      const trueS = toWindow(CONVERGED)
      const grids = GRIDS.map(([cellMm, errorScale, grading]) => {
        const options = { cellMm, errorScale, grading, skipSurface: true }
        return { options, error: Math.abs(toWindow(options) / trueS - 1) }
      })
      for (const most of [0.02, 0.005]) {
        // One that happens to be right while the next finer is not has only been lucky.
        const found = grids.find((g, i) => g.error <= most && (grids[i + 1]?.error ?? 0) <= most)
        if (!found) continue
        let best = Infinity
        for (let round = 0; round < few(9, 1); round++) {
          const from = performance.now()
          for (let i = 0; i < TIMES; i++) of(found.options)
          best = Math.min(best, (performance.now() - from) / TIMES)
        }
        const { steps, cellSteps } = of(found.options)
        console.log(
          `a transient to 60 s, ${method} at ${soleC} °C: ${(best * 1000).toFixed(0)} µs at ${(found.error * 100).toFixed(1)} % error `
          + `of the time to the window, ${most * 100} % allowed (cells ${found.options.cellMm} mm, ${steps} steps, `
          + `${Math.round(cellSteps / steps)} cells)`,
        )
      }
    }
  }
}

/** How the error falls as the step is halved, cells left alone: 1 is first order, 2 second. */
function errorSlope(): void {
  const toWindow = (method: string, errorScale: number) => {
    const run = press(poplin, 'back', method, 150, 60, { errorScale, skipSurface: true })
    return { s: timeToReachS(run, layerOf(run, 'adhesive')!, WINDOW_C)!, steps: run.steps }
  }
  for (const method of ['dry', 'mist', 'damp', 'steam'].slice(0, few(4, 1))) {
    const { s: trueS } = toWindow(method, few(0.002, 0.5))
    const said = [16, 4, 1, 0.25].map((scale) => {
      const { s, steps } = toWindow(method, scale)
      return `${steps} steps ${(Math.abs(s / trueS - 1) * 100).toFixed(2)} %`
    })
    console.log(`error of the time to the window by steps alone, ${method}: ${said.join(', ')}`)
  }
}

function timed(name: string, most: number, work: () => number): void {
  const times = few(most, 1)
  for (let i = 0; i < times / 4; i++) work()
  let best = Infinity, total = 0, cells = 0
  for (let i = 0; i < times; i++) {
    const from = performance.now()
    cells = work()
    const ms = performance.now() - from
    best = Math.min(best, ms)
    total += ms
  }
  const mean = total / times
  console.log(
    `${name}: mean ${mean.toFixed(2)} ms, best ${best.toFixed(2)} `
    + `ms${cells ? `, ${(cells / mean / 1000).toFixed(1)} million cell-steps/s` : ''}`,
  )
}

console.log('')
timed('one transient to 60 s, dry', 800, () => press(poplin, 'back', 'dry', 150).cellSteps)
timed('one transient to 60 s, damp cover', 800, () => press(poplin, 'back', 'damp', 150).cellSteps)
atStatedError()
errorSlope()
const worstGap = ['dry', 'steam', 'mist', 'damp'].reduce((w, m) => Math.max(w, energyGap(press(coating, 'face', m, 200))), 0)
console.log(`energy unaccounted for, worst of four: ${(worstGap * 100).toExponential(1)} %`)

const setting = (label: string, meanC: number): IronSetting => ({ label, meanC, swingC: 15, origin: 'typical' })
const setup: PressSetup = {
  fabric: poplin, supply: supply!, iron: { kind: 'household', settings: [setting('synthetic', 112), setting('wool', 148), setting('cotton',
    196)] },
  pressCloth: 'muslin', surface: 'padded', blendRule: 'strict',
}
timed('recipes of all four methods, poplin', 8, () => {
  searchRecipes(setup)
  return 0
})
timed('recipes of all four methods, coating', 8, () => {
  searchRecipes({ ...setup, fabric: coating })
  return 0
})
timed('what would open an empty window', 3, () => {
  findOpeners({ ...setup, supply: { ...setup.supply, adhesive: 'hdpe' }, fabric: coating })
  return 0
})

console.log('')
timed('a strip over an edge', 400, () => { hangingStrip(2.3); return 0 })
timed('a pear loop', 400, () => { pearLoop(6); return 0 })
const SHELF = few(5000, 200)
const shelf = Array.from({ length: SHELF }, (_, i): MatchSupply => ({
  id: `s${i}`, code: `S-${i}`, name: `Supply ${i}`, family: i % 7 === 0 ? 'sewIn' : 'fusible',
  base: (['woven', 'knit', 'nonwoven', 'weftInsert'] as const)[i % 4]!, baseFibre: 'cotton', massGsm: 20 + ((i * 37) % 180),
  thicknessMm: 0.1 + ((i * 13) % 50) / 100, adhesive: i % 7 === 0 ? null : ADHESIVE_KEYS[i % ADHESIVE_KEYS.length]!, adhesiveGsm: 6
    + (i % 18),
  form: 'dots', givePct: null, bendingMm: null, colourHex: '#f4f1e8', moistOnly: false, washC: null, tumble: null, widthMm: 900,
  pricePerM: 3 + (i % 9), stockM: i % 5, passed: 0, failed: 0, coupling: null,
}))
const question: MatchQuery = {
  fabric: { ...poplin, colourHex: '#eeeae0', sheer: false, giveAlongPct: null, giveAcrossPct: null, bendingMm: null }, blendRule: 'strict',
  allowance: 'inside', place: placeOf('collar'), stiffness: null, drapeKept: false, care: { washC: 40, tumble: 'no', dryClean: false },
  iron: setup.iron, pressCloth: 'muslin', surface: 'padded', needM2: 0.2,
}
timed(`fabric × place against ${SHELF} supplies, to a ranked list`, 12, () => { matchShelf(question, shelf); return 0 })
timed('full recipes of the first dozen, one worker', 4, () => {
  for (const c of matchShelf(question, shelf).ranked.filter(x => x.reachC !== null).slice(0, few(12, 2))) refineCandidate(question, c)
  return 0
})

console.log('')
await buildThreads(join(process.cwd(), '.data/bench-threads'))
const thread = join(process.cwd(), '.data/bench-threads/paper.mjs')
const best = bestOf(searchRecipes(setup))!.found!.recipe
const asked: WindowQuestion = {
  setup, recipe: { ...best, passes: 1 },
  knowledge: knowledgeOf({ settingMeasured: true, massMeasured: true, thicknessMeasured: true, sheet: true }), seed: 1,
  samples: few(samplesFor(1), 16),
}
for (const threads of [1, 2]) {
  const pool = new Piscina({ filename: thread, minThreads: threads, maxThreads: threads, maxQueue: 4000 })
  const draw = async (question: WindowQuestion) => {
    const from = performance.now()
    let firstMs = 0,
      cells = 0
    await runMap(
      question, async (q, task) => (await pool.run({ question: q, task }, { name: 'count' }) as { value: Count }).value, threads,
      (part) => {
        firstMs ||= performance.now() - from
        cells = part.cellSteps
      },
    )
    return { firstMs, ms: performance.now() - from, cells }
  }
  await draw(asked)
  const runs = []
  for (let n = 0; n < few(3, 1); n++) runs.push(await draw(asked))
  const { firstMs, ms, cells } = runs.sort((a, b) => a.ms - b.ms)[Math.floor(runs.length / 2)]!
  console.log(
    `window map, 24 temperatures × ${asked.samples} drawings, ${threads} ${threads === 1 ? 'worker' : 'workers'}: `
    + `first picture ${firstMs.toFixed(0)} ms, whole ${ms.toFixed(0)} ms, ${(cells / ms / 1000).toFixed(1)} million cell-steps/s`,
  )
  if (threads === 2) {
    const small = { ...asked, samples: 12 }
    const heapMb = () => { globalThis.gc?.(); return process.memoryUsage().rss / 1e6 }
    for (let i = 0; i < few(10, 1); i++) await draw(small)
    const before = heapMb()
    for (let i = 0; i < few(100, 2); i++) await draw(small)
    console.log(`memory over 100 maps of 12 drawings, both workers: ${before.toFixed(0)} MB before, ${heapMb().toFixed(0)} MB after`)
  }
  await pool.destroy()
}

console.log('')
printLearning(setup, { ...setup, fabric: { ...coating, construction: 'flannel', massGsm: 320, thicknessMm: 0.95 } })

console.log('')
printLayouts()
printSeams()
await printMends()
printAfter()
printPressing()
