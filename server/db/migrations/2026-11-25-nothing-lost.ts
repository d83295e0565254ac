import type { Migration } from '../migration'

const KEYED = ['trial_reading', 'trial_photo', 'calibration'] as const

/** What waited for the server bears the key it was first sent with, so that it is kept once however often it arrives. */
export const nothingLost: Migration = {
  name: '2026-11-25-nothing-lost',
  up: async ({ query }) => {
    for (const table of KEYED) {
      await query(`alter table ${table} add column client_key uuid`)
      await query(`create unique index ${table}_once on ${table} (workshop_id, client_key)`)
    }
  },
  down: async ({ query }) => {
    for (const table of KEYED) await query(`alter table ${table} drop column client_key`)
  },
}
