import { describe, expect, it } from 'vitest'
import { DataTypes } from 'sequelize'
import { ENTITY_ROWS, idSchema, PAYLOADS, type EntityName } from '#shared/schemas'
import { connect } from './connection'
import { ENTITIES, renaming } from './entities'
import { idOf as id } from '#shared/kept.fixture'

connect('postgres://nobody@127.0.0.1:1/none')

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
    const DERIVED = [
      'accountId', 'nameKey', 'pin', 'phase', 'workroomId', 'used', 'version', 'piecesVersion', 'makingsVersion', 'createdAt', 'updatedAt',
      'deletedAt',
    ]
    for (const { name, model } of ENTITIES) {
      const fields = Object.keys(ENTITY_ROWS[name].shape)
      expect(Object.keys(model.getAttributes()).filter(c => !fields.includes(c) && !DERIVED.includes(c)), name).toEqual([])
    }
  })
})

describe('payloads', () => {
  it('are the JSON columns, no more and no less', () => {
    for (const { name, model } of ENTITIES) {
      const columns = Object.entries(model.getAttributes()).filter(([, c]) => c.type instanceof DataTypes.JSONB).map(([column]) => column)
      expect(columns, name).toEqual(PAYLOADS[name] ?? [])
    }
  })
})

describe('new ids', () => {
  const entity = (name: EntityName) => ENTITIES.find(e => e.name === name)!
  const secret = Buffer.alloc(32, 7)
  const rename = renaming(secret)
  const row = (name: EntityName, given: object) => rename(entity(name), given as Record<string, unknown>)
  const fabric = row('fabrics', { id: id(1), name: 'Poplin' }), place = row('places', { id: id(5), name: 'Gaiter' })

  it('are given to everything that has one, and every pointer follows', () => {
    expect(fabric.id).not.toBe(id(1))
    const [over, glued] = [row('supplies', { id: id(3) }), row('supplies', { id: id(2) })]
    const swatch = row('swatches', {
      id: id(8), fabricId: id(1), supplyId: id(2), ironId: id(4), pressClothId: null, planId: null, overSupplyIds: [id(3), id(2)],
    })
    expect(swatch).toMatchObject({
      fabricId: fabric.id, supplyId: glued.id, pressClothId: null, planId: null, overSupplyIds: [over.id, glued.id],
    })
    expect(row('swatchEvents', { swatchId: id(8), position: 0 }).swatchId).toBe(swatch.id)
    expect(row('pieces', { id: id(6), fabricId: id(1), place: `own:${id(5)}` }).place).toBe(`own:${String(place.id)}`)
    expect(row('pieces', { id: id(6), fabricId: id(1), place: 'collar' }).place).toBe('collar')
  })
  it('a making keeps its scrap and what lies under its stitches', () => {
    const scrap = row('scraps', { id: id(14), fabricId: id(1) }), film = row('supplies', { id: id(3) })
    const making = row('jobMakings', { id: id(6), jobId: id(9), fabricId: id(1), scrapId: id(14), supplyIds: [id(3)] })
    expect(making).toMatchObject({ fabricId: fabric.id, scrapId: scrap.id, supplyIds: [film.id] })
    expect(scrap.fabricId).toBe(fabric.id)
    expect(row('jobMakings', { id: id(6), scrapId: null, supplyIds: [] })).toMatchObject({ scrapId: null, supplyIds: [] })
  })
  it('are ids that a database takes, the same for the same row of one reading only', () => {
    expect(idSchema.safeParse(fabric.id).success).toBe(true)
    expect(rename(entity('fabrics'), { id: id(1).toUpperCase() }).id).toBe(fabric.id)
    expect(renaming(Buffer.alloc(32, 8))(entity('fabrics'), { id: id(1) }).id).not.toBe(fabric.id)
    expect(row('supplies', { id: id(1) }).id).not.toBe(fabric.id)
  })
  it('leave what an operation is called within its session, which its events and other operations name', () => {
    const called = `${id(6)}.0.interfacing`
    const operation = row('sessionOperations', { sessionId: id(9), id: called, needs: [called], pieceId: id(6), ironId: id(4) })
    const event = row('sessionEvents', { sessionId: id(9), op: called, key: id(7) })
    expect([operation.id, operation.needs, event.op, event.key]).toEqual([called, [called], called, id(7)])
    expect(operation.sessionId).toBe(event.sessionId)
    expect(operation.sessionId).not.toBe(id(9))
    const hand = row('jobPieces', { id: id(6), byHand: [{ ironId: id(4), placements: [] }] })
    expect([hand.id, (hand.byHand as { ironId: string }[])[0]!.ironId]).toEqual([operation.pieceId, operation.ironId])
  })
  it('leave everything else as it was', () => expect(fabric.name).toBe('Poplin'))
})
