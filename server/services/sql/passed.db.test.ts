import { randomUUID } from 'node:crypto'
import { QueryTypes } from 'sequelize'
import { describe, expect, it } from 'vitest'
import { hasPassed } from '#core/learn'
import { MARKS, type SwatchBody } from '#shared/schemas'
import { database } from '../../db/connection'
import { SwatchRow, WashRoundRow } from '../../db/models'
import { aRoom } from '../../testing/room'
import { HAS_FAILED, HAS_PASSED } from './passed'

/** Numbers that look drawn, the same every time. */
const drawn = (i: number, of: number) => Math.floor((Math.abs(Math.sin(i * 12.9898) * 43758.5453) % 1) * of)

describe('passed', () => {
  it.each(['0', '1', '3'] as const)('means to the database what it means to the board, %s washes being asked for', async (washes) => {
    const room = await aRoom({ washes }), { workroomId } = room.context
    const of = { fabric: await room.fabric(), supply: await room.supply(), iron: await room.iron() }
    const mark = (n: number) => (drawn(n, 4) === 0 ? [MARKS[drawn(n + 7, MARKS.length)]!] : [])
    // Most grades are near the one that counts.
    const grade = (n: number) => 2 + drawn(n, 3)
    const { events: _e, readings: _r, ...body } = room.swatchOf(of)
    const swatches = Array.from({ length: 60 }, (_, i) => ({
      ...body, workroomId, id: randomUUID(), clientKey: randomUUID(), grade: grade(10 * i), marks: mark(10 * i + 1),
      pressedAt: new Date(body.pressedAt),
    }))
    await SwatchRow.bulkCreate(swatches)
    await WashRoundRow.bulkCreate(swatches.flatMap(({ id: swatchId }, i) => Array.from({ length: drawn(10 * i + 2, 5) }, (_, w) => ({
      swatchId, workroomId, clientKey: randomUUID(), washC: 40, tumble: 'no' as const, grade: 3 + drawn(10 * i + 3 + w, 3),
      marks: drawn(10 * i + w, 9) === 0 ? ['bubbles' as const] : [], note: '', washedAt: new Date(),
    }))))
    type Judged = Pick<SwatchBody, 'grade' | 'marks'>
    const rows = await database().query<Judged & { washes: Judged[], passed: boolean, failed: boolean }>(`
      select t.grade, t.marks, ${HAS_PASSED} as passed, ${HAS_FAILED} as failed,
      coalesce((select json_agg(json_build_object('grade', w.grade, 'marks', w.marks)) from wash_round w where w.swatch_id = t.id), '[]')
        as washes from swatch t where t.workroom_id = :id`,
    { type: QueryTypes.SELECT, replacements: { id: workroomId } })
    expect(rows).toHaveLength(60)
    for (const t of rows) {
      const said = JSON.stringify([t.grade, t.marks, t.washes])
      expect(t.passed, said).toBe(hasPassed(t as never, Number(washes)))
      expect(t.failed, said).toBe(!hasPassed(t as never, 0))
    }
    expect([rows.some(t => t.passed), rows.some(t => t.failed), rows.some(t => t.grade === 3 && t.passed)]).toEqual([true, true, true])
  })
})
