import { AsyncLocalStorage } from 'node:async_hooks'
import type { Model, ModelStatic, Sequelize } from 'sequelize'

/** Who is at work in the running use case; nobody in a script, or while a file is read in. */
const atWork = new AsyncLocalStorage<string | null>()

/** Everything that is written for the first time meanwhile says that this person did it. */
export const doneBy = <T>(personId: string | null, work: () => Promise<T>): Promise<T> => atWork.run(personId, work)

const stamp = (row: Model): void => {
  const personId = atWork.getStore()
  if (!personId || !('personId' in (row.constructor as ModelStatic<Model>).getAttributes())) return
  if (row.get('personId') === undefined) row.set('personId', personId)
}

/** Rows that say who did it are told by whoever is at work, so that no use case can forget it. */
export function stampWhoDid(sequelize: Sequelize): void {
  sequelize.addHook('beforeCreate', row => stamp(row as Model))
  sequelize.addHook('beforeBulkCreate', (rows) => { for (const row of rows as Model[]) stamp(row) })
}
