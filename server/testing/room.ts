import { randomUUID } from 'node:crypto'
import type { Recipe } from '#core/recipe'
import { draftRecipe } from '#core/recipe'
import { toPressSetup, toRecipePayload } from '#shared/mappers'
import {
  fabricBody, ironBody, jobBody, rulesSchema, supplyBody, swatchBody, type Fabric, type Iron, type Job, type Rules, type Supply,
  type Swatch,
  type SwatchBody,
} from '#shared/schemas'
import { database } from '../db/connection'
import { WorkroomRow } from '../db/models'
import { createFabric } from '../services/fabrics'
import { createJob } from '../services/jobs'
import { createIron, createSupply } from '../services/shelf'
import { recordSwatch } from '../services/swatches'
import type { Context } from '../utils/context'
import { ProblemError } from '../utils/problem'

/** A workroom of its own in the tests' database, empty, and ways to put things into it. */
export async function aRoom(rules: Partial<Rules> = {}) {
  database()
  const row = await WorkroomRow.create({
    id: randomUUID(), name: 'Test room', units: { length: 'mm', temperature: '°C', arealMass: 'g/m²', region: 'UK', currency: 'EUR' },
    rules: rulesSchema.parse(rules),
  })
  const context: Context = { workroomId: row.id }
  let n = 0
  const next = () => ++n
  const fabric = (more: object = {}): Promise<Fabric> => createFabric(context, fabricBody.parse({
    code: `C-${next()}`, name: 'Poplin', fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120,
    thicknessMm: 0.27, mayGetWet: true, nap: 'none', colourHex: '#ffffff', ...more,
  }))
  const supply = (more: object = {}): Promise<Supply> => createSupply(context, supplyBody.parse({
    code: `S-${next()}`, name: 'Lawn', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.21,
    adhesive: 'polyamide', adhesiveGsm: 12, colourHex: '#ffffff', stockM: 3, ...more,
  }))
  const iron = (more: object = {}): Promise<Iron> => createIron(context, ironBody.parse({
    name: `Iron ${next()}`, kind: 'household', shutsOffAfterS: 480,
    settings: [
      { label: 'silk', meanC: 118, swingC: 6, origin: 'measured' }, { label: 'wool', meanC: 154, swingC: 7, origin: 'measured' },
      { label: 'cotton', meanC: 192, swingC: 9, origin: 'measured' },
    ],
    ...more,
  }))
  const job = (fabricIds: readonly string[], more: object = {}): Promise<Job> => createJob(context, jobBody.parse({
    name: `Job ${next()}`, garment: 'Shirt', washC: 40, tumble: 'no', dryClean: false,
    fabrics: fabricIds.map(fabricId => ({ fabricId, place: null, supplyId: null })), ...more,
  }))
  /** A swatch of these three, held as is usual, judged as it says. */
  function swatchOf(of: { fabric: Fabric, supply: Supply, iron: Iron }, more: Partial<SwatchBody> = {},
    how: Partial<Recipe> = {}): SwatchBody {
    const setup = toPressSetup(of.fabric, of.supply, of.iron, null, 'padded', rulesSchema.parse(rules))
    const recipe = { ...draftRecipe(setup, 'dry', of.iron.settings[1]!, 'back', 1, 'weight'), warmS: 0, holdS: 12, coolS: 30, ...how }
    return swatchBody.parse({
      clientKey: randomUUID(), fabricId: of.fabric.id, supplyId: of.supply.id, ironId: of.iron.id, pressClothId: null, surface: 'padded',
      recipe: toRecipePayload(recipe), predicted: { bond: 1.2, harm: 0, peakC: 130, windowC: [118, 140], worst: null },
      events: [
        { atS: 0, kind: 'down', soleC: 154 }, { atS: 12, kind: 'lift', soleC: 154 }, { atS: 12, kind: 'cool', soleC: 154 },
        { atS: 42, kind: 'done', soleC: null },
      ],
      grade: 4, marks: [], pressedAt: '2026-11-20T10:00:00.000Z', fabricLot: '', supplyLot: '', ...more,
    })
  }
  const swatch = async (of: { fabric: Fabric, supply: Supply, iron: Iron }, more: Partial<SwatchBody> = {}): Promise<Swatch> =>
    (await recordSwatch(context, swatchOf(of, more))).swatch
  return { context, fabric, supply, iron, job, swatchOf, swatch }
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
