import { database } from '../db/connection'

export default defineEventHandler(async () => {
  await database().query('select 1')
  return { ok: true }
})
