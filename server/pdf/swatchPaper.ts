import { rgb } from 'pdf-lib'
import { METRIC, type DisplayUnits } from '#core/units'
import {
  celsius, dayWords, degreesApart, GRADE_WORDS, lengthWords, MARK_NAME, METHOD_NAME, readingWords, READING_NAME, recipeSentence, sizeWords,
} from '#shared/words'
import type { Plan, RecipePayload, Swatch } from '#shared/schemas'
import { paper, addPage, wrap } from './paper'

export interface PlanNames { fabric: string, supply: string, iron: string, pressCloth: string | null }

const SCRAP = { wide: 88, high: 60 },
  LEFT_MM = 14, TOP_MM = 34,
  PER_PAGE = 8
const shortly = (r: RecipePayload, units: DisplayUnits) =>
  `${METHOD_NAME[r.method]}, ${r.setting.label} ${celsius(r.setting.meanC, units)}, `
  + `${Math.round(r.holdS)} s${r.passes === 2 ? ' each side' : ''}`

/** Marked along and across, to measure shrinkage by: a round figure in either system. */
const markMm = (units: DisplayUnits): number => (units.length === 'in' ? 2 * 25.4 : 50)
/** The strip of scraps at true scale: cut lines, the setting of each, and places to write grade, marks and measures. */
export async function planPdf(plan: Plan, names: PlanNames, units: DisplayUnits = METRIC): Promise<Uint8Array> {
  const { doc, regular, bold } = await paper({ plan, names })
  for (let from = 0; from < plan.scraps.length; from += PER_PAGE) {
    const sheet = addPage(doc, regular)
    sheet.text(`Test plan: ${names.fabric} with ${names.supply}`, LEFT_MM, 16, 15, bold)
    wrap(
      `${names.iron}, ${names.pressCloth ?? 'bare iron'}, ${plan.surface} pressing surface. `
      + `Cut each scrap ${sizeWords(SCRAP.wide, SCRAP.high, units)}, mark `
      + `${lengthWords(markMm(units), units)} along and across before pressing. Other figures are estimates.`,
      regular, 8.5, 182,
    ).forEach((line, i) => sheet.text(line, LEFT_MM, 23 + i * 4.2, 8.5))
    plan.scraps.slice(from, from + PER_PAGE).forEach((s, i) => {
      const x = LEFT_MM + (i % 2) * (SCRAP.wide + 6), y = TOP_MM + Math.floor(i / 2) * (SCRAP.high + 4)
      sheet.box(x, y, SCRAP.wide, SCRAP.high)
      sheet.text(String(s.number), x + 3, y + 9, 20, bold)
      sheet.text(shortly(s.recipe, units), x + 14, y + 7, 10, bold)
      sheet.text(s.asks, x + 14, y + 12, 8)
      sheet.line(x + 19, y + 20, x + 19 + markMm(units), y + 20, true)
      sheet.text(lengthWords(markMm(units), units), x + 20 + markMm(units), y + 21, 7)
      ;['Grade 0 1 2 3 4 5', 'Marks, where', `Along / across, ${units.length}`, `Overhang, ${units.length}`, 'Peel, N',
        'After wash'].forEach((label, k) => {
        const ly = y + 28 + k * 5.6
        sheet.text(label, x + 3, ly, 8)
        sheet.line(x + 34, ly + 0.8, x + SCRAP.wide - 3, ly + 0.8)
      })
    })
    sheet.text('The iron and the steam burn. Start with the coolest scrap.', LEFT_MM, 290, 8)
  }
  return doc.save()
}

