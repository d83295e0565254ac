import type { Migration } from '../migration'

/** Jobs: what is being made, for when, what it must stand, and of which cloths. */
export const jobs: Migration = {
  name: '2026-11-25-jobs',
  up: async ({ query }) => {
    await query(`
      create table job (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        name text not null check (length(name) between 1 and 60),
        garment text not null check (length(garment) between 1 and 60),
        for_when date,
        wash_c integer not null check (wash_c between 0 and 95),
        tumble text not null check (tumble in ('no', 'low', 'yes')),
        dry_clean boolean not null,
        note text not null default '',
        done boolean not null default false,
        version integer not null default 0,
        created_at timestamptz not null default now(),
        updated_at timestamptz not null default now(),
        deleted_at timestamptz
      )`)
    await query(`create index job_open on job (workshop_id, done, for_when, created_at) where deleted_at is null`)
    await query(`
      create table job_cloth (
        job_id uuid not null references job (id) on delete cascade,
        workshop_id uuid not null references workshop (id),
        cloth_id uuid not null references cloth (id),
        position integer not null,
        place text,
        supply_id uuid references supply (id),
        primary key (job_id, cloth_id)
      )`)
  },
  down: async ({ query }) => {
    await query(`drop table job_cloth, job`)
  },
}
