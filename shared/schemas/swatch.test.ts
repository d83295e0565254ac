import { describe, expect, it } from 'vitest'
import type { z } from 'zod'
import {
  pairingQuery, photoQuery, pieceSchema, piecesBody, placeBody, planBody, readingBody, recipeSchema, rulesSchema, supplyBody,
  swatchBody, washBody,
  windowReportBody, olderWorkroomFile, workroomHead,
} from '.'

const ID = '00000000-0000-4000-8000-000000000000'
const recipe = {
  format: 1, method: 'dry', setting: { label: 'wool', meanC: 150, swingC: 5, origin: 'typical' }, firstSide: 'back', passes: 1, holdS: 10,
  lean: 'weight', pressureKPa: 1, pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS: 10, tableS: 0,
} as const
const swatch = {
  clientKey: ID, fabricId: ID, supplyId: ID, ironId: ID, pressClothId: null, surface: 'padded', recipe,
  predicted: { bond: 1, harm: 0, peakC: 120, windowC: [100, 120], worst: null }, grade: 3, pressedAt: '2026-11-24T10:00:00Z',
}
const wash = { clientKey: ID, washC: 40, tumble: 'no', grade: 4, washedAt: '2026-11-24T10:00:00Z' }
const place = { name: 'Gaiter top', stiffness: 'crisp', give: 'any', wear: 0.5, shows: true, inSeam: true, families: ['fusible'] }
const complaint = (schema: z.ZodType, value: unknown): string => {
  const result = schema.safeParse(value)
  return result.success ? '' : result.error.issues.map(i => i.message).join(' ')
}

describe('a recipe that was kept before clapper and table were told apart', () => {
  it('lay for as long in all; what says both is left as it is', () => {
    const { tableS: _, ...without } = { ...recipe, coolS: 200 }
    expect(recipeSchema.parse(without)).toMatchObject({ coolS: 15, tableS: 185 })
    expect(recipeSchema.parse({ ...without, coolS: 10 })).toMatchObject({ coolS: 10, tableS: 0 })
    expect(recipeSchema.parse({ ...without, tableS: 40 })).toMatchObject({ coolS: 200, tableS: 40 })
  })
})

describe('a swatch as it is sent', () => {
  it('older ones without lots, layers and readings are still taken', () => {
    expect(swatchBody.parse(swatch)).toMatchObject({
      fabricLot: '', supplyLot: '', overSupplyIds: [], planId: null, scrap: null, readings: [], markWhere: {}, marks: [], note: '',
    })
  })
  it.each<[string, object, RegExp]>([
    ['a grade of 6', { grade: 6 }, /^Bond: grades go from 0 to 5/], ['half a grade', { grade: 2.5 }, /whole grade/],
    ['a mark nobody knows', { marks: ['sparkles'] }, /^Marks:/],
    ['a place for a mark that goes on and on', { markWhere: { shine: 'x'.repeat(90) } }, /^Where: keep it under 60/],
    ['five layers', { overSupplyIds: [ID, ID, ID, ID, ID] }, /^Layers: four/],
    ['yesterday, in words', { pressedAt: 'yesterday' }, /^Pressed at:/], ['a bed of straw', { surface: 'straw' }, /^Pressing surface:/],
  ])('%s is refused with its field', (_what, over, says) => expect(complaint(swatchBody, { ...swatch, ...over })).toMatch(says))
})

describe('a setting of the dial', () => {
  it('may be a place between two of the longest names an iron can have; no name at all is refused', () => {
    const named = (label: string) => ({ ...swatch, recipe: { ...recipe, setting: { ...recipe.setting, label } } })
    expect(complaint(swatchBody, named(`between ${'a'.repeat(24)} and ${'b'.repeat(24)}`))).toBe('')
    expect(complaint(swatchBody, named(' '))).toMatch(/^Dial setting: it needs a name/)
  })
})

