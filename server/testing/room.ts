import { randomUUID } from 'node:crypto'
import type { Recipe } from '#core/recipe'
import { draftRecipe } from '#core/recipe'
import { toBench, toRecipePayload } from '#shared/mappers'
import {
  clothBody, ironBody, jobBody, rulesSchema, supplyBody, trialBody, type Cloth, type Iron, type Job, type Rules, type Supply, type Trial,
  type TrialBody,
} from '#shared/schemas'
import { database } from '../db/connection'
import { WorkshopRow } from '../db/models'
import { createCloth } from '../services/cloths'
import { createJob } from '../services/jobs'
import { createIron, createSupply } from '../services/shelf'
import { recordTrial } from '../services/trials'
import type { Context } from '../utils/context'
import { ProblemError } from '../utils/problem'

/** A workroom of its own in the tests' database, empty, and ways to put things into it. */
export async function aRoom(rules: Partial<Rules> = {}) {
  database()
  const row = await WorkshopRow.create({
    id: randomUUID(), name: 'Test room', units: { length: 'mm', temperature: '°C', arealMass: 'g/m²' }, rules: rulesSchema.parse(rules),
  })
  const context: Context = { workshopId: row.id }
  let n = 0
  const next = () => ++n
  const cloth = (more: object = {}): Promise<Cloth> => createCloth(context, clothBody.parse({
    code: `C-${next()}`, name: 'Poplin', fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120,
    thicknessMm: 0.27, mayGetWet: true, nap: 'none', colourHex: '#ffffff', ...more,
  }))
  const supply = (more: object = {}): Promise<Supply> => createSupply(context, supplyBody.parse({
    code: `S-${next()}`, name: 'Lawn', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.21,
    resin: 'polyamide', resinGsm: 12, colourHex: '#ffffff', stockM: 3, ...more,
  }))
  const iron = (more: object = {}): Promise<Iron> => createIron(context, ironBody.parse({
    name: `Iron ${next()}`, kind: 'household', shutsOffAfterS: 480,
    stops: [
      { label: 'silk', meanC: 118, swingC: 6, origin: 'measured' }, { label: 'wool', meanC: 154, swingC: 7, origin: 'measured' },
      { label: 'cotton', meanC: 192, swingC: 9, origin: 'measured' },
    ],
    ...more,
  }))
  const job = (clothIds: readonly string[], more: object = {}): Promise<Job> => createJob(context, jobBody.parse({
    name: `Job ${next()}`, garment: 'Shirt', washC: 40, tumble: 'no', dryClean: false,
    cloths: clothIds.map(clothId => ({ clothId, place: null, supplyId: null })), ...more,
  }))
  /** A swatch of these three, held as is usual, judged as it says. */
  function trialOf(of: { cloth: Cloth, supply: Supply, iron: Iron }, more: Partial<TrialBody> = {}, how: Partial<Recipe> = {}): TrialBody {
    const bench = toBench(of.cloth, of.supply, of.iron, null, 'padded', rulesSchema.parse(rules))
    const recipe = { ...draftRecipe(bench, 'dry', of.iron.stops[1]!, 'back', 1, 'weight'), warmS: 0, holdS: 12, coolS: 30, ...how }
    return trialBody.parse({
      clientKey: randomUUID(), clothId: of.cloth.id, supplyId: of.supply.id, ironId: of.iron.id, coverId: null, bed: 'padded',
      recipe: toRecipePayload(recipe), predicted: { bond: 1.2, harm: 0, peakC: 130, windowC: [118, 140], worst: null },
      events: [
        { atS: 0, kind: 'down', soleC: 154 }, { atS: 12, kind: 'lift', soleC: 154 }, { atS: 12, kind: 'cool', soleC: 154 },
        { atS: 42, kind: 'done', soleC: null },
      ],
      grade: 4, marks: [], pressedAt: '2026-11-20T10:00:00.000Z', clothLot: '', supplyLot: '', ...more,
    })
  }
  const swatch = async (of: { cloth: Cloth, supply: Supply, iron: Iron }, more: Partial<TrialBody> = {}): Promise<Trial> =>
    (await recordTrial(context, trialOf(of, more))).trial
  return { context, cloth, supply, iron, job, trialOf, swatch }
}
export type Room = Awaited<ReturnType<typeof aRoom>>

/** What was refused: its status and what it says of which field. */
export async function refusal(work: Promise<unknown>): Promise<{ status: number, said: string }> {
  try {
    await work
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    const { status, detail, errors } = error.problem
    return { status, said: [detail, ...errors.map(e => `${e.field}: ${e.message}`)].join(' | ') }
  }
  throw new Error('It was not refused.')
}
