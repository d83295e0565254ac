import { ForeignKeyConstraintError, Transaction, UniqueConstraintError } from 'sequelize'
import type { z } from 'zod'
import type { anyWorkroomFile, EntityName, EntityRows, WorkroomFile } from '#shared/schemas'
import { database } from '../db/connection'
import { insertRows, LostPointer, NamedTwice, removeRows, rowsOf, withNewIds } from '../db/entities'
import { WorkshopRow } from '../db/models'
import type { Context } from '../utils/context'
import { invalid, notFound } from '../utils/problem'
import { asToday } from './older-workroom-file'
import { takeBack } from './photos'
import { getWorkshop } from './workshop'

/** The whole workroom as one file, as one moment saw it. */
export async function exportWorkroom(context: Context): Promise<WorkroomFile> {
  const { name, units, rules } = await getWorkshop(context)
  const rows = await database().transaction(
    { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, transaction => rowsOf(context.workshopId, transaction),
  )
  return { format: 'ready-cuff-workroom', version: 3, workshop: { name, units, rules }, rows }
}

const ONE_OF: Record<EntityName, string> = {
  cloths: 'cloth', clothFibres: 'fibre share', measurements: 'measurement', settlePasses: 'settling pass', cornerSteps: 'corner test',
  supplies: 'supply', stockMovements: 'stock movement', trimRuns: 'settled run', irons: 'iron', ironStops: 'dial stop',
  calibrations: 'calibration', covers: 'cover', places: 'place', pieces: 'piece', jobs: 'job', jobCloths: 'cloth of a job',
  plans: 'plan of scraps', trials: 'swatch', trialEvents: 'press event', trialReadings: 'reading', washes: 'wash', photos: 'picture',
}

/** A file that points at what is not in it, or names a thing twice, is refused whole. */
async function wholeOrNothing<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    const said = (field: string, why: string) => invalid([{ field, message: `File: ${why}. Nothing was changed.` }])
    if (error instanceof LostPointer)
      throw said(`rows.${error.entity}`, `a ${ONE_OF[error.entity]} in it belongs to a ${ONE_OF[error.to]} that is not in it`)
    if (error instanceof NamedTwice) throw said(`rows.${error.entity}`, `the same ${ONE_OF[error.entity]} stands in it twice`)
    if (error instanceof ForeignKeyConstraintError) throw said('rows', 'something in it belongs to a thing that is not in it')
    if (error instanceof UniqueConstraintError) throw said('rows', 'the same code or key stands in it twice')
    throw error
  }
}

/** Pictures are unpacked and packed anew, whatever the file says they are. */
async function picturesAnew(photos: EntityRows['photos']): Promise<EntityRows['photos']> {
  const anew: EntityRows['photos'] = []
  for (const p of photos) {
    const { jpeg, width, height } = await takeBack(Buffer.from(p.jpeg, 'base64'))
    anew.push({ ...p, jpeg: jpeg.toString('base64'), width, height })
  }
  return anew
}

/**
 * Puts a file in place of everything kept, in one transaction: either all of it stands afterwards, or nothing changed.
 * Every row gets an id of its own, so that the same file can be read into two workrooms.
 */
export async function importWorkroom(
  { workshopId }: Context, file: z.infer<typeof anyWorkroomFile>,
): Promise<{ cloths: number, supplies: number, trials: number, jobs: number }> {
  const { workshop, rows: given } = file.version === 3 ? file : asToday(file)
  const photos = await picturesAnew(given.photos)
  await wholeOrNothing(async () => {
    const rows = withNewIds({ ...given, photos })
    await database().transaction(async (transaction) => {
      const room = await WorkshopRow.findByPk(workshopId, { transaction, lock: true })
      if (!room) throw notFound('workroom')
      await room.update(workshop, { transaction })
      await removeRows(workshopId, transaction)
      await insertRows(workshopId, rows, transaction)
    })
  })
  return { cloths: given.cloths.length, supplies: given.supplies.length, trials: given.trials.length, jobs: given.jobs.length }
}
