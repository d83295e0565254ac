import { describe, expect, it } from 'vitest'
import { UNDAMAGED } from '#core/appearance'
import { CAUSES, diagnose, NO_CONTEXT, REMEDIES, remedyFor, SIGNS } from '#core/rescue'
import { operationsOfMaking } from './making'
import { toRecipePayload } from './mappers'
import { fabric, idOf, iron, muslin, supply } from './kept.fixture'
import {
  appearanceOfSigns, bondLeft, hottestWashC, isRemedy, missedPlaces, remedyMaking, SIGN_APPEARANCE, toPast, toPatient,
} from './rescuing'
import { makingSchema, remedySpec, rulesSchema, type PressSession } from './schemas'

const things = {
  fabric: fabric(), supply: supply(), iron: iron(), pressCloth: muslin, surface: 'padded' as const, rules: rulesSchema.parse({}),
}

describe('signs as they are drawn', () => {
  it('every sign that is on the fabric shows something of its own', () => {
    const on = SIGNS.filter(s => s !== 'adhesiveSole' && s !== 'adhesiveBoard').map(s => JSON.stringify(SIGN_APPEARANCE[s]))
    expect(new Set(on).size).toBe(on.length)
    expect(on).not.toContain('{}')
  })
  it('several on one swatch are the worse of each', () => {
    expect(appearanceOfSigns([])).toEqual(UNDAMAGED)
    expect(appearanceOfSigns(['shine', 'bubbles', 'lifts'])).toMatchObject({ shine: 0.9, bubbles: 0.9, peeled: 0.75, melted: 0 })
    expect(appearanceOfSigns(['edges', 'torn'])).toMatchObject({ atEdges: true, torn: true, peeled: 0.7 })
  })
})

describe('what is known of the piece', () => {
  it('is put to core as any pressing is; a sew-in carries nothing that could be pressed again', () => {
    const p = toPatient(things, { bond: 0.4, browned: false })
    expect(p).toMatchObject({ bond: 0.4, supply: { adhesive: 'polyamide' }, pressCloth: 'muslin', iron: { kind: 'household' } })
    expect(toPatient({ ...things, supply: supply({ adhesive: null }) }, { bond: 1, browned: true })).toMatchObject(
      { supply: null, browned: true })
    expect(toPatient({ ...things, pressCloth: null, supply: null }, { bond: 1, browned: false })).toMatchObject({ pressCloth: null,
      supply: null })
  })
  it('what came right counts for its cause, what did not against it', () => {
    expect(toPast({ results: [{ cause: 'slid', went: 'well' }, { cause: 'slid', went: 'partly' }, { cause: 'tooCool', went: 'badly' }] }))
      .toEqual({ slid: 1.4, tooCool: -0.5 })
    const before = diagnose(['rings'], {}, NO_CONTEXT).beliefs.find(b => b.cause === 'dripping')!.share
    const past = toPast({ results: Array.from({ length: 4 }, () => ({ cause: 'dripping' as const, went: 'well' as const })) })
    expect(diagnose(['rings'], {}, { ...NO_CONTEXT, past }).beliefs.find(b => b.cause === 'dripping')!.share).toBeGreaterThan(before)
  })
})

describe('a remedy among the makings', () => {
  const recipe = toRecipePayload(remedyFor('tooShort', toPatient(things, { bond: 0.4, browned: false })).recipe!)
  const spec = {
    format: 1, kind: 'remedy', signs: ['lifts'], cause: 'tooShort', belief: 0.6, remedy: 'pressAgain', recipe, wideMm: 160, highMm: 200,
    went: null,
  } as const
  const making = (more: object) => makingSchema.parse(
    { id: idOf(51), name: 'Press it again', fabricId: idOf(11), supplyId: idOf(21), spec: { ...spec, ...more } })
  it('with a recipe is one thing to press, as large as was said', () => {
    const [op, ...rest] = operationsOfMaking(making({}))
    expect(rest).toEqual([])
    expect(op).toMatchObject({
      kind: 'remedy', spec: { how: 'remedy', recipe: { holdS: expect.any(Number) } }, supplyId: idOf(21), makingId: idOf(51),
    })
    const xs = op!.area!.rim.map(p => p.x), ys = op!.area!.rim.map(p => p.y)
    expect([Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)]).toEqual([160, 200])
  })
  it('without one the hands do it', () => {
    expect(operationsOfMaking(making({ recipe: null }))).toMatchObject([{ kind: 'fingers', spec: { how: 'hand' }, area: null }])
  })
  it('what is no remedy is refused with its field', () => {
    const bad = (more: object) => remedySpec.safeParse({ ...spec, ...more }).error?.issues[0]?.message
    expect(bad({ signs: [] })).toContain('at least one')
    expect(bad({ cause: 'bad luck' })).toContain('Cause:')
    expect(bad({ belief: 2 })).toContain('Belief')
    expect(bad({ went: 'so so' })).toContain('Went')
    expect(bad({ wideMm: 1 })).toContain('Width')
    for (const cause of CAUSES) expect(remedySpec.safeParse({ ...spec, cause }).success).toBe(true)
    for (const remedy of REMEDIES) expect(remedySpec.safeParse({ ...spec, remedy }).success).toBe(true)
  })
})

