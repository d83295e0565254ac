import { database } from '../db/connection'

export default defineRoute({}, async () => {
  await database().query('select 1')
  return { ok: true }
})
