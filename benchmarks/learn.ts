/**
 * How 200 simulated workrooms with a hidden iron and contact learn: error of the predicted time to the window, and how often the
 * stated interval holds it.
 */
import { learnFrom, simulateWorkroom } from '#core/learn'
import { TYPICAL_KNOWLEDGE } from '#core/window'
import { draftRecipe, type PressSetup } from '#core/recipe'
import { few } from './short'

const ROOMS = few(200, 2), COUNTS = [0, 3, 8]
const mean = (values: number[]) => values.reduce((s, v) => s + v, 0) / values.length

/** Eight swatches that were never seen before, then a ninth of the same pairing. */
function printLearnt(setup: PressSetup): void {
  const judged = { grade: 4, dotsCrisp: false, overdone: false, peelN50: null }
  const swatch = (holdS: number) => ({
    swatch: {
      setup, events: [],
      recipe: { ...draftRecipe(setup, 'dry', { label: '', meanC: 165, swingC: 0, origin: 'typical' }, 'back', 1, 'lean'), warmS: 0, holdS },
    }, judged,
  })
  const took = (n: number, from: number) => {
    const swatches = Array.from({ length: n }, (_, i) => swatch(from + i / 10)), began = performance.now()
    learnFrom(TYPICAL_KNOWLEDGE, swatches)
    return performance.now() - began
  }
  const runs = Array.from({ length: few(15, 2) }, (_, i) => [took(8, 8 + 2 * i), took(9, 8 + 2 * i)] as const)
  const median = (k: 0 | 1) => runs.map(r => r[k]).sort((a, b) => a - b)[Math.floor(runs.length / 2)]!.toFixed(0)
  console.log(`eight swatches taught: ${median(0)} ms; a ninth beside them: ${median(1)} ms`)
}

/** Prints the figures; the adhesive known from its sheet, iron and contact not. */
export function printLearning(thin: PressSetup, thick: PressSetup): void {
  printLearnt(thin)
  const sheet = { ...TYPICAL_KNOWLEDGE, meltSdC: 2, rateSd: 0.12 }
  const rooms = Array.from({ length: ROOMS }, (_, i) => simulateWorkroom([thin, thick], sheet, COUNTS, 1000 + i))
  COUNTS.forEach((n, c) => {
    const held = rooms.filter(r => r.held[c]).length / ROOMS
    console.log(
      `${ROOMS} workrooms, ${n} swatches: time to the window off by ${mean(rooms.map(r => r.errorS[c]!)).toFixed(2)} s on the `
      + `mean; 95 % interval held ${(held * 100).toFixed(0)} %`,
    )
  })
}
