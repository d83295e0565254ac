import { randomUUID } from 'node:crypto'
import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import { simulateProbe } from '#core/iron'
import { calibrationBody, MOST } from '#shared/schemas'
import { SwatchPhotoRow } from '../db/models'
import { aRoom, refusal, type Room } from '../testing/room'
import { calibrateSetting, importCalibrations, ironCalibrations } from './calibrations'
import { getFabric } from './fabrics'
import { exportFabrics, exportSupplies, importFabrics, importSupplies } from './csv'
import { dropLabel, keepLabel, labelBytes } from './labels'
import { addPhoto, photoBytes } from './photos'
import { getIron, getSupply } from './shelf'

let room: Room
beforeAll(async () => { room = await aRoom() })

describe('a sheet of fabrics', () => {
  const HEAD = 'code;name;fibres;construction;mass_gsm;thickness_mm\n'
  it('each row\'s fate first; stored all or not at all; sent again it is the same; changed it is changed', async () => {
    const own = await aRoom(), bring = (rows: string, dry = false) => importFabrics(own.context, HEAD + rows, dry)
    const good = 'K-1;Ticking;cotton 100;twill;180,5;0,4\n'
    expect((await bring(`${good}K-2;Oddment;cotton 90;twill;4 oz;0.4\n`)).counts).toEqual({ new: 1, changes: 0, same: 0, refused: 1 })
    expect(await exportFabrics(own.context)).not.toContain('Ticking')
    expect(await bring(good, true)).toMatchObject({ stored: false, counts: { new: 1 } })
    expect(await bring(good)).toMatchObject({ stored: true, counts: { new: 1 } })
    expect(await bring(good)).toMatchObject({ stored: true, counts: { same: 1 } })
    // The same code in other letters is the same fabric.
    expect((await bring('k-1;Ticking;cotton 97 + elastane 3;twill;180,5;0,4\n')).rows).toMatchObject([{ fate: 'changes' }])
    const sheet = await exportFabrics(own.context)
    expect(sheet).toContain('elastane 3')
    // What goes out comes in again as it was.
    expect((await importFabrics(own.context, sheet, true)).counts).toEqual({ new: 0, changes: 0, same: 1, refused: 0 })
    expect((await refusal(importFabrics(own.context, 'no;sheet\n1;2\n', true))).said).toMatch(/csv: File:/)
  })
  it('a changed row counts as a change of the fabric and keeps its id', async () => {
    const fabric = await room.fabric({ code: 'Z-1' })
    await importFabrics(room.context, `${HEAD}Z-1;Renamed;cotton 100;poplin;121;0,27\n`, false)
    expect(await getFabric(room.context, fabric.id)).toMatchObject({ name: 'Renamed', massGsm: 121, version: fabric.version + 1 })
  })
  it('supplies too; another workroom\'s are not touched', async () => {
    const own = await aRoom(), other = await aRoom(), mine = await own.supply({ code: 'B-1' }), theirs = await other.supply({ code: 'B-1' })
    const sheet = (await exportSupplies(own.context)).replace(mine.name, 'Renamed')
    expect(await importSupplies(own.context, sheet, false)).toMatchObject({ stored: true, counts: { changes: 1 } })
    expect([(await getSupply(own.context, mine.id)).name, (await getSupply(other.context, theirs.id)).name]).toEqual(['Renamed', 'Lawn'])
  })
})

