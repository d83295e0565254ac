import { database } from '../../server/db/connection'
import { ProblemError } from '../../server/utils/problem'

/**
 * Runs what was asked for on the database, says in a sentence what it cannot do, and closes the database.
 * @param work false where nothing that it knows was asked for: then how it is used is said
 */
export async function onDatabase(usage: string, work: () => Promise<boolean>): Promise<void> {
  database()
  try {
    if (await work()) return
    console.log(usage)
    process.exitCode = process.argv.length > 2 ? 1 : 0
  } catch (error) {
    console.error(error instanceof ProblemError || error instanceof Error ? error.message : error)
    process.exitCode = 1
  } finally {
    await database().close()
  }
}
