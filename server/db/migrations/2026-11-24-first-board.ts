import type { Migration } from '../migration'

/** The first board: workshop, cloths, shelf, irons, covers and judged swatches. */
export const firstBoard: Migration = {
  name: '2026-11-24-first-board',
  up: async ({ query }) => {
    await query(`create extension if not exists pg_trgm`)
    await query(`
      create table workshop (
        id uuid primary key,
        name text not null,
        units jsonb not null,
        rules jsonb not null,
        version integer not null default 0,
        created_at timestamptz not null default now(),
        updated_at timestamptz not null default now()
      )`)
    await query(`
      create table cloth (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        code text not null check (length(code) between 1 and 24),
        name text not null check (length(name) between 1 and 80),
        construction text not null,
        mass_gsm double precision not null check (mass_gsm between 10 and 2000),
        mass_origin text not null,
        thickness_mm double precision not null check (thickness_mm between 0.03 and 15),
        thickness_origin text not null,
        may_get_wet boolean not null,
        nap text not null check (nap in ('none', 'texture', 'nap', 'pile')),
        finishes text[] not null default '{}',
        colour_hex text not null check (colour_hex ~ '^#[0-9a-fA-F]{6}$'),
        note text not null default '',
        version integer not null default 0,
        created_at timestamptz not null default now(),
        updated_at timestamptz not null default now(),
        deleted_at timestamptz
      )`)
    await query(`create unique index cloth_code on cloth (workshop_id, lower(code)) where deleted_at is null`)
    await query(`
      create table cloth_fibre (
        cloth_id uuid not null references cloth (id) on delete cascade,
        workshop_id uuid not null references workshop (id),
        fibre text not null,
        share_pct double precision not null check (share_pct > 0 and share_pct <= 100),
        position integer not null,
        primary key (cloth_id, fibre)
      )`)
    await query(`
      create table supply (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        code text not null check (length(code) between 1 and 24),
        name text not null check (length(name) between 1 and 80),
        family text not null,
        base text not null,
        base_fibre text not null,
        mass_gsm double precision not null check (mass_gsm between 5 and 2000),
        thickness_mm double precision not null check (thickness_mm between 0.02 and 15),
        resin text,
        resin_gsm double precision not null default 0 check (resin_gsm >= 0 and resin_gsm <= mass_gsm),
        resin_origin text not null,
        colour_hex text not null check (colour_hex ~ '^#[0-9a-fA-F]{6}$'),
        note text not null default '',
        version integer not null default 0,
        created_at timestamptz not null default now(),
        updated_at timestamptz not null default now(),
        deleted_at timestamptz
      )`)
    await query(`create unique index supply_code on supply (workshop_id, lower(code)) where deleted_at is null`)
    await query(`
      create table iron (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        name text not null check (length(name) between 1 and 80),
        kind text not null,
        shuts_off_after_s double precision,
        note text not null default '',
        version integer not null default 0,
        created_at timestamptz not null default now(),
        updated_at timestamptz not null default now(),
        deleted_at timestamptz
      )`)
    await query(`
      create table iron_stop (
        iron_id uuid not null references iron (id) on delete cascade,
        workshop_id uuid not null references workshop (id),
        position integer not null,
        label text not null,
        mean_c double precision not null check (mean_c between 60 and 240),
        swing_c double precision not null check (swing_c between 0 and 40),
        origin text not null,
        primary key (iron_id, position)
      )`)
    await query(`
      create table cover (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        name text not null check (length(name) between 1 and 80),
        kind text not null,
        version integer not null default 0,
        created_at timestamptz not null default now(),
        updated_at timestamptz not null default now(),
        deleted_at timestamptz
      )`)
    await query(`
      create table trial (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        client_key uuid not null,
        cloth_id uuid not null references cloth (id),
        supply_id uuid not null references supply (id),
        iron_id uuid not null references iron (id),
        cover_id uuid references cover (id),
        bed text not null,
        recipe jsonb not null,
        predicted jsonb not null,
        grade smallint not null check (grade between 0 and 5),
        marks text[] not null default '{}',
        note text not null default '',
        pressed_at timestamptz not null,
        created_at timestamptz not null default now(),
        unique (workshop_id, client_key)
      )`)
    await query(`create index trial_by_cloth on trial (workshop_id, cloth_id, pressed_at desc)`)
    await query(`create index trial_by_pairing on trial (workshop_id, cloth_id, supply_id, pressed_at desc)`)
    await query(`
      create table trial_event (
        trial_id uuid not null references trial (id) on delete cascade,
        workshop_id uuid not null references workshop (id),
        position integer not null,
        at_s double precision not null,
        kind text not null,
        primary key (trial_id, position)
      )`)
  },
  down: async ({ query }) => {
    await query(`drop table trial_event, trial, cover, iron_stop, iron, supply, cloth_fibre, cloth, workshop`)
  },
}
