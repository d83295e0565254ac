import { describe, expect, it } from 'vitest'
import { olderWorkroomFile, workroomFile } from '#shared/schemas'
import { renamed } from '#shared/renamed'
import { asToday } from './older'
import { idOf as id } from '#shared/kept.fixture'

const at = '2026-11-24T10:00:00.000Z'
const old = olderWorkroomFile.parse(renamed({
  format: 'ready-cuff-workroom', version: 2,
  workshop: { name: 'W', units: { length: 'mm', temperature: '°C', arealMass: 'g/m²' }, rules: {} },
  cloths: [
    {
      id: id(1), code: 'C-1', name: 'Poplin',
      fibres: [
        { fibre: 'cotton', sharePct: 60 }, { fibre: 'linen', sharePct: 40 },
      ],
      construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none', colourHex: '#ffffff',
      measurements: [{ id: id(2), createdAt: at, kind: 'mass', a: 1, b: 2, c: 3, value: 120 }], settle: [],
      corners: [{ id: id(3), createdAt: at, soleC: 120, heldS: 10, seen: 'nothing' }],
      pieces: [
        { name: 'Top', alongMm: 400, acrossMm: 60, count: 2, place: 'collar' },
        { name: 'Under', alongMm: 400, acrossMm: 58, count: 2, place: 'collar' },
        { name: 'Cuff', alongMm: 240, acrossMm: 70, count: 4, place: 'cuff' },
      ],
    },
  ],
  supplies: [
    {
      id: id(4), code: 'S-1', name: 'Lawn', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.21,
      resin: 'polyamide', resinGsm: 12, colourHex: '#ffffff', movements: [{ id: id(5), createdAt: at, metres: 3, reason: 'bought' }],
      runs: [],
    },
  ],
  irons: [
    {
      id: id(6), name: 'Harbour', kind: 'household', calibrations: [],
      stops: [
        { label: 'silk', meanC: 118, swingC: 6 }, { label: 'wool', meanC: 154, swingC: 7 },
      ],
    },
  ],
  covers: [{ id: id(7), name: 'Muslin', kind: 'muslin' }], places: [], plans: [],
  trials: [
    {
      clientKey: id(8), clothId: id(1), supplyId: id(4), ironId: id(6), coverId: id(7), bed: 'padded', grade: 4, pressedAt: at,
      recipe: {
        format: 1, method: 'dry', stop: { label: 'wool', meanC: 154, swingC: 7 }, firstSide: 'back', passes: 1, holdS: 12, lean: 'weight',
        pressureKPa: 1, coverWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS: 20, tableS: 0,
      },
      predicted: { bond: 1.2, harm: 0, peakC: 130, windowC: [118, 140], worst: null },
      events: [
        { atS: 0, kind: 'down' }, { atS: 12, kind: 'lift' },
      ],
      readings: [{ kind: 'peel', value: 12 }], washes: [{ clientKey: id(9), washC: 40, tumble: 'no', grade: 4, washedAt: at }],
      photos: [{ stage: 'after', width: 10, height: 10, jpegBase64: 'AAAA' }],
    },
  ],
}))

describe('a workroom file of an older version', () => {
  const now = asToday(old)
  it('is a file of today, every row where it belongs', () => {
    expect(workroomFile.safeParse(now).error?.issues ?? []).toEqual([])
    const counts = Object.fromEntries(
      Object.entries(now.rows)
        .filter(([, rows]) => rows.length > 0)
        .map(([name, rows]) => [name, rows.length]),
    )
    expect(counts).toEqual({
      fabrics: 1, fabricFibres: 2, measurements: 1, cornerSteps: 1, pieces: 3, supplies: 1, stockMovements: 1, irons: 1, ironSettings: 2,
      pressCloths: 1, swatches: 1, swatchEvents: 2, swatchReadings: 1, washes: 1, photos: 1,
    })
  })
  it('keeps the order of fibres, settings and events, and numbers pieces within their place', () => {
    const { rows } = now
    expect(rows.fabricFibres.map(f => [f.fibre, f.position])).toEqual([['cotton', 0], ['linen', 1]])
    expect(rows.ironSettings.map(s => [s.label, s.position])).toEqual([['silk', 0], ['wool', 1]])
    expect(rows.swatchEvents.map(e => [e.kind, e.position])).toEqual([['down', 0], ['lift', 1]])
    expect(rows.pieces.map(p => [p.place, p.position])).toEqual([['collar', 0], ['collar', 1], ['cuff', 0]])
  })
  it('what belongs to a swatch points at it', () => {
    const { rows } = now
    for (const part of [rows.swatchEvents, rows.swatchReadings, rows.washes,
      rows.photos]) expect(part[0]!.swatchId).toBe(rows.swatches[0]!.id)
    expect(rows.photos[0]!.jpeg).toBe('AAAA')
  })
})
