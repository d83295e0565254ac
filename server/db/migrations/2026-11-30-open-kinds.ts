import type { Migration } from '../migration'

/** Kinds of things that grow with the board: what there is of them stands in the code alone, where what is written is checked. */
const KINDS = {
  session_operation: { kind: [
    'preshrink', 'trim', 'fuse', 'tack', 'peel', 'hold', 'sew', 'flatten', 'seam', 'hem', 'tape', 'fingers', 'hole', 'badge', 'transfer',
    'letters', 'shape', 'stitch', 'remedy',
  ] },
  measurement: { kind: ['mass', 'thickness', 'giveAlong', 'giveAcross', 'bending'] },
  swatch_reading: { kind: ['shrinkAlong', 'shrinkAcross', 'overhang', 'peel'] },
  swatch_photo: { stage: ['before', 'after', 'washed', 'label'] },
  preshrink_pass: { kind: ['press', 'wash'] },
  corner_step: { seen: ['nothing', 'shine', 'colour', 'shrink', 'stick', 'smell'] },
  stock_movement: { reason: ['bought', 'used', 'offcut', 'counted'] },
  supply: { form: ['dots', 'powder', 'film', 'web', 'none'], hoop: ['cutAway', 'tearAway', 'washAway', 'heatAway', 'softMesh'] },
} as const satisfies Record<string, Record<string, readonly string[]>>
const EACH = Object.entries(KINDS).flatMap(([table, columns]) =>
  Object.entries(columns).map(([column, kinds]: [string, readonly string[]]) =>
    ({ table, column, kinds, name: `${table}_${column}_check` })))

export const openKinds: Migration = {
  name: '2026-11-30-open-kinds',
  up: async ({ query }) => {
    for (const { table, name } of EACH) await query(`alter table ${table} drop constraint ${name}`)
  },
  down: async ({ query }) => {
    for (const { table, column, kinds, name } of EACH)
      await query(`alter table ${table} add constraint ${name} check (${column} in (${kinds.map(k => `'${k}'`).join(', ')}))`)
  },
}
