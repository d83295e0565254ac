import type { Migration } from '../migration'

const own = `
  id uuid primary key,
  workshop_id uuid not null references workshop (id),
  created_at timestamptz not null default now()`

/** What a swatch was pressed with (lots, layers, plan), what was measured on it, its washes and pictures; plans of scraps. */
export const swatchBench: Migration = {
  name: '2026-11-25-swatch-bench',
  up: async ({ query }) => {
    await query(`alter table supply add column lot text not null default '' check (length(lot) <= 40)`)
    await query(`
      create table swatch_plan (${own},
        cloth_id uuid not null references cloth (id),
        supply_id uuid not null references supply (id),
        iron_id uuid not null references iron (id),
        cover_id uuid references cover (id),
        bed text not null,
        scraps jsonb not null
      )`)
    await query(`create index plan_by_pairing on swatch_plan (workshop_id, cloth_id, supply_id, created_at desc)`)
    await query(`
      alter table trial
        add column cloth_lot text not null default '',
        add column supply_lot text not null default '',
        add column over_supply_ids uuid[] not null default '{}',
        add column mark_where jsonb not null default '{}',
        add column plan_id uuid references swatch_plan (id),
        add column scrap integer check (scrap between 1 and 12)`)
    await query(`
      create table trial_reading (${own},
        trial_id uuid not null references trial (id) on delete cascade,
        kind text not null check (kind in ('shrinkAlong', 'shrinkAcross', 'overhang', 'peel')),
        value double precision not null check (value between -50 and 1000)
      )`)
    await query(`create index reading_by_trial on trial_reading (trial_id, created_at)`)
    await query(`
      create table wash_round (${own},
        trial_id uuid not null references trial (id) on delete cascade,
        client_key uuid not null,
        wash_c integer not null check (wash_c between 0 and 95),
        tumble text not null check (tumble in ('no', 'low', 'yes')),
        grade smallint not null check (grade between 0 and 5),
        marks text[] not null default '{}',
        note text not null default '',
        washed_at timestamptz not null,
        unique (workshop_id, client_key)
      )`)
    await query(`create index wash_by_trial on wash_round (trial_id, washed_at)`)
    await query(`
      create table trial_photo (${own},
        trial_id uuid not null references trial (id) on delete cascade,
        stage text not null check (stage in ('before', 'after', 'washed')),
        width integer not null check (width between 1 and 4096),
        height integer not null check (height between 1 and 4096),
        jpeg bytea not null check (octet_length(jpeg) <= 2000000)
      )`)
    await query(`create index photo_by_trial on trial_photo (trial_id, created_at)`)
  },
  down: async ({ query }) => {
    await query(`drop table trial_photo, wash_round, trial_reading`)
    await query(
      `alter table trial drop column scrap, drop column plan_id, drop column mark_where, drop column over_supply_ids,
        drop column supply_lot, drop column cloth_lot`,
    )
    await query(`drop table swatch_plan`)
    await query(`alter table supply drop column lot`)
  },
}
