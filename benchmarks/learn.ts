/**
 * How 200 simulated workrooms with a hidden iron and contact learn: error of the predicted time to the window, and how often the
 * stated interval holds it.
 */
import { simulateWorkroom } from '#core/learn'
import { TYPICAL_KNOWLEDGE } from '#core/window'
import type { PressSetup } from '#core/recipe'
import { few } from './short'

const ROOMS = few(200, 2), COUNTS = [0, 3, 8]
const mean = (values: number[]) => values.reduce((s, v) => s + v, 0) / values.length

/** Prints the figures; the adhesive known from its sheet, iron and contact not. */
export function printLearning(thin: PressSetup, thick: PressSetup): void {
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
