import type { Migration } from '../migration'

/** How far each operation of a session has come is worked out once, and kept until something more happens to it. */
export const phases: Migration = {
  name: '2026-11-30-phases',
  up: async ({ query }) => {
    await query('alter table session_operation add column phase text')
    await query('create index session_operation_unsettled on session_operation (workroom_id) where phase is null')
  },
  down: async ({ query }) => {
    await query('drop index session_operation_unsettled')
    await query('alter table session_operation drop column phase')
  },
}
