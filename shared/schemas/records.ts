import { z } from 'zod'
import { MOST_GROWTH_PCT, MOST_SHRINK_PCT } from '#core/shrink'
import { MOST } from './limits'
import { idSchema, momentField, numberField, textField } from './common'

const MEASUREMENT_KINDS = ['mass', 'thickness', 'giveAlong', 'giveAcross', 'bending'] as const
/**
 * One reading as it was taken: mass (g, length mm, width mm), thickness (stack mm, layers), give (marked mm, pulled mm),
 * bending (overhang mm, angle °).
 */
export const measurementBody = z.object({
  kind: z.enum(MEASUREMENT_KINDS, { error: 'Measurement: choose what was measured.' }),
  a: numberField('First reading', '', 0.001, 100_000),
  b: numberField('Second reading', '', 0.001, 100_000),
  c: numberField('Third reading', '', 0.001, 100_000).nullable().default(null),
})
export type MeasurementBody = z.infer<typeof measurementBody>
interface Measurement extends MeasurementBody { id: string, value: number, createdAt: string }

export const preshrinkPassFields = z.object({
  kind: z.enum(['press', 'wash'], { error: 'Pass: a press or a wash.' }),
  heatC: numberField('Heat', '°C', 0, 240),
  alongBeforeMm: numberField('Along before', 'mm', 10, 5000), alongAfterMm: numberField('Along after', 'mm', 10, 5000),
  acrossBeforeMm: numberField('Across before', 'mm', 10, 5000), acrossAfterMm: numberField('Across after', 'mm', 10, 5000),
})
/** Every piece is cut by what a pass says: a figure that was misread is refused. */
export const preshrinkPassBody = preshrinkPassFields.superRefine((pass, ctx) => {
  for (const [way, name] of [['along', 'Along'], ['across', 'Across']] as const) {
    const before = pass[`${way}BeforeMm`], after = pass[`${way}AfterMm`], shrinkPct = (1 - after / before) * 100
    if (shrinkPct <= MOST_SHRINK_PCT && shrinkPct >= -MOST_GROWTH_PCT) continue
    ctx.addIssue({
      code: 'custom', path: [`${way}AfterMm`],
      message: `${name} after: from ${before} mm to ${after} mm is ${Math.abs(Math.round(shrinkPct))} % `
        + `${shrinkPct > 0 ? 'shorter' : 'longer'}, and no fabric does that. Measure it again.`,
    })
  }
})
export type PreshrinkPassBody = z.infer<typeof preshrinkPassFields>

export const SEEN = ['nothing', 'shine', 'colour', 'shrink', 'stick', 'smell'] as const
export const cornerStepBody = z.object({
  soleC: numberField('Iron', '°C', 60, 240),
  heldS: numberField('Held', 's', 1, 60),
  seen: z.enum(SEEN, { error: 'Seen: choose what happened.' }),
  note: textField('Note', 200).default(''),
})
export type CornerStepBody = z.infer<typeof cornerStepBody>

export interface FabricRecords {
  measurements: Measurement[]
  preshrinkPasses: (PreshrinkPassBody & { id: string, createdAt: string })[]
  corners: (CornerStepBody & { id: string, createdAt: string })[]
}

export const trimRunFields = z.object({
  fromM: numberField('From', 'm', 0, 10_000), toM: numberField('To', 'm', 0, 10_000), heatC: numberField('Heat', '°C', 60, 240),
})
export const runsForward: [(r: { fromM: number, toM: number }) => boolean, { path: string[], message: string }] = [
  r => r.toM > r.fromM, { path: ['toM'], message: 'To: a run ends further along than it begins.' },
]
export const trimRunBody = trimRunFields.refine(...runsForward)
export type TrimRunBody = z.infer<typeof trimRunBody>

export const stockMovementBody = z.object({
  metres: numberField('Metres', 'm', -100_000, 100_000).refine(m => m !== 0, 'Metres: nothing moved.'),
  reason: z.enum(['bought', 'used', 'offcut', 'counted'], { error: 'Reason: bought, used, offcut or counted.' }),
})
export type StockMovementBody = z.infer<typeof stockMovementBody>
export interface SupplyRecords {
  movements: (StockMovementBody & { id: string, createdAt: string, personId?: string | null })[]
  trimRuns: (TrimRunBody & { id: string, createdAt: string })[]
}

const sourceField = z.enum(['probe', 'typed', 'csv'], { error: 'From: the probe, typed, or a file.' })
const readingSchema = z.object({
  atS: z.number({ error: 'Seconds: give a number.' }).min(0, 'Seconds: 0 is the least.').max(36_000, 'Seconds: ten hours at the most.'),
  c: z.number({ error: 'Temperature: every reading needs a number in °C.' })
    .min(-60, 'Temperature: -60 °C is the smallest we accept.').max(600, 'Temperature: 600 °C is the largest we accept.'),
})
export const calibrationBody = z.object({
  position: z.number({ error: 'Setting: say which.' }).int().min(0).max(7),
  source: sourceField,
  readings: z
    .array(readingSchema, { error: 'Readings: give a list.' })
    .max(MOST.calibrationReadings, `Readings: ${MOST.calibrationReadings} at the most. Take one a second, or fewer.`),
  /** Made in the browser, so that a calibration sent twice is kept once. */
  clientKey: idSchema.nullable().default(null),
})
export type CalibrationBody = z.infer<typeof calibrationBody>
export const calibrationRecord = z.object({
  id: idSchema,
  position: z.number().int().min(0).max(7),
  meanC: z.number(), meanPmC: z.number(), swingC: z.number(), swingPmC: z.number(),
  periodS: z.number(), settledAfterS: z.number(), noiseC: z.number(),
  readings: z.number().int(),
  source: sourceField,
  createdAt: momentField('Written'),
})
export type CalibrationRecord = z.infer<typeof calibrationRecord>
