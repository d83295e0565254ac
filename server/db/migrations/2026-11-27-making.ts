import type { Migration } from '../migration'

const KINDS = `'settle', 'trim', 'fuse', 'tack', 'peel', 'hold', 'sew'`

/** What is pressed while a garment is made: seams, hems, grids of patches; and the operations that come of it. */
export const making: Migration = {
  name: '2026-11-27-making',
  up: async ({ query }) => {
    await query(`alter table job add column makings_version integer not null default 0`)
    await query(`
      create table job_making (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        job_id uuid not null,
        position integer not null,
        name text not null check (length(name) between 1 and 60),
        cloth_id uuid,
        lining_id uuid,
        supply_id uuid,
        cloth_ids uuid[] not null,
        work jsonb not null,
        created_at timestamptz not null default now(),
        unique (workshop_id, id),
        foreign key (workshop_id, job_id) references job (workshop_id, id) on delete cascade,
        foreign key (workshop_id, cloth_id) references cloth (workshop_id, id),
        foreign key (workshop_id, lining_id) references cloth (workshop_id, id),
        foreign key (workshop_id, supply_id) references supply (workshop_id, id)
      )`)
    await query(`create index job_making_of_job on job_making (job_id, position)`)
    await query(`
      alter table run_operation
        add column making_id uuid,
        add foreign key (workshop_id, making_id) references job_making (workshop_id, id) on delete set null (making_id),
        drop constraint run_operation_kind_check,
        add constraint run_operation_kind_check check (kind in (${KINDS}, 'flatten', 'seam', 'hem', 'tape', 'fingers'))`)
    await query(`create index run_operation_of_making on run_operation (making_id)`)
  },
  down: async ({ query }) => {
    await query(`delete from run_operation where kind not in (${KINDS})`)
    await query(`
      alter table run_operation
        drop column making_id,
        drop constraint run_operation_kind_check,
        add constraint run_operation_kind_check check (kind in (${KINDS}))`)
    await query(`drop table job_making`)
    await query(`alter table job drop column makings_version`)
  },
}