const proofLines = (t: Swatch, units: DisplayUnits): string[] => [
  `Fabric: ${t.fabricName}${t.fabricLot ? `, lot ${t.fabricLot}` : ''}`,
  `Interfacing: ${t.supplyName}${t.supplyLot ? `, lot ${t.supplyLot}` : ''}`,
  `Iron: ${t.ironName}, ${t.recipe.setting.label} (${celsius(t.recipe.setting.meanC, units)}, ${t.recipe.setting.origin})`,
  `Press cloth: ${t.pressClothName ?? 'bare iron'}; pressing surface: ${t.surface}; ${METHOD_NAME[t.recipe.method].toLowerCase()}`,
  `Judged ${t.grade} of 5: `
  + `${GRADE_WORDS[t.grade]}${t.marks.length ? `; ${t.marks.map(m => MARK_NAME[m]).join(', ')}` : '; no marks'} (measured)`,
  ...t.readings.map(r => `${READING_NAME[r.kind]}: ${readingWords(r.kind, r.value, units)} (measured)`),
  ...t.washes.map(
    (w, i) =>
      `Wash ${i + 1}: ${celsius(w.washC, units)}, dryer ${w.tumble}: grade `
      + `${w.grade}${w.marks.length ? `, ${w.marks.map(m => MARK_NAME[m]).join(', ')}` : ''}`,
  ),
  `Pressed on ${dayWords(t.pressedAt, units, true)}. It speaks for these lots, this iron, press cloth, pressing surface and moisture; `
  + `a change makes it an estimate again.`,
]

/** A proof as text, for a note or a message. */
export const proofText = (t: Swatch, proved: boolean, units: DisplayUnits = METRIC): string =>
  [proved ? 'PROVED' : 'PRESSED, NOT PROVED', recipeSentence(t.recipe, t.pressClothName, units), '', ...proofLines(t, units)].join('\n')

/** The card to pin over the board: large enough to be read from it. */
export async function proofPdf(t: Swatch, proved: boolean, units: DisplayUnits = METRIC): Promise<Uint8Array> {
  const { doc, regular, bold } = await paper(t)
  const sheet = addPage(doc, regular)
  sheet.box(LEFT_MM, 16, 182, 150)
  sheet.text(proved ? 'Proved' : 'Pressed, not proved', LEFT_MM + 8, 32, 26, bold)
  let y = 48
  for (const line of wrap(recipeSentence(t.recipe, t.pressClothName, units), bold, 19, 166)) {
    sheet.text(line, LEFT_MM + 8, y, 19,
      bold); y += 9
  }
  y += 6
  for (const entry of proofLines(t, units)) for (const line of wrap(entry, regular, 11, 166)) {
    sheet.text(line, LEFT_MM + 8, y,
      11); y += 6
  }
  return doc.save()
}

export interface WindowPage {
  recipe: RecipePayload
  names: PlanNames & { surface: string }
  solesC: readonly number[]
  holdsS: readonly number[]
  /** Chances row after row, a row a sole temperature. */
  bond: readonly number[]
  damage: readonly number[]
  margins: { safe: boolean, lessS: number, moreS: number, coolerC: number, hotterC: number }
  samples: number
  /** What moves the edge, the most first, with its share. */
  edge: readonly { words: string, share: number }[]
}

const MAP_MM = { x: 28, y: 62, wide: 160, high: 110 }
const SAFE = rgb(0.72, 0.8, 0.62), LIKELY = rgb(0.88, 0.91, 0.82), NOT_BONDED = rgb(0.93, 0.9, 0.84), DAMAGE = rgb(0.9, 0.78, 0.84)

/** The ground of a place on the map: safe 95 times in 100, 80 times, may not bond, may be hurt. */
export function windowTone(bond: number, damage: number): 'safe' | 'likely' | 'unbonded' | 'damage' | 'both' {
  if (bond >= 0.95 && damage <= 0.05) return 'safe'
  if (bond >= 0.8 && damage <= 0.2) return 'likely'
  return bond < 0.8 && damage > 0.2 ? 'both' : damage > 0.2 ? 'damage' : 'unbonded'
}
const GROUND_INK = { safe: SAFE, likely: LIKELY, unbonded: NOT_BONDED, damage: DAMAGE, both: DAMAGE } as const

