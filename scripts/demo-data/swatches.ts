import type { Method } from '#core/recipe'
import type { SwatchBody } from '#shared/schemas'

/** A judged swatch of the demo; what was predicted is computed when it is laid down, not written here. */
export interface DemoSwatch {
  fabric: string
  supply: string
  iron: string
  pressCloth: string | null
  surface?: SwatchBody['surface']
  method: Method
  setting: number
  firstSide: 'back' | 'face'
  passes: 1 | 2
  holdS: number
  /** By the iron's weight alone, on cold fabric, as it used to be done here; else leaned on and warmed first. */
  oldWay?: true
  grade: number
  marks: SwatchBody['marks']
  note: string
  daysAgo: number
  readings?: SwatchBody['readings']
  /** Grades after washes at 40 °C, one a week. */
  washes?: number[]
}

export const DEMO_SWATCHES: DemoSwatch[] = [
  {
    fabric: 'TW-01', supply: 'B-20', iron: 'harbour', pressCloth: 'muslin', method: 'dry', setting: 1, firstSide: 'back', passes: 1,
    holdS: 12,
    oldWay: true, grade: 1, marks: ['dotsVisible'], daysAgo: 41, readings: [{ kind: 'peel', value: 1.1 }],
    note: 'The collar that peeled at the second wash. Twelve seconds dry at wool, as the leaflet says for a press: by hand, '
      + 'under the muslin, it never got to its window.',
  },
  {
    fabric: 'TW-01', supply: 'B-20', iron: 'harbour', pressCloth: 'muslin', method: 'mist', setting: 2, firstSide: 'back', passes: 1,
    holdS: 20,
    grade: 4, marks: [], daysAgo: 39,
    readings: [
      { kind: 'overhang', value: 69 }, { kind: 'shrinkAlong', value: 0.6 }, { kind: 'peel', value: 17.5 },
    ],
    washes: [4, 4, 4, 4], note: 'One with the fabric. Kept through four washes.',
  },
  {
    fabric: 'TW-01', supply: 'B-20', iron: 'harbour', pressCloth: 'muslin', method: 'dry', setting: 2, firstSide: 'back', passes: 1,
    holdS: 19,
    grade: 4, marks: ['stiff'], daysAgo: 39, washes: [4], note: 'Holds, a little boardy.',
  },
  {
    fabric: 'TW-02', supply: 'B-31', iron: 'harbour', pressCloth: 'muslin', method: 'steam', setting: 1, firstSide: 'back', passes: 1,
    holdS: 15,
    oldWay: true, grade: 1, marks: ['dotsVisible'], daysAgo: 20, note: 'Edge lifts with a fingertip.',
  },
  {
    fabric: 'TW-02', supply: 'B-12', iron: 'harbour', pressCloth: 'muslin', method: 'damp', setting: 1, firstSide: 'back', passes: 1,
    holdS: 7,
    grade: 4, marks: [], daysAgo: 18, washes: [4], note: 'Lies flat, keeps the drape.',
  },
  {
    fabric: 'TW-03', supply: 'B-12', iron: 'harbour', pressCloth: 'organza', method: 'mist', setting: 1, firstSide: 'back', passes: 1,
    holdS: 8,
    oldWay: true, grade: 4, marks: ['waterMark'], daysAgo: 12, note: 'Bonded, and ringed all over. Never again wet.',
  },
  {
    fabric: 'TW-14', supply: 'B-32', iron: 'harbour', pressCloth: 'muslin', method: 'steam', setting: 1, firstSide: 'back', passes: 1,
    holdS: 11,
    grade: 3, marks: ['bubbles'], daysAgo: 2,
    note: 'Flat when it was lifted, bubbled across the chest in the morning. Nobody had shrunk the worsted.',
  },
  {
    fabric: 'TW-13', supply: 'B-12', iron: 'harbour', pressCloth: 'muslin', method: 'dry', setting: 1, firstSide: 'back', passes: 1,
    holdS: 20,
    grade: 4, marks: [], daysAgo: 44, washes: [2], note: 'One with the denim before it was washed.',
  },
  {
    fabric: 'TW-05', supply: 'B-51', iron: 'locker', pressCloth: 'muslin', method: 'damp', setting: 1, firstSide: 'back', passes: 1,
    holdS: 13,
    grade: 3, marks: [], daysAgo: 30, washes: [3, 2], note: 'Hem holds to a nail.',
  },
]
