import type { Migration } from '../migration'

/** Places of a workroom's own, and the piece sizes known for a cloth in a place. */
export const match: Migration = {
  name: '2026-11-25-match',
  up: async ({ query }) => {
    await query(`
      create table place (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        name text not null check (length(name) between 1 and 40),
        hand text not null check (hand in ('keep', 'drape', 'light', 'crisp', 'firm', 'rigid')),
        give text not null check (give in ('stay', 'stop', 'any')),
        wear double precision not null check (wear between 0 and 1),
        shows boolean not null,
        in_seam boolean not null,
        families text[] not null check (cardinality(families) > 0),
        layers text[] not null default '{}',
        version integer not null default 0,
        created_at timestamptz not null default now(),
        updated_at timestamptz not null default now(),
        deleted_at timestamptz
      )`)
    await query(`create unique index place_name on place (workshop_id, lower(name)) where deleted_at is null`)
    await query(`
      create table piece (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        cloth_id uuid not null references cloth (id) on delete cascade,
        place text not null,
        position integer not null,
        name text not null check (length(name) between 1 and 40),
        along_mm double precision not null check (along_mm between 5 and 10000),
        across_mm double precision not null check (across_mm between 5 and 5000),
        count integer not null check (count between 1 and 500),
        created_at timestamptz not null default now(),
        unique (cloth_id, place, position)
      )`)
  },
  down: async ({ query }) => {
    await query(`drop table piece, place`)
  },
}
