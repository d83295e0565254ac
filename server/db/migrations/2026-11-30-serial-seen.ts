import type { Migration } from '../migration'

/** When the browser first showed the number it was given: an answer that was lost on its way costs nobody the sign-in. */
export const serialSeen: Migration = {
  name: '2026-11-30-serial-seen',
  up: async ({ query }) => {
    await query('alter table sign_in add column serial_seen_at timestamptz')
    await query('update sign_in set serial_seen_at = serial_at')
  },
  down: async ({ query }) => {
    await query('alter table sign_in drop column serial_seen_at')
  },
}
