import { randomUUID } from 'node:crypto'
import type { EntityRows, OlderWorkroomFile } from '#shared/schemas'

const unkeyed = { clientKey: null }

/** A file of version 1 or 2, with its nested rows laid out as version 3 has them. */
export function asToday(file: OlderWorkroomFile) {
  const { cloths, supplies, irons, covers, places, plans, trials, workshop, format } = file
  const placed = new Map<string, number>()
  const next = (key: string) => {
    const position = placed.get(key) ?? 0
    placed.set(key, position + 1)
    return position
  }
  const made = (createdAt: string) => ({ id: randomUUID(), createdAt })
  const kept = trials.map(t => ({ ...t, ...made(t.pressedAt) }))
  const begun = plans[0]?.createdAt ?? kept[0]?.createdAt ?? new Date(0).toISOString()
  const rows: EntityRows = {
    cloths: cloths.map(({ fibres: _f, measurements: _m, settle: _s, corners: _c, pieces: _p, ...cloth }) => cloth),
    clothFibres: cloths.flatMap(c => c.fibres.map((f, position) => ({ ...f, clothId: c.id, position }))),
    measurements: cloths.flatMap(c => c.measurements.map(m => ({ ...m, clothId: c.id }))),
    settlePasses: cloths.flatMap(c => c.settle.map(s => ({ ...s, clothId: c.id }))),
    cornerSteps: cloths.flatMap(c => c.corners.map(s => ({ ...s, clothId: c.id }))),
    pieces: cloths.flatMap(c => c.pieces.map(p => ({ ...p, ...made(begun), clothId: c.id, position: next(`${c.id} ${p.place}`) }))),
    supplies: supplies.map(({ movements: _m, runs: _r, ...supply }) => supply),
    stockMovements: supplies.flatMap(s => s.movements.map(m => ({ ...m, supplyId: s.id }))),
    trimRuns: supplies.flatMap(s => s.runs.map(r => ({ ...r, supplyId: s.id }))),
    irons: irons.map(({ stops: _s, calibrations: _c, ...iron }) => iron),
    ironStops: irons.flatMap(i => i.stops.map((s, position) => ({ ...s, ironId: i.id, position }))),
    calibrations: irons.flatMap(i => i.calibrations.map(c => ({ ...c, ...unkeyed, ironId: i.id }))),
    covers, places, plans, jobs: [], jobCloths: [], jobPieces: [], scraps: [], jobMakings: [], careEvents: [], setAside: [],
    offcuts: [], lays: [],
    layParts: [],
    runs: [], runOperations: [], runEvents: [],
    trials: kept.map(({ events: _e, readings: _r, washes: _w, photos: _p, ...trial }) => trial),
    trialEvents: kept.flatMap(t => t.events.map((e, position) => ({ ...e, trialId: t.id, position }))),
    trialReadings: kept.flatMap(t => t.readings.map(r => ({ ...r, ...unkeyed, ...made(t.createdAt), trialId: t.id }))),
    washes: kept.flatMap(t => t.washes.map(w => ({ ...w, ...made(w.washedAt), trialId: t.id }))),
    photos: kept.flatMap(t => t.photos
      .map(({ jpegBase64, ...p }) => ({ ...p, ...unkeyed, ...made(t.createdAt), trialId: t.id, jpeg: jpegBase64 }))),
  }
  return { format, version: 3 as const, workshop, rows }
}
