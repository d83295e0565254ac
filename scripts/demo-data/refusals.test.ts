import { describe, expect, it } from 'vitest'
import type { z } from 'zod'
import {
  calibrationBody, careEventBody, fabricBody, cornerStepBody, ironBody, jobBody, jobPieceSchema, makingSchema, measurementBody, placeBody,
  planBody, pressedAsTheHouse, sessionEventSchema, sessionOperationSchema, scrapBody, preshrinkPassBody, stockMovementBody, supplyBody,
  swatchBody,
  trimRunBody, workroomUpdate,
} from '#shared/schemas'
import { DEMO_FABRICS } from './fabrics'
import { DEMO_JOBS } from './jobs'
import { DEMO_MAKINGS } from './makings'
import { DEMO_MENDS } from './mends'
import { DEMO_PIECES, shapeOf } from './pieces'
import { DEMO_IRONS, DEMO_SUPPLIES } from './supplies'

const ID = '00000000-0000-4000-8000-000000000000', AT = '2026-11-24T10:00:00Z'
type Path = (string | number)[]

/** Every leaf of a value, and every list, by its path. */
function* leaves(value: unknown, path: Path = []): Generator<[Path, unknown]> {
  if (Array.isArray(value)) yield [path, value]
  if (typeof value !== 'object' || value === null) {
    yield [path, value]
    return
  }
  for (const [key, inner] of Object.entries(value)) yield* leaves(inner, [...path, Array.isArray(value) ? Number(key) : key])
}
const put = (value: unknown, [key, ...rest]: Path, to: unknown): unknown => {
  if (key === undefined) return to
  if (Array.isArray(value)) return value.map((v, i) => (i === key ? put(v, rest, to) : v))
  return { ...value as object, [key]: put((value as Record<string, unknown>)[key], rest, to) }
}
/** What nobody could have meant, by what stands there. */
function spoils(value: unknown): unknown[] {
  if (typeof value === 'number') return [-1e13, 1e13, 'much']
  if (typeof value === 'boolean') return ['maybe']
  if (typeof value === 'string') return ['x'.repeat(200_000), 7, 'a\u0000b']
  return Array.isArray(value) ? [{}, Array.from({ length: 6000 }, () => value[0] ?? 'x')] : [{ some: 'thing' }]
}
/** What the board writes for itself, and no person gives: a sentence of its place is enough. */
const OWN = /^(format|kind|version|clientKey|key|id|.*Ids?)$/
/** A sentence that begins with the field's name as it stands on the board. */
const SENTENCE = /^[A-Z][\w\u00C0-\u024F °.(),'-]{1,60}: \S.*[.]$|^This is not the address of anything kept here\.$/
const FALLEN_BACK = /something is missing here/

/** Spoils every figure, word and list of a value, one at a time. @returns what was taken, or refused without a sentence */
function unsaid(schema: z.ZodType, good: object): string[] {
  const first = schema.safeParse(good)
  if (!first.success) return [`refused as it is: ${first.error.message}`]
  const wrong: string[] = []
  for (const [path, value] of leaves(good)) {
    const own = path.some(p => OWN.test(String(p)))
    for (const spoilt of spoils(value)) {
      const { success, error } = schema.safeParse(put(good, path, spoilt))
      const says = error?.issues.map(i => i.message) ?? []
      const shown = JSON.stringify(spoilt).slice(0, 24)
      if (success) wrong.push(`${path.join('.')} = ${shown} is taken`)
      else if (!own && !says.some(s => SENTENCE.test(s) && !FALLEN_BACK.test(s)))
        wrong.push(`${path.join('.')} = ${shown}: ${says.join(' ')}`)
    }
  }
  return wrong
}

const piece = (p: typeof DEMO_PIECES[string][number]) => ({
  id: ID, name: p.name, place: p.place, fabricId: ID, shape: shapeOf(p), count: p.count ?? 1, pair: p.pair ?? false,
  allowances: { seam: 10, hem: 40, front: 10 }, grain: p.grain ?? 'along', oneWay: p.oneWay ?? false, interfacingId: null, foamId: null,
  webId: null, inset: p.inset ?? null, ...pressedAsTheHouse(),
})
const RECIPE = {
  format: 1, method: 'dry', setting: { label: 'wool', meanC: 150, swingC: 5, origin: 'typical' }, firstSide: 'back', passes: 1, holdS: 10,
  lean: 'weight', pressureKPa: 1, pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS: 10, tableS: 0,
}
const LOOK = {
  palette: [{ hex: '#9b2d30', sharePct: 60 }, { hex: '#f0e7d2', sharePct: 40 }], figureMm: 14,
  tile: { picture: 'data:image/png;base64,AAAA', wideMm: 40 },
}
const OUTLINE = { rim: [[0, 0], [200, 0], [200, 90], [0, 90]], holes: [] }
const KEPT: [string, z.ZodType, object[]][] = [
  ['fabrics', fabricBody, DEMO_FABRICS.map(c => ({ mayGetWet: true, nap: 'none', ...c }))],
  ['supplies', supplyBody, DEMO_SUPPLIES],
  ['irons', ironBody, DEMO_IRONS.map(({ key: _, ...iron }) => iron)],
  ['jobs', jobBody, DEMO_JOBS.map(({ inDays: _i, lookInDays: _l, fabrics: [first], trims = [], ...job }) => ({
    ...job, forWhen: '2026-12-01', lookOn: '2027-01-08', trimIds: trims.map(() => ID),
    fabrics: [{ fabricId: ID, place: first![1], supplyId: null }],
  }))],
  ['pieces', jobPieceSchema, Object.values(DEMO_PIECES).flat().map(piece)],
  ['what is made and mended', makingSchema, [...Object.values(DEMO_MAKINGS), ...Object.values(DEMO_MENDS)].flat()
    .map(({ name, spec }) => ({ id: ID, name, fabricId: null, spec }))],
  ['a place', placeBody, [{ name: 'Gaiter top', stiffness: 'crisp', give: 'any', wear: 0.5, shows: true, inSeam: true,
    families: ['fusible'] }]],
  ['a swatch', swatchBody, [{
    clientKey: ID, fabricId: ID, supplyId: ID, ironId: ID, pressClothId: null, surface: 'padded', grade: 3, pressedAt: AT, marks: ['shine'],
    markWhere: { shine: 'left' }, note: 'Well', fabricLot: 'A', supplyLot: 'B', readings: [{ kind: 'peel', value: 12 }],
    recipe: RECIPE, doubts: [{ why: 'clockSet', byS: 40 }, { why: 'slept', forS: 9 }], planId: ID, scrap: 3, overSupplyIds: [ID],
    events: [{ atS: 0, kind: 'down', soleC: 148 }, { atS: 10, kind: 'lift', soleC: null }],
    predicted: { bond: 1, harm: 0, peakC: 120, windowC: [100, 120], worst: null },
  }]],
  ['how a garment came back', careEventBody, [{
    clientKey: ID, fabricId: ID, supplyId: null, rounds: 3, washC: 40, tumble: 'no', softener: false, grade: 3, marks: ['bubbles'],
    foreseen: 1.1, note: 'A corner', cameAt: AT,
  }]],
  ['what is measured', measurementBody, [{ kind: 'mass', a: 1.2, b: 100, c: 100 }, { kind: 'thickness', a: 2.4, b: 8, c: null }]],
  ['how it settles', preshrinkPassBody, [
    { kind: 'press', heatC: 150, alongBeforeMm: 300, alongAfterMm: 297, acrossBeforeMm: 300, acrossAfterMm: 299 },
  ]],
  ['a corner held under the iron', cornerStepBody, [{ soleC: 110, heldS: 5, seen: 'nothing', note: 'By the window' }]],
  ['stock and trims', stockMovementBody, [{ metres: -1.5, reason: 'used' }]],
  ['a run of trim', trimRunBody, [{ fromM: 0, toM: 6, heatC: 150 }]],
  ['an iron measured', calibrationBody, [{ position: 2, source: 'typed', readings: [{ atS: 0, c: 148 }, { atS: 30, c: 153.5 }] }]],
  ['a plan of scraps', planBody, [
    { fabricId: ID, supplyId: ID, ironId: ID, pressClothId: null, surface: 'padded',
      scraps: [{ number: 1, recipe: RECIPE, asks: 'Too little?' }] },
  ]],
  ['a scrap for patches', scrapBody, [{
    name: 'Flag end', fabricId: null, wideMm: 200, highMm: 90, massGsm: 120, givePct: 2, washC: 40, face: LOOK,
    back: { ...LOOK, tile: null },
  }]],
  ['the workroom', workroomUpdate, [{
    name: 'Tidewell workroom', version: 0, units: { length: 'mm', temperature: '°C', arealMass: 'g/m²' },
    rules: { blend: 'strict', pressCloth: 'always', washes: '1', patience: '20', places: '3', cooling: 'cold' },
  }]],
  ['what a session presses', sessionOperationSchema, [{
    id: 'fuse.1', kind: 'fuse', name: 'Collar', pieceId: null, numbers: [1, 2], side: 'back', fabricId: null, supplyId: null, ironId: null,
    pressClothId: null, surface: 'padded', needs: ['trim.1'], recipe: RECIPE, standing: 'proved', outline: OUTLINE, keepOuts: [OUTLINE],
    placements: [{ x: 40, y: 30, headingDeg: 0, tip: false }], motion: 'still',
    predicted: { bond: 1, harm: 0, peakC: 120, windowC: [100, 120], worst: null },
  }]],
  ['what happens in a run', sessionEventSchema, [{
    key: ID, device: ID, atMs: 1_764_000_000_000, kind: 'edge', op: 'fuse.1', pass: 0, placement: 2, soleC: 150, edge: 'lifts',
    placements: [1, 2],
    setting: { label: 'wool', meanC: 150, swingC: 5 }, byS: 3, ids: ['fuse.1'],
  }]],
]

describe('what nobody could have meant is refused with a sentence that names its field', () => {
  it.each(KEPT)('%s', (_what, schema, all) => {
    const wrong = all.flatMap(good => unsaid(schema, good)).map(says => says.replaceAll(/\.\d+(?=[.:\s])/g, '.n'))
    expect([...new Set(wrong)]).toEqual([])
  })
})