describe('the pressing that a fault comes from', () => {
  const washes = (...rounds: [washC: number, grade: number][]) => rounds.map(([washC, grade]) => ({ washC, grade })) as never
  it('what is left of its bond is no more than it was pressed to, nor than its last grade says', () => {
    const whole = bondLeft([], { grade: 5, washes: washes() }, null)
    expect(bondLeft([], { grade: 5, washes: washes([40, 3], [40, 1]) }, null)).toBeLessThan(whole)
    expect(bondLeft([], { grade: 5, washes: washes() }, 0.2)).toBe(0.2)
    expect(bondLeft(['lifts'], { grade: 5, washes: washes() }, null)).toBe(whole)
  })
  it('of a piece that was never graded the signs say it', () => {
    expect(bondLeft(['shine'], null, null)).toBe(1)
    for (const sign of ['lifts', 'edges', 'peeledWashed'] as const) expect(bondLeft(['shine', sign], null, null)).toBeLessThan(0.5)
  })
  it('it was washed as hot as its hottest round, or never', () => {
    expect([hottestWashC({ washes: washes([40, 4], [60, 3], [30, 3]) }), hottestWashC({ washes: washes() })]).toEqual([60, null])
  })

  const event = (kind: string, op: string | null, key = '') => ({ key, kind, op })
  const session = (events: object[]) => ({
    events, operations: [
      { id: 'cuff', fabricId: 'f', supplyId: 's' }, { id: 'collar', fabricId: 'f', supplyId: 's' },
      { id: 'belt', fabricId: 'g', supplyId: 's' },
    ],
  }) as unknown as PressSession
  const swatch = { clientKey: 'edge', fabricId: 'f', supplyId: 's' }
  const later = session([event('missed', 'cuff'), event('missed', 'collar'), event('missed', 'belt'), event('missed', null)])
  it('positions missed count for the very piece whose edge it was', () => {
    const edges = session([event('missed', 'cuff'), event('missed', 'cuff'), event('missed', 'collar'), event('edge', 'cuff', 'edge')])
    expect(missedPlaces([later, edges], swatch)).toBe(2)
  })
  it('where that is not known, for every piece of the pair in the newest session', () => {
    expect(missedPlaces([later, session([event('missed', 'cuff')])], swatch)).toBe(2)
    expect(missedPlaces([], swatch)).toBe(0)
  })
})

describe('a remedy that is taken into the job', () => {
  const patient = toPatient(things, { bond: 0.4, browned: false })
  it('is one that the server keeps, told from other makings, and not yet known to have gone well', () => {
    const found = { cause: 'tooShort', belief: 1.0000001, signs: ['lifts'] } as const
    const on = { fabricId: idOf(11), supplyId: null }
    const m = remedyMaking(idOf(61), remedyFor('tooShort', patient), found, on, { wideMm: 160, highMm: 200 })
    expect(makingSchema.safeParse(JSON.parse(JSON.stringify(m))).error?.issues).toBeUndefined()
    expect(m).toMatchObject({ ...on, spec: { cause: 'tooShort', belief: 1, wideMm: 160, highMm: 200, went: null } })
    expect(m.name.length).toBeLessThanOrEqual(60)
    expect([isRemedy(m), isRemedy({ ...m, spec: { format: 1, kind: 'hem' } as never })]).toEqual([true, false])
  })
})
