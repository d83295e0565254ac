import type { Migration } from '../migration'

/** A piece that folds through its middle may be backed on one half alone. */
export const half: Migration = {
  name: '2026-11-29-half',
  up: async ({ query }) => {
    await query(`alter table job_piece add column half text check (half in ('upper', 'lower', 'left', 'right'))`)
  },
  down: async ({ query }) => {
    await query(`alter table job_piece drop column half`)
  },
}
