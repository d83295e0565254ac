import { z } from 'zod'
import { CONSTRUCTION_KEYS, FIBRE_KEYS, FINISH_KEYS } from '#core/materials'
import { hexField, nameField, numberField, originSchema, pageQuery, textField, versionField, yesField } from './common'

export const fibreShareSchema = z.object({
  fibre: z.enum(FIBRE_KEYS, { error: 'Fibre: choose one from the list.' }),
  sharePct: numberField('Share', '%', 0.1, 100),
})

const SHARE_TOLERANCE_PCT = 0.05

/** What is wrong with a list of shares, as a sentence; null if it makes 100 %. An empty list is an unknown fibre. */
export function shareProblem(fibres: { fibre: string, sharePct: number }[]): string | null {
  if (fibres.length === 0) return null
  if (new Set(fibres.map(f => f.fibre)).size < fibres.length)
    return 'Fibre shares: the same fibre is listed twice. Add its shares together.'
  const total = fibres.reduce((s, f) => s + f.sharePct, 0)
  const off = total - 100
  if (Math.abs(off) <= SHARE_TOLERANCE_PCT) return null
  const shown = Math.abs(off) < 1 ? Math.abs(off).toFixed(1) : String(Math.round(Math.abs(off) * 10) / 10)
  return off < 0
    ? `Fibre shares: they make ${Math.round(total * 10) / 10} %, so ${shown} % is missing. Add it to the largest share, or name the fibre.`
    : `Fibre shares: they make ${Math.round(total * 10) / 10} %, which is ${shown} % too much. Take it off the largest share.`
}

export const fabricFields = z.object({
  code: nameField('Code', 24),
  name: nameField('Name'),
  fibres: z.array(fibreShareSchema, { error: 'Fibre shares: give a list.' }).max(8, 'Fibre shares: eight fibres at most.'),
  construction: z.enum(CONSTRUCTION_KEYS, { error: 'Construction: choose one from the list.' }),
  massGsm: numberField('Weight', 'g/m²', 10, 2000),
  massOrigin: originSchema.default('typical'),
  thicknessMm: numberField('Thickness', 'mm', 0.03, 15),
  thicknessOrigin: originSchema.default('typical'),
  mayGetWet: yesField('May it get wet'),
  nap: z.enum(['none', 'texture', 'nap', 'pile'], { error: 'Surface: choose one from the list.' }),
  finishes: z
    .array(z.enum(FINISH_KEYS, { error: 'Finish: choose from the list.' }), { error: 'Finish: give a list.' })
    .max(6, 'Finish: six at most.')
    .default([]),
  colourHex: hexField,
  note: textField('Note', 500).default(''),
  lot: textField('Lot', 40).default(''),
  giveAlongPct: numberField('Give along', '%', 0, 300).nullable().default(null),
  giveAcrossPct: numberField('Give across', '%', 0, 300).nullable().default(null),
  napDirection: z.enum(['none', 'up', 'down'], { error: 'Nap direction: none, up or down.' }).default('none'),
  showsResidue: yesField('Shows every trace').default(false),
  sheer: yesField('Sheer').default(false),
  widthMm: numberField('Width', 'mm', 50, 5000).nullable().default(null),
  stockM: numberField('In stock', 'm', 0, 100_000).nullable().default(null),
  labelIronC: z
    .union([z.literal(0), z.literal(110), z.literal(150), z.literal(200)], { error: 'Care label: 0 (do not iron), 110, 150 or 200.' })
    .nullable()
    .default(null),
  labelSteam: yesField('Steam by its label').nullable().default(null),
  labelWords: textField('Care label', 200).default(''),
  bendingAlongMm: numberField('Bending length', 'mm', 1, 300).nullable().default(null),
  prewashed: yesField('Washed before').default(false),
})

/** Sums what one field cannot see: shares, and a weight that its thickness cannot hold. */
const fabricChecks = (c: z.infer<typeof fabricFields>, ctx: z.RefinementCtx) => {
  const shares = shareProblem(c.fibres)
  if (shares) ctx.addIssue({ code: 'custom', path: ['fibres'], message: shares })
  const densityKgM3 = c.massGsm / c.thicknessMm
  if (densityKgM3 > 2500)
    ctx.addIssue({
      code: 'custom', path: ['thicknessMm'],
      message: `Thickness: ${c.massGsm} g/m² in ${c.thicknessMm} mm would be denser than any fabric. Measure it again, `
        + `or check the units (mm).`,
    })
  if (densityKgM3 < 15)
    ctx.addIssue({
      code: 'custom', path: ['massGsm'],
      message: `Weight: ${c.massGsm} g/m² at ${c.thicknessMm} mm would be lighter than wadding. Check the units (g/m² and mm).`,
    })
}

export const fabricBody = fabricFields.superRefine(fabricChecks)
export const fabricUpdate = fabricFields.extend({ version: versionField }).superRefine(fabricChecks)

export type FabricBody = z.infer<typeof fabricBody>
export interface Fabric extends FabricBody {
  id: string
  version: number
  updatedAt: string
  /** Swatches pressed of it. */
  swatchCount: number
  /** Highest corner step stood without harm, °C. */
  cornerC: number | null
  /** Swatches at their sole temperature: hurt by heat, or passed with their washes. */
  swatches: { soleC: number, damageByHeat: boolean, passed: boolean }[]
}

export const fabricQuery = pageQuery.extend({
  fibre: z.enum(FIBRE_KEYS, { error: 'Fibre: choose one from the list.' }).optional(),
  lightest: z.coerce.number({ error: 'Lightest: give a number in g/m².' }).min(0).max(5000).optional(),
  heaviest: z.coerce.number({ error: 'Heaviest: give a number in g/m².' }).min(0).max(5000).optional(),
  gives: z.stringbool({ error: 'Gives: yes or no.' }).optional(),
  stocked: z.stringbool({ error: 'In stock: yes or no.' }).optional(),
})
export type FabricQuery = z.infer<typeof fabricQuery>
