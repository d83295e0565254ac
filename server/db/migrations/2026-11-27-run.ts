import type { Migration } from '../migration'

/** Sessions at the press: what was planned, and everything that happened; how a piece is set down; the irons' own care. */
export const run: Migration = {
  name: '2026-11-27-run',
  up: async ({ query }) => {
    await query(`
      alter table job_piece
        add column keep_outs jsonb not null default '[]',
        add column by_hand jsonb not null default '[]',
        add column motion text check (motion in ('still', 'circles')),
        add column walk text check (walk in ('middle', 'rows')),
        add column as_block boolean not null default false`)
    await query(`
      alter table iron
        add column water text not null default 'tap' check (water in ('none', 'tap', 'distilled')),
        add column book_water text check (book_water in ('none', 'tap', 'distilled')),
        add column cleaned_at timestamptz`)
    await query(`
      create table run (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        job_id uuid not null,
        pieces_version integer not null,
        started_at timestamptz not null,
        closed_at timestamptz,
        created_at timestamptz not null default now(),
        unique (workshop_id, id),
        foreign key (workshop_id, job_id) references job (workshop_id, id) on delete cascade
      )`)
    await query(`create index run_of_job on run (job_id, started_at)`)
    await query(`
      create table run_operation (
        run_id uuid not null,
        workshop_id uuid not null references workshop (id),
        id text not null,
        position integer not null,
        kind text not null check (kind in ('settle', 'trim', 'fuse', 'tack', 'peel', 'hold', 'sew')),
        name text not null check (length(name) between 1 and 80),
        piece_id uuid,
        numbers integer[] not null,
        side text check (side in ('face', 'back')),
        cloth_id uuid,
        supply_id uuid,
        over_supply_ids uuid[] not null,
        iron_id uuid,
        cover_id uuid,
        bed text not null,
        needs text[] not null,
        recipe jsonb,
        standing text not null check (standing in ('proved', 'held', 'stale', 'estimated', 'hands')),
        prints jsonb not null,
        outline jsonb,
        keep_outs jsonb not null,
        motion text not null check (motion in ('still', 'circles')),
        predicted jsonb,
        primary key (run_id, id),
        foreign key (workshop_id, run_id) references run (workshop_id, id) on delete cascade,
        foreign key (workshop_id, piece_id) references job_piece (workshop_id, id) on delete set null (piece_id),
        foreign key (workshop_id, cloth_id) references cloth (workshop_id, id),
        foreign key (workshop_id, supply_id) references supply (workshop_id, id),
        foreign key (workshop_id, iron_id) references iron (workshop_id, id),
        foreign key (workshop_id, cover_id) references cover (workshop_id, id)
      )`)
    await query(`create index run_operation_of_piece on run_operation (piece_id)`)
    await query(`create index run_operation_of_iron on run_operation (iron_id)`)
    await query(`
      create table run_event (
        run_id uuid not null,
        workshop_id uuid not null references workshop (id),
        position integer not null,
        key uuid not null,
        device uuid not null,
        at timestamptz not null,
        kind text not null,
        op text,
        pass integer,
        print integer,
        iron_id uuid,
        sole_c double precision,
        stop_label text,
        stop_mean_c double precision,
        stop_swing_c double precision,
        edge text check (edge in ('holds', 'nail', 'lifts')),
        prints integer[],
        takes uuid,
        by_s double precision,
        ids text[],
        arrived_at timestamptz not null default now(),
        primary key (run_id, position),
        unique (workshop_id, key),
        foreign key (workshop_id, run_id) references run (workshop_id, id) on delete cascade,
        foreign key (workshop_id, iron_id) references iron (workshop_id, id)
      )`)
  },
  down: async ({ query }) => {
    await query(`drop table run_event, run_operation, run`)
    await query(`alter table iron drop column water, drop column book_water, drop column cleaned_at`)
    await query(`
      alter table job_piece drop column keep_outs, drop column by_hand, drop column motion, drop column walk, drop column as_block`)
  },
}
