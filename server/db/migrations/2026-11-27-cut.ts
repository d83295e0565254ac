import type { Migration } from '../migration'

/** The pieces of a job, their layouts on rolls and offcuts, and the offcuts that are kept. */
export const cut: Migration = {
  name: '2026-11-27-cut',
  up: async ({ query }) => {
    await query(`alter table job add column pieces_version integer not null default 0`)
    await query(`
      create table job_piece (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        job_id uuid not null,
        cloth_id uuid not null,
        position integer not null,
        name text not null check (length(name) between 1 and 40),
        place text,
        shape jsonb not null,
        count integer not null check (count between 1 and 200),
        pair boolean not null,
        allowances jsonb not null,
        grain text not null check (grain in ('along', 'across', 'bias', 'any')),
        one_way boolean not null,
        backing_id uuid,
        foam_id uuid,
        web_id uuid,
        inset jsonb,
        created_at timestamptz not null default now(),
        unique (workshop_id, id),
        foreign key (workshop_id, job_id) references job (workshop_id, id) on delete cascade,
        foreign key (workshop_id, cloth_id) references cloth (workshop_id, id),
        foreign key (workshop_id, backing_id) references supply (workshop_id, id),
        foreign key (workshop_id, foam_id) references supply (workshop_id, id),
        foreign key (workshop_id, web_id) references supply (workshop_id, id)
      )`)
    await query(`create index job_piece_of_job on job_piece (job_id, position)`)
    await query(`
      create table offcut (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        supply_id uuid not null,
        outline jsonb not null,
        lot text not null default '',
        used_at timestamptz,
        created_at timestamptz not null default now(),
        unique (workshop_id, id),
        foreign key (workshop_id, supply_id) references supply (workshop_id, id)
      )`)
    await query(`create index offcut_there on offcut (supply_id) where used_at is null`)
    await query(`
      create table lay (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        job_id uuid not null,
        supply_id uuid not null,
        cut_at timestamptz,
        metres double precision not null check (metres between 0 and 1000),
        client_key uuid,
        created_at timestamptz not null default now(),
        unique (workshop_id, client_key),
        unique (workshop_id, id),
        foreign key (workshop_id, job_id) references job (workshop_id, id) on delete cascade,
        foreign key (workshop_id, supply_id) references supply (workshop_id, id)
      )`)
    // One lay of a supply is being drawn; those that were cut stay.
    await query(`create unique index lay_drawn on lay (job_id, supply_id) where cut_at is null`)
    await query(`
      create table lay_part (
        lay_id uuid not null,
        workshop_id uuid not null references workshop (id),
        piece_id uuid not null,
        role text not null check (role in ('backing', 'foam', 'web')),
        number integer not null check (number between 0 and 999),
        offcut_id uuid,
        turn_deg double precision not null,
        x double precision not null,
        y double precision not null,
        pinned boolean not null,
        primary key (lay_id, piece_id, role, number),
        foreign key (workshop_id, lay_id) references lay (workshop_id, id) on delete cascade,
        foreign key (workshop_id, piece_id) references job_piece (workshop_id, id) on delete cascade,
        foreign key (workshop_id, offcut_id) references offcut (workshop_id, id)
      )`)
    await query(`create index lay_part_of_piece on lay_part (piece_id)`)
  },
  down: async ({ query }) => {
    await query(`drop table lay_part, lay, offcut, job_piece`)
    await query(`alter table job drop column pieces_version`)
  },
}
