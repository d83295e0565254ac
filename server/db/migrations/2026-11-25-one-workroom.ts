import type { Migration } from '../migration'

/** Table, column and table pointed at; what goes with the row it belongs to, cascades. */
const POINTERS: readonly [table: string, column: string, to: string, goes?: 'with it'][] = [
  ['cloth_fibre', 'cloth_id', 'cloth', 'with it'], ['measurement', 'cloth_id', 'cloth'], ['settle_pass', 'cloth_id', 'cloth'],
  ['corner_step', 'cloth_id', 'cloth'], ['piece', 'cloth_id', 'cloth', 'with it'],
  ['stock_movement', 'supply_id', 'supply'], ['trim_run', 'supply_id', 'supply'],
  ['iron_stop', 'iron_id', 'iron', 'with it'], ['calibration', 'iron_id', 'iron', 'with it'],
  ['swatch_plan', 'cloth_id', 'cloth'], ['swatch_plan', 'supply_id', 'supply'], ['swatch_plan', 'iron_id', 'iron'],
  ['swatch_plan', 'cover_id', 'cover'],
  ['trial', 'cloth_id', 'cloth'], ['trial', 'supply_id', 'supply'], ['trial', 'iron_id', 'iron'], ['trial', 'cover_id', 'cover'],
  ['trial', 'plan_id', 'swatch_plan'],
  ['trial_event', 'trial_id', 'trial', 'with it'], ['trial_reading', 'trial_id', 'trial', 'with it'],
  ['wash_round', 'trial_id', 'trial', 'with it'], ['trial_photo', 'trial_id', 'trial', 'with it'],
  ['job_cloth', 'job_id', 'job', 'with it'], ['job_cloth', 'cloth_id', 'cloth'], ['job_cloth', 'supply_id', 'supply'],
]
const POINTED_AT = [...new Set(POINTERS.map(([,, to]) => to))]
const cascade = (goes?: string) => (goes ? 'on delete cascade' : '')

/** A row can only point at rows of its own workroom: the database sees to it. */
export const oneWorkroom: Migration = {
  name: '2026-11-25-one-workroom',
  up: async ({ query }) => {
    for (const to of POINTED_AT) await query(`alter table ${to} add constraint ${to}_of_workroom unique (workshop_id, id)`)
    for (const [table, column, to, goes] of POINTERS) {
      await query(`alter table ${table} drop constraint ${table}_${column}_fkey`)
      await query(`
        alter table ${table} add constraint ${table}_${column}_fkey
          foreign key (workshop_id, ${column}) references ${to} (workshop_id, id) ${cascade(goes)}`)
    }
  },
  down: async ({ query }) => {
    for (const [table, column, to, goes] of POINTERS) {
      await query(`alter table ${table} drop constraint ${table}_${column}_fkey`)
      await query(`
        alter table ${table} add constraint ${table}_${column}_fkey foreign key (${column}) references ${to} (id) ${cascade(goes)}`)
    }
    for (const to of POINTED_AT) await query(`alter table ${to} drop constraint ${to}_of_workroom`)
  },
}
