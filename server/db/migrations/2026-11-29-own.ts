import type { Migration } from '../migration'

/** A workroom that is the demonstration says so. */
export const own: Migration = {
  name: '2026-11-29-own',
  up: async ({ query }) => {
    await query(`alter table workroom add column demo boolean not null default false`)
  },
  down: async ({ query }) => {
    await query(`alter table workroom drop column demo`)
  },
}