/** The safe window as a sheet to lay beside the board: the map, the recipe on it, its room each way and what to measure next. */
export async function windowPdf(w: WindowPage, units: DisplayUnits = METRIC): Promise<Uint8Array> {
  const { doc, regular, bold } = await paper({ names: w.names, edge: w.edge })
  const sheet = addPage(doc, regular)
  sheet.text(`Safe window: ${w.names.fabric} with ${w.names.supply}`, LEFT_MM, 16, 15, bold)
  let y = 24
  for (const line of wrap(recipeSentence(w.recipe, w.names.pressCloth, units), bold, 11, 180)) {
    sheet.text(line, LEFT_MM, y, 11,
      bold); y += 5
  }
  const drawn = `${w.names.iron}, ${w.names.pressCloth ?? 'bare iron'}, ${w.names.surface} pressing surface. `
    + `${w.samples} drawings of the unknowns (estimate).`
  for (const line of wrap(drawn, regular, 9, 180)) { sheet.text(line, LEFT_MM, y, 9); y += 4.4 }
  const { x: left, y: top, wide, high } = MAP_MM
  const fromC = w.solesC[0]!, toC = w.solesC.at(-1)!, stepC = w.solesC[1]! - fromC
  const fromS = w.holdsS[0]!, toS = w.holdsS.at(-1)!, stepS = w.holdsS[1]! - fromS
  const atC = (c: number) => top + high * (1 - (c - fromC + stepC / 2) / (toC - fromC + stepC))
  const atS = (s: number) => left + wide * (s - fromS + stepS / 2) / (toS - fromS + stepS)
  for (const [i, c] of w.solesC.entries()) {
    for (const [k, s] of w.holdsS.entries()) {
      const cell = i * w.holdsS.length + k
      sheet.fill(
        atS(s - stepS / 2), atC(c + stepC / 2), wide / w.holdsS.length, high / w.solesC.length,
        GROUND_INK[windowTone(w.bond[cell]!, w.damage[cell]!)],
      )
    }
  }
  sheet.box(left, top, wide, high)
  for (let c = Math.ceil(fromC / 20) * 20; c <= toC; c += 20) {
    sheet.text(celsius(c, units), left - 13, atC(c) + 1, 8)
    sheet.line(left - 1.5, atC(c), left, atC(c))
  }
  for (let s = Math.ceil(fromS / 10) * 10; s <= toS; s += 10) {
    sheet.text(`${s} s`, atS(s) - 3, top + high + 5, 8)
    sheet.line(atS(s), top + high, atS(s), top + high + 1.5)
  }
  const pinX = atS(w.recipe.holdS),
    pinY = atC(w.recipe.setting.meanC)
  sheet.line(pinX - 4, pinY, pinX + 4, pinY)
  sheet.line(pinX, pinY - 4, pinX, pinY + 4)
  let under = top + high + 14
  const keys: [string, typeof SAFE][] = [
    ['safe: bonds, no damage, 95 times in 100', SAFE], ['80 times in 100', LIKELY], ['may not bond', NOT_BONDED],
    ['may be damaged', DAMAGE],
  ]
  for (const [i, [words, ink]] of keys.entries()) {
    const kx = LEFT_MM + [0, 78, 112, 145][i]!
    sheet.fill(kx, under - 3, 5, 3.5, ink)
    sheet.text(words, kx + 6.5, under, 8)
  }
  under += 10
  for (const line of wrap(marginWords(w, units), regular, 11, 180)) {
    sheet.text(line, LEFT_MM, under, 11)
    under += 5.5
  }
  if (w.edge.length > 0) {
    under += 3
    sheet.text('What moves the edge most', LEFT_MM, under, 11, bold)
    under += 6
  }
  for (const e of w.edge)
    for (const line of wrap(`${Math.round(e.share * 100)} %: ${e.words}`, regular, 10, 180)) {
      sheet.text(line, LEFT_MM, under, 10)
      under += 5
    }
  sheet.text(
    'Of the maker\'s instructions and this, the maker comes first; a swatch comes before both. The iron and the steam burn.', LEFT_MM,
    290, 8,
  )
  return doc.save()
}

const marginWords = ({ margins: m, recipe }: WindowPage, units: DisplayUnits): string => m.safe
  ? `At the cross, ${recipe.holdS} s at ${celsius(recipe.setting.meanC, units)}, `
  + `it is safe with ${m.lessS} s shorter or ${m.moreS} s longer, `
  + `${degreesApart(m.coolerC, units)} cooler or ${degreesApart(m.hotterC, units)} hotter (estimate).`
  : `At the cross, ${recipe.holdS} s at ${celsius(recipe.setting.meanC, units)}, it is not safe 95 times in 100 (estimate).`
