import { describe, expect, it } from 'vitest'
import { ENTITY_ROWS, type EntityName, type EntityRows } from '#shared/schemas'
import { connect } from './connection'
import { ENTITIES, LostPointer, NamedTwice, withNewIds } from './entities'

connect('postgres://nobody@127.0.0.1:1/none')
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const none = () => Object.fromEntries(ENTITIES.map(({ name }) => [name, []])) as unknown as EntityRows
const some = (rows: Record<string, object[]>) => ({ ...none(), ...rows }) as EntityRows

describe('the one list of entities', () => {
  it('names every row that a file can hold, once', () => {
    expect(ENTITIES.map(e => e.name).sort()).toEqual(Object.keys(ENTITY_ROWS).sort())
  })
  it('what is pointed at stands before what points', () => {
    const at = (name: EntityName) => ENTITIES.findIndex(e => e.name === name)
    for (const { name, points = {} } of ENTITIES)
      for (const to of Object.values(points)) expect(at(to), `${name} → ${to}`).toBeLessThan(at(name))
  })
  it('every column of a row is a column of its model, and every pointer one of its columns', () => {
    for (const { name, model, points = {} } of ENTITIES) {
      const columns = Object.keys(model.getAttributes()), fields = Object.keys(ENTITY_ROWS[name].shape)
      expect(fields.filter(f => !columns.includes(f)), name).toEqual([])
      expect(Object.keys(points).filter(p => !fields.includes(p)), name).toEqual([])
    }
  })
  it('every column that is kept goes out, but what is derived or counts versions', () => {
    const DERIVED = ['workshopId', 'used', 'version', 'createdAt', 'updatedAt', 'deletedAt']
    for (const { name, model } of ENTITIES) {
      const fields = Object.keys(ENTITY_ROWS[name].shape)
      expect(Object.keys(model.getAttributes()).filter(c => !fields.includes(c) && !DERIVED.includes(c)), name).toEqual([])
    }
  })
})

describe('new ids', () => {
  const rows = some({
    cloths: [{ id: id(1), name: 'Poplin' }], supplies: [{ id: id(2) }, { id: id(3) }], irons: [{ id: id(4) }], covers: [],
    places: [{ id: id(5), name: 'Gaiter' }],
    pieces: [{ id: id(6), clothId: id(1), place: `own:${id(5)}` }, { id: id(7), clothId: id(1), place: 'collar' }],
    trials: [{ id: id(8), clothId: id(1), supplyId: id(2), ironId: id(4), coverId: null, planId: null, overSupplyIds: [id(3), id(2)] }],
    trialEvents: [{ trialId: id(8), position: 0 }],
  })
  const fresh = withNewIds(rows)
  const row = (name: EntityName, i = 0) => fresh[name][i] as unknown as Record<string, unknown>
  it('are given to everything that has one, and every pointer follows', () => {
    expect(row('cloths').id).not.toBe(id(1))
    expect(row('trials')).toMatchObject({
      clothId: row('cloths').id, supplyId: row('supplies').id, ironId: row('irons').id, coverId: null, planId: null,
      overSupplyIds: [row('supplies', 1).id, row('supplies').id],
    })
    expect(row('trialEvents').trialId).toBe(row('trials').id)
    expect([row('pieces').place, row('pieces', 1).place]).toEqual([`own:${String(row('places').id)}`, 'collar'])
  })
  it('leave everything else, and the file itself, as it was', () => {
    expect(row('cloths').name).toBe('Poplin')
    expect(rows.cloths[0]!.id).toBe(id(1))
    expect(withNewIds(rows).cloths[0]!.id).not.toBe(fresh.cloths[0]!.id)
  })
  it('a row that points at nothing in the file, or one that stands there twice, is told', () => {
    const lost = some({ supplies: [], trials: [{ id: id(8), clothId: id(1) }] })
    expect(() => withNewIds(lost)).toThrow(LostPointer)
    expect(() => withNewIds(some({ irons: [{ id: id(4) }, { id: id(4) }] }))).toThrow(NamedTwice)
    try { withNewIds(lost) } catch (e) { expect(e).toMatchObject({ entity: 'trials', column: 'clothId', to: 'cloths' }) }
  })
})
