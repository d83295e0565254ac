import { randomUUID } from 'node:crypto'
import type { EntityRows, OlderWorkroomFile } from '#shared/schemas'

const unkeyed = { clientKey: null }

/** A file of version 1 or 2, with its nested rows laid out as version 3 has them. */
export function asToday(file: OlderWorkroomFile) {
  const { fabrics, supplies, irons, pressCloths, places, plans, swatches, workroom, format } = file
  const placed = new Map<string, number>()
  const next = (key: string) => {
    const position = placed.get(key) ?? 0
    placed.set(key, position + 1)
    return position
  }
  const made = (createdAt: string) => ({ id: randomUUID(), createdAt })
  const kept = swatches.map(t => ({ ...t, ...made(t.pressedAt) }))
  const begun = plans[0]?.createdAt ?? kept[0]?.createdAt ?? new Date(0).toISOString()
  const rows: EntityRows = {
    people: [],
    fabrics: fabrics.map(({ fibres: _f, measurements: _m, preshrinkPasses: _s, corners: _c, pieces: _p, ...fabric }) => fabric),
    fabricFibres: fabrics.flatMap(c => c.fibres.map((f, position) => ({ ...f, fabricId: c.id, position }))),
    measurements: fabrics.flatMap(c => c.measurements.map(m => ({ ...m, fabricId: c.id }))),
    preshrinkPasses: fabrics.flatMap(c => c.preshrinkPasses.map(s => ({ ...s, fabricId: c.id }))),
    cornerSteps: fabrics.flatMap(c => c.corners.map(s => ({ ...s, fabricId: c.id }))),
    pieces: fabrics.flatMap(c => c.pieces.map(p => ({ ...p, ...made(begun), fabricId: c.id, position: next(`${c.id} ${p.place}`) }))),
    supplies: supplies.map(({ movements: _m, trimRuns: _r, ...supply }) => supply),
    stockMovements: supplies.flatMap(s => s.movements.map(m => ({ ...m, supplyId: s.id }))),
    trimRuns: supplies.flatMap(s => s.trimRuns.map(r => ({ ...r, supplyId: s.id }))),
    irons: irons.map(({ settings: _s, calibrations: _c, ...iron }) => iron),
    ironSettings: irons.flatMap(i => i.settings.map((s, position) => ({ ...s, ironId: i.id, position }))),
    calibrations: irons.flatMap(i => i.calibrations.map(c => ({ ...c, ...unkeyed, ironId: i.id }))),
    pressCloths, places, plans, jobs: [], jobFabrics: [], jobPieces: [], scraps: [], jobMakings: [], careEvents: [], setAside: [],
    offcuts: [], layouts: [],
    layoutParts: [],
    sessions: [], sessionOperations: [], sessionEvents: [],
    swatches: kept.map(({ events: _e, readings: _r, washes: _w, photos: _p, ...swatch }) => swatch),
    swatchEvents: kept.flatMap(t => t.events.map((e, position) => ({ ...e, swatchId: t.id, position }))),
    swatchReadings: kept.flatMap(t => t.readings.map(r => ({ ...r, ...unkeyed, ...made(t.createdAt), swatchId: t.id }))),
    washes: kept.flatMap(t => t.washes.map(w => ({ ...w, ...made(w.washedAt), swatchId: t.id }))),
    photos: kept.flatMap(t => t.photos
      .map(({ jpegBase64, ...p }) => ({ ...p, ...unkeyed, ...made(t.createdAt), swatchId: t.id, fabricId: null, jpeg: jpegBase64 }))),
  }
  return { format, version: 3 as const, workroom, rows }
}
