import { literal, type Transaction } from 'sequelize'
import { fitStop, type Calibration } from '#core/iron'
import { tracesFromCsv } from '#shared/csv'
import type { CalibrationBody, CalibrationRecord, ImportReport, Iron } from '#shared/schemas'
import { troubleSentence } from '#shared/words'
import { database } from '../db/connection'
import { CalibrationRow, IronRow, IronStopRow } from '../db/models'
import { invalid, notFound } from '../utils/problem'
import type { Context } from '../utils/context'
import { plain } from './plain'
import { getIron, listIrons } from './shelf'

export async function ironCalibrations({ workshopId }: Context, ironId: string): Promise<CalibrationRecord[]> {
  if (!await IronRow.count({ where: { id: ironId, workshopId } })) throw notFound('iron')
  return (await CalibrationRow.findAll({ where: { ironId }, order: [['createdAt', 'DESC']], limit: 50 })).map(c => plain(c))
}

/** Keeps a fit and writes what the stop really gives. */
async function keepFit(
  workshopId: string, ironId: string, position: number, fit: Calibration, source: CalibrationBody['source'], transaction: Transaction,
): Promise<void> {
  await CalibrationRow.create(
    {
      ironId, workshopId, position, meanC: fit.meanC.value, meanPmC: fit.meanC.plusMinus, swingC: fit.swingC.value,
      swingPmC: fit.swingC.plusMinus, periodS: fit.periodS.value, settledAfterS: fit.settledAfterS, noiseC: fit.noiseC,
      readings: fit.readings, source,
    },
    { transaction },
  )
  const found = {
    meanC: Math.round(fit.meanC.value * 10) / 10, swingC: Math.min(40, Math.round(fit.swingC.value * 10) / 10),
    origin: 'measured' as const,
  }
  await IronStopRow.update(found, { where: { ironId, position, workshopId }, transaction })
  await IronRow.update({ version: literal('version + 1') as unknown as number }, { where: { id: ironId }, transaction })
}

/** Fits the readings of one stop; a trace that cannot be fitted changes nothing. */
export async function calibrateStop(
  context: Context, ironId: string, body: CalibrationBody,
): Promise<{ iron: Iron, calibration: CalibrationRecord }> {
  const { workshopId } = context
  if (!await IronStopRow.count({ where: { ironId, workshopId, position: body.position } })) throw notFound('dial stop')
  const result = fitStop(body.readings)
  if ('trouble' in result) throw invalid([{ field: 'readings', message: troubleSentence(result.trouble) }])
  await database().transaction(transaction => keepFit(workshopId, ironId, body.position, result.fit, body.source, transaction))
  return { iron: await getIron(context, ironId), calibration: (await ironCalibrations(context, ironId))[0]! }
}

/** A file of readings for many stops: each one's fate first; stored all or not at all. */
export async function importCalibrations(context: Context, csv: string, dryRun: boolean): Promise<ImportReport> {
  const traces = tracesFromCsv(csv)
  if (typeof traces === 'string') throw invalid([{ field: 'csv', message: `File: ${traces}` }])
  const { workshopId } = context
  const irons = await listIrons(context)
  const fits: { ironId: string, position: number, fit: Calibration }[] = []
  const rows = traces.map(({ line, iron: name, stop, readings, problems }): ImportReport['rows'][number] => {
    const code = `${name}, ${stop}`
    const refused = (why: string[]) => ({ line, code, fate: 'refused' as const, problems: why })
    const iron = irons.find(i => i.name.toLowerCase() === name.toLowerCase())
    if (!iron) return refused([`iron: there is none called "${name.slice(0, 40)}".`])
    const position = iron.stops.findIndex(s => s.label.toLowerCase() === stop.toLowerCase())
    if (position < 0) return refused([`stop: ${iron.name} has ${iron.stops.map(s => s.label).join(', ')}, but no "${stop.slice(0, 40)}".`])
    if (problems.length > 0) return refused(problems)
    const result = fitStop(readings)
    if ('trouble' in result) return refused([troubleSentence(result.trouble)])
    fits.push({ ironId: iron.id, position, fit: result.fit })
    return {
      line, code, fate: 'changes',
      problems: [
        `${iron.stops[position]!.meanC} becomes ${result.fit.meanC.value.toFixed(1)} ± ${result.fit.meanC.plusMinus.toFixed(1)} °C.`,
      ],
    }
  })
  const counts = { new: 0, changes: fits.length, same: 0, refused: rows.length - fits.length }
  const stored = !dryRun && counts.refused === 0 && fits.length > 0
  if (stored) {
    await database().transaction(async (transaction) => {
      for (const f of fits) await keepFit(workshopId, f.ironId, f.position, f.fit, 'csv', transaction)
    })
  }
  return { rows, counts, stored }
}
