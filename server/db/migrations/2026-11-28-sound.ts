import type { Migration } from '../migration'

/** Rows that could not be read and were set aside whole; and what several servers do in turn, with when it was last done. */
export const sound: Migration = {
  name: '2026-11-28-sound',
  up: async ({ query }) => {
    await query(`
      create table set_aside (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        entity text not null,
        row_id text not null,
        name text not null,
        why text not null,
        kept jsonb not null,
        created_at timestamptz not null default now(),
        unique (workshop_id, id)
      )`)
    await query(`create index set_aside_of_workroom on set_aside (workshop_id, created_at)`)
    await query(`create table chore (name text primary key, done_at timestamptz not null)`)
  },
  down: async ({ query }) => {
    await query(`drop table chore, set_aside`)
  },
}
