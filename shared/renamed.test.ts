import { describe, expect, it } from 'vitest'
import { ENTITY_ROWS } from './schemas'
import { renamed, RENAMED_CODES, RENAMED_IDS, RENAMED_KEYS, RENAMED_WORDS } from './renamed'

const uuid = '00000000-0000-4000-8000-000000000001'

describe('what was stored under the names of before', () => {
  it('has today\'s keys however deep it lies, and its codes; what people wrote stays', () => {
    expect(renamed({
      cloths: [{ clothId: uuid, name: 'crest', note: 'patch the backing', lot: 'motif' }],
      trials: [{ trialId: uuid, recipe: { stop: { label: 'stop', meanC: 150 }, coverWaterGsm: 80 }, marks: ['strikeThrough'] }],
    })).toEqual({
      fabrics: [{ fabricId: uuid, name: 'crest', note: 'patch the backing', lot: 'motif' }],
      swatches: [{ swatchId: uuid, recipe: { setting: { label: 'stop', meanC: 150 }, pressClothWaterGsm: 80 }, marks: ['strikeThrough'] }],
    })
  })
  it.each([
    [{ kind: 'crest', name: 'kind' }, { kind: 'embroidery', name: 'kind' }],
    [{ kind: 'patch', holes: [] }, { kind: 'hole', holes: [] }],
    [{ massOrigin: 'proved', setting: { origin: 'model' }, note: 'model' }, {
      massOrigin: 'tested', setting: { origin: 'estimate' }, note: 'model',
    }],
    [{ kind: 'back', op: 'out' }, { kind: 'undo', op: 'out' }],
    [[{ kind: 'over' }, { kind: 'out' }], [{ kind: 'takeOver' }, { kind: 'skip' }]],
    [{ role: 'backing' }, { role: 'interfacing' }],
    [{ place: 'crestGround', family: 'patch' }, { place: 'embroideryGround', family: 'patch' }],
    [{ signs: ['resinFace', 'lifts'], cause: 'openCloth', remedy: 'liftResin' }, {
      signs: ['adhesiveFace', 'lifts'], cause: 'openFabric', remedy: 'liftAdhesive',
    }],
    [{ kind: 'down', print: 2, prints: [1] }, { kind: 'down', placement: 2, placements: [1] }],
    [{ id: `settle.${uuid}`, needs: [`${uuid}.0.backing`, `${uuid}.motif0`] }, {
      id: `preshrink.${uuid}`, needs: [`${uuid}.0.interfacing`, `${uuid}.badge0`],
    }],
    [{ name: 'a.backing', note: 'settle.me' }, { name: 'a.backing', note: 'settle.me' }],
  ])('%j', (was, now) => expect(renamed(was)).toEqual(now))
  it('runs are sessions in a workroom, open stretches in a hem, and runs of a trim at a supply', () => {
    expect(renamed({ rows: { runs: [{ runId: uuid }] }, supplies: [{ runs: [] }], work: { kind: 'hem', runs: [] } }))
      .toEqual({ rows: { sessions: [{ sessionId: uuid }] }, supplies: [{ trimRuns: [] }], spec: { kind: 'hem', stretches: [] } })
  })
  it('leaves alone what is no plain data', () => {
    const when = new Date()
    expect(renamed({ at: when, none: null, n: 1, of: undefined })).toEqual({ at: when, none: null, n: 1, of: undefined })
  })
  it('what has today\'s names keeps them', () => {
    const today = [...Object.values(RENAMED_KEYS), 'stretches', 'trimRuns', ...Object.keys(ENTITY_ROWS)]
    for (const name of today.filter(n => n !== 'trimRuns')) expect(Object.hasOwn(RENAMED_KEYS, name), name).toBe(false)
    for (const name of Object.values(RENAMED_CODES)) expect(Object.hasOwn(RENAMED_CODES, name)).toBe(false)
    for (const of of Object.values(RENAMED_WORDS))
      for (const word of Object.values(of)) expect(Object.hasOwn(of, word)).toBe(false)
    expect(RENAMED_IDS.reduce((id, [from, to]) => id.replace(from, to), `preshrink.${uuid}`)).toBe(`preshrink.${uuid}`)
  })
  it('every list of a workroom that has another name since is an entity of today', () => {
    for (const now of Object.values(RENAMED_WORDS.entity!)) expect(Object.hasOwn(ENTITY_ROWS, now), now).toBe(true)
  })
})
