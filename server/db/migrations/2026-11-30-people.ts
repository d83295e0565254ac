import type { Migration } from '../migration'

/** What somebody did; who it was stands in `person_id`, and nothing where people were not kept yet. */
const DONE_BY_SOMEONE = [
  'swatch', 'swatch_reading', 'swatch_photo', 'swatch_plan', 'wash_round', 'measurement', 'preshrink_pass', 'corner_step', 'trim_run',
  'stock_movement', 'calibration', 'care_event', 'layout', 'offcut', 'press_session', 'session_event',
] as const

const OWN = `
  id uuid primary key default gen_random_uuid(),
  workroom_id uuid not null references workroom (id) on delete cascade,
  created_at timestamptz not null default now()`

/** Who signs in, the people and devices of a workroom, what they did, and how often somebody tried to sign in. */
export const people: Migration = {
  name: '2026-11-30-people',
  up: async ({ query }) => {
    await query(`
      create table account (
        id uuid primary key default gen_random_uuid(),
        name text not null check (length(name) between 1 and 80),
        name_key text not null unique,
        passphrase text not null,
        created_at timestamptz not null default now()
      )`)
    await query(`
      create table person (${OWN},
        account_id uuid references account (id) on delete set null,
        name text not null check (length(name) between 1 and 80),
        name_key text not null,
        role text not null,
        pin text,
        put_away_at timestamptz,
        version integer not null default 0,
        updated_at timestamptz not null default now(),
        unique (workroom_id, id)
      )`)
    await query(`create unique index person_by_name on person (workroom_id, name_key) where put_away_at is null`)
    await query(`create unique index person_by_account on person (workroom_id, account_id) where put_away_at is null`)
    await query(`create index person_of_account on person (account_id)`)
    await query(`
      create table device (${OWN},
        name text not null check (length(name) between 1 and 80),
        paired boolean not null,
        person_id uuid references person (id) on delete set null,
        seen_at timestamptz not null default now(),
        ended_at timestamptz
      )`)
    await query(`create index device_of_workroom on device (workroom_id, seen_at desc)`)
    await query(`
      create table sign_in (${OWN},
        person_id uuid not null references person (id) on delete cascade,
        device_id uuid not null references device (id) on delete cascade,
        serial integer not null default 0,
        serial_at timestamptz not null default now(),
        seen_at timestamptz not null default now(),
        ended_at timestamptz,
        ended_why text
      )`)
    await query(`create index sign_in_of_person on sign_in (person_id) where ended_at is null`)
    await query(`create index sign_in_of_device on sign_in (device_id) where ended_at is null`)
    await query(`
      create table pairing_code (${OWN},
        code_hash text not null unique,
        person_id uuid references person (id) on delete set null,
        used_at timestamptz
      )`)
    await query(`
      create table audit (${OWN},
        person_id uuid references person (id) on delete set null,
        device_id uuid references device (id) on delete set null,
        what text not null,
        about text not null default ''
      )`)
    await query(`create index audit_newest on audit (workroom_id, created_at desc, id)`)
    // As the package that counts attempts has its table.
    await query(`create table attempt (key varchar(255) primary key, points integer not null default 0, expire bigint)`)
    for (const table of DONE_BY_SOMEONE) {
      await query(`
        alter table ${table} add column person_id uuid,
          add foreign key (workroom_id, person_id) references person (workroom_id, id) on delete set null (person_id)`)
      await query(`create index ${table}_by_person on ${table} (person_id) where person_id is not null`)
    }
    // Whoever used a workroom before people were kept is its owner.
    await query(`insert into person (workroom_id, name, name_key, role) select id, 'Owner', 'owner', 'owner' from workroom`)
  },
  down: async ({ query }) => {
    for (const table of DONE_BY_SOMEONE) await query(`alter table ${table} drop column person_id`)
    for (const table of ['attempt', 'audit', 'pairing_code', 'sign_in', 'device', 'person', 'account']) await query(`drop table ${table}`)
  },
}
