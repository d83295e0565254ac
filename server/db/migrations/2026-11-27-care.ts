import type { Migration } from '../migration'

const KINDS = `'settle', 'trim', 'fuse', 'tack', 'peel', 'hold', 'sew', 'flatten', 'seam', 'hem', 'tape', 'fingers', 'patch', 'motif',
  'transfer', 'letters', 'shape', 'stitch'`

/** Afterwards: how garments came back, their slips, and remedies among what is pressed. */
export const care: Migration = {
  name: '2026-11-27-care',
  up: async ({ query }) => {
    await query(`
      alter table job
        add column trim_ids uuid[] not null default '{}',
        add column care_words text not null default '',
        add column look_on date`)
    await query(`create index job_to_look_at on job (workshop_id, look_on) where look_on is not null and deleted_at is null`)
    await query(`
      create table care_event (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        client_key uuid not null,
        job_id uuid not null,
        cloth_id uuid not null,
        supply_id uuid,
        trial_id uuid,
        rounds integer not null check (rounds between 1 and 60),
        wash_c integer not null check (wash_c between 0 and 95),
        tumble text not null check (tumble in ('no', 'low', 'yes')),
        softener boolean not null,
        grade smallint not null check (grade between 0 and 5),
        marks text[] not null,
        foreseen double precision,
        note text not null,
        came_at timestamptz not null,
        created_at timestamptz not null default now(),
        unique (workshop_id, client_key),
        foreign key (workshop_id, job_id) references job (workshop_id, id) on delete cascade,
        foreign key (workshop_id, cloth_id) references cloth (workshop_id, id),
        foreign key (workshop_id, supply_id) references supply (workshop_id, id),
        foreign key (workshop_id, trial_id) references trial (workshop_id, id) on delete set null (trial_id)
      )`)
    await query(`create index care_event_of_job on care_event (job_id, came_at)`)
    await query(`create index care_event_of_trial on care_event (trial_id)`)
    await query(`
      alter table run_operation
        drop constraint run_operation_kind_check,
        add constraint run_operation_kind_check check (kind in (${KINDS}, 'remedy'))`)
  },
  down: async ({ query }) => {
    await query(`delete from run_operation where kind = 'remedy'`)
    await query(`
      alter table run_operation
        drop constraint run_operation_kind_check,
        add constraint run_operation_kind_check check (kind in (${KINDS}))`)
    await query(`delete from job_making where work->>'kind' = 'remedy'`)
    await query(`drop table care_event`)
    await query(`alter table job drop column trim_ids, drop column care_words, drop column look_on`)
  },
}
