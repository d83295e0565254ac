import type { Migration } from '../migration'

/** For what a sheet is written, the sole at each event of a press, and why its clock may be doubted. */
export const leafletCounts: Migration = {
  name: '2026-11-25-leaflet-counts',
  up: async ({ query }) => {
    await query(`alter table supply add column maker_for text check (maker_for in ('hand', 'press'))`)
    await query(`alter table trial_event add column sole_c double precision check (sole_c between -40 and 320)`)
    await query(`alter table trial add column doubts jsonb not null default '[]'`)
  },
  down: async ({ query }) => {
    await query(`alter table trial drop column doubts`)
    // What older versions cannot read goes with the column that brought it.
    await query(`delete from trial_event where kind in ('sole', 'shut', 'warm', 'lay')`)
    await query(`alter table trial_event drop column sole_c`)
    await query(`alter table supply drop column maker_for`)
  },
}