describe('a calibration', () => {
  const probe = simulateProbe({ kind: 'household', meanC: 149, swingC: 6, noiseC: 0.3, seed: 4 })
  const readings = Array.from({ length: 400 }, (_, i) => probe(i * 3))
  const body = (more: object = {}) => calibrationBody.parse({ clientKey: randomUUID(), position: 1, readings, source: 'probe', ...more })
  it('writes what the setting really gives, once by its key, and counts as a change of the iron', async () => {
    const iron = await room.iron(), sent = body()
    const { iron: after, calibration } = await calibrateSetting(room.context, iron.id, sent)
    expect(Math.abs(after.settings[1]!.meanC - 149)).toBeLessThan(2)
    expect([after.settings[1]!.origin, after.settings[0]!.meanC, after.version]).toEqual(['measured', 118, iron.version + 1])
    expect(Math.abs(calibration.meanC - after.settings[1]!.meanC)).toBeLessThan(0.06)
    await calibrateSetting(room.context, iron.id, sent)
    expect(await ironCalibrations(room.context, iron.id)).toHaveLength(1)
    expect((await refusal(calibrateSetting(room.context, iron.id, { ...sent, position: 0 }))).status).toBe(409)
  })
  it('readings that say nothing change nothing, and neither does a setting that is not there', async () => {
    const iron = await room.iron(), other = await aRoom()
    const flat = readings.slice(0, 4)
    expect((await refusal(calibrateSetting(room.context, iron.id, body({ readings: flat })))).said).toMatch(/readings:/)
    expect((await refusal(calibrateSetting(room.context, iron.id, body({ position: 7 })))).status).toBe(404)
    expect((await refusal(calibrateSetting(other.context, iron.id, body()))).status).toBe(404)
    expect((await refusal(ironCalibrations(other.context, iron.id))).status).toBe(404)
    expect((await getIron(room.context, iron.id)).settings).toEqual(iron.settings)
  })
  it('a file of readings: named iron and setting, in whatever letters; one that is wrong and none is stored', async () => {
    const iron = await room.iron({ name: 'Window iron' })
    const rows = (of: string, setting: string) => readings.map(r => `${of},${setting},${r.atS},${r.c}`)
    const file = (...all: string[]) => ['iron,setting,seconds,celsius', ...all].join('\n')
    const half = await importCalibrations(room.context, file(...rows('window IRON', 'Wool'), ...rows('Nobody', 'wool')), false)
    expect([half.counts.changes, half.counts.refused, half.stored]).toEqual([1, 1, false])
    expect((await getIron(room.context, iron.id)).settings[1]!.meanC).toBe(154)
    const no = await importCalibrations(room.context, file(...rows('Window iron', 'steam')), true)
    expect(no.rows[0]!.problems[0]).toMatch(/setting: Window iron has silk, wool, cotton, but no "steam"/)
    const most = MOST.calibrationReadings
    const long = (n: number) => file(...Array.from({ length: n }, (_, i) => `window iron,cotton,${i},${readings[i % readings.length]!.c}`))
    expect((await importCalibrations(room.context, long(most + 1), true)).rows[0]!.problems[0])
      .toMatch(/readings: 5001 of them; 5000 at the most/)
    expect((await importCalibrations(room.context, long(most), true)).rows[0]!.problems.join()).not.toMatch(/at the most/)
    expect((await importCalibrations(room.context, file(...rows('window iron', 'Wool')), false)).stored).toBe(true)
    expect(Math.abs((await getIron(room.context, iron.id)).settings[1]!.meanC - 149)).toBeLessThan(2)
  })
})

describe('a picture of a care label', () => {
  it('is one of each fabric, the newest, and of nobody else\'s', async () => {
    const fabric = await room.fabric(), other = await aRoom()
    const png = (background: string) => sharp({ create: { width: 60, height: 40, channels: 3, background } }).png().toBuffer()
    const blueOf = async (bytes: Buffer) => (await sharp(bytes).raw().toBuffer())[2]!
    expect(await labelBytes(room.context, fabric.id)).toBeNull()
    await keepLabel(room.context, fabric.id, await png('#200020'))
    expect(await keepLabel(room.context, fabric.id, await png('#2000f0'))).toEqual({ width: 60, height: 40 })
    expect(await SwatchPhotoRow.count({ where: { fabricId: fabric.id } })).toBe(1)
    expect(await blueOf((await labelBytes(room.context, fabric.id))!)).toBeGreaterThan(200)
    expect((await refusal(keepLabel(room.context, fabric.id, Buffer.from('no picture')))).said).toMatch(/no picture that can be read/)
    expect(await blueOf((await labelBytes(room.context, fabric.id))!)).toBeGreaterThan(200)
    const white = await png('#ffffff')
    for (const not of [() => labelBytes(other.context, fabric.id), () => dropLabel(other.context, fabric.id),
      () => keepLabel(other.context, fabric.id, white)]) expect((await refusal(not())).status).toBe(404)
    await dropLabel(room.context, fabric.id)
    expect((await refusal(dropLabel(room.context, fabric.id))).status).toBe(404)
  })
})

describe('a picture of a swatch', () => {
  it('is kept once by its key, so many and no more, and given back as it was packed', async () => {
    const swatch = await room.swatch({ fabric: await room.fabric(), supply: await room.supply(), iron: await room.iron() })
    const png = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#7a5c3a' } }).png().toBuffer(), key = randomUUID()
    const first = await addPhoto(room.context, swatch.id, 'after', png, key)
    expect(await addPhoto(room.context, swatch.clientKey, 'after', png, key)).toEqual(first)
    const bytes = await photoBytes(room.context, swatch.id, first.id)
    expect((await sharp(bytes).metadata()).format).toBe('jpeg')
    const other = await aRoom()
    expect((await refusal(photoBytes(other.context, swatch.id, first.id))).status).toBe(404)
    expect((await refusal(addPhoto(other.context, swatch.id, 'after', png))).status).toBe(404)
    const { workroomId } = room.context
    await SwatchPhotoRow.bulkCreate(Array.from({ length: MOST.photos - 1 }, () => (
      { jpeg: bytes, width: 40, height: 30, stage: 'after' as const, swatchId: swatch.id, workroomId, clientKey: null })))
    expect((await refusal(addPhoto(room.context, swatch.id, 'after', png))).said).toMatch(/a swatch keeps 12 at the most/)
  })
})