describe('readings and washes', () => {
  it.each([
    ['shrinkAlong', 2.5], ['shrinkAcross', -1], ['overhang', 62], ['peel', 17.4],
  ])('%s %d is taken', (kind, value) => expect(complaint(readingBody, { kind, value })).toBe(''))
  it.each([
    ['shrinkAlong', 80, /Shrinkage along: -20 to 50 %/], ['overhang', 0, /Overhang at 41.5°: 2 to 400 mm/],
    ['peel', -1, /Peel force: 0 to 200 N per 50 mm/], ['peel', 'hard', /give a number/], ['smell', 3, /choose what was measured/],
  ])('%s %s is refused', (kind, value, says) => {
    expect(complaint(readingBody, { kind, value })).toMatch(says)
  })
  it.each<[object, RegExp]>([
    [{ washC: 40.5 }, /whole number/], [{ washC: 120 }, /95 °C is the most/], [{ tumble: 'hot' }, /Dryer/], [{ grade: 9 }, /0 to 5/],
    [{ clientKey: 'x' }, /address/], [{ washedAt: '' }, /Washed at/],
  ])('a wash with %j is refused', (over, says) => {
    expect(complaint(washBody, { ...wash, ...over })).toMatch(says)
  })
  it('a plain wash is taken', () => expect(washBody.parse(wash)).toMatchObject({ marks: [], note: '' }))
})

describe('places, pieces and plans', () => {
  it('a place is taken with its layers empty', () => expect(placeBody.parse(place).layers).toEqual([]))
  it.each<[object, RegExp]>([
    [{ name: ' ' }, /needs a name/], [{ stiffness: 'limp' }, /Stiffness:/], [{ families: [] }, /at least one/],
    [{ families: ['glue'] }, /Families:/], [{ wear: 3 }, /Wear: 1/], [{ layers: ['triple'] }, /Layers:/],
  ])('a place with %j is refused', (over, says) => {
    expect(complaint(placeBody, { ...place, ...over })).toMatch(says)
  })
  it('a piece has a size and a whole count', () => {
    expect(complaint(pieceSchema, { id: ID, name: 'Under collar', alongMm: 420, acrossMm: 70, count: 2 })).toBe('')
    expect(complaint(pieceSchema, { id: ID, name: 'Under collar', alongMm: 2, acrossMm: 70, count: 2 })).toMatch(/Length: 5 mm/)
    expect(complaint(pieceSchema, { id: ID, name: 'Under collar', alongMm: 420, acrossMm: 70, count: 1.5 })).toMatch(
      /Count: give a whole number/,
    )
    expect(complaint(piecesBody, { place: '', pieces: [] })).toMatch(/Place: say which/)
  })
  it('a plan has one scrap to twelve', () => {
    const plan = {
      fabricId: ID, supplyId: ID, ironId: ID, pressClothId: null, surface: 'padded', scraps: [{ number: 1, recipe, asks: 'Too little?' }],
    }
    expect(complaint(planBody, plan)).toBe('')
    expect(complaint(planBody, { ...plan, scraps: [] })).toMatch(/at least one/)
    expect(complaint(planBody, { ...plan, scraps: Array.from({ length: 13 }, (_, i) => ({ number: i + 1, recipe, asks: '' })) })).toMatch(
      /twelve/,
    )
  })
  it('queries read their numbers from text and refuse what is none', () => {
    expect(pairingQuery.parse({ fabricId: ID, supplyId: ID, size: '60' })).toMatchObject({ size: 60, page: 1 })
    expect(complaint(pairingQuery, { fabricId: ID, supplyId: ID, size: 'many' })).toMatch(/Size:/)
    expect(photoQuery.parse({}).stage).toBe('after')
    expect(
      complaint(windowReportBody, {
        fabricId: ID, supplyId: ID, ironId: ID, pressClothId: null, surface: 'padded', recipe: { ...recipe, holdS: 9000 },
      }),
    ).toMatch(/Hold: 300 s/)
  })
})

describe('what came with new fields still reads what was written before', () => {
  it('house rules without washes ask for one', () => expect(rulesSchema.parse({ blend: 'strict' }).washes).toBe('1'))
  it('a supply without a lot has an empty one', () => {
    expect(
      supplyBody.parse({
        code: 'B', name: 'B', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.2, adhesive: 'polyamide',
        adhesiveGsm: 12, colourHex: '#ffffff',
      }).lot,
    ).toBe('')
  })
  it('a workroom file of version 1 is read; one of version 8 is not', () => {
    const file = {
      format: 'ready-cuff-workroom', version: 1,
      workroom: { name: 'W', units: { length: 'mm', temperature: '°C', arealMass: 'g/m²' }, rules: {} }, fabrics: [], supplies: [],
      irons: [], pressCloths: [], swatches: [],
    }
    expect(olderWorkroomFile.parse(file)).toMatchObject({ places: [], plans: [] })
    expect(complaint(workroomHead, { ...file, version: 8 })).toMatch(/later version/)
  })
})
