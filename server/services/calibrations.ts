import { literal } from 'sequelize'
import type { Calibration } from '#core/iron'
import { ironSettingSchema, MOST, type CalibrationBody, type CalibrationRecord, type ImportReport, type Iron } from '#shared/schemas'
import { troubleSentence } from '#shared/words'
import { HELD, transact } from '../db/transaction'
import { CalibrationRow, IronRow, IronSettingRow } from '../db/models'
import { invalid, notFound } from '../utils/problem'
import type { Context } from '../utils/context'
import { onThread } from '../work/worker-pool'
import { addOnce } from './sql/keyed'
import { plainRow } from './sql/plainRow'
import { getIron, listIrons } from './shelf'
import { fitOnServer } from './window-pool'
import { holdWorkroom } from './workroom'

export async function ironCalibrations({ workroomId }: Context, ironId: string): Promise<CalibrationRecord[]> {
  if (!await IronRow.count({ where: { id: ironId, workroomId } })) throw notFound('iron')
  return (await CalibrationRow.findAll({ where: { ironId, workroomId }, order: [['createdAt', 'DESC']], limit: 50 })).map(c => plainRow(c))
}

/** What a setting takes of a fit, or why it takes none. */
function settingOf(fit: Calibration): { meanC: number, swingC: number, origin: 'measured' } | { problem: string } {
  const found = {
    meanC: Math.round(fit.meanC.value * 10) / 10, swingC: Math.min(40, Math.round(fit.swingC.value * 10) / 10),
    origin: 'measured' as const,
  }
  const checked = ironSettingSchema.pick({ meanC: true, swingC: true }).safeParse(found)
  return checked.success ? found : { problem: `It comes to ${found.meanC} °C. ${checked.error.issues[0]!.message} Look at the probe.` }
}

/** Keeps a fit and writes what the setting really gives. */
async function keepFit(
  workroomId: string, ironId: string, position: number, fit: Calibration, source: CalibrationBody['source'], clientKey: string | null,
): Promise<CalibrationRow> {
  const row = await CalibrationRow.create(
    {
      ironId, workroomId, position, meanC: fit.meanC.value, meanPmC: fit.meanC.plusMinus, swingC: fit.swingC.value,
      swingPmC: fit.swingC.plusMinus, periodS: fit.periodS.value, settledAfterS: fit.settledAfterS, noiseC: fit.noiseC,
      readings: fit.readings, source, clientKey,
    },
  )
  const found = settingOf(fit)
  if ('problem' in found) throw invalid([{ field: 'readings', message: `Readings: ${found.problem}` }])
  await IronSettingRow.update(found, { where: { ironId, position, workroomId } })
  await IronRow.update({ version: literal('version + 1') as unknown as number }, { where: { id: ironId, workroomId } })
  return row
}

/** The iron is held while its setting is written. */
async function holdIron(workroomId: string, id: string): Promise<void> {
  if (!await IronRow.findOne({ where: { id, workroomId }, lock: HELD })) throw notFound('iron')
}

/** Fits the readings of one stop; a trace that cannot be fitted changes nothing. */
export async function calibrateSetting(
  context: Context, ironId: string, body: CalibrationBody,
): Promise<{ iron: Iron, calibration: CalibrationRecord }> {
  const { workroomId } = context
  if (!await IronSettingRow.count({ where: { ironId, workroomId, position: body.position } })) throw notFound('dial setting')
  const [result] = await fitOnServer(context, [body.readings])
  if ('trouble' in result!) throw invalid([{ field: 'readings', message: troubleSentence(result.trouble) }])
  const belongs = { ironId, position: body.position }
  const { row } = await addOnce(CalibrationRow, workroomId, body.clientKey, belongs, () => transact(async () => {
    await holdIron(workroomId, ironId)
    return keepFit(workroomId, ironId, body.position, result!.fit, body.source, body.clientKey)
  }))
  return { iron: await getIron(context, ironId), calibration: plainRow(row) }
}

/** A file of readings for many stops: each one's fate first; stored all or not at all. */
export async function importCalibrations(context: Context, csv: string, dryRun: boolean): Promise<ImportReport> {
  const traces = await onThread('judge', 'traces', csv, { ...context, smaller: 'Split the file.' })
  if (typeof traces === 'string') throw invalid([{ field: 'csv', message: `File: ${traces}` }])
  const { workroomId } = context
  const irons = await listIrons(context)
  const fits: { ironId: string, position: number, fit: Calibration }[] = []
  const isShort = (readings: unknown[]) => readings.length <= MOST.calibrationReadings
  const results = await fitOnServer(context, traces.map(t => t.problems.length === 0 && isShort(t.readings) ? t.readings : []))
  const rows = traces.map(({ line, iron: name, setting, readings, problems }, i): ImportReport['rows'][number] => {
    const code = `${name}, ${setting}`
    const refused = (why: string[]) => ({ line, code, fate: 'refused' as const, problems: why })
    const iron = irons.find(i => i.name.toLowerCase() === name.toLowerCase())
    if (!iron) return refused([`iron: no iron is called "${name.slice(0, 40)}".`])
    const position = iron.settings.findIndex(s => s.label.toLowerCase() === setting.toLowerCase())
    if (position < 0)
      return refused([`setting: ${iron.name} has ${iron.settings.map(s => s.label).join(', ')}, but no "${setting.slice(0, 40)}".`])
    if (problems.length > 0) return refused(problems)
    if (!isShort(readings))
      return refused([`readings: ${readings.length} of them; ${MOST.calibrationReadings} at the most. Take one a second, or fewer.`])
    const result = results[i]!
    if ('trouble' in result) return refused([troubleSentence(result.trouble)])
    const found = settingOf(result.fit)
    if ('problem' in found) return refused([found.problem])
    fits.push({ ironId: iron.id, position, fit: result.fit })
    return {
      line, code, fate: 'changes',
      problems: [
        `${iron.settings[position]!.meanC} becomes ${result.fit.meanC.value.toFixed(1)} ± ${result.fit.meanC.plusMinus.toFixed(1)} °C.`,
      ],
    }
  })
  const counts = { new: 0, changes: fits.length, same: 0, refused: rows.length - fits.length }
  const stored = !dryRun && counts.refused === 0 && fits.length > 0
  if (stored) {
    await transact(async () => {
      await holdWorkroom(context)
      for (const f of fits) await keepFit(workroomId, f.ironId, f.position, f.fit, 'csv', null)
    })
  }
  return { rows, counts, stored }
}
